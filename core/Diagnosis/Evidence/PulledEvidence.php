<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Bench\Follows;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Signs;
use Oculant\Core\Supply\Description;

/** Something was done to the unit under power, and it stopped, started, or went on as it was. */
final readonly class PulledEvidence implements Evidence
{
    /** A lead that slipped, an output nobody looked at. */
    private const ERROR = 0.06;

    /**
     * Shares of what an output was below which people say that it falls, and from which that nothing changes; share of
     * its good volts from which it comes (guesses).
     */
    private const FALLS = 0.6;

    private const HOLDS = 0.85;

    private const COMES = 0.4;

    /**
     * @param Description  $altered  the supply as it stood with that done
     * @param list<string> $replaced references of parts replaced before
     */
    public function __construct(
        private string $label,
        private string $mode,
        private Description $altered,
        private Follows $follows,
        private array $replaced = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $there = $knowledge->altered($this->altered);
        if (!$there->isWhole()) {
            return 1.0;
        }
        $even = 1 / count(Follows::cases());
        if ($id === Hypothesis::UNKNOWN) {
            return $even;
        }
        $before = $knowledge->dictionary(null);
        $row = $before->remaining($id, $this->replaced);
        $foretold = self::foretold($before, $there->dictionary(null), $this->mode, $row);

        return match ($foretold) {
            null => $even,
            $this->follows => 1 - self::ERROR,
            default => self::ERROR / (count(Follows::cases()) - 1),
        };
    }

    /** What follows under a hypothesis; null if it is not known, or people would call it by either word. */
    public static function foretold(
        FaultDictionary $before,
        FaultDictionary $there,
        string $mode,
        string $row,
    ): ?Follows {
        $id = Hypothesis::of($row);
        if (isset($before->missing[$mode][$id]) || isset($there->missing[$mode][$id])) {
            return null;
        }
        $follows = null;
        foreach (Signs::outputs($before, $mode) as $key => $good) {
            $was = $before->reading($mode, $row, $key) / $good;
            $is = $there->reading($mode, $row, $key) / $good;
            $here = match (true) {
                is_nan($was) || is_nan($is) => null,
                $was < Signs::DEAD => $is >= self::COMES ? Follows::Starts : Follows::Same,
                $is < self::FALLS * $was => Follows::Stops,
                $is < self::HOLDS * $was => null,
                default => Follows::Same,
            };
            // What is seen to change on one of several outputs is what is told.
            $follows = $follows === null || $follows === Follows::Same ? $here ?? $follows : $follows;
        }

        return $follows;
    }
}
