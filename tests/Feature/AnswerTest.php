<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Knowledge\Solutions;
use App\Models\RepairJob;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\Supply\DescriptionReader;

/** The answer to a reading brings the bench that it makes. */
final class AnswerTest extends FeatureTestCase
{
    public function testTheAnswerIsTheBenchAsItStandsWithTheReading(): void
    {
        $this->actingAs($user = $this->person('technician'));
        $job = $this->job($user);
        $this->send($job, [['power', ['power' => 'live', 'mode' => 'loaded']]])
            ->assertOk()
            ->assertJsonPath('bench.state.power', 'live')
            ->assertJsonPath('bench.job.power', 'live');
        $answer = $this->send($job, [['reading', ['text' => 'tp3 0.02']]])->assertOk();
        $asked = $this->getJson("/api/v1/jobs/{$job->id}/bench")
            ->assertOk()
            ->json();
        self::assertSame($asked, $answer->json('bench'));
        self::assertSame('20 mV', $answer->json('bench.log.0.reading.text'));
        self::assertGreaterThan(
            0.5,
            array_sum(array_column(array_slice($answer->json('bench.suspects'), 0, 5), 'probability')),
        );
        $this->send($job, [['reading', ['text' => 'tp2 20']]], isBench: false)
            ->assertOk()
            ->assertJsonMissingPath('bench');
    }

    public function testOfSeveralEntriesThoseBeforeARefusedOneStandAndAreNamed(): void
    {
        $this->actingAs($user = $this->person('technician'));
        $job = $this->job($user);
        $ids = [self::id(), self::id(), self::id()];
        $this->send(
            $job,
            [['note', ['text' => 'first']], ['reading', ['text' => 'tp99 3 V']], ['note', ['text' => 'third']]],
            $ids,
        )
            ->assertUnprocessable()
            ->assertJsonPath('accepted', [$ids[0]]);
        self::assertSame(['first'], $job->entries()->get()->pluck('payload.text')->all());
        // Sent again without the refused one: what stands is not doubled.
        $this->send($job, [['note', ['text' => 'first']], ['note', ['text' => 'third']]], [$ids[0], $ids[2]])
            ->assertOk()
            ->assertJsonPath('accepted', [$ids[0], $ids[2]])
            ->assertJsonPath('bench.log.0.id', $ids[2]);
        self::assertSame(['first', 'third'], $job->entries()->get()->pluck('payload.text')->all());
    }

    /** The log is read once for a reading and its answer. */
    public function testAReadingOpensItsJobOnce(): void
    {
        $this->actingAs($user = $this->person('technician'));
        $job = $this->job($user);
        $this->send($job, [['power', ['power' => 'live', 'mode' => 'loaded']]])->assertOk();
        DB::enableQueryLog();
        $this->send($job, [['reading', ['text' => 'tp3 0.02']]])
            ->assertOk()
            ->assertJsonPath('bench.next.kind', static fn(string $kind): bool => $kind !== '');
        $read = array_filter(
            DB::getQueryLog(),
            static fn(array $q): bool => str_starts_with(
                $q['query'],
                'select * from `log_entries` where `log_entries`.`repair_job_id`',
            ),
        );
        self::assertCount(1, $read);
    }

    /** A bench that nothing has changed is known by its mark; whatever may change it changes that. */
    public function testAnUnchangedBenchIsAnsweredWithNothingAndAChangedOneAnew(): void
    {
        $this->actingAs($user = $this->person('technician'));
        $job = $this->job($user);
        $address = "/api/v1/jobs/{$job->id}/bench";
        $first = $this->getJson($address)->assertOk();
        $mark = (string) $first->headers->get('ETag');
        self::assertNotSame('', $mark);
        $ask = fn(string $mark): TestResponse => $this->getJson($address, ['If-None-Match' => $mark]);
        self::assertSame('', $ask($mark)->assertStatus(304)->getContent());
        $ask("W/{$mark}")->assertStatus(304);
        self::assertSame(
            $first->json(),
            $this->getJson($address)->assertOk()->json(),
            'the kept answer is the same answer',
        );
        // Somebody with other rights gets an answer of their own.
        $lead = $this->actingAs($this->person('lead'))
            ->getJson($address, ['If-None-Match' => $mark])
            ->assertOk();
        self::assertTrue($lead->json('safety.may_override'));
        $this->actingAs($user);
        $this->log($job, 'note', ['text' => 'smells of varnish'])->assertOk();
        $second = $ask($mark)
            ->assertOk()
            ->assertJsonPath('log.0.line', static fn(string $line): bool => str_contains($line, 'smells of varnish'));
        // What was found on another unit of this board moves suspicion here.
        $other = $this->job($user);
        DB::table('repair_jobs')
            ->where('id', $other->id)
            ->update(['supply_id' => $job->supply_id, 'found' => 'C1:open', 'closed_at' => now(), 'is_closed' => true]);
        $third = $ask((string) $second->headers->get('ETag'))->assertOk();
        self::assertNotSame($second->json('suspects'), $third->json('suspects'));
        $ask((string) $third->headers->get('ETag'))->assertStatus(304);
        $this->actingAs($this->person('technician', \App\Models\Workshop::query()->create(['name' => 'Another'])))
            ->getJson($address, ['If-None-Match' => (string) $third->headers->get('ETag')])
            ->assertNotFound();
    }

    /** As long as something is being solved an answer has no mark. */
    public function testABenchThatIsBeingSolvedIsAskedForAgain(): void
    {
        Queue::fake();
        $this->actingAs($user = $this->person('technician'));
        $job = $this->job($user);
        // A unit that nobody has met.
        $description = $job->description;
        $description['parts'] = array_map(
            static fn(array $part): array => $part['kind'] === 'resistor'
                ? ['value' => sprintf('%dR', random_int(100_000, 999_999))] + $part
                : $part,
            $description['parts'],
        );
        $job->update(['description' => $description]);
        $waiting = $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
        self::assertNotNull($waiting->json('solving'));
        self::assertFalse($waiting->headers->has('ETag'));
        app(Solutions::class)->solve(DescriptionReader::fromArray($job->description), static fn() => null);
        self::assertTrue(
            $this->getJson("/api/v1/jobs/{$job->id}/bench")
                ->assertJsonPath('solving', null)
                ->headers->has('ETag'),
        );
    }

    /**
     * @param list<array{string, array<string, mixed>}> $entries
     * @param list<string>|null                         $ids
     */
    private function send(RepairJob $job, array $entries, ?array $ids = null, bool $isBench = true): TestResponse
    {
        return $this->postJson("/api/v1/jobs/{$job->id}/log", [
            'bench' => $isBench,
            'entries' => array_map(
                static fn(array $entry, int $k): array => [
                    'id' => $ids[$k] ?? self::id(),
                    'kind' => $entry[0],
                    'payload' => $entry[1],
                    'at' => now()->toIso8601String(),
                ],
                $entries,
                array_keys($entries),
            ),
        ]);
    }

    private static function id(): string
    {
        return strtoupper((string) Str::ulid());
    }
}
