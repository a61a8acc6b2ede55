<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Http\Requests\WaveformQuestion;
use App\Knowledge\Solutions;
use Oculant\Core\Supply\Description;

/** What the engine computes of a description for somebody who looks: kept, and worked out once. */
final readonly class Computed
{
    public function __construct(private Solutions $solutions) {}

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array<string, mixed>
     */
    public function levels(Description $supply, string $mode, array $faults): array
    {
        return $this->solutions->remember(
            $supply,
            'levels:' . hash('xxh128', json_encode([$mode, $faults], JSON_THROW_ON_ERROR)),
            static fn(): array => CircuitView::levels($supply, $supply->mode($mode), $faults),
            [self::class, 'levels', [$mode, $faults]],
        );
    }

    /** @return array<string, mixed> */
    public function between(Description $supply, string $mode, string $red, string $black): array
    {
        return $this->solutions->remember(
            $supply,
            'between:' . hash('xxh128', json_encode([$mode, $red, $black], JSON_THROW_ON_ERROR)),
            static fn(): array => CircuitView::between($supply, $supply->mode($mode), $red, $black),
            [self::class, 'between', [$mode, $red, $black]],
        );
    }

    /** @return array<string, mixed> */
    public function budget(Description $supply, string $mode): array
    {
        return $this->solutions->remember(
            $supply,
            "budget:{$mode}",
            static fn(): array => BudgetView::of($supply, $mode),
            [self::class, 'budget', [$mode]],
        );
    }

    /** @return array<string, mixed> */
    public function waveform(Description $supply, string $mode, string $trace, ?string $part, ?string $fault): array
    {
        $question = new WaveformQuestion($supply, $mode, $trace, $part, $fault);

        return $this->solutions->remember(
            $supply,
            $question->key(),
            static fn(): array => WaveformView::of($question),
            [self::class, 'waveform', [$mode, $trace, $part, $fault]],
        );
    }
}
