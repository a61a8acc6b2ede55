<?php

declare(strict_types=1);

namespace App\Instruments;

use RuntimeException;

/** An instrument could not be reached, did not answer, or refused. Nothing was recorded. */
final class InstrumentFailed extends RuntimeException
{
    public const UNREACHABLE = 'unreachable';

    public const SILENT = 'silent';

    public const BROKE_OFF = 'broke off';

    public const REFUSED = 'refused';

    public const CANNOT = 'cannot';

    public const NOT_ALLOWED = 'not allowed';

    private function __construct(public readonly string $state, string $message)
    {
        parent::__construct($message);
    }

    public static function unreachable(string $name, string $address): self
    {
        return new self(
            self::UNREACHABLE,
            "{$name} at {$address} cannot be reached: is it switched on, and its network " .
                'cable in? Nothing was recorded. Type the reading instead.',
        );
    }

    public static function silent(string $name, float $seconds): self
    {
        return new self(
            self::SILENT,
            sprintf(
                '%s did not answer within %.1f s. Nothing was recorded: look at its display, and type what it shows.',
                $name,
                $seconds,
            ),
        );
    }

    public static function brokeOff(string $name, string $half): self
    {
        return new self(
            self::BROKE_OFF,
            sprintf(
                '%s broke off in the middle of its answer%s. Nothing was recorded.',
                $name,
                $half === ''
                    ? ''
                    : sprintf(' ("%s")', (string) preg_replace('/[^\x20-\x7E]/', '?', substr($half, 0, 40))),
            ),
        );
    }

    public static function refused(string $name, string $command, string $error): self
    {
        return new self(
            self::REFUSED,
            "{$name} refused \"{$command}\": " .
                "{$error}. How its output stands is not known: switch it off at its own panel.",
        );
    }

    public static function ownService(string $address): self
    {
        return new self(
            self::NOT_ALLOWED,
            "{$address} is where this server itself, its database or another service of the " .
                'machine listens: that is no instrument. Look up the port of the instrument, usually 5025.',
        );
    }

    /** @param list<string> $known */
    public static function cannot(string $kind, string $quantity, array $known): self
    {
        return new self(
            self::CANNOT,
            sprintf(
                'A %s does not measure "%s". It measures: %s.',
                $kind,
                $quantity,
                implode(', ', $known) ?: 'nothing over the network',
            ),
        );
    }

    public static function overload(string $name): self
    {
        return new self(
            self::CANNOT,
            "{$name} shows overload: its range is too low for what is there. Choose a higher " .
                'one by hand and read again; for a voltage nothing was recorded.',
        );
    }

    public static function benchTaken(int $run, string $unit): self
    {
        return new self(
            self::CANNOT,
            'On the simulated bench run ' .
                "{$run} is under way with {$unit}, and there is room for one unit. Stop that run, or type the reading.",
        );
    }

    public static function empty(string $name): self
    {
        return new self(self::CANNOT, "{$name} says that it has no value there: is a sensor connected to that input?");
    }

    public static function notAllowed(string $address, string $allowed): self
    {
        return new self(
            self::NOT_ALLOWED,
            "{$address} is no address that instruments may have here. Allowed: " .
                "{$allowed}. Whoever runs this server sets that in OCULANT_INSTRUMENTS.",
        );
    }
}
