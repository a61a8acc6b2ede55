<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Places;

/** What was traced, in the form of a description that is not finished: drawn as it is, mended in the library. */
final class Draft
{
    /** The way of the energy through any supply, by kind of part; what is in none is at the output. */
    private const STAGES = [
        'inlet' => [
            'Inlet',
            [
                'mains',
                'fuse',
                'switch',
                'thermal_switch',
                'varistor',
                'spark_gap',
                'x_capacitor',
                'common_mode_choke',
                'ntc',
                'ptc',
            ],
        ],
        'transformer' => ['Transformer', ['transformer', 'flyback', 'forward', 'half_bridge']],
        'rectifier' => ['Rectifier', ['bridge', 'diode', 'fast_diode', 'ultrafast_diode', 'schottky']],
        'regulation' => [
            'Regulation',
            [
                'regulator',
                'adjustable_regulator',
                'transistor',
                'mosfet',
                'zener',
                'shunt_reference',
                'op_amp',
                'pwm_controller',
                'optocoupler',
                'potentiometer',
                'trimmer',
                'resistor',
            ],
        ],
        'output' => ['Output', []],
    ];

    /**
     * @param Resemblance|null $family what is not read on a part is taken from what the family has in its place
     * @param array{on?: string, lines: list<string>} $how kept with it
     *
     * @return array<string, mixed>
     */
    public static function of(Traced $traced, string $title, ?Resemblance $family, array $how): array
    {
        $reference = $traced->ground() ?? self::busiest($traced);
        $parts = [];
        if ($traced->mains !== null) {
            [$l, $n] = array_map($traced->node(...), $traced->mains);
            $parts[] = ['ref' => 'W1', 'kind' => 'mains', 'terminals' => ['l' => $l, 'n' => $n]];
        }
        foreach ($traced->parts as $part) {
            $terminals = [];
            foreach ($part->kind->terminals()->all() as $name) {
                if (self::isKnown($traced, "{$part->ref}.{$name}")) {
                    $terminals[$name] = $traced->node("{$part->ref}.{$name}");
                }
            }
            $usual = array_diff_key($family?->usual($part) ?? [], $part->written);
            $parts[] = [
                'ref' => $part->ref,
                'kind' => $part->kind->name(),
                ...$part->written,
                ...$usual,
                'notes' =>
                    self::evidence($traced, $part) .
                    ($usual === [] ? '' : '; not read, as the family has it: ' . implode(', ', array_keys($usual))),
                'terminals' => $terminals,
            ];
        }

        $stages = self::stages($parts);
        $draft = [
            'format' => 'oculant/supply',
            'version' => 1,
            'title' => $title,
            'revision' => 'traced',
            'reference' => $reference,
            'mains' => ['voltage' => '230 V', 'frequency' => '50 Hz', 'tolerance' => '10 %'],
            'parts' => $parts,
            'stages' => $stages,
            'grounds' => array_map(
                static fn(string $node): array => ['node' => $node, 'name' => $node, 'how' => 'found by the beeper'],
                array_values(array_diff($traced->grounds(), [$reference])),
            ),
            'points' => [],
            'traced' => $how,
        ];
        if ($traced->strangers !== []) {
            $draft['unknown'] = self::strangers($traced);
        }
        $supply = DescriptionReader::sketch($draft)->description;
        $draft['points'] = self::points(
            $traced,
            $parts,
            $stages,
            static fn(string $node): string => Places::ground($supply, $node),
        );

        return $draft;
    }

    /**
     * The same as far as it can be solved: parts with a pin that leads nowhere yet are kept as not known, and so is
     * what then hangs in the air or works with one of them.
     *
     * @param array<string, mixed> $draft
     *
     * @return array<string, mixed>
     */
    public static function known(array $draft): array
    {
        $unknown = [];
        $strangers = $draft['unknown'] ?? [];
        do {
            $before = count($unknown);
            $touched = array_count_values(
                array_merge(
                    ...array_map(
                        static fn(array $p): array => array_values(array_unique($p['terminals'])),
                        $draft['parts'],
                    ),
                ),
            );
            foreach ($draft['parts'] as $k => $part) {
                if (self::hangs($part, $touched, $unknown)) {
                    $unknown[$part['ref']] =
                        [
                            'ref' => $part['ref'],
                            'value' => is_string($part['value'] ?? null) ? $part['value'] : $part['kind'],
                            'note' => 'not joined yet',
                        ] + ($part['terminals'] === [] ? [] : ['pins' => $part['terminals']]);
                    unset($draft['parts'][$k]);
                }
            }
        } while (count($unknown) > $before && $draft['parts'] !== []);
        $left = array_column($draft['parts'], 'ref');
        $stages = [];
        foreach ($draft['stages'] as $stage) {
            $stage['parts'] = array_values(array_intersect($stage['parts'], $left));
            if ($stage['parts'] !== []) {
                $stages[] =
                    array_diff_key($stage, ['from' => '']) +
                    ($stages === [] ? [] : ['from' => $stages[count($stages) - 1]['id']]);
            }
        }
        $isThere = static fn(string $node): bool => isset($touched[$node]);
        $grounds = array_values(array_filter($draft['grounds'], static fn(array $g): bool => $isThere($g['node'])));
        $reference = $isThere($draft['reference']) ? $draft['reference'] : array_shift($grounds)['node'] ?? '';

        return [
            'reference' => $reference,
            'parts' => array_values($draft['parts']),
            'stages' => $stages,
            'grounds' => $grounds,
            'points' => array_values(
                array_map(
                    static fn(array $p): array => in_array($p['stage'] ?? null, array_column($stages, 'id'), true)
                        ? $p
                        : array_diff_key($p, ['stage' => '']),
                    array_filter(
                        $draft['points'],
                        static fn(array $p): bool => $isThere($p['node']) && $isThere($p['against']),
                    ),
                ),
            ),
        ] +
            ($unknown === [] && $strangers === [] ? [] : ['unknown' => [...array_values($unknown), ...$strangers]]) +
            $draft;
    }

    /**
     * @param array<string, mixed>             $part
     * @param array<int|string, int>           $touched parts by node
     * @param array<string, array<string, mixed>> $unknown by reference
     */
    private static function hangs(array $part, array $touched, array $unknown): bool
    {
        $kind = PartKinds::named($part['kind']);
        foreach ($kind?->terminals()->required ?? [] as $pin) {
            if (($touched[$part['terminals'][$pin] ?? ''] ?? 0) < 2) {
                return true;
            }
        }
        foreach ($kind?->parameters() ?? [] as $parameter) {
            if ($parameter->link && isset($unknown[$part[$parameter->name] ?? ''])) {
                return true;
            }
        }

        return false;
    }

    private static function isKnown(Traced $traced, string $pin): bool
    {
        $node = $traced->node($pin);
        $isNamed = in_array($node, $traced->named(), true) && isset($traced->named()[$node]);

        return count($traced->with($pin)) > 1 ||
            $isNamed ||
            in_array($node, $traced->grounds(), true) ||
            in_array($pin, $traced->mains ?? [], true);
    }

    /** @return list<array<string, mixed>> parts that nobody knows the kind of, as a description keeps them */
    private static function strangers(Traced $traced): array
    {
        $rows = [];
        foreach ($traced->strangers as $stranger) {
            $pins = [];
            foreach ($traced->pinsOf($stranger->ref) as $pin) {
                $pins[$pin] = $traced->node("{$stranger->ref}.{$pin}");
            }
            $rows[] =
                [
                    'ref' => $stranger->ref,
                    'value' => $stranger->marking === '' ? '?' : $stranger->marking,
                    'note' => 'nobody knows yet what it is; ' . self::evidence($traced, $stranger),
                ] + ($pins === [] ? [] : ['pins' => $pins]);
        }

        return $rows;
    }

    private static function busiest(Traced $traced): string
    {
        $count = [];
        foreach ($traced->connections as $connection) {
            if ($connection->beeps) {
                $node = $traced->node($connection->one->id());
                $count[$node] = ($count[$node] ?? 0) + 1;
            }
        }
        arsort($count);

        return (string) (array_key_first($count) ?? '0V');
    }

    private static function evidence(Traced $traced, TracedPart|Stranger $part): string
    {
        $lines = [];
        foreach ($traced->connections as $connection) {
            if (in_array($part->ref, [$connection->one->ref, $connection->other->ref], true)) {
                $lines[$connection->line] = $connection->line;
            }
        }
        sort($lines);

        return $lines === []
            ? "seen, line {$part->line}"
            : sprintf(
                'seen, line %d; beeped out, line%s %s',
                $part->line,
                count($lines) > 1 ? 's' : '',
                implode(', ', $lines),
            );
    }

    /**
     * @param list<array<string, mixed>> $parts
     *
     * @return list<array<string, mixed>> those that have parts, each fed by the one before it
     */
    private static function stages(array $parts): array
    {
        $in = [];
        foreach ($parts as $part) {
            $in[self::stageOf($part)][] = $part['ref'];
        }
        $stages = [];
        foreach (self::STAGES as $id => [$name]) {
            if (isset($in[$id])) {
                $from = $stages === [] ? [] : ['from' => $stages[count($stages) - 1]['id']];
                $stages[] = ['id' => $id, 'name' => $name, 'parts' => $in[$id]] + $from;
            }
        }

        return $stages;
    }

    /** @param array<string, mixed> $part */
    private static function stageOf(array $part): string
    {
        foreach (self::STAGES as $id => [, $kinds]) {
            if (in_array($part['kind'], $kinds, true)) {
                return $id;
            }
        }

        return 'output';
    }

    /**
     * @param list<array<string, mixed>> $parts
     * @param list<array<string, mixed>> $stages
     * @param callable(string): string   $ground of a node
     *
     * @return list<array<string, mixed>> one at each node that somebody gave a name; where nobody gave any, at what
     *     stores and at what regulates
     */
    private static function points(Traced $traced, array $parts, array $stages, callable $ground): array
    {
        $points = [];
        foreach ($traced->named() ?: self::nameless($parts) as $name => $node) {
            $against = $ground($node);
            if ($node !== $against && !in_array($node, $traced->grounds(), true)) {
                $at = array_map(
                    self::stageOf(...),
                    array_filter($parts, static fn(array $p): bool => in_array($node, $p['terminals'], true)),
                );
                $stage = array_values(array_intersect(array_column($stages, 'id'), $at))[0] ?? null;
                $points[] =
                    [
                        'id' => 'TP' . (count($points) + 1),
                        'name' => (string) $name,
                        'node' => $node,
                        'against' => $against,
                    ] + ($stage === null ? [] : ['stage' => $stage]);
            }
        }

        return $points;
    }

    /**
     * @param list<array<string, mixed>> $parts
     *
     * @return array<string, string> node by what it may be called
     */
    private static function nameless(array $parts): array
    {
        $nodes = [];
        foreach ($parts as $part) {
            foreach (array_intersect_key($part['terminals'], ['plus' => '', 'out' => '', 'l' => '']) as $pin => $node) {
                if (!in_array($node, $nodes, true)) {
                    $nodes["{$part['ref']} {$pin}"] = (string) $node;
                }
            }
        }

        return $nodes;
    }
}
