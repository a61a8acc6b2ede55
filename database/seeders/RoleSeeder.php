<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Accounts\Roles;
use Illuminate\Database\Seeder;
use Spatie\Permission\Models\Permission;
use Spatie\Permission\Models\Role;
use Spatie\Permission\PermissionRegistrar;

final class RoleSeeder extends Seeder
{
    public function run(): void
    {
        app(PermissionRegistrar::class)->forgetCachedPermissions();
        foreach (Roles::ALL as $name => $permissions) {
            $role = Role::findOrCreate($name, 'web');
            $role->syncPermissions(
                array_map(static fn(string $p) => Permission::findOrCreate($p, 'web'), $permissions),
            );
        }
    }
}
