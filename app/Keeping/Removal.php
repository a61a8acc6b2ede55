<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\User;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Query\Builder;

/** Takes a workshop away with everything that is its own; only ever the demo. */
final readonly class Removal
{
    public function __construct(private ConnectionInterface $db, private Filesystem $disk) {}

    /**
     * @return list<string> names of the workshops that are gone
     *
     * @throws KeepingFailed if something of theirs still runs; nothing is removed then
     */
    public function ofDemo(): array
    {
        $gone = $this->db->table('workshops')->where('is_demo', true)->pluck('name', 'id')->all();
        $ids = array_map(strval(...), array_keys($gone));
        $jobs = $this->db->table('repair_jobs')->whereIn('workshop_id', $ids)->pluck('id')->all();
        $runs = $this->db->table('runs')->whereIn('repair_job_id', $jobs);
        if ((clone $runs)->whereNull('ended_at')->exists()) {
            throw new KeepingFailed('A soak or another run of the demo is still going on: stop it first.');
        }
        $words = $this->db->table('workshops')->whereIn('id', $ids)->whereNotNull('share_word')->pluck('share_word');
        $designs = $this->db->table('document_pages')->whereIn('workshop_id', $ids)->distinct()->pluck('design_id');
        $this->db->transaction(fn() => $this->rows($ids, $jobs, (clone $runs)->pluck('number')->all()), 3);
        foreach ($designs as $design) {
            $this->disk->deleteDirectory("documents/{$design}");
        }
        foreach ($words as $word) {
            $this->disk->deleteDirectory("shares/{$word}");
        }
        $papers = $this->disk->files('papers');
        foreach ($jobs as $job) {
            $this->disk->deleteDirectory("photos/{$job}");
            foreach ($papers as $paper) {
                if (str_starts_with($paper, "papers/{$job}-")) {
                    $this->disk->delete($paper);
                }
            }
        }

        return array_values($gone);
    }

    /**
     * What hangs on something goes before it.
     *
     * @param list<string> $workshops
     * @param array<mixed> $jobs
     * @param array<mixed> $runs numbers, by which their samples go
     */
    private function rows(array $workshops, array $jobs, array $runs): void
    {
        $of = fn(string $table): Builder => $this->db->table($table)->whereIn('workshop_id', $workshops);
        $users = $of('users')->pluck('id')->all();
        // Their pins go with them.
        $of('document_pages')->delete();
        $supplies = $of('supplies')->pluck('id')->all();
        foreach (['run_samples', 'run_minutes'] as $table) {
            $this->db->table($table)->whereIn('run', $runs)->delete();
        }
        foreach (['runs', 'photos', 'log_entries', 'stock_reservations'] as $table) {
            $this->db->table($table)->whereIn('repair_job_id', $jobs)->delete();
        }
        $of('repair_jobs')->delete();
        $this->db->table('supply_versions')->whereIn('supply_id', $supplies)->delete();
        $of('supplies')->update(['parent_id' => null]);
        foreach (
            [
                'publications',
                'shared_boards',
                'share_keys',
                'share_sources',
                'practice_runs',
                'practice_series',
                'supplies',
                'stock_items',
                'instruments',
                'account_events',
                'invitations',
            ]
            as $table
        ) {
            $of($table)->delete();
        }
        $this->db
            ->table('personal_access_tokens')
            ->where('tokenable_type', User::class)
            ->whereIn('tokenable_id', $users)
            ->delete();
        foreach (['model_has_roles', 'model_has_permissions'] as $table) {
            $this->db->table($table)->where('model_type', User::class)->whereIn('model_id', $users)->delete();
        }
        foreach (['sessions', 'sign_ins', 'bench_pins'] as $table) {
            $this->db->table($table)->whereIn('user_id', $users)->delete();
        }
        $of('users')->delete();
        $this->db->table('workshops')->whereIn('id', $workshops)->delete();
    }
}
