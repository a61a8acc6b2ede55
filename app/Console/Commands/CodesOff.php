<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\SecondFactor;
use App\Models\User;
use Illuminate\Console\Command;

/** For a lead who lost the telephone, where nobody else leads. */
final class CodesOff extends Command
{
    protected $signature = 'oculant:codes-off {email : The address of the account}';

    protected $description = 'Turn the one-time codes of an account off';

    public function handle(SecondFactor $factor): int
    {
        $user = User::query()->where('email', mb_strtolower(trim((string) $this->argument('email'))))->first();
        if ($user === null) {
            $this->error('No account has this address.');

            return self::FAILURE;
        }
        $factor->end($user, null);
        $this->line("{$user->name} signs in with the password alone.");

        return self::SUCCESS;
    }
}
