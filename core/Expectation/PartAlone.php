<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** What a multimeter shows of one part by itself: its leg lifted, or taken out, so that nothing stands beside it. */
final readonly class PartAlone
{
    public function __construct(private Description $supply, private Part $part) {}

    /** One of its own checks, by its id, with ohms or the diode test; null if the part has none of that name. */
    public function check(string $quantity, string $id): ?DeadCheck
    {
        foreach ($this->part->kind->deadChecks($this->part) as $check) {
            if ($check->id === $id) {
                return $check->on($quantity);
            }
        }

        return null;
    }

    /**
     * @param string|null $fault  name of one of its faults; null for a good one
     * @param float|null  $degree of that, as FaultMode counts it; null for the usual one
     *
     * @return float ohms, or volts of a diode test; INF for OL, NAN if it does not settle
     */
    public function reads(DeadCheck $check, ?string $fault = null, ?float $degree = null): float
    {
        $supply =
            $degree === null
                ? $this->supply
                : $this->supply->withParts([$this->part->ref => $this->part->failedBy($degree)]);
        $others = array_map(strval(...), array_keys(array_diff_key($supply->parts, [$this->part->ref => true])));

        return (new DeadMeter($supply))->read(
            $check,
            new Mode("{$this->part->ref} alone", 'alone', $others, 1.0),
            $fault === null ? [] : [$this->part->ref => $fault],
        );
    }

    /**
     * What was measured beside what a good one shows.
     *
     * @param string $id of the check, as check() takes it
     */
    public function verdict(string $quantity, string $id, float $value): Verdict
    {
        $check = $this->check($quantity, $id);
        if ($check === null) {
            return new Verdict(VerdictWord::Unknown, "{$this->part->ref}: nothing is known of that.", '');
        }
        $verdict = Judge::dead($check, $value, $this->reads($check), null, true);

        return new Verdict($verdict->word, "{$this->part->ref} by itself, {$verdict->sentence}", $verdict->why);
    }
}
