<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\SpiceExport;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Ngspice;
use Tests\Support\Supplies;

/** Supplies that switch, averaged on both sides, beside ngspice. */
final class SwitchingSpiceTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function families(): iterable
    {
        yield 'adaptor' => ['adaptor'];
        yield 'direct feed' => ['dc_fed'];
    }

    #[DataProvider('families')]
    public function testAgreesWithNgspice(string $family): void
    {
        $supply = Supplies::drafted($family);
        $mode = $supply->mode(null);
        $phase = (new Behaviour($supply))->run($mode)->longest();
        $theirs = Ngspice::run(SpiceExport::write($supply, $mode, $phase->parts, [], $phase->record->warmStart()));
        foreach ($supply->points as $id => $point) {
            $here = $phase->record->signal($point->node, $point->against);

            self::assertEqualsWithDelta(
                $theirs[strtolower((string) $id)]['dc'],
                $here->average,
                max(0.03, 0.005 * abs($here->average)),
                "{$family} {$id}",
            );
        }
    }
}
