<?php

declare(strict_types=1);

namespace Oculant\Core\Circuit;

use Oculant\Core\Circuit\Branch\Branch;
use Oculant\Core\Circuit\Branch\Capacitor;
use Oculant\Core\Circuit\Branch\ControlledSource;
use Oculant\Core\Circuit\Branch\Inductor;
use Oculant\Core\Circuit\Branch\Junction;
use Oculant\Core\Circuit\Branch\Resistor;
use Oculant\Core\Circuit\Branch\Source;
use Oculant\Core\Circuit\Branch\TabledSource;
use Oculant\Core\Circuit\Branch\Winding;

/**
 * Writes a netlist as SPICE cards. Junctions go out as exponential diodes, not as our chords, so that a run of ngspice
 * is an independent check of the solver.
 */
final class SpiceNetlist
{
    /** @var list<string> */
    private array $cards = [];

    /** @var list<string> node name by index */
    private array $names;

    private function __construct(private readonly Netlist $netlist)
    {
        $this->names = array_map(strval(...), array_keys($netlist->nodes()));
    }

    /**
     * @param list<array{string, string, string}> $probes measurement name, node, against
     * @param WarmStart|null $start node voltages to begin with; what starts on its own charge has two ends, running and
     *     dead
     */
    public static function write(Netlist $netlist, string $title, array $probes, ?WarmStart $start = null): string
    {
        $writer = new self($netlist);
        $writer->cards[] = '* ' . str_replace("\n", ' ', $title);
        foreach ($netlist->branches() as $branch) {
            $writer->branch($branch);
        }
        foreach (array_keys($netlist->nodes()) as $node) {
            $writer->cards[] = sprintf(
                'Rleak_%s %s 0 %.6g',
                self::word((string) $node),
                $writer->node((string) $node),
                1 / ReducedNetwork::NODE_LEAKAGE,
            );
        }
        foreach (array_intersect_key($start->volts ?? [], $netlist->nodes()) as $node => $volts) {
            $writer->cards[] = sprintf('.ic v(%s)=%.6g', $writer->node((string) $node), $volts);
        }
        $writer->analysis($probes);

        return implode("\n", $writer->cards) . "\n";
    }

    /** @param list<array{string, string, string}> $probes */
    private function analysis(array $probes): void
    {
        $frequency = $this->netlist->frequency;
        $this->cards[] = '.options reltol=1e-4 abstol=1e-9 vntol=1e-5 method=gear';
        if ($frequency <= 0) {
            $this->cards[] = '.op';
        } else {
            $cycle = 1 / $frequency;
            $this->cards[] = sprintf(
                '.tran %.6g %.6g %.6g %.6g',
                $cycle / 400,
                150 * $cycle,
                146 * $cycle,
                $cycle / 400,
            );
        }
        $this->cards[] = '.control';
        $this->cards[] = 'run';
        foreach ($probes as [$name, $node, $against]) {
            $vector = sprintf('v(%s)-v(%s)', $this->node($node), $this->node($against));
            $this->cards[] = sprintf('let %s = %s', $name, str_replace(['-v(0)', 'v(0)-'], ['', '-'], $vector));
            if ($frequency <= 0) {
                $this->cards[] = sprintf('print %s', $name);
            } else {
                $this->cards[] = sprintf('meas tran %1$s_avg AVG %1$s', $name);
                $this->cards[] = sprintf('meas tran %1$s_rms RMS %1$s', $name);
                $this->cards[] = sprintf('meas tran %1$s_pp PP %1$s', $name);
            }
        }
        $this->cards[] = '.endc';
        $this->cards[] = '.end';
    }

    private function branch(Branch $branch): void
    {
        $name = self::word($branch->name());
        [$a, $b] = $this->terminals($branch instanceof Winding ? $branch->terminals : $branch->incidence());
        if ($a === $b && !($branch instanceof Winding)) {
            return;
        }
        match (true) {
            $branch instanceof Source => $this->source($name, $a, $b, $branch),
            $branch instanceof Capacitor => ($this->cards = [
                ...$this->cards,
                sprintf('C%s %s x%s %.6g', $name, $a, $name, $branch->capacitance),
                sprintf('R%s x%s %s %.6g', $name, $name, $b, max($branch->esr, 1e-4)),
            ]),
            $branch instanceof Inductor => ($this->cards[] = sprintf(
                'L%s %s %s %.6g',
                $name,
                $a,
                $b,
                $branch->inductance,
            )),
            $branch instanceof Junction => $this->junction($name, $a, $b, $branch),
            $branch instanceof ControlledSource => $this->controlled($name, $branch),
            $branch instanceof TabledSource => ($this->cards[] = sprintf(
                'B%s %s %s I=%s',
                $name,
                $a,
                $b,
                $this->law($branch->table, $branch->controls()[0]),
            )),
            $branch instanceof Winding => $this->winding($name, $a, $b, $branch),
            $branch instanceof Resistor => ($this->cards[] = sprintf(
                'R%s %s %s %.6g',
                $name,
                $a,
                $b,
                1 / $branch->conductance,
            )),
            default => null,
        };
    }

    private function source(string $name, string $a, string $b, Source $source): void
    {
        $this->cards[] = sprintf(
            'V%s x%s %s dc %.6g sin(%.6g %.6g %.6g)',
            $name,
            $name,
            $b,
            $source->dc,
            $source->dc,
            $source->amplitude,
            max($this->netlist->frequency, 1),
        );
        $this->cards[] = sprintf('R%s %s x%s %.6g', $name, $a, $name, $source->resistance);
    }

    private function junction(string $name, string $a, string $b, Junction $junction): void
    {
        $model = $junction->table->model;
        if (is_string($model)) {
            $this->cards[] = sprintf(
                'B%s %s %s I=%s',
                $name,
                $a,
                $b,
                $this->law($junction->table, $junction->incidence()),
            );

            return;
        }
        $this->cards[] = sprintf('D%s %s %s M%s', $name, $a, $b, $name);
        $this->cards[] = sprintf(
            '.model M%s D(Is=%.6g N=%.6g Rs=%.6g)',
            $name,
            $model['saturation'],
            $model['emission'],
            $model['series'],
        );
        if ($model['breakdown'] !== null) {
            $corner = max(0.05, $model['breakdown'] - $model['breakdown_ohms'] * $model['knee_current']);
            $this->cards[] = sprintf(
                'B%s %s %s I=max(0, (V(%s)-V(%s)-%.6g)/%.6g)',
                $name,
                $b,
                $a,
                $b,
                $a,
                $corner,
                $model['breakdown_ohms'],
            );
        }
    }

    /** @param array<int, float> $control */
    private function law(SegmentTable $table, array $control): string
    {
        return str_replace('{v}', $this->voltage($control), is_string($table->model) ? $table->model : '0');
    }

    private function controlled(string $name, ControlledSource $source): void
    {
        $lines = [];
        foreach ($source->lines as [$slopes, $offset]) {
            $terms = [sprintf('%.8g', $offset)];
            foreach ($slopes as $k => $slope) {
                if ($slope !== 0.0) {
                    $terms[] = sprintf('%.8g*%s', $slope, $this->voltage($source->controls()[$k]));
                }
            }
            $lines[] = implode('+', $terms);
        }
        $least = array_shift($lines);
        foreach ($lines as $line) {
            $least = "min({$least}, {$line})";
        }
        [$in, $out] = $this->terminals($source->incidence());
        $this->cards[] = sprintf('B%s %s %s I=max(0, %s)', $name, $in, $out, $least);
        // ngspice's step control fails at the corners of this law on bare pins; 100 nF moves no reading.
        foreach (
            ['pins' => [$in, $out], 'step' => $this->terminals($source->controls()[0])]
            as $what => [$plus, $minus]
        ) {
            if ($plus !== $minus) {
                $this->cards[] = sprintf('C%s_%s %s %s 100n', $what, $name, $plus, $minus);
            }
        }
    }

    /** @param array<int, float> $incidence */
    private function voltage(array $incidence): string
    {
        [$a, $b] = $this->terminals($incidence);

        return sprintf('(V(%s)-V(%s))', $a, $b);
    }

    private function winding(string $name, string $a, string $b, Winding $winding): void
    {
        $flux = $winding->flux === null ? '0' : $this->node($this->names[$winding->flux]);
        $this->cards[] = sprintf('R%s %s x%s %.6g', $name, $a, $name, 1 / $winding->conductance);
        $this->cards[] = sprintf('V%s x%s y%s 0', $name, $name, $name);
        $this->cards[] = sprintf('E%s y%s %s %s 0 %.8g', $name, $name, $b, $flux, $winding->turns);
        $this->cards[] = sprintf('F%s 0 %s V%s %.8g', $name, $flux, $name, $winding->turns);
    }

    /**
     * @param array<int, float> $incidence
     *
     * @return array{string, string} first and second node
     */
    private function terminals(array $incidence): array
    {
        $a = $b = '0';
        foreach ($incidence as $index => $coefficient) {
            if ($coefficient > 0) {
                $a = $this->node($this->names[$index]);
            } else {
                $b = $this->node($this->names[$index]);
            }
        }

        return [$a, $b];
    }

    private function node(string $name): string
    {
        return $name === $this->netlist->reference ? '0' : 'n_' . self::word($name);
    }

    private static function word(string $name): string
    {
        return strtolower(
            (string) preg_replace_callback(
                '/[^A-Za-z0-9_]/',
                static fn(array $m): string => '_' . dechex(ord($m[0])) . '_',
                $name,
            ),
        );
    }
}
