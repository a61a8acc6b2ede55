<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

/**
 * One of the forms in which a fault may be met: a part of the way between two of its severities, and what it took
 * along.
 */
final readonly class Form
{
    /**
     * @param string             $mild   row of the dictionary
     * @param string             $worse  likewise; the same where it has no degree
     * @param int                $cell   number of the milder severity
     * @param float              $share  how often it is met so before anything is known
     * @param float              $from   share of the way from the one to the other at which it begins
     * @param float              $to     and ends
     * @param Interpolation|null $course what it reads on the way; null where it has no degree
     * @param string|null $state the row of which it has the state, where something gives way between both: a fuse
     *     parts, a part breaks. All readings share that
     * @param list<string>       $given  references of what gives way in between
     */
    public function __construct(
        public string $mild,
        public string $worse,
        public int $cell,
        public float $share,
        public float $from = 0.0,
        public float $to = 1.0,
        public ?Interpolation $course = null,
        public ?string $state = null,
        public array $given = [],
    ) {}

    /** The row of which it has the state, or the one that it is nearer to. */
    public function nearest(): string
    {
        return $this->state ?? ($this->from + $this->to < 1.0 ? $this->mild : $this->worse);
    }

    /**
     * @return list<float> what it may read where it begins and where it ends, from the readings of its rows and of a
     *     good unit
     */
    public function readings(float $good, float $mild, float $worse): array
    {
        return $this->course === null
            ? [$mild, $worse]
            : [
                ...$this->course->readings($this->from, $good, $mild, $worse),
                ...$this->course->readings($this->to, $good, $mild, $worse),
            ];
    }
}
