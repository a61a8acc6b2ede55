<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Closure;
use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Suspect;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * Rules of thumb of the trade, each a fact of common practice without a published source: the reasoning must come to
 * the same conclusion without having been told any of them.
 */
#[Group('slow')]
final class RulesOfThumbTest extends TestCase
{
    /**
     * Common practice: dead with the fuse intact is an open part in the chain, start-up resistors first among the
     * resistors.
     */
    public function testDeadWithTheFuseIntactIsAnOpenInTheChain(): void
    {
        $workup = $this->told('net-loft-radio', ['dead', 'f1 intact']);

        self::assertGreaterThan(
            0.5,
            self::share(
                $workup,
                static fn(Hypothesis $h): bool => in_array(
                    $h->fault,
                    ['open', 'dead', 'primary_open', 'no_drive', 'dried', 'greedy', 'leaky'],
                    true,
                ),
            ),
        );
        $resistors = array_filter(
            self::byPart($workup),
            static fn(string $ref): bool => $ref[0] === 'R' && $ref !== 'RL11' && $ref !== 'RT1' && $ref !== 'RV1',
            ARRAY_FILTER_USE_KEY,
        );
        self::assertContains('R11', array_slice(array_keys($resistors), 0, 2), 'the start-up resistor');
        self::assertLessThan(
            0.02,
            self::share(
                $workup,
                static fn(Hypothesis $h): bool => in_array($h->id, ['BR1:d1_short', 'Q11:short', 'C1:short'], true),
            ),
            'what would have taken the fuse',
        );
    }

    /**
     * Common practice: a glass blackened or metal-plated is a dead short; an element merely parted is fatigue or a
     * modest overload.
     */
    public function testHowAFuseOpenedTellsTheEnergy(): void
    {
        $black = $this->told('net-loft-radio', ['dead', 'f1 blackened']);
        $parted = $this->told('net-loft-radio', ['dead', 'f1 parted']);
        $short = static fn(Hypothesis $h): bool => str_contains($h->fault, 'short');
        $tired = static fn(Hypothesis $h): bool => $h->id === 'F1:open';

        self::assertGreaterThan(0.8, self::share($black, $short));
        self::assertGreaterThan(3 * self::share($black, $tired), self::share($parted, $tired));
        self::assertLessThan(self::share($black, $short), self::share($parted, $short));
    }

    /** Common practice: the fuse is a consequence until proven otherwise. */
    public function testAnOpenFuseIsAConsequenceFirst(): void
    {
        $workup = $this->told('auction-scale', ['dead', 'fuse_open']);

        self::assertGreaterThan(
            self::share($workup, static fn(Hypothesis $h): bool => $h->id === 'F1:open'),
            self::share($workup, static fn(Hypothesis $h): bool => str_contains($h->fault, 'short')),
        );
        self::assertNotSame('mains', explode(' ', (string) $workup->next()['next']['sentence'])[0]);
        self::assertSame('unplugged', $workup->next()['next']['power'], 'dead checks, before anything is powered');
    }

    public function testAFuseThatIsFoundIsTriedOnceAndItsCausesAreNamed(): void
    {
        $texts = ['dead', 'F1 OL', 'F1 OL'];
        foreach (
            [
                'TP3 resistance',
                'TP4 resistance',
                'BR1.d1 diode',
                'BR1.d2 diode',
                'BR1.d3 diode',
                'BR1.d4 diode',
                'S1 resistance',
            ]
            as $key
        ) {
            [$place, $function] = explode(' ', $key);
            $texts[] = sprintf(
                '%s %.3f %s',
                $place,
                Supplies::knowledge('deck-intercom')->dictionary(null)->reading('loaded', 'F1:open', $key),
                $function === 'diode' ? 'diode' : 'ohm',
            );
        }
        $next = $this->told('deck-intercom', $texts)->next()['next'];

        self::assertStringStartsWith('Found: F1 open', $next['sentence']);
        self::assertStringContainsString(
            'once, and power up behind a lamp limiter. If it goes again: ',
            $next['detail'],
        );
        self::assertStringContainsString('C1 shorted', $next['detail']);
    }

    /** Common practice: ticking is a dried-out supply capacitor of the controller first, then a shorted output. */
    public function testTickingIsTheControllersCapacitorThenAShortedOutput(): void
    {
        $workup = $this->told('net-loft-radio', ['ticks']);
        $parts = self::byPart($workup);
        $rank = array_flip(array_keys($parts));

        self::assertLessThan(
            4,
            $rank['C11'],
            'among the first four: ' . implode(', ', array_slice(array_keys($parts), 0, 6)),
        );
        self::assertGreaterThan(5 * $parts['R16'], $parts['C11']);
        self::assertGreaterThan(
            0.05,
            self::share(
                $workup,
                static fn(Hypothesis $h): bool => in_array($h->ref, ['D12', 'C12', 'C14', 'RL11'], true) &&
                    str_contains($h->fault, 'short'),
            ),
        );
    }

    /** Common practice: hum at twice mains is a dried reservoir, at mains frequency an open leg of the rectifier. */
    public function testHumAtTwiceMainsIsTheReservoir(): void
    {
        self::assertSame('C1', array_key_first(self::byPart($this->told('deck-intercom', ['hum']))));
        // A leg that shorts takes the fuse along as a rule; where it holds, it hums at the mains as well.
        $leg = static fn(string $how): Closure => static fn(Hypothesis $h): bool => $h->ref === 'BR1' &&
            str_ends_with($h->fault, $how);
        $heard = $this->told('deck-intercom', ['hum', 'live', 'tp3 50Hz']);
        self::assertGreaterThan(0.9, self::share($heard, $leg('_open')) + self::share($heard, $leg('_short')));
        $seen = $this->told('deck-intercom', ['live', 'tp3 50Hz']);
        self::assertGreaterThan(self::share($seen, $leg('_short')), self::share($seen, $leg('_open')));
        self::assertSame(
            'C1',
            array_key_first(self::byPart($this->told('deck-intercom', ['hum', 'live', 'tp3 100Hz']))),
        );
    }

    /**
     * Common practice: one channel weak is that channel's supply node: a leaky or reversed capacitor, an open or
     * drifted dropper.
     */
    public function testOneWeakChannelIsItsOwnSupplyNode(): void
    {
        // The other channel stands a little higher for it: the transformer has less to do.
        $leaky = static fn(string $point): float => Supplies::knowledge('gallery-organ')
            ->dictionary(null)
            ->reading('loaded', 'C11:leaky@4', "{$point} dc");
        $workup = $this->told('gallery-organ', [
            'weak',
            'live',
            sprintf('tp6 %.1f', $leaky('TP6')),
            sprintf('tp7 %.1f', $leaky('TP7')),
            sprintf('tp4 %.1f', $leaky('TP4')),
            sprintf('tp5 %.1f', $leaky('TP5')),
        ]);
        $parts = self::byPart($workup);
        $sum = static fn(array $refs): float => array_sum(array_intersect_key($parts, array_flip($refs)));

        self::assertGreaterThan(
            0.5,
            $sum(['R11', 'C11', 'R12', 'C12', 'V11', 'V12']),
            json_encode($parts, JSON_THROW_ON_ERROR),
        );
        self::assertGreaterThan(
            4 * $sum(['R21', 'C21', 'R22', 'C22', 'V21', 'V22']),
            $sum(['R11', 'C11', 'R12', 'C12', 'V11', 'V12']),
        );
    }

    /** Common practice: a working rail proves everything that it shares with the dead one. */
    public function testAWorkingRailProvesWhatItShares(): void
    {
        $shared = static fn(Hypothesis $h): bool => in_array($h->ref, ['W1', 'F1', 'S1'], true) ||
            $h->id === 'T1:primary_open';
        $before = self::share($this->told('tide-recorder', ['live', 'tp6 0.0']), $shared);
        $after = self::share($this->told('tide-recorder', ['live', 'tp6 0.0', 'tp4 15.0']), $shared);

        self::assertGreaterThan(0.05, $before);
        self::assertLessThan(0.01, $after);
    }

    /**
     * Common practice: voltage in front of a resistor and nothing behind it: the resistor is open or what follows is
     * shorted; ohms tell which.
     */
    public function testNothingBehindAResistorIsEitherOfTwo(): void
    {
        $good = $this->good('tuner-feed');
        $behind = ['live', sprintf('tp3 %.2f', 1.05 * $good['TP3']), 'tp4 0.0', 'tp4 0.0'];
        $workup = $this->told('tuner-feed', $behind);
        $open = static fn(Hypothesis $h): bool => $h->id === 'R1:open';
        $short = static fn(Hypothesis $h): bool => in_array($h->ref, ['Z1', 'C2', 'RL1'], true) &&
            $h->fault === 'short';

        self::assertGreaterThan(0.8, self::share($workup, $open) + self::share($workup, $short));
        self::assertGreaterThan(
            0.9,
            self::share($this->told('tuner-feed', [...$behind, 'unplugged', 'r1 OL', 'r1 OL']), $open),
        );
        self::assertGreaterThan(
            0.9,
            self::share($this->told('tuner-feed', [...$behind, 'unplugged', 'tp4 0.3 ohm', 'tp4 0.3 ohm']), $short),
        );
    }

    /** Common practice: a missing light is a suspicion, not a measurement: the lamp itself may be dead. */
    public function testAMissingLightConvictsNobody(): void
    {
        $workup = $this->told('deck-intercom', ['lamp_dark']);

        self::assertLessThan(0.6, $workup->suspects()[0]->probability);
        self::assertGreaterThan(
            1.4 * $this->told('deck-intercom', [])->points->of('LED1')['suspicion'],
            $workup->points->of('LED1')['suspicion'],
        );
        self::assertNotSame('confirm', $workup->next()['next']['kind']);
    }

    /** Common practice: suspect what dries in the heat; a part beside a heatsink goes first. */
    public function testAgeMovesElectrolyticsForward(): void
    {
        $young = self::byPart(
            new Workup(Supplies::demo('deck-intercom'), $this->aged(3), Supplies::knowledge('deck-intercom')),
        );
        $old = self::byPart(
            new Workup(Supplies::demo('deck-intercom'), $this->aged(40), Supplies::knowledge('deck-intercom')),
        );

        self::assertGreaterThan($young['C1'], $old['C1']);
        self::assertLessThan($young['U1'], $old['U1']);
    }

    /** Common practice: what was worked on last is looked at first, and reversed parts look perfectly normal. */
    public function testEarlierWorkMakesAReversedCapacitorThinkable(): void
    {
        $bench = new Bench(Supplies::demo('gallery-organ'));
        $reversed = static fn(Hypothesis $h): bool => $h->fault === 'reversed';
        $before = self::share(
            new Workup($bench->supply, $bench->state(), Supplies::knowledge('gallery-organ')),
            $reversed,
        );
        $bench->add('background', ['years' => '', 'conditions' => ['worked_on']]);

        self::assertGreaterThan(
            4 * $before,
            self::share(new Workup($bench->supply, $bench->state(), Supplies::knowledge('gallery-organ')), $reversed),
        );
    }

    /**
     * Common practice: dead checks first where they tell as much; nobody goes to live primary parts for what ohms tell.
     */
    public function testTheFirstStepIsNeverOnTheLivePrimary(): void
    {
        foreach (['deck-intercom', 'auction-scale', 'tide-recorder', 'net-loft-radio'] as $demo) {
            foreach (['dead', 'hum', 'weak'] as $symptom) {
                $next = $this->told($demo, [$symptom])->next()['next'];
                $point = Supplies::demo($demo)->points[$next['target'] ?? ''] ?? null;
                self::assertFalse(
                    $next['power'] === 'live' && $point !== null && Supplies::demo($demo)->isHot($point->node),
                    "{$demo}, {$symptom}: {$next['sentence']}",
                );
            }
        }
    }

    /** @param list<string> $texts typed into the one field; "live" and "unplugged" set the power */
    private function told(string $demo, array $texts): Workup
    {
        $bench = new Bench(Supplies::demo($demo));
        foreach ($texts as $text) {
            if (in_array($text, ['live', 'unplugged'], true)) {
                $bench->add('power', ['power' => $text, 'mode' => 'loaded']);
                continue;
            }
            $understood = FieldText::understand($text, $bench->supply) ?? [
                'kind' => 'reading',
                'payload' => ['text' => $text],
            ];
            $bench->add($understood['kind'], $understood['payload']);
        }

        return new Workup($bench->supply, $bench->state(), Supplies::knowledge($demo));
    }

    /** @return array<string, float> volts of a good unit by point, in the usual mode */
    private function good(string $demo): array
    {
        $nominal = Supplies::knowledge($demo)->expectations(Supplies::demo($demo)->mode(null)->id, null)->nominal;

        return array_map(static fn(array $reading): float => $reading['dc'], $nominal->readings);
    }

    private function aged(int $years): BenchState
    {
        return (new Bench(Supplies::demo('deck-intercom')))
            ->add('background', ['years' => $years, 'conditions' => []])
            ->state();
    }

    /** @param callable(Hypothesis): bool $which */
    private static function share(Workup $workup, callable $which): float
    {
        $sum = 0.0;
        foreach ($workup->suspects() as $suspect) {
            // Members of a group are as one to every meter: their prior weights part its probability.
            $weights = array_map(static fn(Hypothesis $h): float => $h->weight, $suspect->members);
            foreach ($suspect->members as $hypothesis) {
                $sum += $which($hypothesis) ? ($suspect->probability * $hypothesis->weight) / array_sum($weights) : 0.0;
            }
        }

        return $sum;
    }

    /** @return array<string, float> probability by part, likeliest first */
    private static function byPart(Workup $workup): array
    {
        $parts = [];
        foreach (array_merge(...array_map(static fn(Suspect $s): array => $s->parts(), $workup->suspects())) as $ref) {
            $parts[$ref] ??= $workup->points->of($ref)['suspicion'];
        }
        arsort($parts);

        return $parts;
    }
}
