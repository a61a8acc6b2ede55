<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

/**
 * How all control voltages answer, in one state of the devices: to the columns [states..., sine, dc] of the network,
 * and to one ampere drawn by each of the devices that may move. One device going to another region costs one outer
 * product (Sherman and Morrison 1950).
 */
final readonly class ControlResponse
{
    /**
     * What must be left of the accuracy after going from state to state: differences of nearly equal numbers eat it up.
     */
    public const ENOUGH = 1e-4;

    /** What must be left by a single step. */
    public const ANY = 1e-12;

    /**
     * @param array<int, float> $rows     volts, [$control * $width + $column]; the dc column carries offsets too
     * @param list<float>       $direct   volts per control that the dc column gives without offsets
     * @param array<int, float> $coupling ohms, [$control * $count + index of the moving device]
     * @param int               $width    columns of $rows
     * @param array<int, int>   $places   index of each moving device
     * @param float $left what rounding has left of the accuracy since all was worked out from the network
     */
    public function __construct(
        public array $rows,
        public array $direct,
        public array $coupling,
        private int $width,
        public array $places,
        private float $left = 1.0,
    ) {}

    /**
     * What the answer of a device to its own current divides by: near nothing where it would drive itself without
     * bound.
     *
     * @param int         $device one of those that may move
     * @param int         $at     its first control
     * @param list<float> $slopes change of its slopes, siemens
     */
    public function divisor(int $device, int $at, array $slopes): float
    {
        $divisor = 1.0;
        $count = count($this->places);
        foreach ($slopes as $j => $slope) {
            $divisor += $slope * $this->coupling[($at + $j) * $count + $this->places[$device]];
        }

        return $divisor;
    }

    /**
     * With one device following another law.
     *
     * @param int         $device
     * @param int         $at     its first control
     * @param list<float> $slopes change of its slopes, siemens
     * @param float       $offset change of its offset, amperes
     * @param float       $least  what must be left of the accuracy
     *
     * @return self|null null where the device may not move, or too few digits would be left
     */
    public function with(int $device, int $at, array $slopes, float $offset, float $least): ?self
    {
        $m = $this->places[$device] ?? null;
        $divisor = $m === null ? 0.0 : $this->divisor($device, $at, $slopes);
        $left = $this->left * min(1.0, abs($divisor));
        if ($left < $least) {
            return null;
        }
        $width = $this->width;
        $count = count($this->places);
        $rows = $this->rows;
        $direct = $this->direct;
        $coupling = $this->coupling;
        $perColumn = array_fill(0, $width, 0.0);
        $perColumn[$width - 1] = $offset;
        $perDevice = array_fill(0, $count, 0.0);
        $perDirect = 0.0;
        foreach ($slopes as $j => $slope) {
            if ($slope === 0.0) {
                continue;
            }
            $control = $at + $j;
            $perDirect += $slope * $direct[$control];
            for ($c = 0, $from = $control * $width; $c < $width; $c++) {
                $perColumn[$c] += $slope * $rows[$from++];
            }
            for ($i = 0, $from = $control * $count; $i < $count; $i++) {
                $perDevice[$i] += $slope * $coupling[$from++];
            }
        }
        $isSimple = count($slopes) === 1;
        foreach ($direct as $k => $volts) {
            $share = $coupling[$k * $count + $m] / $divisor;
            if ($share === 0.0) {
                continue;
            }
            $to = $k * $width;
            if ($k === $at && $isSimple) {
                // A device across its own control: the same without a difference of nearly equal numbers.
                $direct[$k] = $volts / $divisor;
                for ($c = 0; $c < $width; $c++) {
                    $rows[$to + $c] /= $divisor;
                }
                $rows[$to + $width - 1] -= $share * $offset;
                for ($i = 0, $to = $k * $count; $i < $count; $i++) {
                    $coupling[$to++] /= $divisor;
                }

                continue;
            }
            $direct[$k] = $volts - $share * $perDirect;
            foreach ($perColumn as $current) {
                $rows[$to++] -= $share * $current;
            }
            $to = $k * $count;
            foreach ($perDevice as $current) {
                $coupling[$to++] -= $share * $current;
            }
        }

        /** @var list<float> $direct */
        return new self($rows, $direct, $coupling, $width, $this->places, $left);
    }

    /** As worked out from the network, for steps from here. */
    public function afresh(): self
    {
        return new self($this->rows, $this->direct, $this->coupling, $this->width, $this->places);
    }
}
