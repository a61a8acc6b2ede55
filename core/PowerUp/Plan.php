<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Budget;
use Oculant\Core\Supply\Description;

/**
 * The power-up plan in sections, each computed by itself. What follows from the description alone may be kept; the
 * choice of the method follows the log, the rows of the lamp the suspicion.
 *
 * @phpstan-import-type Caution from Cautions
 * @phpstan-import-type DischargeLineAnswer from DischargeLine
 * @phpstan-import-type FeedPlan from LowVoltageFeed
 * @phpstan-import-type FusePlan from FuseChoice
 * @phpstan-import-type InterlockNeed from InterlockNeeds
 * @phpstan-import-type LampPlan from LampLimiter
 * @phpstan-import-type Limit from Limits
 * @phpstan-import-type MethodRank from MethodChoice
 * @phpstan-import-type RampPlan from Ramp
 * @phpstan-import-type ReformPlan from Reforming
 * @phpstan-import-type RegionNote from Region
 *
 * @phpstan-type PowerUp array{
 *     plan?: LampPlan|RampPlan|null,
 *     lines?: list<DischargeLineAnswer>,
 *     limits?: list<Limit>,
 *     cautions?: list<Caution>,
 *     methods?: list<MethodRank>,
 *     region?: list<RegionNote>,
 *     plans?: list<FeedPlan>,
 *     parts?: list<ReformPlan>,
 *     fuses?: list<FusePlan>,
 *     interlocks?: list<InterlockNeed>,
 * }
 */
final readonly class Plan
{
    public const SECTIONS = ['safe', 'methods', 'feed', 'lamp', 'ramp', 'reform', 'needs'];

    public function __construct(private Description $supply) {}

    /**
     * @param list<array{title: string, faults: array<string, string>}> $suspects for the lamp
     *
     * @return array<string, mixed>
     *
     * @throws CircuitError if a good unit does not settle
     */
    public function section(string $name, array $suspects = []): array
    {
        return match ($name) {
            'safe' => [
                'lines' => array_map(static fn(DischargeLine $l): array => $l->view(), Discharge::of($this->supply)),
                'limits' => Limits::all(),
                'cautions' => Cautions::makingSafe($this->supply),
            ],
            'feed' => ['plans' => LowVoltageFeed::plans($this->supply), 'cautions' => Cautions::feeding($this->supply)],
            'lamp' => [
                'plan' => LampLimiter::plan($this->supply, $suspects),
                'cautions' => Cautions::energising($this->supply),
            ],
            'ramp' => ['cautions' => Cautions::energising($this->supply)],
            'reform' => [
                'parts' => array_map(static fn(Reforming $r): array => $r->view(), Reforming::of($this->supply)),
            ],
            default => ['fuses' => FuseChoice::of($this->supply), 'interlocks' => InterlockNeeds::of($this->supply)],
        };
    }

    /**
     * @param float $shortShare probability that something in it is shorted
     * @param float $wallVolts  of the workshop
     * @param float $wallHertz  of the workshop
     * @param string $booked    the mains it is meant for, as it was booked in
     *
     * @return array{methods: list<array{how: string, title: string, rank: string, reason: string}>,
     *     region: list<array{title: string, text: string, danger: bool}>, cautions: list<array{title: string,
     *     text: string}>}
     */
    public function methods(
        BenchState $state,
        float $shortShare,
        float $wallVolts,
        float $wallHertz,
        string $booked = '',
    ): array {
        try {
            $watts = Budget::of($this->supply, $this->supply->mode(null))->inputWatts;
        } catch (CircuitError) {
            $watts = 0.0;
        }

        return [
            'methods' => (new MethodChoice($this->supply, $state, $shortShare))->ranked(),
            'region' => [
                ...Region::booked($this->supply, $booked),
                ...Region::notes($this->supply, $wallVolts, $wallHertz, $watts),
            ],
            'cautions' => Cautions::energising($this->supply),
        ];
    }
}
