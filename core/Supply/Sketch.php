<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\PartKinds;

/** As much of a description as can be read while it is being typed; good for drawing, not for solving. */
final readonly class Sketch
{
    /** What the nodes of pins begin with that nobody has joined to anything yet. */
    public const OPEN = 'open ';

    /** @param list<array{path: string, message: string}> $problems what keeps it from being a description */
    public function __construct(public Description $description, public array $problems) {}

    /**
     * @param array<mixed> $rows parts as they were typed
     *
     * @return list<array<mixed>> those of a known kind, each pin with a node
     */
    public static function withOpenEnds(array $rows): array
    {
        $whole = [];
        foreach ($rows as $k => $row) {
            $kind = is_array($row) && is_string($row['kind'] ?? null) ? PartKinds::named($row['kind']) : null;
            if ($kind === null) {
                continue;
            }
            $ref = is_string($row['ref'] ?? null) && $row['ref'] !== '' ? $row['ref'] : "part {$k}";
            $given = is_array($row['terminals'] ?? null) ? $row['terminals'] : [];
            $terminals = array_intersect_key($given, array_flip($kind->terminals()->all()));
            foreach ($kind->terminals()->required as $name) {
                if (!is_string($terminals[$name] ?? null) || trim($terminals[$name]) === '') {
                    $terminals[$name] = mb_substr(self::OPEN . "{$ref} {$name}", 0, 40);
                }
            }
            $whole[] = ['terminals' => array_filter($terminals, is_string(...))] + $row;
        }

        return $whole;
    }
}
