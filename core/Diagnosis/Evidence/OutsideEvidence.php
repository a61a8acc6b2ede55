<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Signs;
use Oculant\Core\Parts\Ability\Consumes;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;

/** It starts by itself with nothing of its set on it: what held it down was outside, or gives way under load. */
final readonly class OutsideEvidence implements Evidence
{
    /** Somebody looked at one output of several, or had a load on it all the same. */
    private const ERROR = 0.08;

    /** The supply without what it feeds; null where a mode of the description is just that. */
    private ?Description $altered;

    private string $mode;

    /** @param list<string> $replaced references of parts replaced before */
    public function __construct(private string $label, Description $supply, string $mode, private array $replaced = [])
    {
        $loads = [];
        foreach ($supply->parts as $ref => $part) {
            if ($part->kind instanceof Consumes && array_filter($part->terminals, $supply->isHot(...)) === []) {
                $loads[] = (string) $ref;
            }
        }
        foreach ($supply->modes as $id => $known) {
            if (
                $known->mains === 1.0 &&
                $known->values === [] &&
                $known->added === [] &&
                array_diff($loads, $known->absent) === [] &&
                array_diff($known->absent, $loads) === []
            ) {
                [$this->mode, $this->altered] = [(string) $id, null];

                return;
            }
        }
        [$this->mode, $this->altered] = [
            $mode,
            $loads === [] ? null : $supply->altered($mode, array_map(Alteration::without(...), $loads)),
        ];
    }

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        $there = $this->altered === null ? $knowledge : $knowledge->altered($this->altered);
        if (!$there->isWhole()) {
            return 1.0;
        }
        $described = $knowledge->dictionary(null);
        $dictionary = $there->dictionary(null);
        $row = $described->remaining($id, $this->replaced);

        return match ($id === Hypothesis::UNKNOWN ? null : Signs::runs($dictionary, $described, $this->mode, $row)) {
            true => 1 - self::ERROR,
            false => self::ERROR,
            null => 0.5,
        };
    }
}
