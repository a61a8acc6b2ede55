<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\FieldText;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Look;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit as MeasuredIn;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\PointPair;

/**
 * What the hidden unit answers where an entry of a log would have what somebody read, saw or tested; or what would have
 * happened to whoever does that.
 */
final readonly class Answers
{
    /** What a hand types behind a place, by the function of the meter. */
    public const FUNCTIONS = [
        'dc' => 'dc',
        'ac' => 'ac',
        'ripple' => 'ripple',
        'ohms' => DeadCheck::RESISTANCE,
        'diode' => DeadCheck::DIODE,
        'esr' => DeadCheck::ESR,
    ];

    /** Entries that say what somebody does or thinks: nothing of them is for the unit to tell. */
    private const AS_SAID = [
        'power',
        'looked',
        'allow',
        'change',
        'change_closed',
        'cause',
        'symptom',
        'background',
        'note',
        'skip',
    ];

    /** Of so many live readings one is taken with the tip beside its place (common practice: it happens). */
    private const SLIPS = 40;

    /** Volts that are left behind a discharge resistor. */
    private const EMPTIED = '0.3';

    public function __construct(
        private Description $supply,
        private SimulatedUnit $unit,
        private Knowledge $knowledge,
        private int $seed,
    ) {}

    /**
     * @param array<string, mixed> $payload as somebody sends it; what it says of readings and looks does not count
     * @param int                  $moment  entries that the log has
     *
     * @throws EntryRefused if there is no such place, or practice has no such entry
     */
    public function to(BenchState $state, int $moment, string $kind, array $payload): Answer
    {
        return match (true) {
            $kind === 'reading' => $this->reading($state, $moment, $payload),
            $kind === 'finding', $kind === 'fuse' => $this->look($state, Payload::part($payload, $this->supply)),
            $kind === 'tested' => $this->test($state, Payload::part($payload, $this->supply), $payload),
            $kind === 'repair' => $this->replacement($state, $payload),
            $kind === 'left' => $state->power->isEnergised()
                ? Answer::hurts('A discharge resistor across a unit under power. Unplug first.')
                : new Answer('left', ['text' => self::EMPTIED] + $payload, 'Discharged, and measured.'),
            $kind === 'mains' => new Answer(
                'mains',
                ['text' => Quantity::write($this->supply->mainsVoltage, MeasuredIn::Volt)],
                'The wall has what it should.',
            ),
            in_array($kind, self::AS_SAID, true) => new Answer($kind, $payload),
            default => throw EntryRefused::because(
                'kind',
                'That is for real units. In practice you can power it, measure, look, test a part by itself, lift or ' .
                    'bridge, replace, and name what it was; what was done stays done.',
            ),
        };
    }

    /** @param array<string, mixed> $payload */
    private function reading(BenchState $state, int $moment, array $payload): Answer
    {
        $text = trim(self::word($payload, 'text'));
        $target = self::word($payload, 'target');
        $quantity = self::word($payload, 'quantity');
        if ($text === '') {
            return $this->measure($state, $moment, $target, $quantity === '' ? null : $quantity);
        }
        $words = preg_split('/\s+/', $text, -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $function = mb_strtolower($words[1] ?? '');
        $place = ReadingText::target($words[0] ?? '', $this->supply);
        if ($place !== null && count($words) < 3 && ($function === '' || isset(self::FUNCTIONS[$function]))) {
            return $this->measure($state, $moment, $place, self::FUNCTIONS[$function] ?? null);
        }
        $understood = FieldText::understand($text, $this->supply, $target, $quantity);
        if ($understood !== null && $understood['kind'] !== 'reading') {
            return $this->to($state, $moment, $understood['kind'], $understood['payload']);
        }

        throw EntryRefused::because(
            'text',
            sprintf(
                '"%s" cannot be read. In practice the meter says what is there: name the place alone, "%s", or ' .
                    'with a function: %s.',
                $text,
                mb_strtolower((string) array_key_first($this->supply->points)),
                implode(', ', array_keys(self::FUNCTIONS)),
            ),
        );
    }

    /** The leads where they are put, on the function that is set; null for the usual one. */
    private function measure(BenchState $state, int $moment, string $target, ?string $quantity): Answer
    {
        $isPoint =
            isset($this->supply->places()[$target]) || PointPair::ends($target, $this->supply->places()) !== null;
        $check = $this->supply->deadCheck($target);
        if (!$isPoint && $check === null) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    'There is no "%s" to put leads on. Points: %s. Checks: %s.',
                    $target,
                    implode(', ', array_keys($this->supply->points)),
                    implode(', ', array_keys($this->supply->deadChecks())),
                ),
            );
        }
        $isOn = $state->power->isEnergised();
        $quantity ??= $isPoint && $isOn ? $this->usual($state, $target) : $check->quantity ?? DeadCheck::RESISTANCE;
        $isDead = in_array($quantity, DeadCheck::QUANTITIES, true);
        if ($isDead && $isOn) {
            return Answer::hurts(
                'Ohms on a unit under power: the meter reads its volts as ohms, and its fuse is gone. Unplug first.',
            );
        }
        if (!$isDead && !$isOn) {
            throw EntryRefused::because('target', 'It is unplugged: there are no volts. Power it first.');
        }
        if ($isDead && ($check === null || ($check->quantity === DeadCheck::ESR) !== ($quantity === DeadCheck::ESR))) {
            throw EntryRefused::because(
                'target',
                sprintf('%s is not checked with %s.', $target, array_search($quantity, self::FUNCTIONS, true)),
            );
        }
        $node = $this->supply->places()[$target]->node ?? null;
        if ($quantity === 'ripple' && $node !== null && $this->supply->isHot($node)) {
            return Answer::hurts(
                'The ground of a scope on the hot side is a short to earth through its probe. Use a differential ' .
                    'probe, or an isolation transformer and one hand.',
            );
        }
        if (!$isDead && !$this->unit->settles($state->mode)) {
            return Answer::tells("{$target}: the meter wanders and shows nothing that stands.");
        }
        $this->unit->moment($moment);
        $value = $isDead
            ? $this->unit->dead($target, $state->mode)
            : $this->unit->live($this->under($target, $moment), $quantity, $state->mode);

        return is_nan($value)
            ? Answer::tells("{$target}: nothing there that this function shows.")
            : new Answer(
                'reading',
                ['text' => self::typed($quantity, $value), 'target' => $target, 'quantity' => $quantity],
                "{$target} " . self::written($quantity, $value),
            );
    }

    /** Where the tip is: now and then on the point beside, which one does not see. */
    private function under(string $target, int $moment): string
    {
        $points = array_map(strval(...), array_keys($this->supply->points));
        $at = array_search($target, $points, true);
        if ($at === false || count($points) < 3 || crc32("{$this->seed} {$moment} slip") % self::SLIPS !== 0) {
            return $target;
        }

        return $points[$at === count($points) - 1 ? $at - 1 : $at + 1];
    }

    private function usual(BenchState $state, string $target): string
    {
        return isset($this->supply->points[$target]) ? $this->expectations($state)->function($target) : 'dc';
    }

    private function expectations(BenchState $state): Expectations
    {
        return $this->knowledge->expectations($state->mode, null);
    }

    private function look(BenchState $state, string $ref): Answer
    {
        $part = $this->supply->part($ref);
        if ($state->power->isEnergised()) {
            return Answer::hurts("A nose in a unit under power, to look at {$ref}. Unplug and discharge first.");
        }
        if ($part->kind instanceof Fuse) {
            $went = $this->unit->went($ref);
            $how = match (true) {
                $this->unit->faultOf($ref) === null => 'intact',
                $went === null => 'parted',
                default => $went->isHeard() ? 'blackened' : 'wisp',
            };

            $marked = $this->unit->asBuilt()->part($ref)->value('rating');
            $isDue = abs($marked / $part->value('rating') - 1.0) < 0.01;
            $fitted = $isDue ? '' : str_replace(' ', '', Quantity::write($marked, MeasuredIn::Ampere));

            return new Answer(
                'fuse',
                ['part' => $ref, 'state' => $how, 'fitted' => $fitted],
                "{$ref} is {$how}." . ($isDue ? '' : " It is marked {$fitted}."),
            );
        }
        $fault = $this->unit->faultOf($ref);
        $looks = $fault === null ? [] : $part->fault($fault)->looks ?? [];
        // Of one unit in two there is something to see.
        $isSeen = $looks !== [] && crc32("{$this->seed} {$ref} seen") % 2 === 0;
        $look = $isSeen ? $looks[0] : null;
        $sees = $look instanceof Look ? $look->seenAs()[0] ?? Seen::Other : Seen::Well;

        return new Answer(
            'finding',
            ['part' => $ref, 'sees' => $sees->value, 'text' => $look->value ?? ''],
            $look === null ? "{$ref} looks well." : "{$ref}: {$look->value}.",
        );
    }

    /** @param array<string, mixed> $payload */
    private function test(BenchState $state, string $ref, array $payload): Answer
    {
        $isBad = $this->unit->isBad($ref);

        return $this->handIn($state, "to take {$ref} out") ??
            new Answer(
                'tested',
                ['part' => $ref, 'verdict' => $isBad ? 'bad' : 'good'] + $payload,
                "{$ref} by itself is " . ($isBad ? 'bad.' : 'good.'),
            );
    }

    /** @param array<string, mixed> $payload */
    private function replacement(BenchState $state, array $payload): Answer
    {
        $ref = Payload::part($payload, $this->supply);

        // Nothing comes from the drawer of the workshop.
        return $this->handIn($state, "to replace {$ref}") ??
            new Answer('repair', ['stock' => ''] + $payload, "{$ref} is replaced.");
    }

    private function handIn(BenchState $state, string $why): ?Answer
    {
        $missing = $state->power->isEnergised()
            ? 'It is under power.'
            : Gates::blocking(Gate::HandsIn, $this->supply, $state)[0]->sentence ?? null;

        return $missing === null ? null : Answer::hurts("A hand in, {$why}: {$missing}");
    }

    private static function written(string $quantity, float $value): string
    {
        return match (true) {
            is_infinite($value) => 'OL',
            in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true) => Quantity::write(
                $value,
                MeasuredIn::Ohm,
            ),
            default => Quantity::volts($value) . ($quantity === 'dc' ? '' : " {$quantity}"),
        };
    }

    /** As it is typed into the field. */
    private static function typed(string $quantity, float $value): string
    {
        return match (true) {
            is_infinite($value) => 'OL',
            in_array($quantity, [DeadCheck::RESISTANCE, DeadCheck::ESR], true) => sprintf('%.6g ohm', max(0.0, $value)),
            default => sprintf('%.6g V', $value),
        };
    }

    /** @param array<string, mixed> $payload */
    private static function word(array $payload, string $field): string
    {
        return is_string($payload[$field] ?? null) ? $payload[$field] : '';
    }
}
