<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use Oculant\Core\Parts\Body;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;

/** The published JSON Schema of the format oculant/supply version 1, made from the registry of parts. */
final class SupplySchema
{
    private const VALUE = [
        'type' => ['string', 'number'],
        'description' => 'As technicians write it: "4k7", "2200u", "0R1", "15 V", "T315mA", "5 %"',
    ];

    private const TEXT = ['type' => 'string', 'minLength' => 1];

    /** @return array<string, mixed> JSON Schema, draft 2020-12 */
    public static function build(): array
    {
        $part = ['$ref' => '#/$defs/part'];

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
                'reference' =>
                    ['description' => 'Node that the equations are solved against, usually the output ground'] +
                    self::TEXT,
                'mains' => self::record(
                    [
                        'voltage' => self::VALUE,
                        'frequency' => self::VALUE,
                        'tolerance' => self::VALUE,
                        'dc' => self::VALUE,
                    ],
                    [],
                ),
                'parts' => ['type' => 'array', 'minItems' => 1, 'items' => $part],
                'points' => [
                    'type' => 'array',
                    'minItems' => 1,
                    'items' => self::record(
                        [
                            'id' => self::TEXT,
                            'name' => self::TEXT,
                            'node' => self::TEXT,
                            'against' => self::TEXT,
                            'how' => self::TEXT,
                            'stage' => self::TEXT,
                            'rail' => self::VALUE,
                            'minutes' => ['type' => 'number', 'exclusiveMinimum' => 0],
                            'documented' => self::record(
                                ['value' => self::VALUE, 'tolerance' => self::VALUE, 'mode' => self::TEXT],
                                ['value'],
                            ),
                        ],
                        ['id', 'node', 'against'],
                    ),
                ],
                'modes' => [
                    'type' => 'array',
                    'items' => self::record(
                        [
                            'id' => self::TEXT,
                            'name' => self::TEXT,
                            'absent' => ['type' => 'array', 'items' => self::TEXT],
                            'mains' => self::VALUE,
                            'note' => self::TEXT,
                            'set' => [
                                'type' => 'object',
                                'description' => 'values and words set on parts, by reference',
                                'additionalProperties' => ['type' => 'object', 'additionalProperties' => self::VALUE],
                            ],
                            'adds' => [
                                'type' => 'array',
                                'description' => 'test sources and dummy loads that are there in this mode only',
                                'items' => $part,
                            ],
                        ],
                        ['id'],
                    ),
                ],
                'stages' => [
                    'type' => 'array',
                    'items' => self::record(
                        [
                            'id' => self::TEXT,
                            'name' => self::TEXT,
                            'parts' => ['type' => 'array', 'items' => self::TEXT],
                            'from' => self::TEXT,
                        ],
                        ['id'],
                    ),
                ],
                'grounds' => [
                    'type' => 'array',
                    'items' => self::record(
                        ['node' => self::TEXT, 'name' => self::TEXT, 'how' => self::TEXT],
                        ['node'],
                    ),
                ],
                'interlocks' => [
                    'type' => 'array',
                    'items' => self::record(
                        [
                            'kind' => ['enum' => array_column(InterlockKind::cases(), 'value')],
                            'what' => self::TEXT,
                            'how' => self::TEXT,
                            'without' => self::TEXT,
                            'part' => self::TEXT,
                            'does' => [
                                'enum' => array_column(Lacking::cases(), 'value'),
                                'description' => 'what it does without, in one word',
                            ],
                        ],
                        ['kind', 'what', 'without'],
                    ),
                ],
                'cautions' => ['type' => 'array', 'items' => self::TEXT],
                'traced' =>
                    ['description' => 'how it was found out without a diagram; changes nothing that is computed'] +
                    self::record(
                        [
                            'on' => ['description' => 'number of the job'] + self::TEXT,
                            'lines' => [
                                'type' => 'array',
                                'maxItems' => DescriptionReader::MOST_LINES,
                                'items' => self::TEXT,
                            ],
                        ],
                        [],
                    ),
                'unknown' => [
                    'type' => 'array',
                    'description' => 'parts that an import did not understand; kept, not solved',
                    'items' => self::record(
                        [
                            'ref' => self::TEXT,
                            'value' => self::TEXT,
                            'note' => self::TEXT,
                            'pins' => ['type' => 'object', 'additionalProperties' => self::TEXT],
                        ],
                        ['ref'],
                    ),
                ],
            ],
            '$defs' => [
                'body' =>
                    ['description' => 'What is printed on it and how much room it has'] +
                    self::record(
                        array_fill_keys(array_keys(Body::SIZES), self::VALUE) +
                            array_fill_keys(Body::WORDS, self::TEXT),
                        [],
                    ),
                'part' => ['oneOf' => array_values(array_map(self::part(...), PartKinds::all()))],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private static function part(PartKind $kind): array
    {
        $properties = [
            'ref' => self::TEXT,
            'kind' => ['const' => $kind->name()],
            'tolerance' => self::VALUE,
            'type' => self::TEXT,
            'notes' => self::TEXT,
            'body' => ['$ref' => '#/$defs/body'],
        ];
        $required = ['ref', 'kind', 'terminals'];
        foreach ($kind->parameters() as $parameter) {
            $properties[$parameter->name] = match (true) {
                $parameter->options !== [] => ['description' => $parameter->title, 'enum' => $parameter->options],
                $parameter->link => ['description' => "reference of the {$parameter->title}"] + self::TEXT,
                default => ['description' => $parameter->title] + self::VALUE,
            };
            if ($parameter->required) {
                $required[] = $parameter->name;
            }
        }
        $terminals = $kind->terminals();
        $properties['terminals'] = self::record(array_fill_keys($terminals->all(), self::TEXT), $terminals->required);
        foreach ($terminals->groups as $group) {
            foreach (count($group) > 1 ? $group : [] as $name) {
                $properties['terminals']['dependentRequired'][$name] = array_values(array_diff($group, [$name]));
            }
        }

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
        return ['type' => 'object', 'additionalProperties' => false, 'properties' => $properties] +
            ($required === [] ? [] : ['required' => $required]);
    }
}
