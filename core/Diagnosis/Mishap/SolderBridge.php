<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Mishap;

use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** Two nodes joined that should not be: solder, a whisker, a wire that touches. */
final readonly class SolderBridge implements Mishap
{
    private const OHMS = 0.05;

    private const REF = 'solder bridge';

    /** @param list<string> $beside references of the parts at either end */
    public function __construct(private string $from, private string $to, private array $beside) {}

    public function made(Description $supply): Description
    {
        return $supply->withParts([
            self::REF => new Part(
                self::REF,
                new Resistor(),
                ['a' => $this->from, 'b' => $this->to],
                ['value' => self::OHMS, 'power' => 100.0],
                [],
                [],
                ['style' => 'ordinary'],
            ),
        ]);
    }

    public function asleep(Description $supply): Description
    {
        return $this->made($supply);
    }

    public function endsWithout(string $ref): bool
    {
        return false;
    }

    public function misplaces(string $ref): bool
    {
        return false;
    }

    public function isUndone(array $replaced): bool
    {
        return array_intersect($this->beside, $replaced) !== [];
    }
}
