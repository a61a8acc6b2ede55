<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit\Branch;

/**
 * A device that is linear in each of its regions. Its current is continuous from region to region:
 * i = sum over controls k of slope_k * w_k + offset, where w_k are its control voltages.
 */
interface SwitchedDevice extends Branch
{
    /** @return list<array<int, float>> one incidence per control voltage */
    public function controls(): array;

    /** Conductance (siemens) across the own incidence that the reduced network carries for it. */
    public function nominalConductance(): float;

    /**
     * The region that holds for these control voltages.
     *
     * @param list<float> $w volts, all devices' controls in one list; this device's start at $at
     */
    public function region(array $w, int $at): int;

    /**
     * How far the control voltages can move along a straight line before they leave a region.
     *
     * @param list<float> $w  volts, inside the region or on its edge
     * @param list<float> $dw direction
     *
     * @return array{float, int} the multiple of $dw, not negative, INF if never; and the region beyond
     */
    public function leaves(int $region, array $w, array $dw, int $at): array;

    /**
     * Whether moving on leads into a region across the edge it shares with another, judged by direction alone: on the
     * edge itself rounding hides on which side the voltages are.
     *
     * @param list<float> $dw direction, as the voltages move once the device is in region $to
     */
    public function enters(int $from, int $to, array $dw, int $at): bool;

    /** @return array{list<float>, float} slopes (siemens) per control, and offset (amperes) */
    public function law(int $region): array;
}
