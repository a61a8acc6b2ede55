<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of the practice bench. */
#[
    OA\Schema(
        schema: 'PracticeSummary',
        type: 'object',
        required: ['id', 'title', 'by', 'at', 'over', 'figure', 'difficulty', 'branch_of'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'by', type: 'string'),
            new OA\Property(property: 'at', type: 'string', nullable: true),
            new OA\Property(property: 'over', type: 'boolean'),
            new OA\Property(
                property: 'figure',
                description: 'from 0 to 100, once it is over',
                type: 'number',
                nullable: true,
            ),
            new OA\Property(property: 'difficulty', type: 'string', enum: ['easy', 'middle', 'hard']),
            new OA\Property(
                property: 'branch_of',
                description: 'run of the same unit that it tries otherwise; counts for nothing',
                type: 'string',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PracticeStep',
        type: 'object',
        required: ['target', 'quantity', 'shown', 'minutes', 'bits', 'best', 'belief'],
        properties: [
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'shown', type: 'string'),
            new OA\Property(property: 'minutes', type: 'number'),
            new OA\Property(property: 'bits', description: 'expected of it before it was made', type: 'number'),
            new OA\Property(
                property: 'best',
                type: 'object',
                nullable: true,
                required: ['target', 'quantity', 'bits'],
                properties: [
                    new OA\Property(property: 'target', type: 'string'),
                    new OA\Property(property: 'quantity', type: 'string'),
                    new OA\Property(property: 'bits', type: 'number'),
                ],
            ),
            new OA\Property(
                property: 'belief',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['title', 'probability'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'probability', type: 'number'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PracticeGrade',
        type: 'object',
        required: ['figure', 'found', 'quick', 'telling', 'minutes', 'best_minutes', 'deducted', 'better'],
        properties: [
            new OA\Property(property: 'figure', type: 'number'),
            new OA\Property(property: 'found', type: 'number'),
            new OA\Property(property: 'quick', type: 'number'),
            new OA\Property(property: 'telling', type: 'number'),
            new OA\Property(property: 'minutes', type: 'number'),
            new OA\Property(property: 'best_minutes', type: 'number'),
            new OA\Property(
                property: 'deducted',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['what', 'points'],
                    properties: [
                        new OA\Property(property: 'what', type: 'string'),
                        new OA\Property(property: 'points', type: 'number'),
                    ],
                ),
            ),
            new OA\Property(property: 'better', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PracticeRun',
        allOf: [
            new OA\Schema(ref: '#/components/schemas/PracticeSummary'),
            new OA\Schema(
                type: 'object',
                required: [
                    'lines',
                    'power',
                    'mode',
                    'minutes',
                    'modes',
                    'points',
                    'parts',
                    'help',
                    'beside',
                    'branch_of',
                    'grade',
                    'replay',
                ],
                properties: [
                    new OA\Property(
                        property: 'lines',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['line', 'said', 'taken'],
                            properties: [
                                new OA\Property(property: 'line', type: 'string'),
                                new OA\Property(property: 'said', type: 'string'),
                                new OA\Property(property: 'taken', type: 'boolean'),
                            ],
                        ),
                    ),
                    new OA\Property(property: 'power', type: 'string'),
                    new OA\Property(property: 'mode', type: 'string'),
                    new OA\Property(property: 'minutes', type: 'number'),
                    new OA\Property(property: 'modes', type: 'array', items: new OA\Items(type: 'string')),
                    new OA\Property(
                        property: 'points',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['id', 'name', 'hot'],
                            properties: [
                                new OA\Property(property: 'id', type: 'string'),
                                new OA\Property(property: 'name', type: 'string'),
                                new OA\Property(property: 'hot', type: 'boolean'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'parts',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['ref', 'label'],
                            properties: [
                                new OA\Property(property: 'ref', type: 'string'),
                                new OA\Property(property: 'label', type: 'string'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'help',
                        type: 'array',
                        items: new OA\Items(
                            type: 'object',
                            required: ['line', 'says'],
                            properties: [
                                new OA\Property(property: 'line', type: 'string'),
                                new OA\Property(property: 'says', type: 'string'),
                            ],
                        ),
                    ),
                    new OA\Property(
                        property: 'grade',
                        nullable: true,
                        allOf: [new OA\Schema(ref: '#/components/schemas/PracticeGrade')],
                    ),
                    new OA\Property(
                        property: 'beside',
                        description: 'figures of other strategies on the same unit, once they were played',
                        type: 'object',
                        nullable: true,
                        required: ['walking', 'half_split'],
                        properties: [
                            new OA\Property(property: 'walking', type: 'number', nullable: true),
                            new OA\Property(property: 'half_split', type: 'number', nullable: true),
                        ],
                    ),
                    new OA\Property(
                        property: 'replay',
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/PracticeStep'),
                    ),
                ],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Learning',
        type: 'object',
        required: ['name', 'boxes', 'curve', 'group'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(
                property: 'boxes',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['mechanism', 'box', 'runs', 'figure', 'due', 'is_due'],
                    properties: [
                        new OA\Property(property: 'mechanism', type: 'string'),
                        new OA\Property(property: 'box', description: '1 to 5', type: 'integer'),
                        new OA\Property(property: 'runs', type: 'integer'),
                        new OA\Property(property: 'figure', description: 'of the last', type: 'number'),
                        new OA\Property(property: 'due', type: 'string', format: 'date-time'),
                        new OA\Property(property: 'is_due', type: 'boolean'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'curve',
                description: 'oldest first',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['id', 'title', 'at', 'figure', 'walking', 'half_split'],
                    properties: [
                        new OA\Property(property: 'id', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'at', type: 'string', nullable: true),
                        new OA\Property(property: 'figure', type: 'number'),
                        new OA\Property(property: 'walking', type: 'number', nullable: true),
                        new OA\Property(property: 'half_split', type: 'number', nullable: true),
                    ],
                ),
            ),
            new OA\Property(
                property: 'group',
                description: 'for a lead: who has finished a run',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['id', 'name', 'runs', 'last'],
                    properties: [
                        new OA\Property(property: 'id', type: 'integer'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'runs', type: 'integer'),
                        new OA\Property(property: 'last', description: 'mean of the last five', type: 'number'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PracticeSeriesRun',
        type: 'object',
        required: ['item', 'run', 'over', 'figure'],
        properties: [
            new OA\Property(property: 'item', type: 'integer'),
            new OA\Property(property: 'run', description: 'null if it was not begun', type: 'string', nullable: true),
            new OA\Property(property: 'over', type: 'boolean'),
            new OA\Property(property: 'figure', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PracticeSeries',
        type: 'object',
        required: ['id', 'title', 'due_on', 'units', 'mine', 'people'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'due_on', type: 'string', format: 'date', nullable: true),
            new OA\Property(property: 'units', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'mine',
                description: 'empty if it is not set to whoever asks',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PracticeSeriesRun'),
            ),
            new OA\Property(
                property: 'people',
                description: 'for a lead',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['id', 'name', 'runs'],
                    properties: [
                        new OA\Property(property: 'id', type: 'integer'),
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(
                            property: 'runs',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/PracticeSeriesRun'),
                        ),
                    ],
                ),
            ),
        ],
    ),
]
final class PracticeSchemas {}
