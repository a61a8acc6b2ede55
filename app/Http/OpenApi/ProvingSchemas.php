<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of instruments, of the tests that prove a unit, and of the runs that the server watches. */
#[
    OA\Schema(
        schema: 'Instrument',
        type: 'object',
        required: [
            'id',
            'name',
            'kind',
            'kind_words',
            'host',
            'port',
            'timeout_ms',
            'serial',
            'calibrated_until',
            'overdue',
            'stand_in',
            'sets',
            'accuracy',
            'profile',
            'label',
            'online',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'kind_words', type: 'string'),
            new OA\Property(property: 'host', type: 'string', nullable: true),
            new OA\Property(property: 'port', type: 'integer', nullable: true),
            new OA\Property(property: 'timeout_ms', type: 'integer'),
            new OA\Property(property: 'serial', type: 'string'),
            new OA\Property(property: 'calibrated_until', type: 'string', nullable: true),
            new OA\Property(property: 'overdue', type: 'boolean'),
            new OA\Property(property: 'stand_in', type: 'boolean'),
            new OA\Property(property: 'sets', type: 'boolean'),
            new OA\Property(property: 'accuracy', type: 'string'),
            new OA\Property(property: 'profile', ref: '#/components/schemas/MeterProfile'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'online', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'MeterProfile',
        type: 'object',
        required: ['accuracy', 'counts', 'input', 'bandwidth', 'true_rms'],
        properties: [
            new OA\Property(property: 'accuracy', type: 'object', additionalProperties: true),
            new OA\Property(property: 'counts', type: 'integer'),
            new OA\Property(property: 'input', type: 'number'),
            new OA\Property(property: 'bandwidth', type: 'number'),
            new OA\Property(property: 'true_rms', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Instruments',
        type: 'object',
        required: ['instruments', 'allowed', 'kinds', 'may_edit'],
        properties: [
            new OA\Property(
                property: 'instruments',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Instrument'),
            ),
            new OA\Property(property: 'allowed', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'kinds',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/KindWord'),
            ),
            new OA\Property(property: 'may_edit', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'KindWord',
        type: 'object',
        required: ['kind', 'words'],
        properties: [
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'words', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'InstrumentCells',
        type: 'object',
        required: ['name', 'kind'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'host', type: 'string', nullable: true),
            new OA\Property(property: 'port', type: 'integer', nullable: true),
            new OA\Property(property: 'timeout_ms', type: 'integer', nullable: true),
            new OA\Property(property: 'serial', type: 'string', nullable: true),
            new OA\Property(property: 'calibrated_until', type: 'string', nullable: true),
            new OA\Property(property: 'profile', type: 'object', additionalProperties: true, nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'InstrumentTry',
        type: 'object',
        required: ['identity'],
        properties: [new OA\Property(property: 'identity', type: 'string')],
    ),
]
#[
    OA\Schema(
        schema: 'TakenFrom',
        type: 'object',
        required: ['entry', 'text'],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Confirmable',
        type: 'object',
        required: ['sentence', 'confirm', 'setting', 'missing'],
        properties: [
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'confirm', type: 'string'),
            new OA\Property(property: 'setting', type: 'object', additionalProperties: true),
            new OA\Property(property: 'missing', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SettingToSend',
        type: 'object',
        properties: [
            new OA\Property(property: 'on', type: 'boolean'),
            new OA\Property(property: 'volts', type: 'string', nullable: true),
            new OA\Property(property: 'limit', type: 'string', nullable: true),
            new OA\Property(property: 'hertz', type: 'string', nullable: true),
            new OA\Property(property: 'amperes', type: 'string', nullable: true),
            new OA\Property(property: 'ohms', type: 'string', nullable: true),
            new OA\Property(property: 'input', type: 'integer', nullable: true),
            new OA\Property(property: 'part', type: 'string', nullable: true),
            new OA\Property(property: 'confirm', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Networks',
        type: 'object',
        required: ['networks', 'server', 'may_edit'],
        properties: [
            new OA\Property(
                property: 'networks',
                description: 'of this workshop; empty for all that the server allows',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(
                property: 'server',
                description: 'what the server allows',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(property: 'may_edit', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'EmergencyOff',
        type: 'object',
        required: ['off', 'failed'],
        properties: [
            new OA\Property(property: 'off', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'failed', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'JudgedValue',
        type: 'object',
        required: ['text', 'word', 'good', 'expected', 'sentence'],
        properties: [
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadMade',
        type: 'object',
        required: ['current', 'ohms', 'resistor', 'lamp', 'electronic'],
        properties: [
            new OA\Property(property: 'current', type: 'string'),
            new OA\Property(property: 'ohms', type: 'string'),
            new OA\Property(property: 'resistor', type: 'string'),
            new OA\Property(property: 'lamp', type: 'string', nullable: true),
            new OA\Property(property: 'electronic', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadCurve',
        type: 'object',
        required: ['share', 'low', 'high', 'expected', 'read'],
        properties: [
            new OA\Property(property: 'share', type: 'number'),
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
            new OA\Property(property: 'expected', type: 'number'),
            new OA\Property(property: 'read', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadPeaks',
        description: 'a load that is not steady, beside the current limit of its rail',
        type: 'object',
        required: ['sentence', 'why', 'good'],
        properties: [
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadRail',
        type: 'object',
        required: ['point', 'name', 'regulated', 'limit', 'why', 'peaks', 'curve'],
        properties: [
            new OA\Property(
                property: 'peaks',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/LoadPeaks')],
            ),
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'regulated', type: 'boolean'),
            new OA\Property(property: 'limit', type: 'string', nullable: true),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(
                property: 'curve',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LoadCurve'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadStepRail',
        type: 'object',
        required: ['point', 'name', 'share', 'made', 'expected', 'ripple', 'dc', 'pp'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'share', type: 'string'),
            new OA\Property(
                property: 'made',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/LoadMade')],
            ),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(property: 'ripple', type: 'string'),
            new OA\Property(
                property: 'dc',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/JudgedValue')],
            ),
            new OA\Property(
                property: 'pp',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/JudgedValue')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadStep',
        type: 'object',
        required: ['id', 'title', 'settles', 'input', 'watts', 'done', 'rails'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'settles', type: 'boolean'),
            new OA\Property(property: 'input', type: 'string', nullable: true),
            new OA\Property(property: 'watts', type: 'string', nullable: true),
            new OA\Property(property: 'done', type: 'boolean'),
            new OA\Property(
                property: 'rails',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LoadStepRail'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadBetween',
        type: 'object',
        required: ['title', 'point', 'value', 'expected', 'good', 'sentence'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'point', type: 'string', nullable: true),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(
                property: 'good',
                description: 'null where no limit is known',
                type: 'boolean',
                nullable: true,
            ),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LoadTest',
        type: 'object',
        required: ['rails', 'minimum', 'steps', 'between'],
        properties: [
            new OA\Property(
                property: 'rails',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LoadRail'),
            ),
            new OA\Property(property: 'minimum', type: 'string', nullable: true),
            new OA\Property(
                property: 'steps',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LoadStep'),
            ),
            new OA\Property(
                property: 'between',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LoadBetween'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'WireRule',
        type: 'object',
        required: ['diameter', 'area', 'amperes', 'source'],
        properties: [
            new OA\Property(property: 'diameter', type: 'string'),
            new OA\Property(property: 'area', type: 'string'),
            new OA\Property(property: 'amperes', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SoakChannel',
        type: 'object',
        required: ['title', 'quantity', 'target', 'low', 'high', 'slope', 'instrument', 'input', 'unit'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'low', type: 'number', nullable: true),
            new OA\Property(property: 'high', type: 'number', nullable: true),
            new OA\Property(property: 'slope', type: 'number'),
            new OA\Property(property: 'instrument', type: 'string', nullable: true),
            new OA\Property(property: 'input', type: 'integer'),
            new OA\Property(property: 'unit', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SoakLoad',
        type: 'object',
        required: ['point', 'name', 'amperes'],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'amperes', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SoakStage',
        type: 'object',
        required: ['title', 'hours', 'share'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'hours', type: 'number'),
            new OA\Property(property: 'share', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SoakPreset',
        type: 'object',
        required: ['id', 'title', 'stages'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(
                property: 'stages',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SoakStage'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SoakDraft',
        type: 'object',
        required: ['channels', 'loads', 'presets'],
        properties: [
            new OA\Property(
                property: 'channels',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SoakChannel'),
            ),
            new OA\Property(
                property: 'loads',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SoakLoad'),
            ),
            new OA\Property(
                property: 'presets',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SoakPreset'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'HeatPart',
        type: 'object',
        required: ['ref', 'label', 'limit', 'why', 'watts', 'rise'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'limit', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'watts', type: 'string'),
            new OA\Property(property: 'rise', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'HeatRow',
        type: 'object',
        required: [
            'part',
            'label',
            'celsius',
            'rise',
            'limit',
            'why',
            'worst',
            'word',
            'good',
            'sentence',
            'engine',
            'life',
            'ripple',
            'advice',
        ],
        properties: [
            new OA\Property(property: 'part', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'celsius', type: 'number'),
            new OA\Property(property: 'rise', type: 'number'),
            new OA\Property(property: 'limit', type: 'number'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'worst', type: 'number'),
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'engine', type: 'string'),
            new OA\Property(property: 'life', type: 'string', nullable: true),
            new OA\Property(property: 'ripple', type: 'string', nullable: true),
            new OA\Property(property: 'advice', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'HeatLoss',
        type: 'object',
        required: ['label', 'watts'],
        properties: [
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'watts', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'HeatLosses',
        type: 'object',
        required: ['input', 'output', 'efficiency', 'lines'],
        properties: [
            new OA\Property(property: 'input', type: 'string'),
            new OA\Property(property: 'output', type: 'string'),
            new OA\Property(property: 'efficiency', type: 'string'),
            new OA\Property(
                property: 'lines',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/HeatLoss'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Heat',
        type: 'object',
        required: ['hottest', 'averaged', 'parts', 'judged', 'losses'],
        properties: [
            new OA\Property(
                property: 'averaged',
                description: 'true if heat is averaged over loads that come in peaks',
                type: 'boolean',
            ),
            new OA\Property(property: 'hottest', type: 'number'),
            new OA\Property(
                property: 'parts',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/HeatPart'),
            ),
            new OA\Property(
                property: 'judged',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/HeatRow'),
            ),
            new OA\Property(property: 'losses', ref: '#/components/schemas/HeatLosses'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CalibrationAdjustment',
        type: 'object',
        required: ['ref', 'label', 'moves', 'done'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'moves', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'done', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CalibrationRow',
        type: 'object',
        required: [
            'entry',
            'title',
            'unit',
            'value',
            'error',
            'display',
            'word',
            'good',
            'uncertainty',
            'ratio',
            'remarks',
        ],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'error', type: 'string'),
            new OA\Property(property: 'display', type: 'string', nullable: true),
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'uncertainty', type: 'string'),
            new OA\Property(property: 'ratio', type: 'number', nullable: true),
            new OA\Property(property: 'remarks', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CalibrationDrift',
        type: 'object',
        required: ['value', 'good', 'sentence'],
        properties: [
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'CalibrationPoint',
        type: 'object',
        required: [
            'point',
            'title',
            'nominal',
            'low',
            'high',
            'limits',
            'source',
            'as_found',
            'as_left',
            'second',
            'drift',
        ],
        properties: [
            new OA\Property(property: 'point', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'nominal', type: 'number'),
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
            new OA\Property(property: 'limits', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(
                property: 'as_found',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/CalibrationRow')],
            ),
            new OA\Property(
                property: 'as_left',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/CalibrationRow')],
            ),
            new OA\Property(
                property: 'second',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/CalibrationRow')],
            ),
            new OA\Property(
                property: 'drift',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/CalibrationDrift')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Calibration',
        type: 'object',
        required: ['warm_up', 'adjustments', 'points'],
        properties: [
            new OA\Property(property: 'warm_up', type: 'integer'),
            new OA\Property(
                property: 'adjustments',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CalibrationAdjustment'),
            ),
            new OA\Property(
                property: 'points',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CalibrationPoint'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SafetyRules',
        type: 'object',
        required: ['id', 'source', 'limits'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(property: 'limits', type: 'object', additionalProperties: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SafetyRulesPage',
        type: 'object',
        required: ['rules', 'published', 'may_edit'],
        properties: [
            new OA\Property(property: 'rules', ref: '#/components/schemas/SafetyRules'),
            new OA\Property(
                property: 'published',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SafetyRules'),
            ),
            new OA\Property(property: 'may_edit', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SafetyResult',
        type: 'object',
        required: ['text', 'passed', 'sentence', 'source', 'stale'],
        properties: [
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'passed', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(property: 'stale', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SafetyPlanTest',
        type: 'object',
        required: ['test', 'title', 'how', 'limit', 'expected', 'is_live', 'condemns', 'unit'],
        properties: [
            new OA\Property(property: 'test', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'limit', type: 'string', nullable: true),
            new OA\Property(property: 'expected', type: 'string', nullable: true),
            new OA\Property(property: 'is_live', type: 'boolean'),
            new OA\Property(property: 'condemns', type: 'boolean'),
            new OA\Property(property: 'unit', type: 'string', nullable: true),
            new OA\Property(
                property: 'result',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/SafetyResult')],
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SafetyTests',
        type: 'object',
        required: ['class', 'rules', 'tests', 'other_class', 'condemned', 'bridging'],
        properties: [
            new OA\Property(property: 'class', type: 'string'),
            new OA\Property(property: 'rules', ref: '#/components/schemas/SafetyRules'),
            new OA\Property(
                property: 'tests',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SafetyPlanTest'),
            ),
            new OA\Property(
                property: 'other_class',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SafetyPlanTest'),
            ),
            new OA\Property(property: 'condemned', type: 'string', nullable: true),
            new OA\Property(property: 'bridging', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunToSend',
        type: 'object',
        required: ['kind', 'plan'],
        properties: [
            new OA\Property(property: 'kind', type: 'string', enum: ['soak', 'heat', 'starts']),
            new OA\Property(property: 'plan', type: 'object', additionalProperties: true),
            new OA\Property(property: 'confirm', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunChannel',
        type: 'object',
        required: ['title', 'quantity', 'target', 'unit', 'low', 'high', 'by_hand', 'now', 'count', 'steady'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'low', type: 'number', nullable: true),
            new OA\Property(property: 'high', type: 'number', nullable: true),
            new OA\Property(property: 'by_hand', type: 'boolean'),
            new OA\Property(property: 'now', type: 'string', nullable: true),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'steady', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunGap',
        type: 'object',
        required: ['from', 'to', 'why'],
        properties: [
            new OA\Property(property: 'from', type: 'integer'),
            new OA\Property(property: 'to', type: 'integer'),
            new OA\Property(property: 'why', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunAlarm',
        type: 'object',
        required: ['second', 'channel', 'sentence', 'load_off'],
        properties: [
            new OA\Property(property: 'second', type: 'integer'),
            new OA\Property(property: 'channel', type: 'integer'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'load_off', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunView',
        type: 'object',
        required: [
            'id',
            'number',
            'kind',
            'title',
            'state',
            'message',
            'elapsed',
            'total',
            'stage',
            'stages',
            'channels',
            'gaps',
            'alarms',
            'progress',
            'by',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'number', type: 'integer'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'state', type: 'string'),
            new OA\Property(property: 'message', type: 'string', nullable: true),
            new OA\Property(property: 'elapsed', type: 'number'),
            new OA\Property(property: 'total', type: 'number'),
            new OA\Property(property: 'stage', type: 'integer'),
            new OA\Property(property: 'stages', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'channels',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RunChannel'),
            ),
            new OA\Property(property: 'gaps', type: 'array', items: new OA\Items(ref: '#/components/schemas/RunGap')),
            new OA\Property(
                property: 'alarms',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RunAlarm'),
            ),
            new OA\Property(property: 'progress', type: 'string'),
            new OA\Property(property: 'by', type: 'string'),
            new OA\Property(
                property: 'summary',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SummaryLine'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ReportSafety',
        type: 'object',
        required: ['test', 'class', 'value', 'limit', 'passed', 'sentence', 'source', 'stale', 'at'],
        properties: [
            new OA\Property(property: 'test', type: 'string'),
            new OA\Property(property: 'class', type: 'string'),
            new OA\Property(property: 'value', type: 'string'),
            new OA\Property(property: 'limit', type: 'string'),
            new OA\Property(property: 'passed', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'source', type: 'string'),
            new OA\Property(property: 'stale', type: 'boolean'),
            new OA\Property(property: 'at', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ReportLine',
        type: 'object',
        required: ['at', 'by', 'line', 'struck'],
        properties: [
            new OA\Property(property: 'at', type: 'string'),
            new OA\Property(property: 'by', type: 'string'),
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'struck', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OwnersLine',
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
        schema: 'CostLine',
        type: 'object',
        required: ['what', 'amount'],
        properties: [
            new OA\Property(property: 'what', type: 'string'),
            new OA\Property(property: 'amount', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SummaryLine',
        type: 'object',
        required: ['channel', 'target', 'unit', 'low', 'mean', 'high', 'limits', 'count', 'steady', 'end'],
        properties: [
            new OA\Property(property: 'channel', type: 'string'),
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'low', type: 'string'),
            new OA\Property(property: 'mean', type: 'string'),
            new OA\Property(property: 'high', type: 'string'),
            new OA\Property(property: 'limits', type: 'string'),
            new OA\Property(property: 'count', type: 'integer'),
            new OA\Property(property: 'steady', type: 'string', nullable: true),
            new OA\Property(property: 'end', type: 'number', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BoardCause',
        type: 'object',
        required: ['title', 'times'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'times', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BoardHistory',
        type: 'object',
        required: ['title', 'jobs', 'closed', 'causes', 'hours', 'first_right', 'judged'],
        properties: [
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'jobs', type: 'integer'),
            new OA\Property(property: 'closed', type: 'integer'),
            new OA\Property(
                property: 'causes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/BoardCause'),
            ),
            new OA\Property(property: 'hours', type: 'number', nullable: true),
            new OA\Property(property: 'first_right', type: 'integer'),
            new OA\Property(property: 'judged', type: 'integer'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunPlotChannel',
        type: 'object',
        required: ['channel', 'title', 'unit', 'low', 'high', 'points'],
        properties: [
            new OA\Property(property: 'channel', type: 'integer'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'low', type: 'number', nullable: true),
            new OA\Property(property: 'high', type: 'number', nullable: true),
            new OA\Property(
                property: 'points',
                type: 'array',
                items: new OA\Items(type: 'array', items: new OA\Items(type: 'number')),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RunPlot',
        type: 'object',
        required: ['from', 'to', 'step', 'channels', 'gaps'],
        properties: [
            new OA\Property(property: 'from', type: 'integer'),
            new OA\Property(property: 'to', type: 'integer'),
            new OA\Property(property: 'step', type: 'integer'),
            new OA\Property(
                property: 'channels',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/RunPlotChannel'),
            ),
            new OA\Property(property: 'gaps', type: 'array', items: new OA\Items(ref: '#/components/schemas/RunGap')),
        ],
    ),
]
final class ProvingSchemas {}
