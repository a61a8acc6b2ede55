<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\Follows;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\PulledPin;
use Oculant\Core\Diagnosis\Evidence\PulledEvidence;
use Oculant\Core\Expectation\BreakdownJudge;
use Oculant\Core\Expectation\CapacitorJudge;
use Oculant\Core\Expectation\CapacitorMeter;
use Oculant\Core\Expectation\CurrentRead;
use Oculant\Core\Expectation\Isolation;
use Oculant\Core\Expectation\PartAlone;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Expectation\Warmth;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * Verdicts on what was tested beside readings: capacitors on their meter, zeners under current, heat, and the isolation
 * of the mains side.
 *
 * @phpstan-type TestView array{entry: string, target: string, text: string, quantity: string, mode: string,
 *     power: string, context: string, word: string, mark: string, good: bool, sentence: string, why: string,
 *     expected: string, slips: list<array{name: string, advice: string}>}
 */
final readonly class TestVerdicts
{
    public function __construct(
        private Description $supply,
        private BenchState $state,
        private FaultDictionary $dictionary,
        private Knowledge $knowledge,
    ) {}

    /** Why the unit must not be used: mains where people touch; null as long as nothing says so. */
    public function condemned(): ?Verdict
    {
        foreach ($this->isolation() as $verdict) {
            if (in_array($verdict->word, [VerdictWord::NotAsExpected, VerdictWord::VeryHigh], true)) {
                return $verdict;
            }
        }

        return null;
    }

    /** @return array<string, TestView> by entry, in the shape of a reading */
    public function views(): array
    {
        $views = [];
        foreach ($this->isolation() as $entry => $verdict) {
            $views[$entry] = $this->view(
                $entry,
                'isolation',
                explode(':', $verdict->sentence)[0],
                'isolation',
                $verdict,
                '',
            );
        }
        $meter = new CapacitorMeter($this->supply);
        foreach ($this->state->partTests as $test) {
            if ($test['quantity'] === 'breakdown') {
                $part = $this->supply->part($test['part']);
                $views[$test['entry']] = $this->view(
                    $test['entry'],
                    $test['part'],
                    CapacitorJudge::write('breakdown', $test['value']),
                    'breakdown',
                    BreakdownJudge::of($part, $test['value']),
                    'about ' . Quantity::volts($part->value('value')),
                );
                continue;
            }
            if ($test['check'] !== '') {
                $views[$test['entry']] = $this->alone($test);
                continue;
            }
            $views[$test['entry']] = $this->view(
                $test['entry'],
                $test['part'],
                CapacitorJudge::write($test['quantity'], $test['value']),
                $test['quantity'],
                CapacitorJudge::of($this->supply, $test['part'], $test['quantity'], $test['lifted'], $test['value']),
                'about ' .
                    CapacitorJudge::write(
                        $test['quantity'],
                        $meter->read($test['part'], $test['quantity'], $test['lifted']),
                    ),
            );
        }

        foreach ($this->state->heats as $heat) {
            $part = $this->supply->part($heat['part']);
            $watts = $this->dictionary->heat($heat['mode'], Hypothesis::HEALTHY, $heat['part']);
            $views[$heat['entry']] = $this->view(
                $heat['entry'],
                $heat['part'],
                Quantity::write($heat['celsius'], Unit::Celsius),
                'heat',
                $this->warmth(Warmth::judge($part, $heat['rise'], $watts)),
                sprintf('about %d K above the room', (int) round(Warmth::rise($part, $watts))),
            );
        }

        foreach ($this->state->currents as $current) {
            $part = $this->supply->part($current['part']);
            $watts = $this->dictionary->heat($current['mode'], Hypothesis::HEALTHY, $current['part']);
            $views[$current['entry']] = $this->view(
                $current['entry'],
                $current['part'],
                Quantity::write($current['amperes'], Unit::Ampere),
                'current',
                $this->dictionary->known($current['mode']) > 0.0
                    ? CurrentRead::judge($part, $current['amperes'], $watts)
                    : CurrentRead::unsolved($part, $current['amperes']),
                $this->dictionary->known($current['mode']) > 0.0 ? CurrentRead::expected($part, $watts) : 'not known',
            );
        }

        foreach ($this->state->pulled as $pulled) {
            $views[$pulled->entry] = $this->pulled($pulled);
        }

        return $views;
    }

    private function warmth(Verdict $steady): Verdict
    {
        return $this->state->peaks === []
            ? $steady
            : new Verdict(
                $steady->word,
                $steady->sentence,
                "{$steady->why} That is for a steady full load; behind the peaks of this job see Prove, Heat.",
            );
    }

    /** @return TestView */
    private function pulled(PulledPin $pulled): array
    {
        $altered = $pulled->on($this->supply);
        $there = $altered === null ? null : $this->knowledge->altered($altered)->dictionary(null);
        $good =
            $there === null
                ? null
                : PulledEvidence::foretold(
                    $this->knowledge->dictionary(null),
                    $there,
                    $pulled->mode,
                    Hypothesis::HEALTHY,
                );
        $verdict = match (true) {
            $altered === null => new Verdict(
                VerdictWord::Unknown,
                "{$pulled->words()}. Kept, and not weighed.",
                sprintf(
                    'Pin %s of %s is not described, so nobody can compute what follows. Its pins here: %s.',
                    $pulled->pin,
                    $pulled->part,
                    implode(', ', array_keys($this->supply->part($pulled->part)->terminals)),
                ),
            ),
            $good === null => new Verdict(
                VerdictWord::Unknown,
                "{$pulled->words()}.",
                'What a good unit does then is not solved yet.',
            ),
            default => new Verdict(
                $good === $pulled->follows ? VerdictWord::AsExpected : VerdictWord::NotAsExpected,
                "{$pulled->words()}.",
                $good === Follows::Stops ? 'The output of a good unit falls then.' : 'A good unit goes on then.',
            ),
        };

        return $this->view(
            $pulled->entry,
            $pulled->part,
            $pulled->follows->words(),
            'pulled',
            $verdict,
            $good?->words() ?? 'not known',
        );
    }

    /**
     * @param array{entry: string, part: string, quantity: string, value: float, check: string} $test
     *
     * @return TestView
     */
    private function alone(array $test): array
    {
        $alone = new PartAlone($this->supply, $this->supply->part($test['part']));
        $check = $alone->check($test['quantity'], $test['check']);
        $good = $check === null ? NAN : $alone->reads($check);

        return $this->view(
            $test['entry'],
            $test['part'],
            Reading::write($test['quantity'], $test['value']),
            $test['quantity'],
            $alone->verdict($test['quantity'], $test['check'], $test['value']),
            is_nan($good) ? 'not known' : 'about ' . Reading::write($test['quantity'], $good),
        );
    }

    /** @return array<string, Verdict> by the entry it judges */
    private function isolation(): array
    {
        $isolation = new Isolation($this->supply, (new IsolationStanding($this->supply, $this->state))->remaining());
        $verdicts = [];
        foreach ($this->state->isolation as $test => $measured) {
            $verdicts[$measured['entry']] =
                $test === 'current'
                    ? $isolation->current($measured['value'])
                    : $isolation->resistance($measured['value']);
        }

        return $verdicts;
    }

    /** @return TestView */
    private function view(
        string $entry,
        string $target,
        string $text,
        string $quantity,
        Verdict $verdict,
        string $expected,
    ): array {
        return [
            'entry' => $entry,
            'target' => $target,
            'text' => $text,
            'quantity' => $quantity,
            'mode' => $this->state->mode,
            'power' => PowerState::Unplugged->value,
            'context' => '',
            'word' => $verdict->word->value,
            'mark' => $verdict->word->mark(),
            'good' => $verdict->word->isGood(),
            'sentence' => $verdict->sentence,
            'why' => $verdict->why,
            'expected' => $expected,
            'slips' => [],
        ];
    }
}
