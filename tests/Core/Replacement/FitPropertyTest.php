<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Eris\Generators;
use Eris\TestTrait;
use Oculant\Core\Quantity\PreferredValues;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Combination\Combination;
use Oculant\Core\Replacement\Combination\Network;
use Oculant\Core\Replacement\Combination\Target;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\Need;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Supply\Import\CsvTable;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** What must hold for every part, whichever it is. */
final class FitPropertyTest extends TestCase
{
    use TestTrait;

    private const VOLTS = [6.3, 10.0, 16.0, 25.0, 35.0, 50.0, 63.0, 100.0];

    /** More volts, more ripple current, more degrees never make a capacitor fit worse. */
    public function testBetterRatingsNeverFitWorse(): void
    {
        $place = self::place('C1');
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(
                Generators::choose(0, 7),
                Generators::choose(0, 7),
                Generators::choose(1, 30),
                Generators::choose(1, 30),
                Generators::elements(85.0, 105.0, 125.0),
            )
            ->then(static function (int $low, int $high, int $ripple, int $more, float $celsius) use ($place): void {
                $fit = static fn(float $volts, float $amperes, float $degrees): int => Comparison::of(
                    new Component('electrolytic', '', [
                        'value' => 2200e-6,
                        'voltage' => $volts,
                        'ripple' => $amperes,
                        'temperature' => $degrees,
                    ]),
                    $place,
                )
                    ->fit()
                    ->severity();
                $worse = $fit(self::VOLTS[min($low, $high)], min($ripple, $more) / 10, $celsius);
                $better = $fit(self::VOLTS[max($low, $high)], max($ripple, $more) / 10, 125.0);
                // ESR of a higher rated voltage may be stated differently, but never worse than a note.
                self::assertLessThanOrEqual(max($worse, Fit::Noted->severity()), $better);
            });
    }

    /** Whatever stands below what the circuit asks is refused, whatever else speaks for it. */
    public function testNothingBelowTheVoltsOfTheCircuitGoesIn(): void
    {
        $place = self::place('C1');
        $asked = $place->asks('working voltage');
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(Generators::choose(1, 99), Generators::choose(1, 60))
            ->then(static function (int $share, int $ripple) use ($place, $asked): void {
                $candidate = new Component('electrolytic', '', [
                    'value' => 2200e-6,
                    'voltage' => ($share / 100) * $asked,
                    'ripple' => $ripple / 10,
                    'temperature' => 125.0,
                    'esr' => 0.001,
                ]);
                self::assertSame(Fit::No, Comparison::of($candidate, $place)->fit());
            });
    }

    public function testALargerFuseNeverGoesIn(): void
    {
        $place = self::place('F1');
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(Generators::choose(101, 4000), Generators::elements('F', 'T', 'FF'))
            ->then(static function (int $percent, string $speed) use ($place): void {
                self::assertSame(
                    Fit::No,
                    Comparison::of(
                        new Component(
                            'fuse',
                            '',
                            ['value' => (0.25 * $percent) / 100, 'voltage' => 250.0],
                            ['speed' => $speed],
                        ),
                        $place,
                    )->fit(),
                );
            });
    }

    /** Shares of the power add up to all of it; independent errors are never more than the worst case. */
    public function testSharesAndErrorsOfAnyNetwork(): void
    {
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(
                Generators::vector(4, Generators::choose(0, 95)),
                Generators::vector(4, Generators::elements(0.01, 0.02, 0.05)),
                Generators::choose(0, 4),
            )
            ->then(static function (array $values, array $tolerances, int $shape): void {
                $part = array_map(
                    static fn(int $k, float $t): Network => Network::part(
                        new StockLine(
                            "p{$k}",
                            new Component('resistor', '', [
                                'value' => PreferredValues::E96->decade()[$k],
                                'tolerance' => $t,
                            ]),
                            9,
                        ),
                    ),
                    $values,
                    $tolerances,
                );
                $network = match ($shape) {
                    0 => Network::series($part),
                    1 => Network::parallel($part),
                    2 => Network::series([$part[0], Network::parallel([$part[1], $part[2], $part[3]])]),
                    3 => Network::parallel([
                        Network::series([$part[0], $part[1]]),
                        Network::series([$part[2], $part[3]]),
                    ]),
                    default => Network::series([
                        Network::parallel([$part[0], Network::series([$part[1], $part[2]])]),
                        $part[3],
                    ]),
                };
                $made = Combination::of($network, Target::read('10R'));
                $shares = array_column($network->shares(true), 'share');

                self::assertEqualsWithDelta(1.0, array_sum($shares), 1e-9);
                self::assertGreaterThan(0.0, min($shares));
                self::assertLessThanOrEqual($made->worst + 1e-12, $made->rss);
                self::assertLessThanOrEqual(max($tolerances) + 1e-12, $made->worst);
                self::assertGreaterThanOrEqual(min($tolerances) - 1e-12, $made->worst);
            });
    }

    /** What the drawer writes it reads again as the same part. */
    public function testAListComesBackAsItWent(): void
    {
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(
                Generators::choose(0, 23),
                Generators::choose(-9, -3),
                Generators::choose(0, 7),
                Generators::choose(0, 999),
                Generators::elements('', 'a "quoted" note', 'one, two', "two\nlines"),
            )
            ->then(static function (int $k, int $decade, int $volts, int $count, string $note): void {
                $value = (float) sprintf('%.3g', PreferredValues::E24->decade()[$k] * 10 ** $decade);
                $component = new Component('electrolytic', '', [
                    'value' => $value,
                    'voltage' => self::VOLTS[$volts],
                    'height' => 0.0115,
                ]);
                $csv = CsvTable::write(
                    ['kind', 'value', 'voltage', 'height', 'quantity', 'note'],
                    [
                        [
                            'electrolytic',
                            $component->write(Attribute::Value),
                            $component->write(Attribute::Voltage),
                            $component->write(Attribute::Height),
                            $count,
                            $note,
                        ],
                    ],
                );
                $import = StockImport::read($csv);

                self::assertSame([], $import->problems);
                self::assertEqualsWithDelta($component->data, $import->lines[0]->component->data, 1e-6 * $value);
                self::assertSame([$count, $note], [$import->lines[0]->quantity, $import->lines[0]->note]);
            });
    }

    /** A part always meets the need that is written from its own data. */
    public function testAPartMeetsItsOwnNeed(): void
    {
        $this->limitTo(150)
            ->withRand('mt_rand')
            ->forAll(
                Generators::choose(0, 23),
                Generators::choose(-8, -3),
                Generators::choose(0, 7),
                Generators::choose(5, 50),
            )
            ->then(static function (int $k, int $decade, int $volts, int $height): void {
                $part = new Component('electrolytic', '', [
                    'value' => PreferredValues::E24->decade()[$k] * 10 ** $decade,
                    'voltage' => self::VOLTS[$volts],
                    'height' => $height / 1000,
                ]);
                $need = sprintf(
                    'electrolytic at least %s %s, at most %s tall',
                    $part->write(Attribute::Value),
                    $part->write(Attribute::Voltage),
                    $part->write(Attribute::Height),
                );
                self::assertSame([], Need::read($need)->against($part));
                self::assertNotSame(
                    [],
                    Need::read($need)->against($part->with(Attribute::Height, $height / 1000 + 0.002)),
                );
            });
    }

    private static function place(string $ref): Place
    {
        $supply = Supplies::demo('tide-recorder');

        return Place::of($supply, Supplies::demands($supply), $ref);
    }
}
