<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\Invitations;
use App\Models\Workshop;
use Database\Seeders\RoleSeeder;
use Illuminate\Console\Command;

/** Prints the link by which a workshop is begun: its name, its first lead, and a password that nobody else knows. */
final class Begin extends Command
{
    protected $signature = 'oculant:begin {--another : Beside the workshops that are here already}';

    protected $description = 'Print a link, good once and for two days, to begin a workshop with its first lead';

    public function handle(Invitations $invitations): int
    {
        $here = Workshop::query()->where('is_demo', false)->pluck('name');
        if ($here->isNotEmpty() && !$this->option('another')) {
            $this->error("There is a workshop here already: {$here->implode(', ')}. Its lead invites people.");
            $this->line('For one beside it, which sees nothing of it: oculant:begin --another');

            return self::FAILURE;
        }
        // What the roles may do is written by the program, not by hand.
        $this->callSilently('db:seed', ['--class' => RoleSeeder::class, '--force' => true]);
        [$invitation, $word] = $invitations->toBegin();
        $this->line(rtrim(config()->string('app.url'), '/') . "/join/{$word}");
        $this->line("Good once, until {$invitation->expires_at->toDateTimeString()} UTC.");

        return self::SUCCESS;
    }
}
