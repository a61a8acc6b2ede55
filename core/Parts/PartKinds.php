<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** The registry: one line per kind of part. */
final class PartKinds
{
    /** @return array<string, PartKind> by name */
    public static function all(): array
    {
        static $kinds = null;

        return $kinds ??= array_column(array_map(static fn(PartKind $kind): array => [$kind->name(), $kind], [
            new Mains(),
            new Fuse(),
            new SwitchPart(),
            new Connector(),
            new Joint(),
            new Transformer(),
            new Bridge(),
            new Diode(),
            new Electrolytic(),
            new Capacitor(),
            new Resistor(),
            new Zener(),
            new Led(),
            new Regulator(),
            new Load(),
        ]), 1, 0);
    }
}
