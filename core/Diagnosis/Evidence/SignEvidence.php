<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\Signs;

/** Something seen or heard that the engine foretells for each fault: a lamp, a fuse, ticking, hum. */
final readonly class SignEvidence implements Evidence, Graded
{
    /** How often a sign is reported although the fault does not show it, or the other way round. */
    private const ERROR = 0.06;

    /** What an owner remembers, or what many faults may do or not, says less (common practice). */
    private const VAGUE = ['bang' => 0.2, 'smoke' => 0.2, 'shock' => 0.15, 'intermittent' => 0.15, 'load' => 0.2];

    /**
     * @param list<string> $replaced references of parts replaced before
     * @param float|null   $error    how often it is reported wrongly, if that is known better than usual
     */
    public function __construct(
        private string $label,
        private string $mode,
        private string $sign,
        private array $replaced = [],
        private ?float $error = null,
    ) {}

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

        return $this->of($dictionary, $dictionary->remaining($id, $this->replaced));
    }

    public function within(string $id, string $form, Knowledge $knowledge): float
    {
        $dictionary = $knowledge->dictionary(null);
        if ($dictionary->remaining($id, $this->replaced) !== $id) {
            return $this->likelihood($id, $knowledge);
        }

        return $this->of($dictionary, $dictionary->form($id, $form)?->nearest() ?? $id);
    }

    /** @param string $row of the dictionary */
    private function of(FaultDictionary $dictionary, string $row): float
    {
        $error = $this->error ?? (self::VAGUE[$this->sign] ?? self::ERROR);

        return match (Signs::shows($dictionary, $this->mode, $row, $this->sign)) {
            true => 1 - $error,
            false => $error,
            null => 0.5,
        };
    }
}
