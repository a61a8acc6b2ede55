<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Parts\Ability\HoldsHighVoltage;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * The cautions that fit this supply at this step; each defers to licensed practice and local codes where the law does.
 *
 * @phpstan-type Caution array{
 *     // Shapes of the power-up plan, the ledger and the gates.
 *     title: string,
 *     text: string,
 * }
 */
final readonly class Cautions
{
    private const LAW = 'Local codes and licensed practice decide who may do this.';

    /** @return list<Caution> while it is made safe */
    public static function makingSafe(Description $supply): array
    {
        $kind = new Topology($supply);
        $tube = $kind->tube();
        $all = [];
        if ($tube !== null && $tube->kind instanceof HoldsHighVoltage) {
            $all[] = [
                'title' =>
                    'Picture tube: ' .
                    Quantity::write($tube->kind->anode($tube)['volts'], Unit::Volt, 2) .
                    ' on the anode',
                'text' =>
                    'For people trained to do so. Plug out; earth clip of a resistive high-voltage probe on the ' .
                    'tube\'s own earth strap (not the chassis: it kills what is on it); one hand behind the ' .
                    'back; under the anode cap until it reads nothing; wait some minutes and do it again, it ' .
                    'recovers. The neck is glass under vacuum: goggles.',
            ];
        }
        if ($kind->hasValves()) {
            $all[] = [
                'title' => 'Valve high tension',
                'text' =>
                    'Hundreds of volts with enough behind them to stop a heart. With valves out or cold nothing ' .
                    'draws the reservoirs down. One hand, no jewellery, a second person near by. ' .
                    self::LAW,
            ];
        }
        $bulk = $kind->bulk();
        if ($bulk !== null) {
            $all[] = [
                'title' => "Bulk capacitor {$bulk->ref}",
                'text' =>
                    'It keeps its charge with the plug out; with the start-up path open for hours. Not a ' .
                    'screwdriver: a resistor, then the meter, at the capacitor itself, on a range that shows ' .
                    'the full voltage.',
            ];
        }

        return [...$all, ...self::ground($supply)];
    }

    /** @return list<Caution> while a bench supply feeds it */
    public static function feeding(Description $supply): array
    {
        $bulk = (new Topology($supply))->bulk();

        return $bulk === null
            ? []
            : [
                [
                    'title' => 'Mains plug out, and tied back',
                    'text' =>
                        'On the bench feed the hot side is not live: the oscilloscope ' .
                        'may be clipped to it, and must be off it before mains comes back. ' .
                        "{$bulk->ref} keeps what the bench supply put on it.",
                ],
            ];
    }

    /** @return list<Caution> while it is powered */
    public static function energising(Description $supply): array
    {
        $kind = new Topology($supply);
        $all = self::ground($supply);
        if (!$kind->isDirectFed()) {
            $all[] = [
                'title' => 'Mains',
                'text' =>
                    'Covers, shields and earth back as far as the step allows, hands out, one hand when ' .
                    'measuring. Behind a residual-current device; an isolating transformer defeats it. ' .
                    self::LAW,
            ];
        }
        if ($kind->isOffLine()) {
            $all[] = [
                'title' => 'What can burst',
                'text' =>
                    'Switches, bulk capacitors and suppressors go with a bang: goggles, and nobody bent over it ' .
                    'at the moment of switching on.',
            ];
        }

        return $all;
    }

    /** @return list<Caution> */
    private static function ground(Description $supply): array
    {
        $hot = array_filter($supply->grounds, static fn($g): bool => $supply->isHot($g->node));
        if ($hot === []) {
            return [];
        }
        $ground = array_values($hot)[0];
        $isChassis = str_contains(mb_strtolower($ground->name), 'chassis');

        return [
            ...$isChassis
                ? [
                    [
                        'title' => 'Live chassis',
                        'text' =>
                            'The chassis is joined to one side of the mains. Isolating transformer, and nothing ' .
                            'of it touched in operation. ' .
                            self::LAW,
                    ],
                ]
                : [],
            [
                'title' => 'Oscilloscope earth',
                'text' => sprintf(
                    'Never clip it to the %s: the clip is earth, that point is mains. The unit on an isolating ' .
                        'transformer (never the oscilloscope), or a differential probe.',
                    $ground->name,
                ),
            ],
        ];
    }
}
