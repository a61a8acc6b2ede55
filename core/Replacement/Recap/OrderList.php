<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Comparison;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\Drawer\Need;
use Oculant\Core\Replacement\Drawer\StockLine;
use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Place;
use Oculant\Core\Supply\Import\CsvTable;

/**
 * What a recap still needs, grouped by value: from the drawer what is there, the rest to be ordered with spares.
 *
 * @phpstan-type OrderRow array{
 *     what: string,
 *     kind: string,
 *     ripple: string,
 *     pitch: string,
 *     // what to see to; empty if nothing
 *     note: string,
 *     refs: list<string>,
 *     count: int,
 *     taken: int,
 *     drawer: string,
 *     stock: ?string,
 *     order: int,
 *     spares: int,
 *     price: ?float,
 * }
 */
final readonly class OrderList
{
    /** One spare in ten, at least one, of what costs little (common practice); none of large cans. */
    private const SPARE_SHARE = 0.1;

    private const LARGE = 1e-3;

    private const HIGH_VOLTS = 200.0;

    /** Amperes of ripple at 100 kHz that a radial part, and a can, of one's size carries at the most. */
    private const RADIAL_RIPPLE = 3.0;

    private const CAN_RIPPLE = 5.0;

    /**
     * @param list<array{successor: Component, refs: list<string>, drawer: StockLine|null, taken: int, order: int,
     *     spares: int, price: float|null}> $rows
     */
    private function __construct(public array $rows) {}

    /** @param list<StockLine> $stock */
    public static function of(Plan $plan, array $stock): self
    {
        $groups = [];
        foreach ($plan->lines as $line) {
            if ($line->decision === Decision::Replace && $line->fitted === '') {
                $key = implode('|', [
                    $line->successor->kind,
                    $line->successor->label(),
                    $line->successor->write(Attribute::Ripple),
                    $line->successor->write(Attribute::Pitch),
                ]);
                $groups[$key] ??= ['successor' => $line->successor, 'refs' => [], 'places' => []];
                $groups[$key]['refs'][] = $line->candidate->ref;
                $groups[$key]['places'][] = $line->candidate->place;
            }
        }
        $rows = [];
        $taken = [];
        foreach ($groups as $group) {
            $needed = count($group['refs']);
            $found = array_values(
                array_filter(
                    Need::likeOriginal($group['successor'], true)->search(
                        array_values(array_filter($stock, static fn(StockLine $l): bool => !$l->isSalvaged)),
                    )['fits'],
                    static fn(StockLine $l): bool => self::goesIn($l->component, $group['places']),
                ),
            );
            $drawer =
                array_values(
                    array_filter($found, static fn(StockLine $l): bool => $l->available() - ($taken[$l->id] ?? 0) > 0),
                )[0] ?? null;
            $there = $drawer === null ? 0 : min($needed, $drawer->available() - ($taken[$drawer->id] ?? 0));
            if ($drawer !== null) {
                $taken[$drawer->id] = ($taken[$drawer->id] ?? 0) + $there;
            }
            $order = $needed - $there;
            unset($group['places']);
            $rows[] = $group + [
                'drawer' => $drawer,
                'taken' => $there,
                'order' => $order,
                'spares' => $order === 0 ? 0 : self::spares($group['successor'], $order),
                'price' => ($found[0] ?? null)?->price,
            ];
        }
        usort(
            $rows,
            static fn(array $a, array $b): int => [
                $a['successor']->kind,
                $a['successor']->get(Attribute::Value),
                $a['successor']->get(Attribute::Voltage),
            ] <=> [
                $b['successor']->kind,
                $b['successor']->get(Attribute::Value),
                $b['successor']->get(Attribute::Voltage),
            ],
        );

        return new self($rows);
    }

    /**
     * One judgement for list and comparison: what does not go in for good there is not taken from the drawer here.
     *
     * @param list<Place|null> $places
     */
    private static function goesIn(Component $component, array $places): bool
    {
        foreach ($places as $place) {
            if ($place !== null && Comparison::of($component, $place)->fit()->severity() > Fit::Noted->severity()) {
                return false;
            }
        }

        return true;
    }

    /** What no single part of that size carries (makers' lists of 105 C types, from memory). */
    private static function note(Component $component): string
    {
        $ripple = $component->get(Attribute::Ripple) ?? 0.0;
        $isCan =
            ($component->get(Attribute::Value) ?? 0.0) >= self::LARGE ||
            ($component->get(Attribute::Voltage) ?? 0.0) >= self::HIGH_VOLTS;
        $most = $isCan ? self::CAN_RIPPLE : self::RADIAL_RIPPLE;

        return $ripple <= $most
            ? ''
            : sprintf(
                'Hardly one part of this size carries %s: several in parallel, %d of a share of the capacitance ' .
                    'each, on tracks of equal length.',
                $component->write(Attribute::Ripple),
                (int) ceil($ripple / $most),
            );
    }

    /** @return list<OrderRow> */
    public function view(): array
    {
        return array_map(
            static fn(array $r): array => [
                'what' => $r['successor']->label(),
                'kind' => str_replace('_', ' ', $r['successor']->kind),
                'ripple' => $r['successor']->write(Attribute::Ripple),
                'pitch' => $r['successor']->write(Attribute::Pitch),
                'note' => self::note($r['successor']),
                'refs' => $r['refs'],
                'count' => count($r['refs']),
                'taken' => $r['taken'],
                'drawer' =>
                    $r['drawer'] === null
                        ? ''
                        : trim(
                            $r['drawer']->component->label() .
                                ($r['drawer']->location === '' ? '' : ", {$r['drawer']->location}"),
                        ),
                'stock' => $r['drawer']?->id,
                'order' => $r['order'],
                'spares' => $r['spares'],
                'price' => $r['price'],
            ],
            $this->rows,
        );
    }

    public function csv(): string
    {
        $rows = [];
        foreach ($this->rows as $r) {
            $s = $r['successor'];
            $rows[] = [
                str_replace('_', ' ', $s->kind),
                $s->write(Attribute::Value),
                $s->write(Attribute::Voltage),
                $s->write(Attribute::Temperature),
                $s->write(Attribute::Ripple),
                $s->word('style'),
                $s->write(Attribute::Diameter),
                $s->write(Attribute::Height),
                $s->write(Attribute::Pitch),
                count($r['refs']),
                $r['taken'],
                $r['order'],
                $r['spares'],
                $r['order'] + $r['spares'],
                implode(' ', $r['refs']),
            ];
        }

        return CsvTable::write(
            [
                'kind',
                'value',
                'voltage',
                'temperature',
                'ripple at least',
                'style',
                'diameter at most',
                'height at most',
                'pitch',
                'needed',
                'from the drawer',
                'missing',
                'spares',
                'order',
                'for',
            ],
            $rows,
        );
    }

    private static function spares(Component $component, int $order): int
    {
        $isLarge =
            ($component->get(Attribute::Value) ?? 0.0) >= self::LARGE ||
            ($component->get(Attribute::Voltage) ?? 0.0) >= self::HIGH_VOLTS;

        return $isLarge ? 0 : max(1, (int) ceil(self::SPARE_SHARE * $order));
    }
}
