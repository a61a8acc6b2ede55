<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Whole stories from readings to the named part, as a technician would type them. */
final class LimitsTest extends TestCase
{
    /**
     * @return iterable<string, array{string, list<string>, string}> supply, readings in the loaded mode, part that must
     *     lead
     */
    public static function stories(): iterable
    {
        yield 'no output behind a good reservoir' => ['deck-intercom', ['tp3 21.5', 'tp4 0.0'], 'U1'];
        yield 'output follows the input' => ['deck-intercom', ['tp3 17.0', 'tp4 16.8'], 'U1'];
        yield 'nothing behind a good winding' => ['tuner-feed', ['tp2 14.9 ac', 'tp3 0.0'], 'D1'];
        yield 'no winding voltage, mains present' => ['tuner-feed', ['tp1 230 ac', 'tp2 0.0 ac'], 'T1'];
        yield 'rail risen above the zener' => ['tuner-feed', ['tp4 13.2', 'tp3 17.1'], 'Z1'];
        yield 'reservoir high, rail gone: the dropper' => ['tuner-feed', ['tp3 18.6', 'tp4 0.0'], 'R1'];
        yield 'deep ripple and a sagging reservoir' => ['deck-intercom', ['tp3 15.7', 'tp3 11.5 ripple'], 'C1'];
        yield 'negative rail low, positive right' => [
            'tide-recorder',
            ['tp4 15.0', 'tp6 -12.0', 'tp5 -21.9', 'tp5 0.9 vpp', 'tp7 -21.8'],
            'U2',
        ];
        yield 'negative feed broken' => ['tide-recorder', ['tp4 15.0', 'tp6 0.0', 'tp5 -24.2', 'tp7 0.0'], 'J2'];
    }

    /** @param list<string> $readings */
    #[DataProvider('stories')]
    public function testTheRightPartLeads(string $name, array $readings, string $part): void
    {
        $bench = (new Bench(Supplies::demo($name)))->add('power', ['power' => 'live', 'mode' => 'loaded']);
        foreach ($readings as $reading) {
            $bench->add('reading', ['text' => $reading]);
        }
        $suspects = (new Workup($bench->supply, $bench->state(), Supplies::knowledge($name)))->suspects();

        self::assertContains($part, $suspects[0]->parts(), $suspects[0]->title . ', then ' . $suspects[1]->title);
    }

    public function testNothingMeasuredConvictsNobody(): void
    {
        foreach (['deck-intercom', 'tuner-feed', 'tide-recorder'] as $name) {
            $bench = new Bench(Supplies::demo($name));
            $top = (new Workup($bench->supply, $bench->state(), Supplies::knowledge($name)))->suspects()[0];
            self::assertLessThan(0.5, $top->probability);
            self::assertNotSame(Hypothesis::UNKNOWN, $top->id);
        }
    }
}
