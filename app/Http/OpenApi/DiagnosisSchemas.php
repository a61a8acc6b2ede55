<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of what the bench shows beside readings. */
#[
    OA\Schema(
        schema: 'Words',
        type: 'object',
        required: [
            'purposes',
            'causes',
            'symptoms',
            'conditions',
            'sees',
            'fuse',
            'how',
            'substitution',
            'short',
            'isolation',
            'ideas',
            'tests',
            'methods',
            'taken',
            'changes',
        ],
        properties: [
            new OA\Property(
                property: 'purposes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(property: 'causes', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(
                property: 'symptoms',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(
                property: 'conditions',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(property: 'sees', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(property: 'fuse', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(property: 'how', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(
                property: 'substitution',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(property: 'short', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(
                property: 'isolation',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(property: 'ideas', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(property: 'tests', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(
                property: 'methods',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Option'),
            ),
            new OA\Property(property: 'taken', type: 'array', items: new OA\Items(ref: '#/components/schemas/Option')),
            new OA\Property(
                property: 'changes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ChangeOption'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Option',
        type: 'object',
        required: ['value', 'label'],
        properties: [
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Course',
        description: 'Probability of the likeliest suspects after each piece of evidence; one value more than there ' .
            'is ' .
            'evidence',
        type: 'object',
        required: ['labels', 'lines'],
        properties: [
            new OA\Property(property: 'labels', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'values'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number')),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LookFirst',
        type: 'object',
        required: ['part', 'label', 'looks', 'notes'],
        properties: [
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'looks', type: 'string'),
            new OA\Property(property: 'notes', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SeenBefore',
        type: 'object',
        required: ['part', 'fault', 'title', 'times', 'elsewhere'],
        properties: [
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'fault', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'times', description: 'in this workshop', type: 'integer'),
            new OA\Property(
                property: 'elsewhere',
                description: 'in workshops whose key a lead has accepted',
                type: 'integer',
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DeadCheckRow',
        type: 'object',
        required: ['id', 'quantity', 'where', 'red', 'black', 'expected', 'reading'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'where', type: 'string'),
            new OA\Property(property: 'red', type: 'string'),
            new OA\Property(property: 'black', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(
                property: 'reading',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/ReadingView')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TwinView',
        type: 'object',
        required: ['rows', 'first', 'sentence'],
        properties: [
            new OA\Property(
                property: 'rows',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['point', 'name', 'mine', 'twin', 'parts'],
                    properties: [
                        new OA\Property(property: 'point', type: 'string'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'mine', type: 'string', nullable: true),
                        new OA\Property(property: 'twin', type: 'string', nullable: true),
                        new OA\Property(property: 'parts', type: 'boolean', nullable: true),
                    ],
                ),
            ),
            new OA\Property(property: 'first', type: 'string', nullable: true),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'IdeaView',
        type: 'object',
        required: ['id', 'idea', 'test', 'outcome', 'verdict'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'idea', type: 'string'),
            new OA\Property(property: 'test', type: 'string'),
            new OA\Property(property: 'outcome', type: 'string'),
            new OA\Property(property: 'verdict', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PhotoView',
        type: 'object',
        required: ['ready', 'id', 'entry', 'caption', 'width', 'height', 'pins'],
        properties: [
            new OA\Property(
                property: 'ready',
                description: 'false while it is being made ready to be shown',
                type: 'boolean',
            ),
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'caption', type: 'string'),
            new OA\Property(property: 'width', description: 'pixels', type: 'integer'),
            new OA\Property(property: 'height', description: 'pixels', type: 'integer'),
            new OA\Property(property: 'pins', type: 'array', items: new OA\Items(ref: '#/components/schemas/PinView')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PinView',
        type: 'object',
        required: ['entry', 'x', 'y', 'target', 'name', 'expected', 'suspicion', 'reading'],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'x', description: 'from 0, left, to 1', type: 'number'),
            new OA\Property(property: 'y', description: 'from 0, top, to 1', type: 'number'),
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'expected', type: 'string', nullable: true),
            new OA\Property(property: 'suspicion', type: 'number'),
            new OA\Property(
                property: 'reading',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/ReadingView')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Strip',
        type: 'object',
        required: ['point', 'name', 'parts'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'parts', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ShortView',
        type: 'object',
        required: ['suspects', 'sigma', 'isClear', 'sentence', 'advice'],
        properties: [
            new OA\Property(
                property: 'suspects',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['part', 'probability', 'share', 'ohms', 'spread'],
                    properties: [
                        new OA\Property(property: 'part', type: 'string'),
                        new OA\Property(property: 'probability', type: 'number'),
                        new OA\Property(property: 'share', type: 'string'),
                        new OA\Property(property: 'ohms', type: 'number'),
                        new OA\Property(property: 'spread', type: 'number'),
                    ],
                ),
            ),
            new OA\Property(property: 'sigma', type: 'number'),
            new OA\Property(property: 'isClear', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'advice', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'StartsView',
        type: 'object',
        required: ['before', 'rate', 'after', 'needed', 'needed_at_lowest', 'luck', 'sentence'],
        properties: [
            new OA\Property(property: 'before', ref: '#/components/schemas/StartTally'),
            new OA\Property(
                property: 'rate',
                type: 'object',
                required: ['low', 'high'],
                properties: [
                    new OA\Property(property: 'low', type: 'number'),
                    new OA\Property(property: 'high', type: 'number'),
                ],
            ),
            new OA\Property(property: 'after', ref: '#/components/schemas/StartTally'),
            new OA\Property(
                property: 'needed',
                description: 'clean starts in a row, at the rate as counted',
                type: 'integer',
                nullable: true,
            ),
            new OA\Property(
                property: 'needed_at_lowest',
                description: 'the same at the lowest rate that fits',
                type: 'integer',
                nullable: true,
            ),
            new OA\Property(property: 'luck', type: 'number', nullable: true),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'StartTally',
        type: 'object',
        required: ['tried', 'failed'],
        properties: [
            new OA\Property(property: 'tried', type: 'integer'),
            new OA\Property(property: 'failed', type: 'integer'),
        ],
    ),
]
final class DiagnosisSchemas {}
