<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement\Recap;

use Oculant\Core\Replacement\Component;

/** One capacitor of a recap: what is decided, why, with what, and how far it is. */
final readonly class Line
{
    /**
     * @param list<string> $reasons
     * @param list<string> $twins   references, replaced in pairs so that channels stay alike
     * @param string       $fitted  what went in; empty while nothing did
     * @param string       $before  life as it is, $after with the successor; empty where there is no such thing
     */
    public function __construct(
        public Candidate $candidate,
        public Decision $decision,
        public Decision $planned,
        public array $reasons,
        public Component $successor,
        public array $twins,
        public string $fitted,
        public bool $isLookedAt,
        public string $before,
        public string $after,
    ) {}

    /** open, fitted (polarity still to be looked at), or done. */
    public function progress(): string
    {
        return match (true) {
            $this->fitted === '' => $this->decision === Decision::Replace ? 'to do' : '',
            $this->candidate->component->isPolarised() && !$this->isLookedAt => 'fitted',
            default => 'done',
        };
    }
}
