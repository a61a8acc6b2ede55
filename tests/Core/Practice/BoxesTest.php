<?php

declare(strict_types=1);

namespace Tests\Core\Practice;

use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Practice\Boxes;
use PHPUnit\Framework\TestCase;

/** Leitner's card boxes (S. Leitner, So lernt man lernen, 1972): five boxes, each twice as long as the one before. */
final class BoxesTest extends TestCase
{
    /** @param list<float> $figures one a day, from day 0 on */
    private static function after(array $figures, string $class = 'Leaky'): Boxes
    {
        return Boxes::after(
            array_map(
                static fn(int $day, float $figure): array => [
                    'class' => $class,
                    'figure' => $figure,
                    'day' => (float) $day,
                ],
                array_keys($figures),
                $figures,
            ),
        );
    }

    public function testWhatGoesWellMovesOnAndComesBackAfterTwiceAsLong(): void
    {
        foreach ([[80.0], [80.0, 80.0], [90.0, 85.0, 99.0]] as $figures) {
            $boxes = self::after($figures);
            self::assertSame(count($figures) + 1, $boxes->cards['Leaky']['box']);
            self::assertSame(count($figures) - 1 + 2.0 ** count($figures), $boxes->due('Leaky'));
        }
        self::assertSame(5, self::after(array_fill(0, 9, 100.0))->cards['Leaky']['box']);
    }

    public function testWhatGoesBadlyGoesBackToTheFirst(): void
    {
        self::assertSame(1, self::after([90.0, 90.0, 59.9])->cards['Leaky']['box']);
        self::assertSame(3, self::after([90.0, 90.0, 60.0])->cards['Leaky']['box']);
        self::assertSame(3, self::after([90.0, 90.0, 79.9])->cards['Leaky']['box']);
        self::assertSame(1, self::after([0.0])->cards['Leaky']['box']);
    }

    public function testWhatIsDueAndWentBadlyComesFirst(): void
    {
        $possible = [FailureClass::Open, FailureClass::Short, FailureClass::Leaky];
        // Nothing tried yet: what is met most often.
        self::assertSame(FailureClass::Open, Boxes::after([])->next($possible, 0.0));
        $boxes = Boxes::after([
            ['class' => 'Open', 'figure' => 90.0, 'day' => 0.0],
            ['class' => 'Leaky', 'figure' => 40.0, 'day' => 0.0],
        ]);
        // Before anything is due, what was never tried; then what went badly; what went well once its days are over.
        self::assertSame(FailureClass::Short, $boxes->next($possible, 0.5));
        self::assertSame(FailureClass::Leaky, $boxes->next($possible, 1.0));
        self::assertSame(FailureClass::Open, $boxes->next([FailureClass::Open], 9.0));
        // With everything put off, what is due soonest.
        $all = Boxes::after([
            ['class' => 'Open', 'figure' => 90.0, 'day' => 0.0],
            ['class' => 'Leaky', 'figure' => 65.0, 'day' => 0.5],
        ]);
        self::assertSame(FailureClass::Leaky, $all->next([FailureClass::Open, FailureClass::Leaky], 1.0));
    }
}
