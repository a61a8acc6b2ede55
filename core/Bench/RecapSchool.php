<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** Practitioners disagree on how much to replace: three schools, all of them supported. */
enum RecapSchool: string
{
    /** Everything with electrolyte in it at once: vintage gear, compact boards, electrolyte about. */
    case All = 'all';
    /** By kind, age, heat and what was measured. */
    case Risk = 'risk';
    /** Only what is proven bad: large cans outlive their owners. */
    case Proven = 'proven';

    public function words(): string
    {
        return match ($this) {
            self::All => 'all electrolytics',
            self::Risk => 'by risk',
            self::Proven => 'only what is proven bad',
        };
    }
}
