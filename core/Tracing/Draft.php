<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

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

    /** @return array<string, mixed> */
    public static function of(Traced $traced, string $title): array
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
            $parts[] = [
                'ref' => $part->ref,
                'kind' => $part->kind->name(),
                ...$part->written,
                'notes' => self::evidence($traced, $part),
                'terminals' => $terminals,
            ];
        }

        $stages = self::stages($parts);

        return [
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
            'points' => self::points($traced, $reference, $parts, $stages),
        ];
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

    private static function evidence(Traced $traced, TracedPart $part): string
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
     *
     * @return list<array<string, mixed>> one at each node that somebody gave a name
     */
    private static function points(Traced $traced, string $reference, array $parts, array $stages): array
    {
        $points = [];
        foreach ($traced->named() as $name => $node) {
            if ($node !== $reference && !in_array($node, $traced->grounds(), true)) {
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
                        'against' => $reference,
                    ] + ($stage === null ? [] : ['stage' => $stage]);
            }
        }

        return $points;
    }
}
