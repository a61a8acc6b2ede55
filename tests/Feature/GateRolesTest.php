<?php

declare(strict_types=1);

namespace Tests\Feature;

use Oculant\Core\Bench\ChangeKind;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every kind of temporary change, every gate, every role, through the API: who may do what about it. */
final class GateRolesTest extends FeatureTestCase
{
    /** Once made permanent by a reason, where that is possible at all. */
    private const MAY_STAY = ['jumper', 'lifted', 'loadoff', 'added', 'other'];

    /** Never on mains, whoever says so. */
    private const NEVER = ['scaled', 'wrongfuse'];

    /** @return iterable<string, array{string, ChangeKind}> */
    public static function table(): iterable
    {
        foreach (['apprentice', 'technician', 'lead'] as $role) {
            foreach (ChangeKind::cases() as $kind) {
                yield "{$role}, {$kind->value}" => [$role, $kind];
            }
        }
    }

    #[DataProvider('table')]
    public function testWhoMayDoWhatAboutIt(string $role, ChangeKind $kind): void
    {
        $user = $this->person($role);
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $part =
            [
                'scaled' => 'R1',
                'testpart' => 'R1',
                'wrongfuse' => 'F1',
                'loadoff' => 'RL1',
                'jumper' => 'R3',
                'lifted' => 'R3',
                'bypass' => 'C1',
            ][$kind->value] ?? null;
        $this->log(
            $job,
            'change',
            [
                'change' => $kind->value,
                'value' => match ($kind) {
                    ChangeKind::WrongFuse => 'T10A',
                    ChangeKind::Added => 'resistor 1k 1W',
                    default => '47',
                },
                'from' => 'TP4',
                'to' => '0V',
                'where' => 'over the inlet',
            ] + ($part === null ? [] : ['part' => $part]),
        )->assertOk();
        $id = $job->entries()->where('kind', 'change')->value('id');

        foreach (['limited', 'mains'] as $gate) {
            $override = $this->log($job, 'override', ['gate' => $gate, 'reason' => 'no other here']);
            $role === 'lead' ? self::assertContains($override->status(), [200, 422]) : $override->assertForbidden();
        }
        if (in_array($kind->value, self::NEVER, true)) {
            $this->log($job, 'allow', ['change' => $id, 'gate' => 'mains'])->assertUnprocessable();
            $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertUnprocessable();
        }
        $permanent = $this->log($job, 'change_closed', [
            'change' => $id,
            'how' => 'permanent',
            'why' => 'no other here',
        ]);
        match (true) {
            $role === 'apprentice' => $permanent->assertForbidden(),
            in_array($kind->value, self::MAY_STAY, true) => $permanent->assertOk(),
            default => $permanent
                ->assertUnprocessable()
                ->assertJsonPath(
                    'message',
                    fn(string $m): bool => str_contains($m, 'cannot be made permanent by a reason'),
                ),
        };
        $bench = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        $handBack = collect($bench->json('safety.gates'))->firstWhere('gate', 'handback');
        $isNamed = collect($handBack['items'])->contains(static fn(array $i): bool => $i['id'] === "change {$id}");
        self::assertSame(!$permanent->isSuccessful(), $isNamed, 'hand-back names it as long as it is there');
        $changes = implode(' ', $this->getJson("/api/v1/jobs/{$job->id}/report")->json('changes'));
        self::assertStringContainsString($permanent->isSuccessful() ? 'permanent' : $kind->words(), $changes);
        $role === 'apprentice'
            ? $this->log($job, 'close')->assertForbidden()
            : $this->log($job, 'close')->assertUnprocessable();
    }

    /** `wrongfuse`, then "permanent, no other here": it opened mains once, and the report said "permanent". */
    public function testAWrongFuseStaysAWrongFuseUntilTheRightOneIsIn(): void
    {
        $lead = $this->person('lead');
        $job = $this->job($lead, 'auction-scale');
        $this->actingAs($lead)
            ->log($job, 'reading', ['text' => 'wrongfuse F1 T10A'])
            ->assertOk();
        $id = $job->entries()->where('kind', 'change')->value('id');
        $this->log($job, 'change_closed', [
            'change' => $id,
            'how' => 'permanent',
            'why' => 'no other here',
        ])->assertUnprocessable();
        $this->log($job, 'power', ['power' => 'live', 'mode' => 'loaded'])->assertUnprocessable();
        $marked = $this->getJson("/api/v1/jobs/{$job->id}/parts/F1")
            ->assertOk()
            ->json('original');
        $this->log($job, 'repair', ['part' => 'F1', 'out' => 'T10A', 'in' => 'T10A'])->assertUnprocessable();
        $this->log($job, 'repair', ['part' => 'F1', 'out' => 'T10A', 'in' => 'one from the drawer'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('safety.open', 1);
        $rating = \Tests\Support\Supplies::demo('auction-scale')->written['parts'];
        $fuse = collect($rating)->firstWhere('ref', 'F1')['rating'];
        $this->log($job, 'repair', ['part' => 'F1', 'out' => 'T10A', 'in' => "{$fuse} 250V"])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertJsonPath('safety.open', 0);
        self::assertStringContainsString(rtrim((string) $fuse, 'A'), str_replace(' ', '', (string) $marked));
    }
}
