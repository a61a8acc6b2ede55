<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Practice\Variants;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each family can be practised on with values that nobody has seen. */
final class VariantsTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function families(): iterable
    {
        foreach (array_keys(Templates::all()) as $name) {
            yield $name => [$name];
        }
    }

    #[DataProvider('families')]
    public function testAFamilyHasSeveralThatWork(string $name): void
    {
        $family = Templates::named($name);
        $hashes = [];
        for ($seed = 0; $seed < Variants::MANY; $seed++) {
            $hashes[] = Variants::of($family, $seed)->hash();
        }
        self::assertCount(Variants::MANY, array_unique($hashes));
        self::assertSame($hashes[2], Variants::of($family, 2 + 5 * Variants::MANY)->hash(), 'a seed repeats it');
        if (in_array($name, ['television', 'industrial', 'inverter'], true)) {
            // What is large has its rails looked at by hand: a minute each.
            return;
        }
        $supply = Variants::of($family, 3);
        $good = (new Behaviour($supply))->live($supply->mode(null));
        self::assertTrue($good->settled);
        self::assertSame([], $good->broken());
        foreach ($supply->points as $id => $point) {
            if ($point->rail !== null) {
                // Unregulated windings at rated volts are off by a fifth at most (regulation, common practice).
                self::assertEqualsWithDelta(1.0, $good->reading($id, 'dc') / (float) $point->rail, 0.27, $id);
            }
        }
    }
}
