<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\Kind\AveragedConverter;
use Oculant\Core\Supply\Description;

/**
 * What a meter shows of the mean drive of a switch. The averaged circuit commands power in proportion to it; a real
 * converter whose current comes to zero in each cycle takes power with the square of its duty (textbook), one whose
 * current does not hardly asks for another duty at all. So the square is shown, and it is believed to no better than
 * SPREAD.
 */
final readonly class GateDrive
{
    /** Relative standard uncertainty of a mean drive (a guess between the two courses above). */
    public const SPREAD = 0.3;

    /** Volts of doubt beside that: hardly driven at all, a controller skips pulses or does not. */
    public const FLOOR = 0.2;

    /** @var array<string, true> */
    private array $nodes;

    public function __construct(Description $supply)
    {
        $this->nodes = array_fill_keys($supply->driven(), true);
    }

    public function isAt(string $node): bool
    {
        return isset($this->nodes[$node]);
    }

    /** @param float $volts as the averaged circuit has them at a node */
    public function shown(string $node, float $volts): float
    {
        return $this->isAt($node) && $volts > 0.0 && $volts < AveragedConverter::FULL_DRIVE
            ? sqrt($volts * AveragedConverter::FULL_DRIVE)
            : $volts;
    }
}
