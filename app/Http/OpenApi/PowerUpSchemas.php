<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of the power-up plan, the ledger and the gates. */
#[
    OA\Schema(
        schema: 'Caution',
        type: 'object',
        required: ['title', 'text'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'DischargeLine',
        type: 'object',
        required: ['ref', 'label', 'holds', 'energy', 'itself', 'tool', 'time', 'proof', 'why', 'hazard', 'twice'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'holds', type: 'string'),
            new OA\Property(property: 'energy', type: 'string'),
            new OA\Property(property: 'itself', type: 'string'),
            new OA\Property(property: 'tool', type: 'string'),
            new OA\Property(property: 'time', type: 'string'),
            new OA\Property(property: 'proof', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'hazard', type: 'boolean'),
            new OA\Property(property: 'twice', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Limit',
        type: 'object',
        required: ['limit', 'means', 'source'],
        properties: [
            new OA\Property(property: 'limit', type: 'string'),
            new OA\Property(property: 'means', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'MethodRank',
        type: 'object',
        required: ['how', 'title', 'rank', 'reason'],
        properties: [
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'rank', type: 'string'),
            new OA\Property(property: 'reason', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RegionNote',
        type: 'object',
        required: ['title', 'text', 'danger'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'danger', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PowerMethodView',
        description: 'What stands between the wall and the unit, as a power entry takes it',
        type: 'object',
        required: ['how'],
        properties: [
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'watts', type: 'number'),
            new OA\Property(property: 'volts', type: 'number'),
            new OA\Property(property: 'limit', type: 'number'),
            new OA\Property(property: 'part', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FeedReading',
        type: 'object',
        required: ['point', 'name', 'expected'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ScaledPart',
        type: 'object',
        required: ['part', 'value', 'sentence'],
        properties: [
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FeedPlan',
        type: 'object',
        required: [
            'method',
            'mode',
            'mode_name',
            'where',
            'polarity',
            'set',
            'scaled',
            'start',
            'wakes',
            'readings',
            'signs',
            'ticks',
            'put_back',
        ],
        properties: [
            new OA\Property(property: 'method', ref: '#/components/schemas/PowerMethodView'),
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'mode_name', type: 'string'),
            new OA\Property(property: 'where', type: 'string'),
            new OA\Property(property: 'polarity', type: 'string'),
            new OA\Property(property: 'set', type: 'string'),
            new OA\Property(
                property: 'scaled',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/ScaledPart')],
            ),
            new OA\Property(property: 'start', type: 'string'),
            new OA\Property(property: 'wakes', type: 'string'),
            new OA\Property(
                property: 'readings',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FeedReading'),
            ),
            new OA\Property(property: 'signs', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'ticks', type: 'string'),
            new OA\Property(property: 'put_back', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LampRow',
        type: 'object',
        required: ['what', 'flash', 'lamp', 'lamp_volts', 'unit_volts', 'breaks', 'brightness'],
        properties: [
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'flash', type: 'string'),
            new OA\Property(property: 'lamp', type: 'string'),
            new OA\Property(property: 'lamp_volts', type: 'string'),
            new OA\Property(property: 'unit_volts', type: 'string'),
            new OA\Property(property: 'breaks', type: 'string'),
            new OA\Property(property: 'brightness', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LampPlan',
        type: 'object',
        required: ['method', 'mode', 'mode_name', 'lamp', 'reason', 'law', 'rows'],
        properties: [
            new OA\Property(property: 'method', ref: '#/components/schemas/PowerMethodView'),
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'mode_name', type: 'string'),
            new OA\Property(property: 'lamp', type: 'string'),
            new OA\Property(property: 'reason', type: 'string'),
            new OA\Property(property: 'law', type: 'string'),
            new OA\Property(property: 'rows', type: 'array', items: new OA\Items(ref: '#/components/schemas/LampRow')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RampRail',
        type: 'object',
        required: ['point', 'expected'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RampStepView',
        type: 'object',
        required: ['volts', 'title', 'current', 'low', 'high', 'stop', 'rails'],
        properties: [
            new OA\Property(property: 'volts', type: 'number'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'current', type: 'string'),
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
            new OA\Property(property: 'stop', type: 'number'),
            new OA\Property(
                property: 'rails',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RampRail'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RampPlan',
        type: 'object',
        required: ['mode', 'mode_name', 'rails', 'wait', 'steps', 'events', 'limits', 'warning'],
        properties: [
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'mode_name', type: 'string'),
            new OA\Property(property: 'rails', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'wait', type: 'integer'),
            new OA\Property(
                property: 'steps',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RampStepView'),
            ),
            new OA\Property(property: 'events', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'limits', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'warning', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ReformStep',
        type: 'object',
        required: ['set', 'hold', 'limit', 'drop'],
        properties: [
            new OA\Property(property: 'set', type: 'string'),
            new OA\Property(property: 'hold', type: 'string'),
            new OA\Property(property: 'limit', type: 'string'),
            new OA\Property(property: 'drop', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ReformPlan',
        type: 'object',
        required: ['ref', 'label', 'resistor', 'stop', 'time', 'how', 'source', 'steps'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'resistor', type: 'string'),
            new OA\Property(property: 'stop', type: 'string'),
            new OA\Property(property: 'time', type: 'string'),
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(
                property: 'steps',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReformStep'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CheckName',
        type: 'object',
        required: ['id', 'where'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'where', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'FusePlan',
        type: 'object',
        required: ['ref', 'fit', 'rating', 'characteristic', 'breaking', 'larger', 'once', 'checks'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'fit', type: 'string'),
            new OA\Property(property: 'rating', type: 'string'),
            new OA\Property(property: 'characteristic', type: 'string'),
            new OA\Property(property: 'breaking', type: 'string'),
            new OA\Property(property: 'larger', type: 'string'),
            new OA\Property(property: 'once', type: 'string'),
            new OA\Property(
                property: 'checks',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CheckName'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'InterlockNeed',
        type: 'object',
        required: ['kind', 'what', 'how', 'without', 'stands_in'],
        properties: [
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'without', type: 'string'),
            new OA\Property(property: 'stands_in', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PowerUp',
        description: 'One section of the plan; only its own fields are there',
        type: 'object',
        properties: [
            new OA\Property(
                property: 'plan',
                nullable: true,
                oneOf: [
                    new OA\Schema(ref: '#/components/schemas/LampPlan'),
                    new OA\Schema(ref: '#/components/schemas/RampPlan'),
                ],
            ),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/DischargeLine'),
            ),
            new OA\Property(property: 'limits', type: 'array', items: new OA\Items(ref: '#/components/schemas/Limit')),
            new OA\Property(
                property: 'cautions',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Caution'),
            ),
            new OA\Property(
                property: 'methods',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/MethodRank'),
            ),
            new OA\Property(
                property: 'region',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RegionNote'),
            ),
            new OA\Property(
                property: 'plans',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FeedPlan'),
            ),
            new OA\Property(
                property: 'parts',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReformPlan'),
            ),
            new OA\Property(
                property: 'fuses',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FusePlan'),
            ),
            new OA\Property(
                property: 'interlocks',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/InterlockNeed'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Alarm',
        type: 'object',
        required: ['entry', 'place', 'quantity', 'sentence', 'advice'],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'place', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'advice', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LedgerEntry',
        type: 'object',
        required: [
            'id',
            'kind',
            'part',
            'words',
            'where',
            'why',
            'at',
            'limited',
            'mains',
            'open',
            'may_stay',
            'mended',
            'how',
            'closed_why',
        ],
        properties: [
            new OA\Property(
                property: 'may_stay',
                description: 'whether a reason is enough to leave it for good',
                type: 'boolean',
            ),
            new OA\Property(property: 'mended', description: 'how it is put right', type: 'string'),
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'part', type: 'string', nullable: true),
            new OA\Property(property: 'words', type: 'string'),
            new OA\Property(property: 'where', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'at', type: 'string'),
            new OA\Property(property: 'limited', type: 'string'),
            new OA\Property(property: 'mains', type: 'string'),
            new OA\Property(property: 'open', type: 'boolean'),
            new OA\Property(property: 'how', type: 'string', nullable: true),
            new OA\Property(property: 'closed_why', type: 'string', nullable: true),
            new OA\Property(
                property: 'describable',
                description: 'a part that was added for good, which the description may take in',
                type: 'boolean',
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'GateItemView',
        type: 'object',
        required: ['id', 'sentence', 'leads', 'target', 'may_override', 'passed'],
        properties: [
            new OA\Property(property: 'passed', description: 'a lead passed over it', type: 'boolean'),
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'leads', type: 'string'),
            new OA\Property(property: 'target', type: 'string', nullable: true),
            new OA\Property(property: 'may_override', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'GateView',
        type: 'object',
        required: ['gate', 'title', 'open', 'override', 'items'],
        properties: [
            new OA\Property(property: 'gate', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'open', type: 'boolean'),
            new OA\Property(property: 'override', type: 'string', nullable: true),
            new OA\Property(
                property: 'items',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/GateItemView'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ChargeReading',
        type: 'object',
        required: ['text', 'at'],
        properties: [
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'at', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ChargeView',
        type: 'object',
        required: ['ref', 'measured', 'proven', 'again_at'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(
                property: 'measured',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ChargeReading'),
            ),
            new OA\Property(property: 'proven', type: 'boolean'),
            new OA\Property(property: 'again_at', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'TakenView',
        type: 'object',
        required: ['entry', 'kind', 'kind_words', 'where', 'text', 'photo', 'refitted', 'stays', 'may_stay_off'],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'kind_words', type: 'string'),
            new OA\Property(property: 'where', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'photo', type: 'string'),
            new OA\Property(property: 'refitted', type: 'boolean'),
            new OA\Property(property: 'stays', description: 'why it does not go back', type: 'string'),
            new OA\Property(property: 'may_stay_off', description: 'nobody is protected by it', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RampVerdict',
        type: 'object',
        required: ['word', 'good', 'stop', 'sentence', 'why'],
        properties: [
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'stop', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RailText',
        type: 'object',
        required: ['point', 'text'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RampReading',
        type: 'object',
        required: ['entry', 'volts', 'amperes', 'rails', 'celsius', 'verdict'],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'volts', type: 'number'),
            new OA\Property(property: 'amperes', type: 'number', nullable: true),
            new OA\Property(
                property: 'rails',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RailText'),
            ),
            new OA\Property(property: 'celsius', type: 'number', nullable: true),
            new OA\Property(
                property: 'verdict',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/RampVerdict')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Safety',
        type: 'object',
        required: [
            'alarm',
            'context',
            'method',
            'ledger',
            'open',
            'gates',
            'may_override',
            'charged',
            'unproven',
            'taken',
            'ramp',
        ],
        properties: [
            new OA\Property(
                property: 'alarm',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/Alarm')],
            ),
            new OA\Property(property: 'context', type: 'string'),
            new OA\Property(property: 'method', type: 'string', nullable: true),
            new OA\Property(
                property: 'ledger',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LedgerEntry'),
            ),
            new OA\Property(property: 'open', type: 'integer'),
            new OA\Property(
                property: 'gates',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/GateView'),
            ),
            new OA\Property(property: 'may_override', type: 'boolean'),
            new OA\Property(
                property: 'charged',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ChargeView'),
            ),
            new OA\Property(property: 'unproven', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'taken',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/TakenView'),
            ),
            new OA\Property(
                property: 'ramp',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RampReading'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ChangeOption',
        type: 'object',
        required: ['value', 'label', 'key', 'needs_part', 'needs_value'],
        properties: [
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'key', type: 'string'),
            new OA\Property(property: 'needs_part', type: 'boolean'),
            new OA\Property(property: 'needs_value', type: 'boolean'),
        ],
    ),
]
final class PowerUpSchemas {}
