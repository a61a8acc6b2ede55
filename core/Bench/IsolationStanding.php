<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Bench\Entry\Looked;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\IsolationBarrier;

/**
 * What the isolation tests of a log allow: as long as the last one is bad, or was taken with something out, nobody
 * feeds the unit or hands it back.
 */
final readonly class IsolationStanding
{
    private IsolationBarrier $barrier;

    public function __construct(private Description $supply, private BenchState $state)
    {
        $this->barrier = new IsolationBarrier($supply);
    }

    /** @return list<GateItem> what keeps a gate shut; nobody may pass over it */
    public function items(Gate $gate): array
    {
        $newest = end($this->state->isolation);
        $bad = array_filter($this->state->isolation, $this->isBad(...));
        // Touch current can only be read under power: a good insulation since then, with everything in place, lets it
        // be read again.
        if (
            $gate !== Gate::HandBack &&
            $newest !== false &&
            $newest['test'] === 'resistance' &&
            !$this->isBad($newest) &&
            $newest['out'] === []
        ) {
            unset($bad['current']);
        }
        if ($bad !== []) {
            $left = array_map(static fn(Part $p): string => $p->ref, $this->remaining());
            $where = match (count($left)) {
                0 => 'wiring, moisture, carbonised board',
                1 => "what remains is {$left[0]}",
                default => 'between the sides: ' . implode(', ', $left),
            };

            $gone =
                $this->state->out === []
                    ? ''
                    : sprintf(
                        ' Gone once %s was out is a suspicion and proves nothing yet.',
                        implode(', ', array_keys($this->state->out)),
                    );

            return [
                ...$this->back(),
                new GateItem(
                    'isolation bad',
                    'The isolation of the mains side read bad ' .
                        "({$where}): find the part, then measure the isolation again with everything in place.{$gone}",
                    'isolation',
                    null,
                    false,
                ),
            ];
        }
        if ($newest !== false && $newest['out'] !== []) {
            $out = implode(', ', $newest['out']);

            return [
                ...$this->back(),
                new GateItem(
                    'isolation open',
                    'The isolation read good with ' .
                        "{$out} out. That makes " .
                        "{$out} suspect and proves nothing yet: put it back or replace it, " .
                        'then measure again with everything in place.',
                    'isolation',
                    null,
                    false,
                ),
            ];
        }

        return [];
    }

    /** @return list<GateItem> parts that were taken out, and the fault was gone */
    private function back(): array
    {
        return array_map(
            static fn(string|int $ref): GateItem => new GateItem(
                "back {$ref}",
                "{$ref} was taken out: is it, or a new one, back in its place?",
                'look',
                Looked::BACK . $ref,
                false,
            ),
            array_keys($this->state->out),
        );
    }

    /**
     * @return list<Part> parts between the two sides that were not ruled out by being taken out; the easiest to take
     *     out first
     */
    public function remaining(): array
    {
        $ruledOut = [];
        foreach ($this->state->isolationTests as $test) {
            if ($this->isBad($test)) {
                array_push($ruledOut, ...$test['out']);
            }
        }
        foreach (
            $ruledOut !== [] || array_filter($this->state->isolationTests, $this->isBad(...)) !== []
                ? $this->state->eliminated
                : []
            as $tried
        ) {
            if ($tried['still'] && $tried['how'] !== 'disturbed') {
                $ruledOut[] = $tried['part'];
            }
        }

        return array_values(
            array_filter($this->barrier->bridging(), static fn(Part $p): bool => !in_array($p->ref, $ruledOut, true)),
        );
    }

    /** @param array{test: string, value: float, passed: ?bool, ...} $measured */
    public function isBad(array $measured): bool
    {
        return $measured['passed'] === false ||
            !($measured['test'] === 'current'
                ? $this->barrier->mayBeTouched($measured['value'])
                : $this->barrier->insulates($measured['value']));
    }
}
