<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * A sample of bench/mains: mains of the world (IEC 60038: 100 to 240 V, 50 and 60 Hz), and whatever the equations are
 * written against.
 */
final class MainsTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, bool}> */
    public static function mains(): iterable
    {
        foreach (['linear', 'choke_input', 'doubler', 'valve', 'zener_shunt', 'adaptor'] as $family) {
            foreach (['100 V', '120 V', '230 V', '240 V'] as $volts) {
                foreach (['50 Hz', '60 Hz'] as $hertz) {
                    yield "{$family} at {$volts}, {$hertz}" => [$family, $volts, $hertz, true];
                }
            }
        }
        // These had no state at this mains when they were asked for it alone.
        yield 'television at 120 V, 50 Hz' => ['television', '120 V', '50 Hz', false];
        yield 'television at 127 V, 50 Hz' => ['television', '127 V', '50 Hz', false];
        yield 'flyback at 100 V, 60 Hz' => ['flyback', '100 V', '60 Hz', false];
    }

    #[DataProvider('mains')]
    public function testEveryFamilyComesToRestOnEveryMainsAndBringsItsRails(
        string $family,
        string $volts,
        string $hertz,
        bool $inEveryMode,
    ): void {
        $usual = self::family($family, []);
        $here = self::family($family, ['mains' => $volts, 'frequency' => $hertz]);
        foreach ($inEveryMode ? $here->modes : [$here->mode(null)] as $mode) {
            $seen = (new Behaviour($here))->live($mode);
            self::assertNull($seen->unsettled, $mode->name);
            self::assertSame([], $seen->chain, "{$mode->name}: nothing breaks in a good unit");
        }
        $there = (new Behaviour($usual))->live($usual->mode(null));
        foreach (
            array_filter(
                $usual->points,
                static fn($point): bool => $point->rail !== null && !$usual->isHot($point->node),
            )
            as $id => $point
        ) {
            // The transformer is wound for the mains, so the rails are the same; 60 Hz leaves a reservoir a sixth less
            // time to fall.
            self::assertEqualsWithDelta(
                $there->reading((string) $id, 'dc'),
                (new Behaviour($here))->live($here->mode(null))->reading((string) $id, 'dc'),
                0.02 * abs($there->reading((string) $id, 'dc')),
                (string) $id,
            );
        }
        self::assertLessThan(128 << 20, memory_get_usage());
    }

    /** @return iterable<string, array{Description, string}> */
    public static function references(): iterable
    {
        yield 'flyback' => [self::family('flyback', []), 'HGND'];
        yield 'adaptor' => [self::family('adaptor', []), 'N'];
        yield 'linear' => [self::family('linear', []), 'N'];
        yield 'tide recorder' => [Supplies::demo('tide-recorder'), 'N'];
        yield 'wheelhouse display' => [Supplies::demo('wheelhouse-display'), 'HGND'];
    }

    /**
     * Only differences of potential mean anything (Kirchhoff): against which node the equations are written cannot
     * matter.
     */
    #[DataProvider('references')]
    public function testWhatStandsBetweenTwoPointsDoesNotDependOnTheReference(Description $supply, string $other): void
    {
        $first = (new Behaviour($supply))->live($supply->mode(null));
        $again = DescriptionReader::fromArray(['reference' => $other] + $supply->written);
        $second = (new Behaviour($again))->live($again->mode(null));
        self::assertNull($second->unsettled);
        self::assertSame($other, $again->reference);
        foreach (array_keys($supply->points) as $id) {
            foreach (['dc', 'ac', 'ripple'] as $quantity) {
                self::assertEqualsWithDelta(
                    $first->reading((string) $id, $quantity),
                    $second->reading((string) $id, $quantity),
                    0.01 * abs($first->reading((string) $id, $quantity)) + 0.02,
                    "{$id} {$quantity}",
                );
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function fed(): iterable
    {
        foreach (['flyback', 'adaptor', 'inverter'] as $family) {
            foreach (['0V', 'HGND', 'N'] as $reference) {
                yield "{$family} against {$reference}" => [$family, $reference];
            }
        }
    }

    /**
     * An isolated switcher runs from direct voltage as from mains that was rectified (common practice), whatever it is
     * reckoned against.
     */
    #[DataProvider('fed')]
    public function testAnIsolatedSwitcherRunsFromADirectFeed(string $family, string $reference): void
    {
        $rectified = self::family($family, []);
        $written = $rectified->written;
        $written['parts'] = array_map(
            static fn(array $part): array => ($part['kind'] === 'mains' ? ['impedance' => '0.5'] : []) + $part,
            $written['parts'],
        );
        $fed = DescriptionReader::fromArray(
            ['mains' => ['dc' => '320 V', 'tolerance' => '10 %'], 'reference' => $reference] + $written,
        );
        $there = (new Behaviour($rectified))->live($rectified->mode(null));
        foreach ([$fed->mode(null), $fed->modes['unloaded'], $fed->modes['low_mains']] as $mode) {
            $here = (new Behaviour($fed))->live($mode);
            self::assertNull($here->unsettled, $mode->name);
            foreach (
                array_filter(
                    $fed->points,
                    fn($point): bool => $point->rail !== null && abs($there->reading($point->id, 'dc')) < 100,
                )
                as $id => $point
            ) {
                self::assertEqualsWithDelta(
                    $there->reading((string) $id, 'dc'),
                    $here->reading((string) $id, 'dc'),
                    0.01 * abs($there->reading((string) $id, 'dc')),
                    "{$mode->name} {$id}",
                );
            }
        }
    }

    /** @param array<string, string> $answers */
    private static function family(string $name, array $answers): Description
    {
        foreach (Templates::all() as $template) {
            if ($template->name() === $name) {
                return DescriptionReader::fromArray(Answers::describe($template, $answers));
            }
        }
        self::fail("There is no family {$name}.");
    }
}
