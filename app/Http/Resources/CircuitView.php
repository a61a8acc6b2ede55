<?php

declare(strict_types=1);

namespace App\Http\Resources;

use Oculant\Core\Drawing\DrawnPart;
use Oculant\Core\Drawing\DrawnPin;
use Oculant\Core\Drawing\DrawnUnknown;
use Oculant\Core\Drawing\Energised;
use Oculant\Core\Drawing\LooseEnd;
use Oculant\Core\Drawing\LooseEnds;
use Oculant\Core\Drawing\Pose;
use Oculant\Core\Drawing\Schematic;
use Oculant\Core\Expectation\Destruction;
use Oculant\Core\Expectation\NodeLevels;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Places;
use Oculant\Core\Supply\Point;
use Oculant\Core\Supply\Stage;

/**
 * A circuit to be drawn, and what a meter shows at its nodes.
 *
 * @phpstan-type CircuitPin array{
 *     // Shapes of the circuit that is drawn.
 *     name: string,
 *     node: string,
 *     side: 'west'|'east'|'north'|'south',
 *     // gets a ground of its own
 *     ground: bool,
 * }
 *
 * @phpstan-type CircuitPart array{
 *     ref: string,
 *     // or "unknown"
 *     kind: string,
 *     label: string,
 *     // what stands on it
 *     value: string,
 *     // a pnp transistor
 *     turned: bool,
 *     pose: 'along'|'across'|'frame',
 *     zone: 'hot'|'barrier'|'safe',
 *     stage: ?string,
 *     pins: list<CircuitPin>,
 * }
 *
 * @phpstan-type CircuitNode array{
 *     id: string,
 *     // what people call it, where it is one
 *     ground: ?string,
 *     // on the mains side
 *     hot: bool,
 *     points: list<string>,
 *     // what a reading there is called where no test point is described; null at a ground
 *     place: ?string,
 * }
 *
 * @phpstan-type Circuit array{
 *     title: string,
 *     // the same for the same circuit
 *     key: string,
 *     parts: list<CircuitPart>,
 *     nodes: list<CircuitNode>,
 *     // where something is not joined as it should be
 *     loose: list<array{
 *         part: string,
 *         pin: ?string,
 *         sentence: string,
 *     }>,
 *     stages: list<array{
 *         id: string,
 *         name: string,
 *     }>,
 * }
 *
 * @phpstan-type Level array{
 *     // node or test point
 *     place: string,
 *     // as a meter shows it, "12.1 V"
 *     text: string,
 *     // volts
 *     dc: float,
 *     // volts rms beside them
 *     ac: float,
 *     against: string,
 * }
 *
 * @phpstan-type Levels array{
 *     mode: string,
 *     // false if it has no steady reading
 *     settled: bool,
 *     levels: list<Level>,
 *     points: list<Level>,
 *     // what the fault takes with it
 *     chain: list<string>,
 * }
 */
final class CircuitView
{
    /** Volts AC below which a node is direct for whoever looks at it, as a share of its direct ones. */
    private const ALTERNATING = 0.2;

    /** @return Circuit */
    public static function of(Description $supply): array
    {
        $schematic = new Schematic($supply);
        $unknown = $schematic->unknown();
        $nodes = array_map(strval(...), array_keys($supply->islands));
        foreach ($unknown as $part) {
            array_push($nodes, ...array_map(static fn(DrawnPin $pin): string => $pin->node, $part->pins));
        }
        $places = array_map(static fn(Point $place): string => $place->node, Places::beside($supply));

        return [
            'title' => $supply->title,
            'key' => $supply->hash(),
            'parts' => [...array_map(self::part(...), $schematic->parts()), ...array_map(self::unknown(...), $unknown)],
            'nodes' => array_map(
                static fn(string $node): array => [
                    'id' => $node,
                    'ground' => $schematic->isGround($node) ? $schematic->groundName($node) : null,
                    'hot' => $schematic->isHot($node),
                    'points' => array_values(
                        array_map(
                            static fn(Point $point): string => $point->id,
                            array_filter($supply->points, static fn(Point $p): bool => $p->node === $node),
                        ),
                    ),
                    'place' => ($place = array_search($node, $places, true)) === false ? null : (string) $place,
                ],
                array_values(array_unique($nodes)),
            ),
            'loose' => array_map(
                static fn(LooseEnd $end): array => [
                    'part' => $end->part,
                    'pin' => $end->pin,
                    'sentence' => $end->sentence,
                ],
                LooseEnds::of($supply),
            ),
            'stages' => array_values(
                array_map(
                    static fn(Stage $stage): array => ['id' => $stage->id, 'name' => $stage->name],
                    $supply->stages,
                ),
            ),
        ];
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return Levels
     */
    public static function levels(Description $supply, Mode $mode, array $faults): array
    {
        $seen = NodeLevels::of($supply, $mode, $faults);

        return [
            'mode' => $mode->id,
            'settled' => $seen['isSettled'],
            'levels' => self::rows($seen['levels']),
            'points' => self::rows($seen['points']),
            'chain' => array_map(static fn(Destruction $one): string => $one->words(), $seen['chain']),
        ];
    }

    /** @return array{level: ?Level} */
    public static function between(Description $supply, Mode $mode, string $red, string $black): array
    {
        $level = NodeLevels::between($supply, $mode, $red, $black);

        return ['level' => $level === null ? null : self::rows([$red => $level])[0]];
    }

    /**
     * @param array<string, array{dc: float, ac: float, against: string}> $levels by node or test point
     *
     * @return list<Level>
     */
    private static function rows(array $levels): array
    {
        $rows = [];
        foreach ($levels as $place => ['dc' => $dc, 'ac' => $ac, 'against' => $against]) {
            $isAlternating = $ac > self::ALTERNATING * max(abs($dc), 0.5);
            $rows[] = [
                'place' => (string) $place,
                'text' => Quantity::volts($isAlternating ? $ac : $dc) . ($isAlternating ? ' AC' : ''),
                'dc' => round($dc, 4),
                'ac' => round($ac, 4),
                'against' => $against,
            ];
        }

        return $rows;
    }

    /**
     * @param array<string, bool> $carrying by test point
     *
     * @return list<array{node: string, carries: bool}> nodes that are proven to carry energy, or to get none
     */
    public static function energised(Description $supply, array $carrying): array
    {
        $measured = [];
        foreach ($carrying as $point => $carries) {
            $node = $supply->point((string) $point)->node;
            $measured[$node] = ($measured[$node] ?? false) || $carries;
        }
        $rows = [];
        foreach ($measured === [] ? [] : (new Energised($supply))->nodes($measured) as $node => $carries) {
            $rows[] = ['node' => (string) $node, 'carries' => $carries];
        }

        return $rows;
    }

    /** @return CircuitPart */
    private static function part(DrawnPart $drawn): array
    {
        $part = $drawn->part;

        return [
            'ref' => $part->ref,
            'kind' => $part->kind->name(),
            'label' => $part->label(),
            'value' => $part->marking(),
            'turned' => ($part->choices['polarity'] ?? '') === 'pnp',
            'pose' => $drawn->pose->value,
            'zone' => $drawn->zone->value,
            'stage' => $drawn->stage,
            'pins' => self::pins($drawn->pins),
        ];
    }

    /** @return CircuitPart */
    private static function unknown(DrawnUnknown $drawn): array
    {
        return [
            'ref' => $drawn->ref,
            'kind' => 'unknown',
            'label' => "{$drawn->ref}, not known what it is",
            'value' => $drawn->marking,
            'turned' => false,
            'pose' => Pose::Frame->value,
            'zone' => $drawn->zone->value,
            'stage' => $drawn->stage,
            'pins' => self::pins($drawn->pins),
        ];
    }

    /**
     * @param list<DrawnPin> $pins
     *
     * @return list<CircuitPin>
     */
    private static function pins(array $pins): array
    {
        return array_map(
            static fn(DrawnPin $pin): array => [
                'name' => $pin->name,
                'node' => $pin->node,
                'side' => $pin->side->value,
                'ground' => $pin->isGround,
            ],
            $pins,
        );
    }
}
