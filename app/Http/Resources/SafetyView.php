<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Bench\PowerUpDesk;
use Oculant\Core\Bench\Alarm;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\Entry\Taken;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\RampStep;
use Oculant\Core\Bench\Standing;
use Oculant\Core\Bench\StoredCharge;
use Oculant\Core\Bench\TemporaryChange;
use Oculant\Core\PowerUp\Ramp;
use Oculant\Core\Quantity\Quantity;

/**
 * What keeps people and unit safe: the alarm, the ledger, the gates, what is charged, what is off, the ramp as it goes.
 *
 * @phpstan-import-type RampVerdict from Ramp
 *
 * @phpstan-type AlarmAnswer array{
 *     entry: string,
 *     place: string,
 *     quantity: string,
 *     sentence: string,
 *     advice: string,
 * }
 *
 * @phpstan-type LedgerEntry array{
 *     // whether a reason is enough to leave it for good
 *     may_stay: bool,
 *     // how it is put right
 *     mended: string,
 *     id: string,
 *     kind: string,
 *     part: ?string,
 *     words: string,
 *     where: string,
 *     why: string,
 *     at: string,
 *     limited: string,
 *     mains: string,
 *     open: bool,
 *     how: ?string,
 *     closed_why: ?string,
 *     // a part that was added for good, which the description may take in
 *     describable?: bool,
 * }
 *
 * @phpstan-type GateItemView array{
 *     // a lead passed over it
 *     passed: bool,
 *     id: string,
 *     sentence: string,
 *     leads: string,
 *     target: ?string,
 *     may_override: bool,
 * }
 *
 * @phpstan-type GateView array{
 *     gate: string,
 *     title: string,
 *     open: bool,
 *     override: ?string,
 *     items: list<GateItemView>,
 * }
 *
 * @phpstan-type ChargeReading array{
 *     text: string,
 *     at: string,
 * }
 *
 * @phpstan-type ChargeView array{
 *     ref: string,
 *     measured: list<ChargeReading>,
 *     proven: bool,
 *     again_at: ?string,
 * }
 *
 * @phpstan-type TakenView array{
 *     entry: string,
 *     kind: string,
 *     kind_words: string,
 *     where: string,
 *     text: string,
 *     photo: string,
 *     refitted: bool,
 *     // why it does not go back
 *     stays: string,
 *     // nobody is protected by it
 *     may_stay_off: bool,
 * }
 *
 * @phpstan-type RailText array{
 *     point: string,
 *     text: string,
 * }
 *
 * @phpstan-type RampReading array{
 *     entry: string,
 *     volts: float,
 *     amperes: ?float,
 *     rails: list<RailText>,
 *     celsius: ?float,
 *     verdict: ?RampVerdict,
 * }
 *
 * @phpstan-type Safety array{
 *     alarm: ?AlarmAnswer,
 *     context: string,
 *     method: ?string,
 *     ledger: list<LedgerEntry>,
 *     open: int,
 *     gates: list<GateView>,
 *     may_override: bool,
 *     charged: list<ChargeView>,
 *     unproven: list<string>,
 *     taken: list<TakenView>,
 *     ramp: list<RampReading>,
 * }
 */
final class SafetyView
{
    /** @return Safety */
    public static function of(JobFile $file, bool $mayOverride): array
    {
        ['supply' => $supply, 'state' => $state] = ['supply' => $file->supply, 'state' => $file->state];
        $alarm = Alarm::of($supply, $state);
        $steps = array_values(
            array_filter($state->ramp, static fn(RampStep $s): bool => $s->replaced === $state->replaced()),
        );

        return [
            'alarm' =>
                $alarm === null
                    ? null
                    : [
                        'entry' => $alarm->entry,
                        'place' => $alarm->place,
                        'quantity' => $alarm->quantity,
                        'sentence' => $alarm->sentence,
                        'advice' => $alarm->advice,
                    ],
            'context' => $state->context()->words(),
            'method' => $state->method?->words(),
            'ledger' => array_map(self::change(...), array_reverse(array_values($state->ledger))),
            'open' => count($state->openChanges()),
            'gates' => array_map(
                static fn(Gate $gate): array => [
                    'gate' => $gate->value,
                    'title' => ucfirst($gate->words()),
                    'open' => Gates::blocking($gate, $supply, $state) === [],
                    'override' => $state->overrides[$gate->value]['reason'] ?? null,
                    'items' => array_map(
                        static fn(GateItem $i): array => [
                            'id' => $i->id,
                            'sentence' => $i->sentence,
                            'leads' => $i->leads,
                            'target' => $i->target,
                            'may_override' => $i->mayOverride,
                            'passed' => in_array($i->id, $state->overrides[$gate->value]['items'] ?? [], true),
                        ],
                        Gates::missing($gate, $supply, $state),
                    ),
                ],
                Gate::cases(),
            ),
            'may_override' => $mayOverride,
            'charged' => array_map(
                static fn(string $ref): array => self::charge($file, $ref),
                array_map(strval(...), array_keys(StoredCharge::hazards($supply))),
            ),
            'unproven' => StoredCharge::unproven($supply, $state),
            'taken' => array_map(
                static fn(array $t): array => [
                    'kind_words' => Taken::KINDS[$t['kind']] ?? $t['kind'],
                    'may_stay_off' => in_array($t['kind'], Taken::MAY_STAY_OFF, true),
                ] + $t,
                array_values($state->taken),
            ),
            'ramp' => array_map(
                static fn(RampStep $s, ?array $verdict): array => [
                    'entry' => $s->entry,
                    'volts' => $s->volts,
                    'amperes' => $s->amperes,
                    'rails' => array_map(
                        static fn(string $id, float $v): array => ['point' => $id, 'text' => Quantity::volts($v)],
                        array_map(strval(...), array_keys($s->rails)),
                        $s->rails,
                    ),
                    'celsius' => $s->celsius,
                    'verdict' => $verdict,
                ],
                $steps,
                $steps === [] ? [] : app(PowerUpDesk::class)->verdicts($file, $steps),
            ),
        ];
    }

    /** @return LedgerEntry */
    private static function change(TemporaryChange $change): array
    {
        $standing = static fn(Gate $gate): string => match ($change->standing($gate)) {
            Standing::Free => 'free',
            Standing::ToAllow => 'allow',
            Standing::Forbidden => 'forbidden',
        };

        return [
            'id' => $change->id,
            'kind' => $change->kind->value,
            'part' => $change->part,
            'words' => $change->words(),
            'where' => $change->where,
            'why' => $change->why,
            'at' => $change->at,
            'open' => $change->isOpen(),
            'may_stay' => $change->mayStay(),
            'mended' => $change->kind->mended(),
            'how' => $change->closed['how'] ?? null,
            'closed_why' => $change->closed['why'] ?? null,
            'describable' => $change->kind === ChangeKind::Added && $change->isPermanent(),
            'limited' => $standing(Gate::Limited),
            'mains' => $standing(Gate::Mains),
        ];
    }

    /** @return ChargeView */
    private static function charge(JobFile $file, string $ref): array
    {
        $measured = StoredCharge::measured($file->supply, $file->state, $ref);
        $low = array_filter($measured, static fn(array $m): bool => $m['volts'] < StoredCharge::TOUCH);
        $first = $low === [] ? null : array_values($low)[0]['at'];
        $isProven = StoredCharge::isProven($file->supply, $file->state, $ref);

        return [
            'ref' => $ref,
            'measured' => array_map(
                static fn(array $m): array => ['text' => Quantity::volts($m['volts']), 'at' => $m['at']],
                $measured,
            ),
            'proven' => $isProven,
            'again_at' =>
                !$isProven && $first !== null && StoredCharge::needsSecond($file->supply, $ref)
                    ? gmdate('c', (int) strtotime($first) + StoredCharge::WAIT)
                    : null,
        ];
    }
}
