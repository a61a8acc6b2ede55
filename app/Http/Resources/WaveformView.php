<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Http\Requests\WaveformQuestion;
use Oculant\Core\Expectation\Destruction;
use Oculant\Core\Expectation\Waveforms;
use Oculant\Core\Parts\FaultMode;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/**
 * One trace over one cycle, with what can be drawn and compared otherwise.
 *
 * @phpstan-import-type Headroom from Waveforms
 *
 * @phpstan-type TraceName array{
 *     id: string,
 *     title: string,
 *     group: string,
 * }
 *
 * @phpstan-type PartFaultName array{
 *     name: string,
 *     title: string,
 * }
 *
 * @phpstan-type PartFaults array{
 *     ref: string,
 *     label: string,
 *     faults: list<PartFaultName>,
 * }
 *
 * @phpstan-type Waveform array{
 *     mode: string,
 *     trace: string,
 *     unit: string,
 *     title: string,
 *     milliseconds: list<float>,
 *     healthy: ?list<float>,
 *     faulty: ?list<float>,
 *     fault: ?string,
 *     stable: bool,
 *     chain: list<string>,
 *     headroom: list<Headroom>,
 *     traces: list<TraceName>,
 *     faults: list<PartFaults>,
 * }
 */
final class WaveformView
{
    /** @return Waveform */
    public static function of(WaveformQuestion $question): array
    {
        $supply = $question->supply;
        $waves = new Waveforms($supply, $supply->mode($question->mode), $question->faults());
        $currents = $waves->partsWithCurrent();
        [$kind, $name] = explode(':', $question->trace, 2);
        $point = $supply->points[$name] ?? null;
        [$node, $against] = $point === null ? [$name, $supply->reference] : [$point->node, $point->against];
        $pair = $kind === 'part' ? $waves->amperes($name) : $waves->volts($node, $against);
        $round = static fn(?array $wave): ?array => $wave === null
            ? null
            : array_map(static fn(float $v): float => round($v, 5), $wave);

        return [
            'mode' => $question->mode,
            'trace' => $question->trace,
            'unit' => $kind === 'part' ? 'A' : 'V',
            'title' =>
                $kind === 'part'
                    ? "current through {$supply->part($name)->label()}"
                    : ($point === null
                        ? "{$node} against {$against}"
                        : "{$point->id}, {$point->name}"),
            'milliseconds' => $waves->times(),
            'healthy' => $round($pair['healthy']),
            'faulty' => $round($pair['faulty']),
            'fault' =>
                $question->part === null
                    ? null
                    : "{$question->part} {$supply->part($question->part)->fault((string) $question->fault)?->title}",
            'stable' => $waves->hasStableFault,
            'chain' => array_map(static fn(Destruction $d): string => $d->words(), $waves->chain),
            'headroom' => $kind === 'part' ? [] : $waves->headroom($node, $against),
            'traces' => self::traces($supply, $currents),
            'faults' => array_values(
                array_map(
                    static fn(Part $part): array => [
                        'ref' => $part->ref,
                        'label' => $part->label(),
                        'faults' => array_map(
                            static fn(FaultMode $f): array => ['name' => $f->name, 'title' => $f->title],
                            $part->kind->faults($part),
                        ),
                    ],
                    array_filter($supply->parts, static fn(Part $part): bool => $part->kind->faults($part) !== []),
                ),
            ),
        ];
    }

    /**
     * @param list<string> $currents
     *
     * @return list<TraceName>
     */
    private static function traces(Description $supply, array $currents): array
    {
        $traces = [];
        foreach ($supply->points as $id => $point) {
            $traces[] = ['id' => "volts:{$id}", 'title' => "{$id} {$point->name}", 'group' => 'Test points'];
        }
        foreach (array_keys($supply->islands) as $node) {
            if ((string) $node !== $supply->reference) {
                $traces[] = [
                    'id' => "volts:{$node}",
                    'title' => "{$node} against {$supply->reference}",
                    'group' => 'Nodes',
                ];
            }
        }
        foreach ($currents as $ref) {
            if (isset($supply->parts[$ref])) {
                $traces[] = ['id' => "part:{$ref}", 'title' => $supply->part($ref)->label(), 'group' => 'Currents'];
            }
        }

        return $traces;
    }
}
