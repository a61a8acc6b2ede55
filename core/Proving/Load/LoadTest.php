<?php

declare(strict_types=1);

namespace Oculant\Core\Proving\Load;

use Oculant\Core\Bench\LoadShape;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Verdict;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;

/**
 * The load test of one supply: no, part and full load on every rail, and each rail alone at full load while the others
 * stay at part load. What a good unit shows at each step is solved; how far good units differ is taken from the usual
 * mode's windows.
 */
final readonly class LoadTest
{
    public const SHARES = [LoadStep::NONE => 0.0, LoadStep::PART => 0.5, LoadStep::FULL => 1.0];

    private const TITLES = [LoadStep::NONE => 'No load', LoadStep::PART => 'Half load', LoadStep::FULL => 'Full load'];

    private const PEAKY = [
        LoadStep::IDLE => 'Between the peaks',
        LoadStep::MEAN => 'Mean of the peaks',
        LoadStep::PEAK => 'In the peaks',
    ];

    /** Of a current limit that must be left above the peaks (common practice). */
    private const HEADROOM = 1.1;

    /** A rail that moves less than this from no to full load is held by something (common practice). */
    private const REGULATED = 0.04;

    /** Shares of full load that are tried where a supply does not rest without load. */
    private const LEAST = [0.02, 0.05, 0.1, 0.2, 0.5];

    /** Common practice. */
    private const LIVE =
        'On the mains side: an isolation transformer first, no load and no scope that is earthed, and nothing bare ' .
        'within reach. ';

    /** How far beyond full load a current limit is looked for. */
    private const BEYOND = 4.0;

    /**
     * @param array<string, LoadStep> $steps     by id
     * @param array<string, bool>     $regulated by point id
     * @param array<string, string>   $names     by point id
     * @param float|null $minimum share of full load below which a good unit does not rest; null if it needs none
     * @param array<string, array{amperes: float, volts: float}> $limits where a current limit takes over, by point id
     * @param array<string, LoadShape> $peaks of loads that are not steady, by point id
     * @param list<string>            $live  ids of rails on the mains side
     */
    private function __construct(
        public array $steps,
        public array $regulated,
        public array $names,
        public ?float $minimum,
        public array $limits,
        public array $peaks,
        public array $live,
    ) {}

    /**
     * @param Expectations             $usual of the mode that the test is run in
     * @param array<string, LoadShape> $peaks of loads that are not steady, by point id
     *
     * @throws PlanRefused if nothing is loaded
     */
    public static function of(Description $supply, Expectations $usual, array $peaks = []): self
    {
        if ($usual->unsettled() !== null) {
            throw PlanRefused::because('mode', (string) $usual->refusal());
        }
        $rails = Rail::all($supply);
        if ($rails === []) {
            throw PlanRefused::because(
                'rails',
                'No point of this description is an output: give the points at the outputs a "rail", for example ' .
                    '"12 V", and on the mains side the load that hangs there.',
            );
        }
        $mode = $usual->mode->id;
        // What a unit feeds on its own board cannot be taken off: it is tested as it is used.
        $isOwn = array_filter($rails, static fn(Rail $r): bool => $r->loads !== []) === [];
        $settings = [];
        foreach ($isOwn ? [LoadStep::FULL => 1.0] : self::SHARES as $id => $share) {
            $settings[$id] = [self::TITLES[$id], array_fill_keys(array_keys($rails), $share)];
        }
        $loaded = array_filter($rails, static fn(Rail $r): bool => $r->loads !== []);
        if (count($loaded) > 1) {
            foreach ($loaded as $id => $rail) {
                $settings[LoadStep::CROSS . $id] = [
                    "{$rail->point->name} alone at full load",
                    [(string) $id => 1.0] + array_fill_keys(array_keys($rails), self::SHARES[LoadStep::PART]),
                ];
            }
        }
        $peaks = array_intersect_key($peaks, $loaded);
        foreach ($peaks === [] ? [] : self::PEAKY as $id => $title) {
            $settings[$id] = [$title, self::inPeaks($id, $rails, $usual, $peaks)];
        }
        $steps = [];
        foreach ($settings as $id => [$title, $shares]) {
            $steps[$id] = self::step($supply, $mode, $usual, $rails, $id, $title, $shares);
        }
        $regulated = $limits = [];
        foreach ($rails as $id => $rail) {
            $full = $steps[LoadStep::FULL]->expected[$id]['dc'];
            $regulated[$id] =
                isset($steps[LoadStep::PART]) &&
                abs($steps[LoadStep::PART]->expected[$id]['dc'] - $full) < (self::REGULATED / 2) * abs($full);
            if (
                $regulated[$id] &&
                $rail->loads !== [] &&
                ($limit = self::crossover($supply, $mode, $rail, $full)) !== null
            ) {
                $limits[$id] = $limit;
            }
        }

        return new self(
            $steps,
            $regulated,
            array_map(static fn(Rail $r): string => $r->point->name, $rails),
            self::minimum($supply, $mode, $rails, $steps),
            $limits,
            $peaks,
            array_map(strval(...), array_keys(array_filter($rails, static fn(Rail $r): bool => $r->isLive))),
        );
    }

    /** Amperes of a rail's load for hours: at full load; of peaks what heats as they do, their rms. */
    public function lasting(string $point): float
    {
        return isset($this->peaks[$point])
            ? $this->peaks[$point]->rms()
            : $this->steps[LoadStep::FULL]->expected[$point]['amperes'];
    }

    /** What kind of load suits it, and why. */
    public function why(string $point): string
    {
        return (in_array($point, $this->live, true) ? self::LIVE : '') .
            ($this->regulated[$point]
                ? 'Regulated: constant current finds what a regulator cannot hold.'
                : 'Unregulated: a constant resistance is calm on it and never pulls it down further.');
    }

    /** What a rail's current limit leaves above the peaks of its load; null for a load that is steady. */
    public function overPeaks(string $point): ?Verdict
    {
        $shape = $this->peaks[$point] ?? null;
        if ($shape === null) {
            return null;
        }
        $write = static fn(float $amperes): string => Quantity::write($amperes, Unit::Ampere, 2);
        $peaks = sprintf(
            'Peaks of %s for %.3g %% of the time, %s in the mean, %s rms.',
            $write($shape->peak),
            100 * $shape->duty,
            $write($shape->mean()),
            $write($shape->rms()),
        );
        $limit = $this->limits[$point]['amperes'] ?? null;

        return match (true) {
            $limit === null => new Verdict(
                VerdictWord::Unknown,
                $peaks,
                $this->regulated[$point]
                    ? 'Nothing limits within four times full load.'
                    : 'It is not regulated: it gives way in every peak, as its step shows.',
            ),
            $limit < $shape->peak => new Verdict(
                VerdictWord::Low,
                $peaks,
                "Its current limit takes over at about {$write($limit)}: overloaded in every peak.",
            ),
            default => new Verdict(
                VerdictWord::Fine,
                $peaks,
                sprintf(
                    'Its current limit takes over at about %s: %s above the peaks%s.',
                    $write($limit),
                    $write($limit - $shape->peak),
                    $limit < self::HEADROOM * $shape->peak ? ', which is no margin' : '',
                ),
            ),
        };
    }

    /**
     * @param array<string, Rail>      $rails
     * @param array<string, LoadShape> $peaks
     *
     * @return array<string, float> shares of full load; what is steady stays at full load
     */
    private static function inPeaks(string $step, array $rails, Expectations $usual, array $peaks): array
    {
        $shares = array_fill_keys(array_keys($rails), self::SHARES[LoadStep::FULL]);
        foreach ($peaks as $id => $shape) {
            $full = $rails[$id]->amperes($usual->window($id, 'dc')->nominal);
            $amperes = match ($step) {
                LoadStep::IDLE => $shape->idle,
                LoadStep::MEAN => $shape->mean(),
                default => $shape->peak,
            };
            $shares[$id] = $full > 0.0 ? $amperes / $full : self::SHARES[LoadStep::FULL];
        }

        return $shares;
    }

    /**
     * @param array<string, Rail>  $rails
     * @param array<string, float> $shares
     */
    private static function step(
        Description $supply,
        string $mode,
        Expectations $usual,
        array $rails,
        string $id,
        string $title,
        array $shares,
    ): LoadStep {
        $stands = self::loaded($supply, $mode, $rails, $shares);
        $seen = (new Behaviour($stands))->live($stands->mode($mode));
        $expected = [];
        foreach ($rails as $point => $rail) {
            $dc = $seen->settled ? $seen->reading($point, 'dc') : NAN;
            $ripple = $seen->settled ? $seen->reading($point, 'ripple') : NAN;
            $window = $usual->window($point, 'dc');
            $spread =
                abs($window->nominal) < 0.1
                    ? 0.1
                    : max(abs($window->high - $window->nominal), abs($window->nominal - $window->low)) /
                        abs($window->nominal);
            $usualRipple = $usual->window($point, 'ripple');
            $expected[$point] = [
                'dc' => $dc,
                'low' => $dc - $spread * abs($dc) - 0.02,
                'high' => $dc + $spread * abs($dc) + 0.02,
                'ripple' => $ripple,
                'ripple_high' =>
                    $ripple *
                        ($usualRipple->nominal > 1e-3 ? max(1.2, $usualRipple->high / $usualRipple->nominal) : 2.0) +
                    0.03,
                'amperes' => $shares[$point] * $rail->amperes($dc),
            ];
        }
        try {
            $budget = $seen->settled ? Budget::of($stands, $stands->mode($mode)) : null;
        } catch (CircuitError) {
            $budget = null;
        }

        return new LoadStep(
            $id,
            $title,
            $shares,
            $expected,
            $budget->inputWatts ?? 0.0,
            $budget->outputWatts ?? 0.0,
            $seen->settled && !in_array('ticks', $seen->signs, true),
        );
    }

    /**
     * @param array<string, Rail>  $rails
     * @param array<string, float> $shares
     */
    private static function loaded(Description $supply, string $mode, array $rails, array $shares): Description
    {
        $alterations = array_merge(
            ...array_map(
                static fn(Rail $rail, float $share): array => $share === 1.0 ? [] : $rail->at($share),
                $rails,
                array_map(static fn(string|int $id): float => $shares[$id], array_keys($rails)),
            ),
        );
        /** @var list<Alteration> $alterations */
        return $alterations === [] ? $supply : $supply->altered($mode, $alterations);
    }

    /**
     * The least load at which a good unit rests; null if it rests with none.
     *
     * @param array<string, Rail>     $rails
     * @param array<string, LoadStep> $steps
     */
    private static function minimum(Description $supply, string $mode, array $rails, array $steps): ?float
    {
        if (($steps[LoadStep::NONE] ?? $steps[LoadStep::FULL])->settles) {
            return null;
        }
        foreach (self::LEAST as $share) {
            $stands = self::loaded($supply, $mode, $rails, array_fill_keys(array_keys($rails), $share));
            $seen = (new Behaviour($stands))->live($stands->mode($mode));
            if ($seen->settled && !in_array('ticks', $seen->signs, true)) {
                return $share;
            }
        }

        return 1.0;
    }

    /**
     * Where the voltage gives way: a tenth below what it is at full load.
     *
     * @return array{amperes: float, volts: float}|null null if nothing gives way within reach
     */
    private static function crossover(Description $supply, string $mode, Rail $rail, float $full): ?array
    {
        $at = static function (float $share) use ($supply, $mode, $rail): ?float {
            $stands = $supply->altered($mode, $rail->at($share));
            $seen = (new Behaviour($stands))->live($stands->mode($mode));

            return $seen->settled && $seen->chain === [] ? $seen->reading($rail->point->id, 'dc') : null;
        };
        $low = 1.0;
        for (
            $high = 1.4;
            $high < self::BEYOND && ($volts = $at($high)) !== null && abs($volts) > 0.9 * abs($full);
            $high *= 1.4
        ) {
            $low = $high;
        }
        $volts = $at($high);
        if ($high >= self::BEYOND || $volts === null) {
            return null;
        }
        for ($step = 0; $step < 5; $step++) {
            $middle = ($low + $high) / 2;
            $seen = $at($middle);
            if ($seen === null) {
                return null;
            }
            abs($seen) > 0.9 * abs($full) ? ($low = $middle) : ([$high, $volts] = [$middle, $seen]);
        }

        // Beyond it a foldback or a hiccup leaves little: the last share that it held is the figure.
        return ['amperes' => $rail->amperes($full) * $low, 'volts' => $volts];
    }
}
