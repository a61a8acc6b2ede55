<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Bench\TakenReading;
use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\AlternatingNodes;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Point;
use Oculant\Core\Supply\PointPair;

/**
 * A meter reading: the text as typed, and what was suggested when it was typed (target, quantity). A target or function
 * named in the text wins. Without either, `functions` (dc or ac by point, added by the server from what a good unit
 * shows) decides.
 */
final class Reading implements EntryKind
{
    /** A picture tube has 35 kV, and nothing here more than twice that. */
    private const MOST_VOLTS = 70e3;

    public const QUANTITIES = ['dc', 'ac', 'ripple', 'hertz', 'resistance', 'diode', 'esr', 'climbs', 'beeps'];

    public function name(): string
    {
        return 'reading';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        if (!is_string($payload['text'] ?? null) || trim($payload['text']) === '') {
            throw EntryRefused::because('text', 'Type what the meter shows, for example 13.9, OL or 0R4.');
        }
        $parsed = ReadingText::parse($payload['text'], $supply);
        $target =
            $parsed->target ??
            (is_string($payload['target'] ?? null) ? ReadingText::target($payload['target'], $supply) : null);
        if ($target === null) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    'Say where: begin with a test point or part, for example "%s %s". Points: %s.',
                    array_key_first($supply->points),
                    trim($payload['text']),
                    implode(', ', array_keys($supply->points)),
                ),
            );
        }
        $functions = is_array($payload['functions'] ?? null) ? $payload['functions'] : [];
        $suggested =
            $parsed->target === null &&
            is_string($payload['quantity'] ?? null) &&
            in_array($payload['quantity'], self::QUANTITIES, true)
                ? $payload['quantity']
                : null;
        if ($parsed->isVolts && in_array($suggested, ['resistance'], true)) {
            $suggested = null;
        }
        if ($parsed->isBare() && !in_array($suggested, DeadCheck::QUANTITIES, true)) {
            self::mustBeClear(trim($payload['text']), $target, $parsed->value, $supply, $state);
        }
        $quantity =
            $parsed->quantity ?? ($suggested ?? $this->usual($target, $parsed->isVolts, $functions, $supply, $state));
        // Ohms on an ESR check are its series resistance.
        if ($quantity === DeadCheck::RESISTANCE && ($supply->deadCheck($target)->quantity ?? null) === DeadCheck::ESR) {
            $quantity = DeadCheck::ESR;
        }
        self::mustBePossible($quantity, $parsed->value, $parsed->swing);
        $this->check($target, $quantity, $supply, $state);

        return [
            'text' => trim($payload['text']),
            'target' => $target,
            'quantity' => $quantity,
            'value' => is_infinite($parsed->value) ? 'OL' : $parsed->value,
        ] + ($parsed->swing > 0 ? ['swing' => $parsed->swing] : []);
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $value = $entry->payload['value'];
        if (
            !$state->power->isEnergised() &&
            in_array($entry->payload['quantity'], ['dc', 'ac'], true) &&
            $value !== 'OL'
        ) {
            $state->residuals[] = [
                'entry' => $entry->id,
                'place' => (string) $entry->payload['target'],
                'quantity' => (string) $entry->payload['quantity'],
                'volts' => (float) $value,
                'at' => $entry->at,
            ];
        }
        $state->readings[] = new TakenReading(
            $entry->id,
            (string) $entry->payload['target'],
            (string) $entry->payload['quantity'],
            $value === 'OL' ? INF : (float) $value,
            $state->power,
            $state->mode,
            $state->mainsVolts,
            $state->replaced(),
            (float) ($entry->payload['swing'] ?? 0.0),
            $state->context(),
        );
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        return $entry->payload['target'] .
            ' ' .
            self::write(
                $entry->payload['quantity'],
                $entry->payload['value'] === 'OL' ? INF : (float) $entry->payload['value'],
                (float) ($entry->payload['swing'] ?? 0.0),
            );
    }

    /**
     * @param float $value volts or ohms, INF for OL
     * @param float $swing volts from lowest to highest if it wanders
     */
    public static function write(string $quantity, float $value, float $swing = 0.0): string
    {
        if ($swing > 0.0) {
            return Quantity::volts($value - $swing / 2) . ' to ' . self::write($quantity, $value + $swing / 2);
        }
        if (is_infinite($value)) {
            return 'OL';
        }

        return match ($quantity) {
            'hertz' => $value > 0.0 ? Quantity::write($value, Unit::Hertz) : 'no waveform',
            'climbs' => $value > 0.5 ? 'climbs' : 'does not climb',
            'beeps' => $value > 0.5 ? 'beeps' : 'silent',
            'resistance' => Quantity::write($value, Unit::Ohm),
            'esr' => Quantity::write($value, Unit::Ohm) . ' ESR',
            'dc' => Quantity::volts($value),
            'ac' => Quantity::volts($value) . ' AC',
            'ripple' => Quantity::volts($value) . ' p-p',
            default => Quantity::volts($value) . ' diode',
        };
    }

    /**
     * A bare number at a point of a unit with the plug out: whoever reads volts there and takes it for unplugged is
     * about to touch it.
     */
    private static function mustBeClear(
        string $text,
        string $target,
        float $value,
        Description $supply,
        BenchState $state,
    ): void {
        $isPoint = self::isPlace($target, $supply);
        if ($isPoint && !$state->power->isEnergised()) {
            $number = rtrim(rtrim(sprintf('%.6F', $value), '0'), '.');
            throw EntryRefused::because(
                'unit',
                sprintf(
                    '"%1$s" at %2$s, and the unit is recorded as unplugged: volts or ohms? If it is on power, ' .
                        'record that first. If this is what is left on it, write "%3$s V"; if it is ohms, "%3$s ' .
                        'ohm".',
                    $text,
                    $target,
                    $number,
                ),
            );
        }
    }

    /** Whether volts are read there: at a point, at a pin, between two of them. */
    private static function isPlace(string $target, Description $supply): bool
    {
        return isset($supply->places()[$target]) || PointPair::ends($target, $supply->places()) !== null;
    }

    /** What no meter shows was mistyped. */
    private static function mustBePossible(string $quantity, float $value, float $swing): void
    {
        if ($quantity !== 'dc' && $value < 0.0) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    '%s cannot be below zero. Check the sign, or write "dc" behind it for a direct voltage.',
                    [
                        'ac' => 'An alternating voltage',
                        'ripple' => 'Ripple',
                        'resistance' => 'Resistance',
                        'esr' => 'Series resistance',
                        'hertz' => 'A frequency',
                        'diode' => 'A diode test',
                    ][$quantity] ?? 'That',
                ),
            );
        }
        if (
            in_array($quantity, ['dc', 'ac', 'ripple', 'diode'], true) &&
            is_finite($value) &&
            max(abs($value), $swing) > self::MOST_VOLTS
        ) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    '%s is more than anything here can be. Check the number and its prefix.',
                    Quantity::volts($value),
                ),
            );
        }
    }

    /** @param array<mixed> $functions */
    private function usual(
        string $target,
        bool $isVolts,
        array $functions,
        Description $supply,
        BenchState $state,
    ): string {
        $isPoint = self::isPlace($target, $supply);
        if (($isVolts || $state->power->isEnergised()) && $isPoint) {
            $place = isset($supply->points[$target]) ? null : $supply->places()[$target] ?? null;
            $usual =
                $place !== null && AlternatingNodes::of($supply)->lieAt($place) ? 'ac' : $functions[$target] ?? 'dc';

            return $usual === 'ac' && $state->power->isEnergised() ? 'ac' : 'dc';
        }

        return $supply->deadCheck($target)->quantity ?? 'dc';
    }

    private function check(string $target, string $quantity, Description $supply, BenchState $state): void
    {
        $check = $supply->deadCheck($target);
        $dead = in_array($quantity, DeadCheck::QUANTITIES, true);
        if ($dead && $state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is energised: ohms and diode tests then mean nothing and can destroy the meter. ' .
                    'Unplug, discharge, record it, and measure again.',
            );
        }
        if ($dead && ($check === null || ($check->quantity === DeadCheck::ESR) !== ($quantity === DeadCheck::ESR))) {
            throw EntryRefused::because(
                'text',
                sprintf('%s is checked with %s, not with %s.', $target, $check->quantity ?? 'a voltage', $quantity),
            );
        }
        if ($dead) {
            return;
        }
        if ($quantity === 'hertz' && !$state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as unplugged: there is no waveform to look at. Record the power state first.',
            );
        }
        $ends = PointPair::ends($target, $supply->places());
        if (!isset($supply->places()[$target]) && $ends === null) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    '%s is a part, not a test point: live voltages go to %s, or to a pin, for example %s.',
                    $target,
                    implode(', ', array_keys($supply->points)),
                    array_key_last($supply->places()),
                ),
            );
        }
        if ($ends !== null) {
            $this->checkPair($ends, $target, $quantity, $supply);
        }
    }

    /** @param array{Point, Point} $ends */
    private function checkPair(array $ends, string $target, string $quantity, Description $supply): void
    {
        [$from, $to] = $ends;
        if (($supply->islands[$from->node] ?? 0) !== ($supply->islands[$to->node] ?? 0)) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    '%s and %s lie on the two sides of the isolation: between them a meter shows nothing that ' .
                        'means anything, and its leads would join mains to output. Measure each against its own ' .
                        'ground: %s, %s.',
                    $from->id,
                    $to->id,
                    $supply->groundName($from->against),
                    $supply->groundName($to->against),
                ),
            );
        }
        if ($from->against !== $to->against) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    '%s is measured against %s and %s against %s: measure each against its own and take the ' .
                        'difference.',
                    $from->id,
                    $supply->groundName($from->against),
                    $to->id,
                    $supply->groundName($to->against),
                ),
            );
        }
        if ($quantity !== 'dc') {
            throw EntryRefused::because(
                'text',
                sprintf('Between two points only DC is compared; "%s" goes to one point against its ground.', $target),
            );
        }
    }
}
