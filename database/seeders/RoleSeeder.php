<?php

declare(strict_types=1);

namespace Database\Seeders;

use Illuminate\Database\Seeder;
use Spatie\Permission\Models\Permission;
use Spatie\Permission\Models\Role;
use Spatie\Permission\PermissionRegistrar;

final class RoleSeeder extends Seeder
{
    private const ROLES = [
        'lead' => ['work', 'work on any job', 'edit library', 'hand back', 'override gates'],
        'technician' => ['work', 'work on any job', 'edit library', 'hand back'],
        'apprentice' => ['work'],
    ];

    public function run(): void
    {
        app(PermissionRegistrar::class)->forgetCachedPermissions();
        foreach (self::ROLES as $name => $permissions) {
            $role = Role::findOrCreate($name, 'web');
            $role->syncPermissions(
                array_map(static fn(string $p) => Permission::findOrCreate($p, 'web'), $permissions),
            );
        }
    }
}
