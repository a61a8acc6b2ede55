<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Proving\GuardBand;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/** Judges what was read during a load test, step by step and between the steps. */
final readonly class LoadJudge
{
    /** Points of efficiency by which a sound unit may differ from the computed one (common practice). */
    public const POINTS = 0.05;

    /**
     * By how much more than computed a rail without a regulator may give way: transformers differ (common practice).
     */
    private const SOFT = 1.35;

    public function __construct(private LoadTest $test, private MeterProfile $meter) {}

    /**
     * One rail at one step.
     *
     * @param float $scale measured mains over nominal, for rails that follow it
     *
     * @return array{word: string, good: bool, expected: string, sentence: string}
     */
    public function reading(string $step, string $point, float $volts, float $scale = 1.0): array
    {
        $expected = $this->test->steps[$step]->expected[$point];
        $share = $this->test->regulated[$point] ? 1.0 : $scale;
        [$low, $high] = [
            min($expected['low'] * $share, $expected['high'] * $share),
            max($expected['low'] * $share, $expected['high'] * $share),
        ];
        $band = GuardBand::judge($volts, $low, $high, $this->meter->expanded('dc', $volts));
        $size = abs($volts) < abs($expected['dc'] * $share);
        $word = match (true) {
            $band->passes() => VerdictWord::Fine->value,
            $band->word === GuardBand::UNSURE => VerdictWord::CannotTell->value,
            default => $size ? VerdictWord::Low->value : VerdictWord::High->value,
        };

        return [
            'word' => $word,
            'good' => $band->word !== GuardBand::FAIL,
            'expected' => Quantity::volts($low) . ' to ' . Quantity::volts($high),
            'sentence' =>
                $band->word === GuardBand::UNSURE
                    ? trim("At the limit. {$band->remark()}")
                    : ($band->passes()
                        ? ''
                        : sprintf(
                            '%s: a good unit holds %s there.',
                            $size ? 'Gives way' : 'Too high',
                            Quantity::volts($expected['dc'] * $share),
                        )),
        ];
    }

    /**
     * @param float $volts peak to peak
     *
     * @return array{word: string, good: bool, expected: string, sentence: string}
     */
    public function ripple(string $step, string $point, float $volts): array
    {
        $expected = $this->test->steps[$step]->expected[$point];
        $good = $volts <= $expected['ripple_high'];

        return [
            'word' => ($good ? VerdictWord::Fine : VerdictWord::TooMuchRipple)->value,
            'good' => $good,
            'expected' => 'up to ' . Quantity::volts($expected['ripple_high']),
            'sentence' => $good ? '' : 'Look at the reservoir first, then for a missing bridge leg.',
        ];
    }

    /**
     * What can only be told from several steps: regulation, cross-regulation, efficiency.
     *
     * @param array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> $read by step
     *
     * @return list<array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}>
     */
    public function between(array $read): array
    {
        $rows = [];
        foreach ($this->test->names as $point => $name) {
            array_push(
                $rows,
                ...$this->regulation((string) $point, $name, $read),
                ...$this->cross((string) $point, $name, $read),
            );
        }

        return [...$rows, ...$this->efficiency($read)];
    }

    /**
     * @param array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> $read
     *
     * @return list<array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}>
     */
    private function regulation(string $point, string $name, array $read): array
    {
        $from = isset($read[LoadStep::NONE]['rails'][$point]['dc']) ? LoadStep::NONE : LoadStep::PART;
        [$light, $full] = [
            $read[$from]['rails'][$point]['dc'] ?? null,
            $read[LoadStep::FULL]['rails'][$point]['dc'] ?? null,
        ];
        if ($light === null || $full === null || abs($full) < 1e-6 || !isset($this->test->steps[$from])) {
            return [];
        }
        $good = $this->share(
            $this->test->steps[$from]->expected[$point]['dc'],
            $this->test->steps[LoadStep::FULL]->expected[$point]['dc'],
        );
        $share = $this->share($light, $full);
        // A good unit's regulation with its spread, and what the meter adds to a difference.
        $most =
            ($this->test->regulated[$point] ? 2.0 : self::SOFT) * abs($good) +
            0.01 +
            $this->meter->expanded('dc', $full) / abs($full);
        $isGood = abs($share) <= $most;

        return [
            [
                'title' => "Regulation of {$name}, " . ($from === LoadStep::NONE ? 'no' : 'half') . ' to full load',
                'point' => $point,
                'value' => self::percent($share),
                'expected' => self::percent($good) . ', up to ' . self::percent($most),
                'good' => $isGood,
                'sentence' => $isGood
                    ? ''
                    : ($this->test->regulated[$point]
                        ? 'The regulator does not hold: too little input at the ripple valley, a weak pass ' .
                            'element, or a loop that has lost gain.'
                        : 'It gives way more than its transformer explains: a dried reservoir, an open bridge ' .
                            'leg, a joint in the path.'),
            ],
        ];
    }

    /**
     * @param array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> $read
     *
     * @return list<array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}>
     */
    private function cross(string $point, string $name, array $read): array
    {
        $rows = [];
        foreach ($this->test->names as $other => $otherName) {
            $step = LoadStep::CROSS . $other;
            [$alone, $with] = [
                $read[LoadStep::PART]['rails'][$point]['dc'] ?? null,
                $read[$step]['rails'][$point]['dc'] ?? null,
            ];
            if ((string) $other === $point || $alone === null || $with === null || !isset($this->test->steps[$step])) {
                continue;
            }
            $good = $this->share(
                $this->test->steps[LoadStep::PART]->expected[$point]['dc'],
                $this->test->steps[$step]->expected[$point]['dc'],
            );
            $share = $this->share($alone, $with);
            $most = 2 * abs($good) + 0.01;
            $rows[] = [
                'title' => "{$name} while {$otherName} goes to full load",
                'point' => $point,
                'value' => self::percent($share),
                'expected' => self::percent($good) . ', up to ' . self::percent($most),
                'good' => abs($share) <= $most,
                'sentence' =>
                    abs($share) <= $most
                        ? ''
                        : 'One output pulls the other with it: look at what they share, and at the minimum load.',
            ];
        }

        return $rows;
    }

    /**
     * @param array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> $read
     *
     * @return list<array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}>
     */
    private function efficiency(array $read): array
    {
        $rows = [];
        foreach ($read as $step => $row) {
            if (
                $row['watts'] === null ||
                $row['watts'] <= 0.0 ||
                !isset($this->test->steps[$step]) ||
                $this->test->steps[$step]->outputWatts <= 0.0 ||
                // What was not read is not known, and no 0 W.
                array_filter(
                    array_keys($this->test->names),
                    static fn(int|string $id): bool => !isset($row['rails'][$id]['dc']),
                ) !== []
            ) {
                continue;
            }
            $output = 0.0;
            foreach ($row['rails'] as $point => $rail) {
                $output +=
                    abs($rail['dc'] ?? 0.0) *
                    ($rail['amperes'] ?? ($this->test->steps[$step]->expected[$point]['amperes'] ?? 0.0));
            }
            $rows[] = $this->against($this->test->steps[$step], $output / $row['watts'], $row['watts'], $output);
        }

        return $rows;
    }

    /**
     * @return array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}
     */
    private function against(LoadStep $step, float $efficiency, float $input, float $output): array
    {
        $good = $efficiency >= $step->efficiency() - self::POINTS;
        $over = $efficiency > $step->efficiency() + self::POINTS;

        return [
            'title' => "Efficiency, {$step->title}",
            'point' => null,
            'value' =>
                self::percent($efficiency) .
                sprintf(' (%s of %s)', Quantity::write($output, Unit::Watt), Quantity::write($input, Unit::Watt)),
            'expected' => self::percent($step->efficiency()) . ', within 5 points',
            'good' => $good && !$over,
            'sentence' => match (true) {
                $over
                    => 'More than a good unit gives: check the input watts, or whether the load is what it should be.',
                $good => 'Within 5 points of a good unit: what runs hot is to be looked at by itself.',
                default => sprintf(
                    '%s more is lost than in a good unit: find where before anything is fitted with a heatsink.',
                    Quantity::write($input * ($step->efficiency() - $efficiency), Unit::Watt, 2),
                ),
            },
        ];
    }

    private function share(float $light, float $full): float
    {
        return (abs($light) - abs($full)) / abs($full);
    }

    private static function percent(float $share): string
    {
        return sprintf('%s%.1f %%', $share < -0.0005 ? "\u{2212}" : '', abs(100 * $share));
    }
}
