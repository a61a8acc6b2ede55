<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Circuit\CircuitIsSingular;
use Oculant\Core\Circuit\NoStableReading;

/** Why a supply has no stable reading in some mode: an answer like any other, and nothing to stop at. */
final readonly class Unsettled
{
    /**
     * @param list<array{part: string, what: string, low: float, high: float}> $between what goes to and fro between
     *     which values, in the units of that part's state
     * @param string $node whose voltage the equations leave open; empty if it is not that
     */
    private function __construct(public Unrest $how, public array $between, public string $node = '') {}

    public static function from(CircuitError $error): self
    {
        return match (true) {
            $error instanceof CircuitIsSingular => new self(Unrest::Singular, [], $error->node),
            $error instanceof NoStableReading && $error->between !== [] => new self(Unrest::Hunts, $error->between),
            default => new self(Unrest::NoState, []),
        };
    }

    public static function notSolved(): self
    {
        return new self(Unrest::NotSolved, []);
    }

    /** @return list<string> references of what goes to and fro */
    public function parts(): array
    {
        return array_values(array_unique(array_column($this->between, 'part')));
    }

    /** One sentence for whoever wonders why nothing is foretold. */
    public function sentence(): string
    {
        $parts = $this->parts();

        return match ($this->how) {
            Unrest::Hunts => sprintf(
                '%s %s to and fro without end: no stable reading.',
                implode(', ', array_slice($parts, 0, 3)) . (count($parts) > 3 ? ' and more' : ''),
                count($parts) > 1 ? 'go' : 'goes',
            ),
            Unrest::NoState => 'No state of its rectifiers and regulators agrees with its voltages: no stable reading.',
            Unrest::Singular => ($this->node === ''
                ? 'Its equations leave a voltage open'
                : "Its equations leave the voltage of {$this->nodeInWords()} open") . ': no stable reading.',
            Unrest::NotSolved => 'The engine is still working it out.',
        };
    }

    /** Nodes inside a part are named by the part. */
    private function nodeInWords(): string
    {
        $parts = explode(':', $this->node);

        return match (true) {
            count($parts) === 1 => "node {$this->node}",
            $parts[0] === 'flux' => "the core of {$parts[1]}",
            default => "a point inside {$parts[0]}",
        };
    }

    /** What may be mended in the description. */
    public function mend(): string
    {
        return match ($this->how) {
            Unrest::Hunts => sprintf(
                'What feeds %s may be too weak for what it draws: check its load and limits, and the resistance ' .
                    'before it.',
                $this->parts()[0],
            ),
            Unrest::NoState
                => 'Check polarities, and what joins the rails; leave a load out of this mode to see which one it is.',
            Unrest::NotSolved => 'Wait a moment.',
            Unrest::Singular
                => 'Look for an ideal source across a short, parts in a loop without resistance, or a node that ' .
                'only capacitors hold.',
        };
    }
}
