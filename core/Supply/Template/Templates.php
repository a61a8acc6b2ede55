<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

/** The registry: one line per family. */
final class Templates
{
    /** @return array<string, Template> by name */
    public static function all(): array
    {
        return array_column(array_map(static fn(Template $t): array => [$t->name(), $t], [
            new Linear(),
            new ManyRail(),
            new HeavyUnregulated(),
            new ChokeInput(),
            new VoltageDoubler(),
            new ValveHighTension(),
            new ZenerShunt(),
            new Flyback(),
            new PlugTopAdaptor(),
            new Industrial(),
            new TelevisionBoard(),
            new InverterControl(),
            new DirectFed(),
        ]), 1, 0);
    }
}
