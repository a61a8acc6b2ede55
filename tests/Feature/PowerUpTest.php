<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Knowledge\Refusal;
use App\Knowledge\Solutions;
use App\Knowledge\WorkOut;
use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;
use Oculant\Core\PowerUp\Topology;
use Oculant\Core\Supply\DescriptionReader;
use Tests\Support\Supplies;

/** Plan, ledger, gates and alarm through the API; who may do what. */
final class PowerUpTest extends FeatureTestCase
{
    public function testEverySectionOfThePlanAnswers(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $this->section($job, 'safe')->assertJsonPath('lines.0.ref', 'C1')->assertJsonPath('lines.0.hazard', false);
        $this->section($job, 'methods')->assertJsonPath('methods.0.how', 'lamp')->assertJsonPath('region', []);
        $this->section($job, 'feed')
            ->assertJsonPath('plans.0.method.part', 'C1')
            ->assertJsonPath('plans.0.scaled', null);
        $this->section($job, 'lamp')->assertJsonPath('plan.rows.0.what', 'nothing wrong');
        $this->section($job, 'ramp')->assertJsonCount(8, 'plan.steps')->assertJsonPath('plan.warning', null);
        $this->section($job, 'reform')->assertJsonPath('parts.0.ref', 'C1');
        $this->section($job, 'needs')->assertJsonPath('fuses.0.ref', 'F1')->assertJsonPath('interlocks', []);
        $this->getJson("/api/v1/jobs/{$job->id}/powerup/wishes")->assertNotFound();
    }

    /** Nobody waits in a request for what a large supply takes: a worker is asked, once, and what it found is kept. */
    public function testAPageIsNotKeptWaitingForALargeSupply(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'wheelhouse-display');
        $this->actingAs($user);
        // As after an update: nothing that was worked out before counts.
        config(['oculant.build' => Str::random(), 'oculant.patient' => false]);
        Queue::fake([WorkOut::class]);
        $asked = fn(string $section): TestResponse => $this->getJson("/api/v1/jobs/{$job->id}/powerup/{$section}");

        $asked('needs')
            ->assertAccepted()
            ->assertHeader('Retry-After', '1')
            ->assertJsonStructure(['message']);
        $asked('needs')->assertAccepted();
        $this->get("/api/v1/jobs/{$job->id}/powerup/needs")
            ->assertAccepted()
            ->assertHeader('Refresh', '1');
        Queue::assertPushedOn(WorkOut::QUEUE, WorkOut::class);
        Queue::assertPushed(WorkOut::class, 1);

        config(['oculant.patient' => null]);
        Queue::pushed(WorkOut::class)->each(static fn(WorkOut $work) => app()->call([$work, 'handle']));
        config(['oculant.patient' => false]);
        $asked('needs')
            ->assertOk()
            ->assertJsonStructure(['fuses']);

        // What the engine cannot do is said, instead of asked for for ever.
        $supply = DescriptionReader::fromArray($job->description);
        app(Solutions::class)->refuse($supply, 'powerup:feed', new Refusal('It finds no rest.'));
        $asked('feed')->assertUnprocessable()->assertJsonPath('message', 'It finds no rest.');

        // What is sent in is never put off.
        config(['oculant.patient' => null]);
        $this->log($job, 'note', ['text' => 'kept'])->assertOk();
    }

    public function testThePlanOfAnotherWorkshopIsNotThere(): void
    {
        $job = $this->job($this->person('technician', Workshop::query()->create(['name' => 'Elsewhere'])));
        $this->actingAs($this->person('lead'))
            ->getJson("/api/v1/jobs/{$job->id}/powerup/safe")
            ->assertNotFound();
    }

    public function testTheWallOfTheWorkshopIsComparedWithTheUnit(): void
    {
        config(['oculant.wall' => ['volts' => 120.0, 'hertz' => 60.0]]);
        $user = $this->person('technician');
        $job = $this->job($user, 'auction-scale');

        $this->actingAs($user);
        $this->section($job, 'methods')
            ->assertJsonPath('region.0.title', 'The wall is too low: 120 V for a 230 V unit')
            ->assertJsonPath('region.1.title', '60 Hz wall, 50 Hz unit');
    }

    /** Expected values follow what is different: behind a lamp, and with a resistor of another value. */
    public function testReadingsAreJudgedInTheirContext(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $this->log($job, 'change', [
            'change' => 'lifted',
            'part' => 'RL1',
            'why' => 'to see whether the load pulls it down',
        ])->assertOk();
        $this->log($job, 'power', [
            'power' => 'limited',
            'mode' => 'loaded',
            'method' => ['how' => 'lamp', 'watts' => '25'],
        ])->assertOk();
        $bench = $this->bench($job)
            ->assertJsonPath('safety.open', 1)
            ->assertJsonPath('safety.context', 'leg lifted RL1, behind a lamp of 25 W')
            ->assertJsonPath('state.power', 'limited');
        $tp2 = collect($bench->json('points'))->firstWhere('id', 'TP2');
        self::assertLessThan(230.0, $tp2['high']);
        $this->log($job, 'reading', ['text' => 'tp4 5.01'])->assertOk();
        $this->bench($job)
            ->assertJsonPath('log.0.reading.word', 'fine')
            ->assertJsonPath('log.0.reading.context', 'leg lifted RL1, behind a lamp of 25 W');
    }

    public function testALeadMayPassOverAGateATechnicianAndAnApprenticeMayNot(): void
    {
        $lead = $this->person('lead');
        $job = $this->repaired($this->person('technician'));
        $apprentice = $this->person('apprentice');
        $own = $this->job($apprentice);

        $this->actingAs($apprentice);
        $this->log($job, 'override', ['gate' => 'mains', 'reason' => 'in a hurry'])->assertForbidden();
        $this->log($own, 'override', ['gate' => 'mains', 'reason' => 'in a hurry'])
            ->assertForbidden()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'Only a lead'));
        $this->actingAs($job->user);
        $this->log($job, 'power', ['power' => 'live'])->assertUnprocessable();
        $this->log($job, 'override', ['gate' => 'mains', 'reason' => 'in a hurry'])->assertForbidden();
        self::assertSame(0, LogEntryRecord::query()->where('kind', 'override')->count());

        $this->actingAs($lead);
        $this->log($job, 'override', ['gate' => 'mains', 'reason' => ''])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('reason');
        $this->log($job, 'override', [
            'gate' => 'mains',
            'reason' => 'outputs measured by me, not entered',
        ])->assertOk();
        $this->bench($job)
            ->assertJsonPath('safety.may_override', true)
            ->assertJsonPath('safety.gates.2.open', true)
            ->assertJsonPath('safety.gates.2.override', 'outputs measured by me, not entered');
        $this->actingAs($job->user);
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        self::assertStringContainsString(
            'Reason: outputs measured by me',
            (string) $this->bench($job)->json('log.1.line'),
        );
    }

    /** Not even a lead sends a unit to the mains with a resistor made for thirty volts, or home with a jumper. */
    public function testWhatIsForbiddenNobodyPassesOver(): void
    {
        $lead = $this->person('lead');
        $job = $this->job($lead, 'auction-scale');
        $this->actingAs($lead);
        $this->log($job, 'change', ['change' => 'scaled', 'part' => 'R1', 'value' => '100'])->assertOk();
        $id = (string) $this->bench($job)->json('safety.ledger.0.id');
        $this->log($job, 'allow', ['change' => $id, 'gate' => 'mains'])->assertUnprocessable();
        $this->log($job, 'override', ['gate' => 'mains', 'reason' => 'trust me'])->assertUnprocessable();
        $this->log($job, 'power', ['power' => 'live'])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $m): bool => str_contains($m, 'Scaled resistor R1 100 must be undone first'),
            );
        $this->log($job, 'change_closed', ['change' => $id, 'how' => 'permanent', 'why' => ''])->assertUnprocessable();
        $this->log($job, 'change_closed', ['change' => $id, 'how' => 'undone'])->assertOk();
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $closing = LogEntryRecord::query()->where('kind', 'change_closed')->value('id');
        $this->log($job, 'strike', ['entry' => $closing])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                static fn(string $m): bool => str_contains($m, 'live on mains with scaled resistor R1 100 in it'),
            );
    }

    public function testHandsStayOutUntilTheBulkCapacitorIsProvenEmptyTwice(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'net-loft-radio');
        $this->actingAs($user);
        $this->bench($job)
            ->assertJsonPath('state.words', 'Unplugged, not proven empty')
            ->assertJsonPath('safety.unproven', ['C1']);
        $this->log($job, 'repair', ['part' => 'D12', 'out' => 'a', 'in' => 'b'])
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'C1 may still hold its charge'));
        $this->log($job, 'reading', ['text' => 'c1 left 2.4'])->assertOk();
        $this->bench($job)
            ->assertJsonPath('safety.charged.0.proven', false)
            ->assertJsonPath('safety.charged.0.again_at', static fn(?string $at): bool => $at !== null);
        $this->log($job, 'repair', ['part' => 'D12', 'out' => 'a', 'in' => 'b'])
            ->assertUnprocessable()
            ->assertJsonPath('message', static fn(string $m): bool => str_contains($m, 'recovers'));
        $this->travel(3)->minutes();
        $this->log($job, 'reading', ['text' => '3.1', 'target' => 'C1', 'quantity' => 'left'])->assertOk();
        $this->bench($job)
            ->assertJsonPath('state.words', 'Unplugged and discharged')
            ->assertJsonPath('safety.charged.0.proven', true);
        $this->log($job, 'repair', ['part' => 'D12', 'out' => 'a', 'in' => 'b'])->assertOk();
    }

    public function testAContradictionIsInTheAnswerUntilItIsAnswered(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'net-loft-radio');
        $this->actingAs($user);
        $this->log($job, 'reading', ['text' => 'c1 left 301'])->assertOk();
        $this->bench($job)
            ->assertJsonPath('safety.alarm.place', 'C1')
            ->assertJsonPath('safety.alarm.sentence', '301 V at C1, and the unit is recorded as unplugged.');
        $this->log($job, 'reading', ['text' => 'c1 left 4'])->assertOk();
        $this->bench($job)->assertJsonPath('safety.alarm', null);
    }

    public function testARampIsJudgedAsItGoes(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $this->log($job, 'ramp', ['volts' => '60', 'amperes' => '5m'])->assertUnprocessable();
        $this->log($job, 'power', [
            'power' => 'limited',
            'mode' => 'unloaded',
            'method' => ['how' => 'variable_transformer', 'volts' => '23'],
        ])->assertOk();
        $this->log($job, 'ramp', ['volts' => '60', 'amperes' => 'lots'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('amperes');
        $this->log($job, 'ramp', ['volts' => '69', 'amperes' => '0.4'])->assertOk();
        $this->bench($job)
            ->assertJsonPath('safety.ramp.0.verdict.stop', true)
            ->assertJsonPath('state.mains', '69.0 V')
            // A third of the way up nothing is known of its points before a worker has been there, and nothing is
            // guessed.
            ->assertJsonPath('points.0.low', null);
        app(Solutions::class)->solveAt(Supplies::demo('auction-scale'), 69.0);
        $this->bench($job)->assertJsonPath('points.0.low', static fn(float $low): bool => $low > 60.0 && $low < 69.0);
    }

    /** A step on the ramp of a large supply is kept at once; what it means comes from a worker, and the bench asks. */
    public function testAStepOnTheRampOfALargeSupplyWaitsForNothing(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'wheelhouse-display');
        $this->actingAs($user);
        $this->log($job, 'power', [
            'power' => 'limited',
            'mode' => (new Topology(Supplies::demo('wheelhouse-display')))->gentlest()->id,
            'method' => ['how' => 'variable_transformer', 'volts' => '23'],
        ])->assertOk();
        config(['oculant.build' => Str::random(), 'oculant.patient' => false]);
        Queue::fake([WorkOut::class]);
        $step = self::entry('ramp', ['volts' => '69', 'amperes' => '0.01']);
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$step], 'bench' => true])
            ->assertOk()
            ->assertJsonPath('bench.awaits', true)
            ->assertJsonPath('bench.safety.ramp.0.verdict', null);
        Queue::assertPushed(WorkOut::class, 1);

        // The engine may find no ramp: the bench goes on without.
        $supply = DescriptionReader::fromArray($job->description);
        $asked = Queue::pushed(WorkOut::class)->first();
        app(Solutions::class)->refuse($supply, $asked->what, new Refusal('It finds no rest.'));
        $this->bench($job)->assertOk()->assertJsonPath('safety.ramp.0.verdict', null);
        Cache::flush();

        config(['oculant.patient' => null]);
        app()->call([$asked, 'handle']);
        config(['oculant.patient' => false]);
        $this->bench($job)->assertJsonPath('safety.ramp.0.verdict.stop', static fn($stop): bool => is_bool($stop));
    }

    public function testTheReportTellsWhatBecameOfEachTemporaryChange(): void
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $this->log($job, 'reading', ['text' => 'jumper s1 switch sticks'])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/report")->assertJsonPath('changes', ['jumper S1: still open']);
        $this->log($job, 'change_closed', [
            'change' => (string) $this->bench($job)->json('safety.ledger.0.id'),
            'how' => 'permanent',
            'why' => 'owner wants no switch',
        ])->assertOk();
        $this->getJson("/api/v1/jobs/{$job->id}/report")->assertJsonPath('changes', [
            'jumper S1: permanent, owner wants no switch',
        ]);
        self::assertStringStartsWith('%PDF-', (string) $this->get("/api/v1/jobs/{$job->id}/report.pdf")->getContent());
    }

    private function repaired(\App\Models\User $user): RepairJob
    {
        $job = $this->job($user, 'auction-scale');
        $this->actingAs($user);
        $this->log($job, 'cause', ['part' => 'C3', 'fault' => 'dried'])->assertOk();
        $this->log($job, 'repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b'])->assertOk();

        return $job;
    }

    private function section(RepairJob $job, string $name): TestResponse
    {
        return $this->getJson("/api/v1/jobs/{$job->id}/powerup/{$name}")->assertOk();
    }

    private function bench(RepairJob $job): TestResponse
    {
        return $this->getJson("/api/v1/jobs/{$job->id}/bench")->assertOk();
    }
}
