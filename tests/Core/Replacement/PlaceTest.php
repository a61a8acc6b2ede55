<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Parts\Rating;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Replacement\Duty;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What the circuit asks of a part at its worst. */
final class PlaceTest extends TestCase
{
    /** Peak of the highest mains through the ratio of the transformer, two silicon drops off; hand calculation. */
    public function testAReservoirIsAskedForThePeakOfTheHighestMainsUnloaded(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $place = Place::of($supply, Supplies::demands($supply), 'C1');
        // 2x18 V at 30 VA rise unloaded by the regulation of such a core, about a tenth.
        $secondary = $supply->part('T1')->value('secondary');
        $peak = $secondary * 1.1 * M_SQRT2;

        self::assertGreaterThan(1.0 * $peak - 1.6, $place->asks(Rating::VOLTAGE));
        self::assertLessThan(1.2 * $peak, $place->asks(Rating::VOLTAGE));
        self::assertStringContainsString('253 V mains', $place->says(Rating::VOLTAGE, Unit::Volt));
        self::assertStringContainsString('off', $place->says(Rating::VOLTAGE, Unit::Volt), 'unloaded');
    }

    /** Full-wave with a centre tap: each diode blocks twice the peak (handbook). */
    public function testADiodeOfACentreTapBlocksTwiceThePeak(): void
    {
        $supply = Supplies::demo('gallery-organ');
        $demands = Supplies::demands($supply);
        $reservoir = $demands->value('C1', Rating::VOLTAGE);

        self::assertEqualsWithDelta(2.0, $demands->value('D1', Rating::REVERSE) / $reservoir, 0.03);
        self::assertGreaterThan(350.0, $reservoir, 'the valves are out: nothing loads it');
    }

    /**
     * What flows into a smoothed rail must flow through the rectifier: its average is half the load in each diode of a
     * pair (Kirchhoff).
     */
    public function testCurrentsAddUp(): void
    {
        $supply = Supplies::demo('auction-scale');
        $demands = Supplies::demands($supply);

        self::assertEqualsWithDelta(
            $demands->value('U1', Rating::AVERAGE),
            2 * $demands->value('D1', Rating::AVERAGE),
            0.03 * $demands->value('U1', Rating::AVERAGE) + 0.01,
        );
    }

    public function testWhatWasMeasuredCountsIfItIsMore(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $point = array_values(
            array_filter(
                $supply->points,
                static fn($p): bool => [$p->node, $p->against] === [
                    $supply->part('C1')->node('plus'),
                    $supply->part('C1')->node('minus'),
                ],
            ),
        )[0];
        $bench = (new Bench($supply))
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => "{$point->id} 33.5"]);
        $measured = Place::measured($supply, $bench->state(), 'C1');
        $place = Place::of($supply, Supplies::demands($supply), 'C1', $measured);

        self::assertSame(33.5, $measured);
        self::assertSame(33.5, $place->asks(Rating::VOLTAGE));
        self::assertSame('33.5 V, measured here', $place->says(Rating::VOLTAGE, Unit::Volt));
        self::assertNull(Place::measured($supply, $bench->state(), 'C3'));
    }

    public function testTwinsStandAlikeInAMirroredCircuit(): void
    {
        $supply = Supplies::demo('gallery-organ');
        $demands = Supplies::demands($supply);

        self::assertSame(['C21'], Place::of($supply, $demands, 'C11')->twins);
        self::assertSame(['D1'], Place::of($supply, $demands, 'D2')->twins);
        self::assertSame([], Place::of($supply, $demands, 'C1')->twins);
    }

    /** @return iterable<string, array{string, string, Duty}> */
    public static function duties(): iterable
    {
        yield 'behind the mains rectifier' => ['tide-recorder', 'C1', Duty::Reservoir];
        yield 'behind a regulator' => ['tide-recorder', 'C3', Duty::Decoupling];
        yield 'the bulk of a switcher' => ['wheelhouse-display', 'C1', Duty::Reservoir];
        yield 'behind a switching rectifier' => ['wheelhouse-display', 'C12', Duty::Output];
        yield 'on the controller' => ['wheelhouse-display', 'C11', Duty::Startup];
        yield 'in the loop' => ['wheelhouse-display', 'C13', Duty::Compensation];
        yield 'across the line' => ['wheelhouse-display', 'CX1', Duty::Safety];
    }

    #[DataProvider('duties')]
    public function testWhatACapacitorIsThereFor(string $demo, string $ref, Duty $duty): void
    {
        $supply = Supplies::demo($demo);

        self::assertSame($duty, Duty::of($supply, $supply->part($ref)));
    }

    public function testTheDescriptionMayStateTheDuty(): void
    {
        $written = Supplies::demoArray('tide-recorder');
        foreach ($written['parts'] as $k => $part) {
            if ($part['ref'] === 'C3') {
                $written['parts'][$k]['body'] = ['duty' => 'timing', 'height' => '11 mm'];
            }
        }
        $supply = DescriptionReader::fromArray($written);

        self::assertSame(Duty::Timing, Duty::of($supply, $supply->part('C3')));
        self::assertInstanceOf(Description::class, $supply);
    }
}
