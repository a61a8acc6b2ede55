<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Expectation\DeadMeter;
use Oculant\Core\Parts\Ability\NamesWindings;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\AveragedConverter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\CircuitBuilder;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What a meter shows with the plug out, for any faults: each circuit is read once. */
final class DeadReadings
{
    /** Ohms below which no semiconductor has a say. */
    private const COPPER = 50.0;

    private readonly DeadMeter $meter;

    /** @var list<array<string>>|null nodes of each winding, as asked for */
    private ?array $windings = null;

    /**
     * @var array<string, array{array<string, float>, array<string, array{float, float}>}> readings and spans by what is
     *     fitted and what is broken: most modes differ only with the power on
     */
    private array $read = [];

    /**
     * @param Description|null $asleep as it is with the plug out, where that differs
     * @param self|null        $beside of the same good unit
     */
    public function __construct(private readonly Description $supply, ?Description $asleep = null, ?self $beside = null)
    {
        $this->meter = new DeadMeter($asleep ?? $supply, $beside?->meter);
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{array<string, float>, array<string, array{float, float}>} readings and spans by "target quantity"
     */
    public function of(Mode $mode, array $faults): array
    {
        ksort($faults);

        return $this->read[
            CircuitBuilder::unplugged($this->supply, $mode) . json_encode($faults, JSON_THROW_ON_ERROR)
        ] ??= $this->inCircuit($mode, $faults);
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{array<string, float>, array<string, array{float, float}>} as of()
     */
    private function inCircuit(Mode $mode, array $faults): array
    {
        $readings = $spans = [];
        $between = [];
        foreach ($this->supply->deadChecks() as $id => $check) {
            // Many parts lie across the same two nodes.
            [$value, $span] =
                $check->quantity === DeadCheck::ESR
                    ? [$this->meter->read($check, $mode, $faults), null]
                    : ($between["{$check->red} {$check->black} {$check->quantity}"] ??= $this->between(
                        $check,
                        $mode,
                        $faults,
                    ));
            if (!is_nan($value)) {
                $readings["{$id} {$check->quantity}"] = $value;
                if ($span !== null) {
                    $spans["{$id} {$check->quantity}"] = [SparseRows::digits($span[0]), SparseRows::digits($span[1])];
                }
            }
        }

        return [$readings, $spans];
    }

    /**
     * @param array<string, string> $faults fault name by part reference
     *
     * @return array{float, array{float, float}|null} reading and span
     */
    private function between(DeadCheck $check, Mode $mode, array $faults): array
    {
        $value = $this->meter->read($check, $mode, $faults);

        // What is shorted shows the same to every meter, a winding only if its ohms are known.
        return [
            $value,
            $value > self::COPPER || $check->quantity === DeadCheck::DIODE || $this->isAcrossWinding($check)
                ? $this->meter->span($check, $mode, $faults)
                : null,
        ];
    }

    private function isAcrossWinding(DeadCheck $check): bool
    {
        $this->windings ??= array_merge(
            ...array_map(
                static fn(Part $part): array => array_map(
                    static fn(array $ends): array => array_map($part->node(...), $ends),
                    $part->kind->islands($part),
                ),
                array_values(
                    array_filter(
                        $this->supply->parts,
                        static fn(Part $part): bool => $part->kind instanceof NamesWindings ||
                            $part->kind instanceof AveragedConverter,
                    ),
                ),
            ),
        );

        return array_filter(
            $this->windings,
            static fn(array $nodes): bool => in_array($check->red, $nodes, true) &&
                in_array($check->black, $nodes, true),
        ) !== [];
    }
}
