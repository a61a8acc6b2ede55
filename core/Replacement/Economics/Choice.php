<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Economics;

use Oculant\Core\Replacement\Fit;
use Oculant\Core\Replacement\Row;

/**
 * Repair, swap the module, fit a modern supply, or give up: (parts + hours) against replacement, quote and worth;
 * safety goes before money.
 */
final readonly class Choice
{
    /** Most owners decline above this share of what the unit is worth (common practice). */
    private const SHARE = 0.6;

    /** @param array<string, float> $given by Estimate::FIELDS */
    public function __construct(private array $given) {}

    /**
     * @param string    $danger why it must not be used as it is: mains where people touch; empty if nothing says so
     * @param list<Row> $modern the bought supply compared; empty if none was named
     *
     * @return list<Option> best first
     */
    public function options(string $danger, array $modern): array
    {
        $options = [
            $this->repair($danger),
            $this->bought(
                'module',
                'Swap the module',
                $this->sum('module', 'moduleHours'),
                isset($this->given['module']) ? [] : ['No price of a module is given.'],
                $danger,
                [],
            ),
            $this->bought(
                'modern',
                'Fit a modern supply',
                $this->sum('modern', 'modernHours'),
                isset($this->given['modern']) ? [] : ['No price of a modern supply is given.'],
                $danger,
                $modern,
            ),
        ];
        $possible = array_filter($options, static fn(Option $o): bool => $o->rank === 'possible' && $o->cost !== null);
        usort($possible, static fn(Option $a, Option $b): int => $a->cost <=> $b->cost);
        $best = $possible[0] ?? null;
        $options = array_map(
            static fn(Option $o): Option => $o === $best
                ? new Option($o->key, $o->title, 'best', $o->cost, $o->reasons)
                : $o,
            $options,
        );
        $open = array_map(
            static fn(Option $o): string => mb_strtolower($o->title),
            array_values(array_filter($options, static fn(Option $o): bool => $o->rank === 'open')),
        );
        $options[] = $this->scrap($danger, $best, $open);
        $order = ['best' => 0, 'possible' => 1, 'no' => 2, 'open' => 3];
        usort($options, static fn(Option $a, Option $b): int => $order[$a->rank] <=> $order[$b->rank]);

        return $options;
    }

    private function repair(string $danger): Option
    {
        $cost =
            isset($this->given['hours'], $this->given['rate']) || isset($this->given['parts'])
                ? ($this->given['parts'] ?? 0.0) + ($this->given['hours'] ?? 0.0) * ($this->given['rate'] ?? 0.0)
                : null;
        if ($danger !== '') {
            return new Option('repair', 'Repair', 'no', $cost, [
                "Safety goes before money: {$danger}",
                'It comes back on this list once the part that failed is found, replaced and the insulation ' .
                'measured again. A transformer is never patched.',
            ]);
        }
        if ($cost === null) {
            return new Option('repair', 'Repair', 'possible', null, [
                'Hours, price of an hour and parts tell what it costs.',
            ]);
        }

        return $this->weighed('repair', 'Repair', $cost, []);
    }

    /**
     * @param list<string> $missing
     * @param list<Row>    $rows
     */
    private function bought(
        string $key,
        string $title,
        ?float $cost,
        array $missing,
        string $danger,
        array $rows,
    ): Option {
        if ($cost === null) {
            return new Option($key, $title, 'open', null, $missing);
        }
        $fit = Fit::worst(array_map(static fn(Row $r): Fit => $r->fit, $rows));
        $reasons = array_values(
            array_map(
                static fn(Row $r): string => ucfirst("{$r->title}: {$r->reason}"),
                array_filter($rows, static fn(Row $r): bool => $r->fit->severity() >= Fit::TestOnly->severity()),
            ),
        );
        if ($fit === Fit::No) {
            return new Option($key, $title, 'no', $cost, $reasons);
        }

        return $this->weighed($key, $title, $cost, [
            ...$reasons,
            ...$danger === ''
                ? []
                : [
                    'It takes the faulty insulation out with the old supply; measure the rest of the unit all ' .
                    'the same.',
                ],
        ]);
    }

    /** @param list<string> $reasons */
    private function weighed(string $key, string $title, float $cost, array $reasons): Option
    {
        $rank = 'possible';
        $money = static fn(float $v): string => number_format($v, 2, '.', '');
        if (isset($this->given['ceiling']) && $cost > $this->given['ceiling']) {
            $rank = 'no';
            $reasons[] = sprintf(
                '%s is over the ceiling of %s: ask the owner before going on.',
                $money($cost),
                $money($this->given['ceiling']),
            );
        }
        if (isset($this->given['quote'])) {
            $reasons[] =
                $cost <= $this->given['quote']
                    ? sprintf('%s less than the quote from elsewhere.', $money($this->given['quote'] - $cost))
                    : sprintf('%s more than the quote from elsewhere.', $money($cost - $this->given['quote']));
        }
        if (isset($this->given['worth'])) {
            $share = $this->given['worth'] > 0.0 ? $cost / $this->given['worth'] : INF;
            if ($share > 1.0) {
                $rank = 'no';
            }
            $reasons[] =
                $share > self::SHARE
                    ? sprintf(
                        '%s of what it is worth working%s.',
                        is_infinite($share) ? 'More than all' : sprintf('%d %%', (int) round(100 * $share)),
                        $share > 1.0 ? '' : ': most owners decline from about 60 % (common practice)',
                    )
                    : sprintf('%d %% of what it is worth working.', (int) round(100 * $share));
        }

        return new Option($key, $title, $rank, $cost, $reasons);
    }

    /** @param list<string> $open what is not weighed yet */
    private function scrap(string $danger, ?Option $best, array $open): Option
    {
        $yet = $open === [] ? [] : ['Not weighed yet: ' . implode(', ', $open) . '.'];

        return match (true) {
            $best !== null => new Option('scrap', 'Give up', 'possible', 0.0, [
                'Parts of it may be worth keeping in the drawer, marked as salvaged.',
                ...$danger === '' ? [] : ['If it is given back as it is: plug cut off, and a label that says why.'],
            ]),
            $danger !== '' => new Option('scrap', 'Give up', 'best', 0.0, [
                'Nothing makes it safe for what it is worth: condemn it, cut the plug off, say why on a label. ' .
                'Local rules decide.',
                ...$yet,
            ]),
            $this->given === [] => new Option('scrap', 'Give up', 'possible', 0.0, ['Nothing is estimated yet.']),
            default => new Option('scrap', 'Give up', 'best', 0.0, [
                ($open === [] ? 'Everything else' : 'What was weighed') .
                ' is over the ceiling or over what it is worth. Keep what can be used, marked as salvaged.',
                ...$yet,
            ]),
        };
    }

    private function sum(string $price, string $hours): ?float
    {
        return isset($this->given[$price])
            ? $this->given[$price] + ($this->given[$hours] ?? 0.0) * ($this->given['rate'] ?? 0.0)
            : null;
    }
}
