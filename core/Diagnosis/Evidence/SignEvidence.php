<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Signs;

/** Something seen or heard that the engine foretells for each fault: a lamp, a fuse, ticking, hum. */
final readonly class SignEvidence implements Evidence
{
    /** How often a sign is reported although the fault does not show it, or the other way round. */
    private const ERROR = 0.06;

    /** @param list<string> $replaced references of parts replaced before */
    public function __construct(private string $label, private string $mode, private string $sign, private array $replaced = [])
    {
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        if ($id === Hypothesis::UNKNOWN) {
            return 0.5;
        }
        $dictionary = $knowledge->dictionary(null);

        return match (Signs::shows($dictionary, $this->mode, $dictionary->remaining($id, $this->replaced), $this->sign)) {
            true => 1 - self::ERROR,
            false => self::ERROR,
            null => 0.5,
        };
    }
}
