<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The library's shapes. */
#[
    OA\Schema(
        schema: 'PagePin',
        type: 'object',
        required: ['target', 'x', 'y'],
        properties: [
            new OA\Property(property: 'target', description: 'test point, part or ground', type: 'string'),
            new OA\Property(property: 'x', description: 'share of the width', type: 'number'),
            new OA\Property(property: 'y', description: 'share of the height', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DocumentPage',
        type: 'object',
        required: ['id', 'document', 'number', 'width', 'height', 'picture', 'words', 'pins'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'document', type: 'string'),
            new OA\Property(property: 'number', type: 'integer'),
            new OA\Property(property: 'width', type: 'integer'),
            new OA\Property(property: 'height', type: 'integer'),
            new OA\Property(property: 'picture', description: 'where the picture is', type: 'string'),
            new OA\Property(
                property: 'words',
                description: 'what is printed where, if the file said so',
                type: 'array',
                items: new OA\Items(
                    required: ['text', 'x', 'y'],
                    properties: [
                        new OA\Property(property: 'text', type: 'string'),
                        new OA\Property(property: 'x', type: 'number'),
                        new OA\Property(property: 'y', type: 'number'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(property: 'pins', type: 'array', items: new OA\Items(ref: '#/components/schemas/PagePin')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TemplateAnswers',
        type: 'object',
        required: ['family'],
        properties: [
            new OA\Property(property: 'family', type: 'string'),
            new OA\Property(property: 'answers', type: 'object', additionalProperties: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Question',
        type: 'object',
        required: ['name', 'title', 'options', 'default', 'hint', 'unit'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'options', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'default', type: 'string', nullable: true),
            new OA\Property(property: 'hint', type: 'string'),
            new OA\Property(property: 'unit', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Template',
        type: 'object',
        required: ['name', 'title', 'about', 'questions'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'about', type: 'string'),
            new OA\Property(
                property: 'questions',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Question'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'KindParameter',
        type: 'object',
        required: ['name', 'title', 'needed', 'main', 'options'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'needed', type: 'boolean'),
            new OA\Property(
                property: 'main',
                description: 'one of those it is known by, though another may stand for it',
                type: 'boolean',
            ),
            new OA\Property(property: 'options', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Kind',
        type: 'object',
        required: ['name', 'title', 'terminals', 'needed', 'parameters'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'terminals', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'needed', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'parameters',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/KindParameter'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ModeName',
        type: 'object',
        required: ['id', 'name'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CheckedPoint',
        type: 'object',
        required: ['id', 'name', 'function', 'expected'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'function', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Checked',
        type: 'object',
        required: [
            'title',
            'parts',
            'mode',
            'modes',
            'settled',
            'unsettled',
            'points',
            'path',
            'signs',
            'broken',
            'unknown',
        ],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'parts', type: 'integer'),
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(
                property: 'modes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ModeName'),
            ),
            new OA\Property(property: 'settled', type: 'boolean'),
            new OA\Property(
                property: 'unsettled',
                type: 'object',
                required: ['sentence', 'mend', 'parts'],
                properties: [
                    new OA\Property(property: 'sentence', type: 'string'),
                    new OA\Property(property: 'mend', type: 'string'),
                    new OA\Property(property: 'parts', type: 'array', items: new OA\Items(type: 'string')),
                ],
                nullable: true,
            ),
            new OA\Property(
                property: 'points',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CheckedPoint'),
            ),
            new OA\Property(
                property: 'path',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PathStage'),
            ),
            new OA\Property(property: 'signs', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'broken', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'unknown', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Progress',
        type: 'object',
        required: ['state', 'done', 'total', 'message', 'known', 'ahead', 'seconds'],
        properties: [
            new OA\Property(property: 'state', type: 'string'),
            new OA\Property(property: 'done', type: 'integer'),
            new OA\Property(property: 'total', type: 'integer'),
            new OA\Property(property: 'message', type: 'string', nullable: true),
            new OA\Property(
                property: 'known',
                description: 'Share of all faults, by how often they are met, that is known in the mode looked at',
                type: 'number',
                nullable: true,
            ),
            new OA\Property(property: 'ahead', type: 'integer'),
            new OA\Property(
                property: 'seconds',
                description: 'Left, by the speed so far',
                type: 'integer',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'UnknownPart',
        type: 'object',
        required: ['ref', 'value', 'reason'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'reason', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Imported',
        type: 'object',
        required: ['description', 'unknown', 'notes'],
        properties: [
            new OA\Property(property: 'description', type: 'object', additionalProperties: true),
            new OA\Property(
                property: 'unknown',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/UnknownPart'),
            ),
            new OA\Property(property: 'notes', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Version',
        type: 'object',
        required: ['id', 'number', 'by', 'at', 'changes'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'number', type: 'integer'),
            new OA\Property(property: 'by', type: 'string', nullable: true),
            new OA\Property(property: 'at', type: 'string', nullable: true),
            new OA\Property(property: 'changes', type: 'integer', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Revision',
        type: 'object',
        required: ['id', 'title', 'revision'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'revision', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Versions',
        type: 'object',
        required: ['versions', 'family'],
        properties: [
            new OA\Property(
                property: 'versions',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Version'),
            ),
            new OA\Property(
                property: 'family',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Revision'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Difference',
        type: 'object',
        required: ['section', 'name', 'field', 'before', 'after'],
        properties: [
            new OA\Property(property: 'section', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'field', type: 'string'),
            new OA\Property(property: 'before', type: 'string'),
            new OA\Property(property: 'after', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'MarginView',
        type: 'object',
        required: ['quantity', 'value', 'limit', 'share', 'word', 'end', 'rank'],
        properties: [
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'limit', type: 'string'),
            new OA\Property(property: 'share', type: 'number'),
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'end', type: 'string'),
            new OA\Property(property: 'rank', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BudgetRow',
        type: 'object',
        required: ['ref', 'label', 'role', 'rms', 'average', 'peak', 'watts', 'heat', 'margins'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'role', type: 'string'),
            new OA\Property(property: 'rms', type: 'string'),
            new OA\Property(property: 'average', type: 'string'),
            new OA\Property(property: 'peak', type: 'string'),
            new OA\Property(property: 'watts', type: 'number'),
            new OA\Property(property: 'heat', type: 'string'),
            new OA\Property(
                property: 'margins',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/MarginView'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BudgetEnd',
        type: 'object',
        required: ['end', 'feed', 'current', 'input', 'output', 'power_factor', 'efficiency'],
        properties: [
            new OA\Property(property: 'end', type: 'string'),
            new OA\Property(property: 'feed', type: 'string'),
            new OA\Property(property: 'current', type: 'string'),
            new OA\Property(property: 'input', type: 'string'),
            new OA\Property(property: 'output', type: 'string'),
            new OA\Property(property: 'power_factor', type: 'number'),
            new OA\Property(property: 'efficiency', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Budget',
        type: 'object',
        required: ['mode', 'ends', 'lines'],
        properties: [
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(
                property: 'ends',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/BudgetEnd'),
            ),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/BudgetRow'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Headroom',
        type: 'object',
        required: ['ref', 'level', 'needs', 'valley', 'margin', 'faulty_valley', 'drops_out'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'level', type: 'number'),
            new OA\Property(property: 'needs', type: 'number'),
            new OA\Property(property: 'valley', type: 'number'),
            new OA\Property(property: 'margin', type: 'number'),
            new OA\Property(property: 'drops_out', type: 'boolean'),
            new OA\Property(property: 'faulty_valley', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TraceName',
        type: 'object',
        required: ['id', 'title', 'group'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'group', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PartFaultName',
        type: 'object',
        required: ['name', 'title'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PartFaults',
        type: 'object',
        required: ['ref', 'label', 'faults'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(
                property: 'faults',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PartFaultName'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Waveform',
        type: 'object',
        required: [
            'mode',
            'trace',
            'unit',
            'title',
            'milliseconds',
            'healthy',
            'faulty',
            'fault',
            'stable',
            'chain',
            'headroom',
            'traces',
            'faults',
        ],
        properties: [
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'trace', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'milliseconds', type: 'array', items: new OA\Items(type: 'number')),
            new OA\Property(property: 'healthy', type: 'array', items: new OA\Items(type: 'number'), nullable: true),
            new OA\Property(property: 'faulty', type: 'array', items: new OA\Items(type: 'number'), nullable: true),
            new OA\Property(property: 'fault', type: 'string', nullable: true),
            new OA\Property(property: 'stable', type: 'boolean'),
            new OA\Property(property: 'chain', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'headroom',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Headroom'),
            ),
            new OA\Property(
                property: 'traces',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/TraceName'),
            ),
            new OA\Property(
                property: 'faults',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PartFaults'),
            ),
        ],
    ),
]
final class LibrarySchemas {}
