<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * The ripple current of the reservoirs of rails without a regulator, from the unloaded and the loaded volts that were
 * read, beside their rating.
 */
final readonly class ReservoirCheck
{
    public function __construct(private Description $supply, private LoadTest $test, private Expectations $usual) {}

    /**
     * @param array<string, array{rails: array<string, array{dc?: float, ripple?: float, amperes?: float}>,
     *     watts: ?float}> $read by step
     *
     * @return list<array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}>
     */
    public function rows(array $read): array
    {
        $rows = [];
        foreach (array_keys($this->test->names) as $id) {
            $point = $this->supply->points[$id];
            [$none, $full] = [
                $read[LoadStep::NONE]['rails'][$id]['dc'] ?? null,
                $read[LoadStep::FULL]['rails'][$id]['dc'] ?? null,
            ];
            $reservoirs = $this->reservoirs($point->node, $point->against);
            if ($this->test->regulated[$id] || $none === null || $full === null || $reservoirs === []) {
                continue;
            }
            $load =
                $read[LoadStep::FULL]['rails'][$id]['amperes'] ??
                $this->test->steps[LoadStep::FULL]->expected[$id]['amperes'];
            $isFullWave = $this->usual->nominal->reading((string) $id, 'hertz') > 1.5 * $this->supply->frequency;
            $amperes = ReservoirRipple::current($load, $full, $none, $this->supply->frequency, $isFullWave);
            $farads = array_sum(array_map(static fn(Part $c): float => $c->value('value'), $reservoirs));
            foreach ($reservoirs as $capacitor) {
                $rows[] = self::row((string) $id, $capacitor, ($amperes * $capacitor->value('value')) / $farads);
            }
        }

        return $rows;
    }

    /** @return list<Part> */
    private function reservoirs(string $node, string $against): array
    {
        return array_values(
            array_filter(
                $this->supply->parts,
                static fn(Part $p): bool => $p->kind->name() === 'electrolytic' &&
                    array_diff([$node, $against], $p->terminals) === [],
            ),
        );
    }

    /**
     * @return array{title: string, point: string|null, value: string, expected: string, good: bool|null,
     *     sentence: string}
     */
    private static function row(string $id, Part $capacitor, float $amperes): array
    {
        $rated = $capacitor->knows('ripple') ? $capacitor->value('ripple') : null;
        // Beside a limit that nobody knows there is no verdict.
        $good = $rated === null ? null : $amperes <= $rated;

        return [
            'title' => "Ripple current of {$capacitor->ref}, from no and full load",
            'point' => $id,
            'value' => Quantity::write($amperes, Unit::Ampere),
            'expected' =>
                $rated === null ? 'its rating is not described' : 'rated ' . Quantity::write($rated, Unit::Ampere),
            'good' => $good,
            'sentence' =>
                $good !== false
                    ? ''
                    : 'More than it is rated for: it will not live long. A type with a higher ripple current, or two ' .
                        'of them on equal tracks.',
        ];
    }
}
