<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Form;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Parts\Breaking;

/**
 * How a fuse parted, against how each fault opens it (common practice: a clean break is age or a slight overload, a
 * grey wisp a good deal more than the rating, a metal-plated glass a short across the mains).
 */
final readonly class FuseEvidence implements Evidence, Graded
{
    private const CLEAN = ['parted' => 0.83, 'wisp' => 0.14, 'blackened' => 0.03];

    private const HARD = ['parted' => 0.3, 'wisp' => 0.5, 'blackened' => 0.2];

    private const VIOLENT = ['parted' => 0.05, 'wisp' => 0.15, 'blackened' => 0.8];

    /** A fuse in the hand does not lie: only one that was tired anyway opens beside another fault. */
    private const NOT_OPEN = 0.004;

    /** A new one is not tired (common practice): it goes because something takes it along. */
    private const NEW_NOT_OPEN = 0.0002;

    /** What the description does not know seldom takes the fuse along. */
    private const ELSEWHERE = 0.03;

    /**
     * @param string       $state    a word of FuseLook::STATES, not intact
     * @param list<string> $replaced
     */
    public function __construct(
        private string $label,
        private string $fuse,
        private string $state,
        private array $replaced = [],
    ) {}

    public function label(): string
    {
        return $this->label;
    }

    public function likelihood(string $id, Knowledge $knowledge): float
    {
        if ($id === Hypothesis::UNKNOWN) {
            return self::ELSEWHERE;
        }
        $dictionary = $knowledge->dictionary(null);
        $remaining = $dictionary->remaining($id, $this->replaced);
        if (($dictionary->hypotheses[$remaining] ?? null)?->faultOf($this->fuse) !== null) {
            return self::CLEAN[$this->state];
        }
        $forms = $dictionary->forms($remaining);

        return $forms === []
            ? $this->parted($dictionary->how[$remaining][$this->fuse] ?? null)
            : array_sum(array_map(fn(Form $form): float => $form->share * $this->ofForm($dictionary, $form), $forms));
    }

    public function within(string $id, string $form, Knowledge $knowledge): float
    {
        $dictionary = $knowledge->dictionary(null);

        $met = $dictionary->form($id, $form);

        return $met !== null &&
            $dictionary->remaining($id, $this->replaced) === $id &&
            $dictionary->hypotheses[$id]->faultOf($this->fuse) === null
            ? $this->ofForm($dictionary, $met)
            : $this->likelihood($id, $knowledge);
    }

    private function ofForm(FaultDictionary $dictionary, Form $form): float
    {
        $row = $form->nearest();

        // How a fuse goes does not depend on what it saves by going.
        return $this->parted(
            $dictionary->how[$row][$this->fuse] ?? ($dictionary->how[Hypothesis::unspared($row)][$this->fuse] ?? null),
        );
    }

    /** @param Breaking|null $how the fuse opens; null if it does not */
    private function parted(?Breaking $how): float
    {
        return match ($how) {
            null => in_array($this->fuse, $this->replaced, true) ? self::NEW_NOT_OPEN : self::NOT_OPEN,
            Breaking::PartsViolently => self::VIOLENT[$this->state],
            Breaking::PartsQuickly => self::HARD[$this->state],
            default => self::CLEAN[$this->state],
        };
    }
}
