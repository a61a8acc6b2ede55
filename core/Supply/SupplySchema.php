<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;

/** The published JSON Schema of the format oculant/supply version 1, made from the registry of parts. */
final class SupplySchema
{
    private const VALUE = ['type' => ['string', 'number'], 'description' => 'As technicians write it: "4k7", "2200u", "0R1", "15 V", "T315mA", "5 %"'];

    private const TEXT = ['type' => 'string', 'minLength' => 1];

    /** @return array<string, mixed> JSON Schema, draft 2020-12 */
    public static function build(): array
    {
        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema',
            '$id' => 'urn:oculant:supply:1',
            'title' => 'A power supply described once: parts, nodes, test points, modes',
            'type' => 'object',
            'required' => ['format', 'version', 'title', 'reference', 'mains', 'parts', 'points'],
            'additionalProperties' => false,
            'properties' => [
                'format' => ['const' => DescriptionReader::FORMAT],
                'version' => ['const' => 1],
                'title' => self::TEXT,
                'revision' => self::TEXT,
                'reference' => ['description' => 'Node that the equations are solved against, usually the output ground'] + self::TEXT,
                'mains' => self::record(['voltage' => self::VALUE, 'frequency' => self::VALUE, 'tolerance' => self::VALUE, 'dc' => self::VALUE], []),
                'parts' => ['type' => 'array', 'minItems' => 1, 'items' => ['oneOf' => array_values(array_map(self::part(...), PartKinds::all()))]],
                'points' => ['type' => 'array', 'minItems' => 1, 'items' => self::record([
                    'id' => self::TEXT, 'name' => self::TEXT, 'node' => self::TEXT, 'against' => self::TEXT, 'how' => self::TEXT, 'stage' => self::TEXT,
                    'rail' => self::VALUE, 'minutes' => ['type' => 'number', 'exclusiveMinimum' => 0],
                    'documented' => self::record(['value' => self::VALUE, 'tolerance' => self::VALUE, 'mode' => self::TEXT], ['value']),
                ], ['id', 'node', 'against'])],
                'modes' => ['type' => 'array', 'items' => self::record([
                    'id' => self::TEXT, 'name' => self::TEXT, 'absent' => ['type' => 'array', 'items' => self::TEXT], 'mains' => self::VALUE,
                ], ['id'])],
                'stages' => ['type' => 'array', 'items' => self::record([
                    'id' => self::TEXT, 'name' => self::TEXT, 'parts' => ['type' => 'array', 'items' => self::TEXT], 'from' => self::TEXT,
                ], ['id'])],
                'cautions' => ['type' => 'array', 'items' => self::TEXT],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private static function part(PartKind $kind): array
    {
        $properties = ['ref' => self::TEXT, 'kind' => ['const' => $kind->name()], 'tolerance' => self::VALUE, 'type' => self::TEXT, 'notes' => self::TEXT];
        $required = ['ref', 'kind', 'terminals'];
        foreach ($kind->parameters() as $parameter) {
            $properties[$parameter->name] = ['description' => $parameter->title] + self::VALUE;
            if ($parameter->required) {
                $required[] = $parameter->name;
            }
        }
        $sets = array_map(static fn(array $set): array => self::record(array_fill_keys($set, self::TEXT), $set), $kind->terminalSets());
        $properties['terminals'] = count($sets) === 1 ? $sets[0] : ['oneOf' => $sets];

        return ['title' => $kind->title()] + self::record($properties, $required);
    }

    /**
     * @param array<string, mixed> $properties
     * @param list<string>         $required
     *
     * @return array<string, mixed>
     */
    private static function record(array $properties, array $required): array
    {
        return ['type' => 'object', 'additionalProperties' => false, 'properties' => $properties] + ($required === [] ? [] : ['required' => $required]);
    }
}
