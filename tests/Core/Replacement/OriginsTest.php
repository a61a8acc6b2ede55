<?php

declare(strict_types=1);

namespace Tests\Core\Replacement;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Replacement\Origin;
use Oculant\Core\Replacement\Origins;
use Oculant\Core\Replacement\Place;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** A failed part has a cause: the usual ones by kind (common practice), with what engine and log say. */
final class OriginsTest extends TestCase
{
    public function testTheEngineSpeaksForAndAgainst(): void
    {
        $origins = self::of(new Bench(Supplies::demo('tide-recorder')), 'C1', 'dried');

        self::assertStringContainsString(
            '28.8 V (Loads off, 253 V mains) of 35 V: 82 % of its rating, so by itself it is none',
            $origins['overvoltage']->finding,
        );
        self::assertFalse($origins['overvoltage']->likely);
        self::assertStringContainsString('567 mA', $origins['ripple']->finding);
    }

    public function testWhatWasSeenComesFirst(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('finding', ['part' => 'C1', 'sees' => 'heat', 'text' => 'the dropper'])
            ->add('background', ['years' => 31, 'conditions' => []]);
        $origins = self::of($bench, 'C1', 'dried');

        self::assertSame(['heat', 'age'], array_slice(array_keys($origins), 0, 2));
        self::assertSame('workmanship', array_key_first(self::of($bench, 'C1', 'reversed')));
    }

    public function testAShortThatWasMeasuredExplainsAFuse(): void
    {
        $bench = (new Bench(Supplies::demo('wheelhouse-display')))
            ->seeTo(Gate::HandsIn)
            ->add('part_test', ['part' => 'C12', 'quantity' => 'capacitance', 'text' => 'OL', 'lifted' => false]);
        $origins = self::of($bench, 'F1', 'open');

        self::assertSame('short', array_key_first($origins));
        self::assertSame('Measured shorted: C12.', $origins['short']->finding);
        self::assertArrayHasKey('fatigue', $origins);
        self::assertArrayHasKey('inrush', $origins);
    }

    public function testEachOutcomeIsKept(): void
    {
        $bench = (new Bench(Supplies::demo('tide-recorder')))
            ->add('origin', [
                'part' => 'C1',
                'key' => 'heat',
                'title' => 'Heat from a neighbour',
                'outcome' => 'found',
                'text' => 'R1',
            ])
            ->add('origin', [
                'part' => 'C1',
                'key' => 'heat',
                'title' => 'Heat from a neighbour',
                'outcome' => 'ruled out',
            ]);

        self::assertSame(['ruled out'], array_column($bench->state()->origins, 'outcome'), 'the newest counts');
    }

    /** @return array<string, Origin> by key, in their order */
    private static function of(Bench $bench, string $ref, string $fault): array
    {
        return array_column(
            array_map(
                static fn(Origin $o): array => [$o->key, $o],
                (new Origins(Place::of($bench->supply, Supplies::demands($bench->supply), $ref), $bench->state()))->of(
                    $fault,
                ),
            ),
            1,
            0,
        );
    }
}
