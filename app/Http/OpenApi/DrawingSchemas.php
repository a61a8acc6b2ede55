<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of the circuit that is drawn. */
#[
    OA\Schema(
        schema: 'CircuitPin',
        type: 'object',
        required: ['name', 'node', 'side', 'ground'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'node', type: 'string'),
            new OA\Property(property: 'side', type: 'string', enum: ['west', 'east', 'north', 'south']),
            new OA\Property(property: 'ground', description: 'gets a ground of its own', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CircuitPart',
        type: 'object',
        required: ['ref', 'kind', 'label', 'value', 'turned', 'pose', 'zone', 'stage', 'pins'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'kind', description: 'or "unknown"', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'value', description: 'what stands on it', type: 'string'),
            new OA\Property(property: 'turned', description: 'a pnp transistor', type: 'boolean'),
            new OA\Property(property: 'pose', type: 'string', enum: ['along', 'across', 'frame']),
            new OA\Property(property: 'zone', type: 'string', enum: ['hot', 'barrier', 'safe']),
            new OA\Property(property: 'stage', type: 'string', nullable: true),
            new OA\Property(
                property: 'pins',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CircuitPin'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CircuitNode',
        type: 'object',
        required: ['id', 'ground', 'hot', 'points', 'place'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(
                property: 'ground',
                description: 'what people call it, where it is one',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(property: 'hot', description: 'on the mains side', type: 'boolean'),
            new OA\Property(property: 'points', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'place',
                description: 'what a reading there is called where no test point is described; null at a ground',
                type: 'string',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Circuit',
        type: 'object',
        required: ['title', 'key', 'parts', 'nodes', 'loose', 'stages'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'key', description: 'the same for the same circuit', type: 'string'),
            new OA\Property(
                property: 'parts',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CircuitPart'),
            ),
            new OA\Property(
                property: 'nodes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CircuitNode'),
            ),
            new OA\Property(
                property: 'loose',
                description: 'where something is not joined as it should be',
                type: 'array',
                items: new OA\Items(
                    required: ['part', 'pin', 'sentence'],
                    properties: [
                        new OA\Property(property: 'part', type: 'string'),
                        new OA\Property(property: 'pin', type: 'string', nullable: true),
                        new OA\Property(property: 'sentence', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'stages',
                type: 'array',
                items: new OA\Items(
                    required: ['id', 'name'],
                    properties: [
                        new OA\Property(property: 'id', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Level',
        type: 'object',
        required: ['place', 'text', 'dc', 'ac', 'against'],
        properties: [
            new OA\Property(property: 'place', description: 'node or test point', type: 'string'),
            new OA\Property(property: 'text', description: 'as a meter shows it, "12.1 V"', type: 'string'),
            new OA\Property(property: 'dc', description: 'volts', type: 'number'),
            new OA\Property(property: 'ac', description: 'volts rms beside them', type: 'number'),
            new OA\Property(property: 'against', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Levels',
        type: 'object',
        required: ['mode', 'settled', 'levels', 'points', 'chain'],
        properties: [
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'settled', description: 'false if it has no steady reading', type: 'boolean'),
            new OA\Property(property: 'levels', type: 'array', items: new OA\Items(ref: '#/components/schemas/Level')),
            new OA\Property(property: 'points', type: 'array', items: new OA\Items(ref: '#/components/schemas/Level')),
            new OA\Property(
                property: 'chain',
                description: 'what the fault takes with it',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Traced',
        type: 'object',
        required: [
            'description',
            'standing',
            'circuit',
            'refused',
            'contradictions',
            'through',
            'strangers',
            'hunches',
            'family',
            'missing',
            'worth',
            'known',
            'unknown',
            'lacks',
        ],
        properties: [
            new OA\Property(property: 'description', type: 'object', additionalProperties: true),
            new OA\Property(
                property: 'standing',
                description: 'the same with what leads nowhere yet as not known',
                type: 'object',
                additionalProperties: true,
            ),
            new OA\Property(property: 'circuit', ref: '#/components/schemas/Circuit'),
            new OA\Property(
                property: 'refused',
                description: 'lines that cannot be read, and how they could be',
                type: 'array',
                items: new OA\Items(
                    required: ['line', 'message'],
                    properties: [
                        new OA\Property(property: 'line', description: 'from 1', type: 'integer'),
                        new OA\Property(property: 'message', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'contradictions',
                type: 'array',
                items: new OA\Items(
                    required: ['lines', 'sentence'],
                    properties: [
                        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'integer')),
                        new OA\Property(property: 'sentence', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'through',
                description: 'beeps that may be a part and not a track',
                type: 'array',
                items: new OA\Items(
                    required: ['line', 'sentence'],
                    properties: [
                        new OA\Property(property: 'line', type: 'integer'),
                        new OA\Property(property: 'sentence', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'family',
                description: 'that it comes nearest to',
                required: ['name', 'title', 'found', 'all'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'title', type: 'string'),
                    new OA\Property(property: 'found', description: 'of its parts', type: 'integer'),
                    new OA\Property(property: 'all', type: 'integer'),
                ],
                type: 'object',
                nullable: true,
            ),
            new OA\Property(
                property: 'missing',
                description: 'what the family needs and nobody has found yet, and where it usually sits',
                type: 'array',
                items: new OA\Items(
                    required: ['what', 'where'],
                    properties: [
                        new OA\Property(property: 'what', type: 'string'),
                        new OA\Property(property: 'where', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'worth',
                description: 'whether more of it is worth tracing for the fault of the job',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(property: 'known', description: 'parts that can be solved', type: 'integer'),
            new OA\Property(property: 'unknown', description: 'parts that lead nowhere yet', type: 'integer'),
            new OA\Property(
                property: 'lacks',
                description: 'what it takes to be solved at all',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(
                property: 'strangers',
                description: 'parts that nobody knows the kind of, and what each may be by its place, likeliest first',
                type: 'array',
                items: new OA\Items(
                    required: ['ref', 'may_be'],
                    properties: [
                        new OA\Property(property: 'ref', type: 'string'),
                        new OA\Property(
                            property: 'may_be',
                            type: 'array',
                            items: new OA\Items(
                                required: ['kind', 'sentence', 'line'],
                                properties: [
                                    new OA\Property(property: 'kind', type: 'string'),
                                    new OA\Property(property: 'sentence', type: 'string'),
                                    new OA\Property(
                                        property: 'line',
                                        description: 'the line that takes it for this',
                                        type: 'string',
                                    ),
                                ],
                                type: 'object',
                            ),
                        ),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'hunches',
                description: 'what is worth a beep next, the most telling first',
                type: 'array',
                items: new OA\Items(
                    required: ['one', 'other', 'why'],
                    properties: [
                        new OA\Property(property: 'one', type: 'string'),
                        new OA\Property(property: 'other', type: 'string'),
                        new OA\Property(property: 'why', type: 'string'),
                    ],
                    type: 'object',
                ),
            ),
        ],
    ),
]
final class DrawingSchemas {}
