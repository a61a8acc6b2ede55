<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

use Oculant\Core\Supply\DescriptionRefused;

/** The registry: one line per family. */
final class Templates
{
    /** @throws DescriptionRefused if there is no such family */
    public static function named(string $name): Template
    {
        return self::all()[$name] ??
            throw DescriptionRefused::because([
                [
                    'path' => 'family',
                    'message' => sprintf(
                        'There is no template "%s". Known: %s.',
                        $name,
                        implode(', ', array_keys(self::all())),
                    ),
                ],
            ]);
    }

    /** @return array<string, Template> by name */
    public static function all(): array
    {
        return array_column(
            array_map(static fn(Template $t): array => [$t->name(), $t], [
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
            ]),
            1,
            0,
        );
    }
}
