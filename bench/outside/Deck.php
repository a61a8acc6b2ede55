<?php

declare(strict_types=1);

namespace Bench\Outside;

/** Lines of a netlist for ngspice, with the nodes of a description under names that ngspice takes. */
final class Deck
{
    /** @var list<string> */
    private array $lines = [];

    /** @var array<string, string> */
    private array $nodes;

    private int $inner = 0;

    private int $models = 0;

    public function __construct(string $reference)
    {
        $this->nodes = [$reference => '0'];
    }

    public function node(string $name): string
    {
        return $this->nodes[$name] ??= 'n' . count($this->nodes);
    }

    /** @return list<string> every node but the reference */
    public function nodes(): array
    {
        return array_values(array_diff($this->nodes, ['0']));
    }

    /** A node of its own. */
    public function fresh(): string
    {
        return $this->node('inner ' . ++$this->inner);
    }

    public function add(string $line): void
    {
        $this->lines[] = $line;
    }

    /** @return string name */
    public function model(string $what): string
    {
        $name = 'm' . ++$this->models;
        $this->add(".model {$name} {$what}");

        return $name;
    }

    public function resistor(string $name, string $a, string $b, float $ohms): void
    {
        $this->add(sprintf('R%s %s %s %.6g', self::safe($name), $a, $b, max(1e-4, $ohms)));
    }

    public function capacitor(string $name, string $a, string $b, float $farads, float $esr): void
    {
        $middle = $this->fresh();
        $this->resistor("{$name}_esr", $a, $middle, $esr);
        $this->add(sprintf('C%s %s %s %.6g', self::safe($name), $middle, $b, $farads));
    }

    public function diode(string $name, string $a, string $k, string $model): void
    {
        $this->add('D' . self::safe($name) . " {$a} {$k} {$model}");
    }

    /** A current from one node to another, as an expression. */
    public function current(string $name, string $from, string $to, string $expression): void
    {
        $this->add('B' . self::safe($name) . " {$from} {$to} I={$expression}");
    }

    /** A voltage that nothing loads, as an expression; returns its node. */
    public function signal(string $name, string $expression): string
    {
        $node = $this->fresh();
        $this->add('B' . self::safe($name) . " {$node} 0 V={$expression}");

        return $node;
    }

    public static function safe(string $name): string
    {
        return strtolower((string) preg_replace('/\W/', '_', $name));
    }

    /** The volts between two nodes, in an expression. */
    public static function volts(string $a, string $b): string
    {
        return match (true) {
            $a === '0' && $b === '0' => '(0)',
            $b === '0' => "v({$a})",
            $a === '0' => "(-v({$b}))",
            default => "v({$a},{$b})",
        };
    }

    /** Between bounds, in an expression. */
    public static function clip(string $x, string $low, string $high): string
    {
        return "max({$low},min({$high},{$x}))";
    }

    public function text(string $title): string
    {
        $ties = array_map(static fn(string $node): string => "Rtie_{$node} {$node} 0 2g", $this->nodes());

        return implode("\n", ["* {$title}", ...$this->lines, ...$ties]);
    }
}
