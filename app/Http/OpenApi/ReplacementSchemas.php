<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of the drawer, of comparisons and judgements, of the recap and of what it costs. */
#[
    OA\Schema(
        schema: 'StockCells',
        type: 'object',
        properties: [
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'type', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'minimum', type: 'string'),
            new OA\Property(property: 'price', type: 'string'),
            new OA\Property(property: 'supplier', type: 'string'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'salvaged', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'StockLine',
        type: 'object',
        required: [
            'id',
            'kind',
            'type',
            'label',
            'cells',
            'quantity',
            'minimum',
            'reserved',
            'available',
            'low',
            'price',
            'supplier',
            'location',
            'salvaged',
            'note',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'type', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(
                property: 'cells',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'string'),
            ),
            new OA\Property(property: 'quantity', type: 'integer'),
            new OA\Property(property: 'minimum', type: 'integer'),
            new OA\Property(property: 'reserved', type: 'integer'),
            new OA\Property(property: 'available', type: 'integer'),
            new OA\Property(property: 'low', type: 'boolean'),
            new OA\Property(property: 'price', type: 'number', nullable: true),
            new OA\Property(property: 'supplier', type: 'string'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'salvaged', type: 'boolean'),
            new OA\Property(property: 'note', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'NearStock',
        type: 'object',
        required: ['id', 'label', 'kind', 'available', 'location', 'against'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'available', type: 'integer'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'against', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Stock',
        type: 'object',
        required: ['words', 'all', 'low', 'lines', 'near'],
        properties: [
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'all', type: 'integer'),
            new OA\Property(property: 'low', type: 'integer'),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/StockLine'),
            ),
            new OA\Property(
                property: 'near',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/NearStock'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LineProblem',
        type: 'object',
        required: ['line', 'text', 'message'],
        properties: [
            new OA\Property(property: 'line', type: 'integer'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'message', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'StockImport',
        type: 'object',
        required: ['read', 'added', 'changed', 'problems', 'ignored', 'sample'],
        properties: [
            new OA\Property(property: 'read', type: 'integer'),
            new OA\Property(property: 'added', type: 'integer'),
            new OA\Property(property: 'changed', type: 'integer'),
            new OA\Property(
                property: 'problems',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LineProblem'),
            ),
            new OA\Property(property: 'ignored', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'sample',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/StockLine'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SetLine',
        type: 'object',
        required: ['id', 'label', 'count', 'location', 'watts', 'volts', 'share', 'warm'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'watts', type: 'string'),
            new OA\Property(property: 'volts', type: 'string'),
            new OA\Property(property: 'share', type: 'number', nullable: true),
            new OA\Property(property: 'warm', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PartSet',
        type: 'object',
        required: ['words', 'value', 'error', 'worst', 'rss', 'tempco', 'price', 'parts', 'lines', 'within', 'note'],
        properties: [
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'error', type: 'string'),
            new OA\Property(property: 'worst', type: 'string'),
            new OA\Property(property: 'rss', type: 'string'),
            new OA\Property(property: 'tempco', type: 'string'),
            new OA\Property(property: 'price', type: 'string'),
            new OA\Property(property: 'parts', type: 'integer'),
            new OA\Property(property: 'lines', type: 'array', items: new OA\Items(ref: '#/components/schemas/SetLine')),
            new OA\Property(property: 'within', type: 'string'),
            new OA\Property(property: 'note', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Combinations',
        type: 'object',
        required: ['target', 'sets'],
        properties: [
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'sets', type: 'array', items: new OA\Items(ref: '#/components/schemas/PartSet')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Reservation',
        type: 'object',
        required: ['id', 'stock', 'label', 'location', 'part', 'quantity'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'stock', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'quantity', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FitRow',
        type: 'object',
        required: ['title', 'original', 'candidate', 'asked', 'fit', 'words', 'mark', 'reason'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'original', type: 'string'),
            new OA\Property(property: 'candidate', type: 'string'),
            new OA\Property(property: 'asked', type: 'string'),
            new OA\Property(property: 'fit', type: 'string'),
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'reason', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Comparison',
        type: 'object',
        required: ['candidate', 'fit', 'words', 'mark', 'sentence', 'rows'],
        properties: [
            new OA\Property(property: 'candidate', type: 'string'),
            new OA\Property(property: 'fit', type: 'string'),
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/FitRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Offer',
        type: 'object',
        required: [
            'id',
            'available',
            'location',
            'salvaged',
            'price',
            'candidate',
            'fit',
            'words',
            'mark',
            'sentence',
            'rows',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'available', type: 'integer'),
            new OA\Property(property: 'location', type: 'string'),
            new OA\Property(property: 'salvaged', type: 'boolean'),
            new OA\Property(property: 'price', type: 'number', nullable: true),
            new OA\Property(property: 'candidate', type: 'string'),
            new OA\Property(property: 'fit', type: 'string'),
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/FitRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Asked',
        type: 'object',
        required: ['title', 'says'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'says', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OriginView',
        type: 'object',
        required: ['key', 'title', 'check', 'finding', 'likely', 'outcome'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'check', type: 'string'),
            new OA\Property(property: 'finding', type: 'string'),
            new OA\Property(property: 'likely', type: 'boolean'),
            new OA\Property(property: 'outcome', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TrialView',
        type: 'object',
        required: ['id', 'title', 'hint', 'in_circuit', 'kept', 'wants'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'hint', type: 'string'),
            new OA\Property(property: 'in_circuit', type: 'boolean'),
            new OA\Property(property: 'kept', type: 'boolean'),
            new OA\Property(property: 'wants', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Explains',
        type: 'object',
        required: ['word', 'sentence'],
        properties: [
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PartPlace',
        type: 'object',
        required: ['ref', 'label', 'original', 'kind', 'duty', 'asks', 'twins', 'drawer', 'origins', 'trials'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'original', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'duty', type: 'string'),
            new OA\Property(property: 'asks', type: 'array', items: new OA\Items(ref: '#/components/schemas/Asked')),
            new OA\Property(property: 'twins', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'drawer', type: 'array', items: new OA\Items(ref: '#/components/schemas/Offer')),
            new OA\Property(
                property: 'origins',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/OriginView'),
            ),
            new OA\Property(
                property: 'trials',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/TrialView'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Judgement',
        type: 'object',
        required: ['word', 'mark', 'good', 'sentence', 'why', 'expected', 'fault', 'fault_title', 'explains'],
        properties: [
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(property: 'fault', type: 'string', nullable: true),
            new OA\Property(property: 'fault_title', type: 'string'),
            new OA\Property(
                property: 'explains',
                nullable: true,
                oneOf: [new OA\Schema(ref: '#/components/schemas/Explains')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RecapLine',
        type: 'object',
        required: [
            'ref',
            'what',
            'kind',
            'value',
            'duty',
            'volts',
            'ripple',
            'decision',
            'words',
            'planned',
            'reasons',
            'successor',
            'twins',
            'fitted',
            'progress',
            'polarised',
            'mark',
            'before',
            'after',
            'listed',
        ],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'duty', type: 'string'),
            new OA\Property(property: 'volts', type: 'string'),
            new OA\Property(property: 'ripple', type: 'string'),
            new OA\Property(property: 'decision', type: 'string'),
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'planned', type: 'string'),
            new OA\Property(property: 'reasons', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'successor', type: 'string'),
            new OA\Property(property: 'twins', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'fitted', type: 'string'),
            new OA\Property(property: 'progress', type: 'string'),
            new OA\Property(property: 'polarised', type: 'boolean'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'before', type: 'string'),
            new OA\Property(property: 'after', type: 'string'),
            new OA\Property(property: 'listed', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RecapStep',
        type: 'object',
        required: ['key', 'text', 'done'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'done', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Consumable',
        type: 'object',
        required: ['what', 'why'],
        properties: [
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OrderRow',
        type: 'object',
        required: [
            'what',
            'kind',
            'ripple',
            'pitch',
            'note',
            'refs',
            'count',
            'taken',
            'drawer',
            'stock',
            'order',
            'spares',
            'price',
        ],
        properties: [
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'ripple', type: 'string'),
            new OA\Property(property: 'pitch', type: 'string'),
            new OA\Property(property: 'note', description: 'what to see to; empty if nothing', type: 'string'),
            new OA\Property(property: 'refs', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'taken', type: 'integer'),
            new OA\Property(property: 'drawer', type: 'string'),
            new OA\Property(property: 'stock', type: 'string', nullable: true),
            new OA\Property(property: 'order', type: 'integer'),
            new OA\Property(property: 'spares', type: 'integer'),
            new OA\Property(property: 'price', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Recap',
        type: 'object',
        required: [
            'school',
            'planned',
            'celsius',
            'yearly',
            'years',
            'lines',
            'steps',
            'consumables',
            'source',
            'order',
        ],
        properties: [
            new OA\Property(property: 'school', type: 'string'),
            new OA\Property(property: 'planned', type: 'boolean'),
            new OA\Property(property: 'celsius', type: 'number'),
            new OA\Property(property: 'yearly', type: 'number'),
            new OA\Property(property: 'years', type: 'integer', nullable: true),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RecapLine'),
            ),
            new OA\Property(
                property: 'steps',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RecapStep'),
            ),
            new OA\Property(
                property: 'consumables',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Consumable'),
            ),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(
                property: 'order',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/OrderRow'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RecapList',
        type: 'object',
        required: ['listed', 'problems', 'left_out'],
        properties: [
            new OA\Property(
                property: 'listed',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'string'),
            ),
            new OA\Property(
                property: 'problems',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LineProblem'),
            ),
            new OA\Property(property: 'left_out', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RailView',
        type: 'object',
        required: ['ref', 'volts', 'amperes', 'ripple'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'volts', type: 'string'),
            new OA\Property(property: 'amperes', type: 'string'),
            new OA\Property(property: 'ripple', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Choice',
        type: 'object',
        required: ['key', 'title', 'rank', 'cost', 'reasons'],
        properties: [
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'rank', type: 'string'),
            new OA\Property(property: 'cost', type: 'number', nullable: true),
            new OA\Property(property: 'reasons', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Economics',
        type: 'object',
        required: ['given', 'rails', 'modern', 'options'],
        properties: [
            new OA\Property(
                property: 'given',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'number'),
            ),
            new OA\Property(
                property: 'rails',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RailView'),
            ),
            new OA\Property(property: 'modern', type: 'array', items: new OA\Items(ref: '#/components/schemas/FitRow')),
            new OA\Property(
                property: 'options',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Choice'),
            ),
        ],
    ),
]
final class ReplacementSchemas {}
