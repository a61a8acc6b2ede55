<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of the practice bench. */
#[
    OA\Schema(
        schema: 'PracticeSummary',
        type: 'object',
        required: ['id', 'title', 'by', 'at', 'over', 'figure', 'difficulty'],
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
                required: ['lines', 'power', 'mode', 'minutes', 'modes', 'points', 'parts', 'help', 'grade', 'replay'],
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
                        property: 'replay',
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/PracticeStep'),
                    ),
                ],
            ),
        ],
    ),
]
final class PracticeSchemas {}
