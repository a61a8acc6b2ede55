<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Ohms at an output are those of its load, if that is on (common practice): a dead check says which it is for. */
final class SetUpOtherwiseTest extends TestCase
{
    public function testADeadCheckSaysHowTheUnitIsSetUpAndWhatElseWouldFit(): void
    {
        $knowledge = Supplies::knowledge('tide-recorder');
        $supply = Supplies::demo('tide-recorder');
        $off = array_key_first(array_filter($supply->modes, static fn($m): bool => $m->absent !== []));
        $ohms = $knowledge->dictionary(null)->reading((string) $off, Hypothesis::HEALTHY, 'TP4 resistance');
        $bench = (new Bench($supply))->add('reading', ['text' => sprintf('tp4 %.4g ohm', $ohms)]);
        $state = $bench->state();
        $reading = $state->readings[0];
        $workup = new Workup($supply, $state, $knowledge);

        self::assertFalse($workup->verdict($reading)->word->isGood(), 'with its load on it reads less');
        self::assertStringContainsString(
            sprintf('set up as "%s"', $supply->mode($state->mode)->name),
            $workup->verdict($reading)->why,
        );
        $slips = array_column($workup->slips($reading), 'advice', 'name');
        self::assertArrayHasKey('set up otherwise', $slips);
        self::assertStringContainsString(
            sprintf('Set up as "%s"', $supply->modes[$off]->name),
            $slips['set up otherwise'],
        );
    }

    public function testWhereItMakesNoDifferenceNothingIsSaidOfIt(): void
    {
        $supply = Supplies::demo('tide-recorder');
        $state = (new Bench($supply))->add('reading', ['text' => 'f1 0.4 ohm'])->state();
        $workup = new Workup($supply, $state, Supplies::knowledge('tide-recorder'));

        self::assertStringNotContainsString('set up as', $workup->verdict($state->readings[0])->why);
        self::assertSame([], $workup->slips($state->readings[0]));
    }
}
