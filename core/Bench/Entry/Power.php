<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\GateItem;
use Oculant\Core\Bench\Gates;
use Oculant\Core\Bench\Gating\BeforePower;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;

/**
 * The unit was plugged in, limited or unplugged, or its loads were changed.
 *
 * @phpstan-type PowerMethodView array{
 *     how: string,
 *     watts?: float,
 *     volts?: float,
 *     limit?: float,
 *     part?: string,
 * }
 */
final class Power implements EntryKind
{
    public function name(): string
    {
        return 'power';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $power = PowerState::tryFrom(is_string($payload['power'] ?? null) ? $payload['power'] : $state->power->value);
        if ($power === null) {
            throw EntryRefused::because(
                'power',
                sprintf('There is no power state "%s". It is one of: unplugged, limited, live.', $payload['power']),
            );
        }
        $mode = is_string($payload['mode'] ?? null) ? $payload['mode'] : $state->mode;
        if (!isset($supply->modes[$mode])) {
            throw EntryRefused::because(
                'mode',
                sprintf(
                    'There is no mode "%s". This supply has: %s.',
                    $mode,
                    implode(', ', array_keys($supply->modes)),
                ),
            );
        }
        $method = self::method($payload, $power, $supply);
        $gate = Gate::onTheWayTo($power, $state->power);
        if ($gate !== null) {
            Gates::mustBeOpen($gate, 'power', $supply, $state);
        } elseif ($power->isEnergised() && $mode !== $state->mode) {
            self::mayBeSetUpSo($supply, $state);
        }

        return ['power' => $power->value, 'mode' => $mode] + ($method === null ? [] : ['method' => $method]);
    }

    /** Loads are changed under power as well: what the supply must see is asked for then, too. */
    private static function mayBeSetUpSo(Description $supply, BenchState $state): void
    {
        $missing = BeforePower::interlocks($supply, $state);
        if ($missing !== []) {
            throw EntryRefused::because(
                'mode',
                'Not yet, with the loads like that: ' .
                    implode(' ', array_map(static fn(GateItem $i): string => $i->sentence, $missing)),
            );
        }
    }

    /**
     * @param array<mixed> $payload
     *
     * @return array<string, mixed>|null as PowerMethod::of() takes it
     */
    private static function method(array $payload, PowerState $power, Description $supply): ?array
    {
        $given = is_array($payload['method'] ?? null) ? $payload['method'] : null;
        if ($given === null || $power === PowerState::Unplugged || ($given['how'] ?? '') === '') {
            return null;
        }
        $given['how'] = is_string($given['how']) ? PowerMethod::today($given['how']) : $given['how'];
        $how = Payload::choice($given, 'how', array_keys(PowerMethod::WORDS));
        if (in_array($how, PowerMethod::LIMITED, true) !== ($power === PowerState::Limited)) {
            throw EntryRefused::because(
                'how',
                sprintf(
                    '"%s" is %s limited power.',
                    PowerMethod::WORDS[$how],
                    $power === PowerState::Limited ? 'no' : 'already',
                ),
            );
        }
        $number = static fn(string $field, Unit $unit, float $most, string $what): float => Payload::quantity(
            $given,
            $field,
            $unit,
            $most,
            $what,
        );
        $feed =
            $how === PowerMethod::BENCH && is_string($given['part'] ?? null) && $given['part'] !== ''
                ? Payload::part($given, $supply)
                : null;
        if ($feed !== null && !$supply->part($feed)->has('plus')) {
            throw EntryRefused::because(
                'part',
                "{$feed} has no plus and minus: clip the bench supply across an electrolytic, " .
                    'or feed it where its own feed comes in.',
            );
        }

        return ['how' => $how] +
            match ($how) {
                PowerMethod::LAMP => ['watts' => $number('watts', Unit::Watt, 2000.0, 'the lamp in watts')],
                PowerMethod::VARIABLE_TRANSFORMER => [
                    'volts' => $number('volts', Unit::Volt, 1.3 * $supply->mainsVoltage, 'the volts it is set to'),
                ],
                PowerMethod::BENCH => [
                    'volts' => $number('volts', Unit::Volt, 400.0, 'the volts it is set to'),
                    'limit' => $number('limit', Unit::Ampere, 60.0, 'its current limit'),
                ] + ($feed === null ? [] : ['part' => $feed]),
                default => [],
            };
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        $power = PowerState::from((string) $entry->payload['power']);
        if ($power !== $state->power) {
            $state->powerSince = $entry->at;
            $state->mainsVolts = null;
            $state->residuals = [];
        }
        $state->power = $power;
        $state->mode = (string) $entry->payload['mode'];
        $state->method = isset($entry->payload['method']) ? PowerMethod::of($entry->payload['method']) : null;
        if ($state->method?->how === PowerMethod::VARIABLE_TRANSFORMER) {
            $state->mainsVolts = $state->method->volts;
        }
        if ($power === PowerState::Limited) {
            $state->limitedWith = $state->replaced();
        }
        if ($power === PowerState::Unplugged) {
            $state->overrides = [];
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $power = PowerState::from((string) $entry->payload['power']);
        $method = isset($entry->payload['method']) ? ', ' . PowerMethod::of($entry->payload['method'])->words() : '';

        return ($power === PowerState::Unplugged ? 'Unplugged' : $power->words()) .
            $method .
            ', ' .
            mb_strtolower($supply->modes[$entry->payload['mode']]->name ?? '');
    }
}
