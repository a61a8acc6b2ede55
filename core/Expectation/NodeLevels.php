<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;
use Oculant\Core\Supply\Places;
use Oculant\Core\Supply\Point;

/** What a meter shows at every node of a unit against the ground of its side: volts DC, and volts AC beside them. */
final class NodeLevels
{
    /**
     * @param array<string, string> $faults fault name by part reference; empty for a good unit
     *
     * @return array{levels: array<string, array{dc: float, ac: float, against: string}>,
     *     points: array<string, array{dc: float, ac: float, against: string}>, chain: list<Destruction>,
     *     isSettled: bool} by node and by test point; none where the unit does not settle
     */
    public static function of(Description $supply, Mode $mode, array $faults = []): array
    {
        $chain = [];
        try {
            $record = (new Behaviour($supply))->run($mode, $faults, chain: $chain)->longest()->record;
        } catch (CircuitError) {
            return ['levels' => [], 'points' => [], 'chain' => $chain, 'isSettled' => false];
        }
        $drive = new GateDrive($supply);
        $between = static function (string $node, string $against) use ($record, $drive): ?array {
            try {
                $signal = $record->signal($node, $against);
            } catch (CircuitError) {
                return null;
            }

            return [
                'dc' => $drive->shown($node, $signal->average),
                'ac' => $signal->acRms,
                'against' => $against,
            ];
        };
        $levels = [];
        foreach (array_keys($supply->islands) as $node) {
            $levels[(string) $node] = $between((string) $node, Places::ground($supply, (string) $node));
        }
        $points = array_map(
            static fn(Point $point): ?array => $between($point->node, $point->against),
            $supply->points,
        );

        return [
            'levels' => array_filter($levels),
            'points' => array_filter($points),
            'chain' => $chain,
            'isSettled' => true,
        ];
    }

    /**
     * Red lead on one node, black on another.
     *
     * @return array{dc: float, ac: float, against: string}|null null where no reading holds: nothing joins the two, or
     *     the unit does not settle
     */
    public static function between(Description $supply, Mode $mode, string $red, string $black): ?array
    {
        if (($supply->islands[$red] ?? -1) !== ($supply->islands[$black] ?? -2)) {
            return null;
        }
        try {
            $signal = (new Behaviour($supply))->run($mode)->longest()->record->signal($red, $black);
        } catch (CircuitError) {
            return null;
        }

        return [
            'dc' => (new GateDrive($supply))->shown($red, $signal->average),
            'ac' => $signal->acRms,
            'against' => $black,
        ];
    }
}
