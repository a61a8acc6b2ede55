<?php

declare(strict_types=1);

namespace App\Report;

use App\Models\Run;
use App\Proving\SampleStore;
use Oculant\Core\Proving\Soak\Channel;

/** A run drawn for paper: one small panel for each channel, lowest to highest of each stretch, limits dashed. */
final readonly class RunDrawing
{
    private const WIDTH = 500;

    private const HEIGHT = 92;

    private const LEFT = 52;

    private const STRETCHES = 160;

    public function __construct(private SampleStore $samples) {}

    /** @return list<array{title: string, image: string}> images as data addresses */
    public function of(Run $run): array
    {
        $end = max(1, (int) ceil(($run->ended_at ?? $run->started_at) - $run->started_at));
        $plot = $this->samples->plot($run->number, 0, $end, self::STRETCHES);
        $panels = [];
        foreach ($run->plan['channels'] ?? [] as $number => $row) {
            $points = $plot['channels'][$number] ?? [];
            if (count($points) > 1) {
                $channel = Channel::of($row, $number);
                $panels[] = [
                    'title' => "{$channel->title}, {$channel->unit()->value}",
                    'image' => 'data:image/svg+xml;base64,' . base64_encode($this->panel($channel, $points, $end)),
                ];
            }
        }

        return $panels;
    }

    /** @param non-empty-list<array{int, float, float}> $points */
    private function panel(Channel $channel, array $points, int $end): string
    {
        $low = min(array_column($points, 1));
        $high = max(array_column($points, 2));
        $margin = max(0.02 * abs($high), 0.1 * ($high - $low), 1e-3);
        [$low, $high] = [$low - $margin, $high + $margin];
        $x = static fn(float $second): string => sprintf(
            '%.1f',
            self::LEFT + ((self::WIDTH - self::LEFT - 4) * $second) / $end,
        );
        $y = static fn(float $value): string => sprintf(
            '%.1f',
            4 + ((self::HEIGHT - 22) * ($high - $value)) / ($high - $low),
        );
        $there = $back = [];
        foreach ($points as [$second, $least, $most]) {
            $there[] = $x($second) . ',' . $y($most);
            array_unshift($back, $x($second) . ',' . $y($least));
        }
        $limits = '';
        foreach ([$channel->low, $channel->high] as $limit) {
            if ($limit > $low && $limit < $high) {
                $limits .= sprintf(
                    '<line x1="%d" y1="%s" x2="%d" y2="%s" stroke="#b3261e" stroke-width="0.7" ' .
                        'stroke-dasharray="4 3"/>',
                    self::LEFT,
                    $y($limit),
                    self::WIDTH - 4,
                    $y($limit),
                );
            }
        }
        $label = static fn(float $value, string $at): string => sprintf(
            '<text x="%d" y="%s" font-size="8" text-anchor="end" fill="#655a4b">%s</text>',
            self::LEFT - 4,
            $at,
            sprintf('%.4g', $value),
        );

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%2$d" viewBox="0 0 %1$d %2$d"><rect ' .
                'x="%3$d" y="4" width="%4$d" height="%5$d" fill="none" stroke="#d5cab8" ' .
                'stroke-width="0.7"/><polygon points="%6$s" fill="#9a5722" stroke="#9a5722" ' .
                'stroke-width="0.8"/>%7$s%8$s%9$s<text x="%3$d" y="%10$d" font-size="8" ' .
                'fill="#655a4b">0</text><text x="%11$d" y="%10$d" font-size="8" text-anchor="end" ' .
                'fill="#655a4b">%12$s</text></svg>',
            self::WIDTH,
            self::HEIGHT,
            self::LEFT,
            self::WIDTH - self::LEFT - 4,
            self::HEIGHT - 22,
            implode(' ', [...$there, ...$back]),
            $limits,
            $label($high, '11'),
            $label($low, (string) (self::HEIGHT - 20)),
            self::HEIGHT - 6,
            self::WIDTH - 4,
            $end > 5400 ? sprintf('%.1f h', $end / 3600) : ($end > 120 ? sprintf('%.0f min', $end / 60) : "{$end} s"),
        );
    }
}
