<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** The shapes that the API sends and takes; the TypeScript client is generated from them. */
#[
    OA\Info(
        version: '1',
        title: 'Oculant',
        description: 'Jobs, supplies and the bench. Voltages in volts, resistances in ohms; text fields are written ' .
            'for ' .
            'people.',
    ),
]
#[OA\Server(url: '/api/v1')]
#[OA\SecurityScheme(securityScheme: 'session', type: 'apiKey', name: 'session', in: 'cookie')]
#[OA\SecurityScheme(securityScheme: 'token', type: 'http', scheme: 'bearer')]
#[
    OA\Schema(
        schema: 'User',
        type: 'object',
        required: ['id', 'name', 'email', 'workshop', 'demo', 'codes', 'role', 'can'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'email', type: 'string'),
            new OA\Property(property: 'workshop', type: 'string'),
            new OA\Property(property: 'codes', description: 'one-time codes are on', type: 'boolean'),
            new OA\Property(property: 'demo', description: 'in the demo workshop', type: 'boolean'),
            new OA\Property(property: 'role', type: 'string'),
            new OA\Property(
                property: 'can',
                type: 'object',
                required: ['edit_library', 'work_on_any_job', 'hand_back', 'manage_people'],
                properties: [
                    new OA\Property(property: 'edit_library', type: 'boolean'),
                    new OA\Property(property: 'work_on_any_job', type: 'boolean'),
                    new OA\Property(property: 'hand_back', type: 'boolean'),
                    new OA\Property(property: 'manage_people', type: 'boolean'),
                ],
            ),
        ],
    ),
]
#[
    OA\Response(
        response: 'Working',
        description: 'A worker is working it out for the first time: ask again after Retry-After seconds',
    ),
]
#[
    OA\Schema(
        schema: 'Problem',
        type: 'object',
        required: ['path', 'message'],
        properties: [
            new OA\Property(property: 'path', type: 'string'),
            new OA\Property(property: 'message', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Refusal',
        type: 'object',
        required: ['message'],
        properties: [
            new OA\Property(property: 'message', type: 'string'),
            new OA\Property(
                property: 'errors',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items(type: 'string')),
            ),
            new OA\Property(
                property: 'problems',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Problem'),
            ),
            new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ServerHealth',
        type: 'object',
        required: ['rows'],
        properties: [
            new OA\Property(
                property: 'rows',
                type: 'array',
                items: new OA\Items(
                    required: ['what', 'wrong'],
                    properties: [
                        new OA\Property(
                            property: 'what',
                            type: 'string',
                            enum: ['database', 'disk', 'queue', 'scheduler', 'watch'],
                        ),
                        new OA\Property(
                            property: 'wrong',
                            type: 'string',
                            nullable: true,
                            description: 'in words; null where nothing is',
                        ),
                    ],
                    type: 'object',
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Token',
        type: 'object',
        required: ['id', 'name', 'abilities', 'expires_at', 'last_used_at'],
        properties: [
            new OA\Property(property: 'abilities', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'expires_at', type: 'string', nullable: true),
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'last_used_at', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SignedIn',
        type: 'object',
        required: ['name', 'browser', 'address', 'began_at', 'seen_at', 'here'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'browser', description: 'as it calls itself', type: 'string'),
            new OA\Property(property: 'address', type: 'string'),
            new OA\Property(property: 'began_at', type: 'string', format: 'date-time'),
            new OA\Property(property: 'seen_at', type: 'string', format: 'date-time'),
            new OA\Property(property: 'here', description: 'the one that asks', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'NewToken',
        type: 'object',
        required: ['id', 'name', 'abilities', 'expires_at', 'last_used_at', 'plain'],
        properties: [
            new OA\Property(property: 'abilities', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'expires_at', type: 'string', nullable: true),
            new OA\Property(property: 'last_used_at', type: 'string', nullable: true),
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'plain', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Job',
        type: 'object',
        required: [
            'id',
            'number',
            'unit',
            'owner',
            'complaint',
            'mains',
            'supply_id',
            'supply_title',
            'technician',
            'power',
            'energised',
            'open_changes',
            'waits_for',
            'closed',
            'handed_back',
            'problem',
            'booked_in_at',
            'last_at',
            'may_write',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'number', type: 'string'),
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'owner', type: 'string'),
            new OA\Property(property: 'complaint', type: 'string'),
            new OA\Property(property: 'mains', type: 'string'),
            new OA\Property(property: 'supply_id', type: 'string'),
            new OA\Property(property: 'supply_title', type: 'string'),
            new OA\Property(property: 'technician', type: 'string'),
            new OA\Property(
                property: 'power',
                description: 'null if it cannot be read from the log',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(
                property: 'energised',
                description: 'null if it is not known: take it for energised',
                type: 'boolean',
                nullable: true,
            ),
            new OA\Property(property: 'open_changes', description: 'temporary changes in the ledger', type: 'integer'),
            new OA\Property(property: 'waits_for', type: 'string'),
            new OA\Property(property: 'closed', type: 'boolean'),
            new OA\Property(property: 'handed_back', type: 'boolean'),
            new OA\Property(
                property: 'problem',
                description: 'why this job cannot be told of',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(property: 'booked_in_at', type: 'string', nullable: true),
            new OA\Property(property: 'last_at', description: 'when its log grew last', type: 'string', nullable: true),
            new OA\Property(property: 'may_write', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Supply',
        type: 'object',
        required: [
            'id',
            'title',
            'revision',
            'parts',
            'points',
            'mains',
            'updated_at',
            'parent_id',
            'version',
            'unknown',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'revision', type: 'string'),
            new OA\Property(property: 'parts', type: 'integer'),
            new OA\Property(property: 'points', type: 'integer'),
            new OA\Property(property: 'mains', type: 'string'),
            new OA\Property(property: 'updated_at', type: 'string', nullable: true),
            new OA\Property(property: 'parent_id', type: 'string', nullable: true),
            new OA\Property(property: 'version', type: 'integer', nullable: true),
            new OA\Property(property: 'unknown', type: 'integer'),
            new OA\Property(property: 'description', type: 'object', additionalProperties: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Slip',
        type: 'object',
        required: ['name', 'advice'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'advice', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'ReadingView',
        type: 'object',
        required: [
            'entry',
            'target',
            'text',
            'quantity',
            'mode',
            'power',
            'context',
            'word',
            'mark',
            'good',
            'sentence',
            'why',
            'expected',
            'slips',
        ],
        properties: [
            new OA\Property(property: 'entry', type: 'string'),
            new OA\Property(property: 'target', type: 'string'),
            new OA\Property(property: 'text', type: 'string'),
            new OA\Property(property: 'quantity', type: 'string'),
            new OA\Property(property: 'mode', type: 'string'),
            new OA\Property(property: 'power', type: 'string'),
            new OA\Property(
                property: 'context',
                description: 'what was different from the description when it was taken',
                type: 'string',
            ),
            new OA\Property(property: 'word', type: 'string'),
            new OA\Property(property: 'mark', type: 'string'),
            new OA\Property(property: 'good', type: 'boolean'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(property: 'slips', type: 'array', items: new OA\Items(ref: '#/components/schemas/Slip')),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'uncertainty', type: 'string', nullable: true),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PointView',
        type: 'object',
        required: [
            'id',
            'name',
            'how',
            'against',
            'stage',
            'function',
            'expected',
            'low',
            'high',
            'hot',
            'waits',
            'reading',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'how', type: 'string'),
            new OA\Property(property: 'against', type: 'string'),
            new OA\Property(property: 'stage', type: 'string', nullable: true),
            new OA\Property(property: 'function', type: 'string'),
            new OA\Property(property: 'expected', type: 'string'),
            new OA\Property(property: 'low', type: 'number'),
            new OA\Property(property: 'high', type: 'number'),
            new OA\Property(property: 'hot', type: 'boolean'),
            new OA\Property(
                property: 'waits',
                description: 'a meter that reads by itself waits for a press here',
                type: 'boolean',
            ),
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
        schema: 'PathPart',
        type: 'object',
        required: ['ref', 'label', 'suspicion', 'replaced', 'share'],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'share', description: 'the suspicion in words', type: 'string'),
            new OA\Property(property: 'suspicion', type: 'number'),
            new OA\Property(property: 'replaced', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PathStage',
        type: 'object',
        required: ['id', 'name', 'from', 'energy', 'suspicion', 'share', 'parts', 'points'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'from', type: 'string', nullable: true),
            new OA\Property(property: 'energy', type: 'string'),
            new OA\Property(property: 'share', description: 'the suspicion in words', type: 'string'),
            new OA\Property(property: 'suspicion', type: 'number'),
            new OA\Property(
                property: 'parts',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PathPart'),
            ),
            new OA\Property(property: 'points', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'StepOutcome',
        type: 'object',
        required: ['range', 'meaning', 'probability'],
        properties: [
            new OA\Property(property: 'range', type: 'string'),
            new OA\Property(property: 'meaning', type: 'string'),
            new OA\Property(property: 'probability', type: 'number'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Step',
        type: 'object',
        required: [
            'kind',
            'sentence',
            'detail',
            'target',
            'quantity',
            'mode',
            'power',
            'part',
            'fault',
            'red',
            'black',
            'meter',
            'expect',
            'caution',
            'why',
            'outcomes',
            'leads',
        ],
        properties: [
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'sentence', type: 'string'),
            new OA\Property(property: 'detail', type: 'string'),
            new OA\Property(property: 'target', type: 'string', nullable: true),
            new OA\Property(property: 'quantity', type: 'string', nullable: true),
            new OA\Property(property: 'mode', type: 'string', nullable: true),
            new OA\Property(property: 'power', type: 'string', nullable: true),
            new OA\Property(property: 'part', type: 'string', nullable: true),
            new OA\Property(property: 'fault', type: 'string', nullable: true),
            new OA\Property(property: 'red', type: 'string', nullable: true),
            new OA\Property(property: 'black', type: 'string', nullable: true),
            new OA\Property(property: 'meter', type: 'string', nullable: true),
            new OA\Property(property: 'expect', type: 'string', nullable: true),
            new OA\Property(property: 'caution', type: 'string', nullable: true),
            new OA\Property(property: 'why', type: 'string'),
            new OA\Property(
                property: 'outcomes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/StepOutcome'),
            ),
            new OA\Property(
                property: 'leads',
                description: 'what settles something that a gate asks for',
                type: 'string',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Reason',
        type: 'object',
        required: ['label', 'weight', 'strength'],
        properties: [
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'weight', type: 'number'),
            new OA\Property(property: 'strength', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SuspectView',
        type: 'object',
        required: [
            'id',
            'title',
            'probability',
            'share',
            'severity',
            'members',
            'for',
            'against',
            'chain',
            'seen_before',
            'seen_elsewhere',
        ],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'probability', type: 'number'),
            new OA\Property(property: 'share', description: 'the probability in words', type: 'string'),
            new OA\Property(
                property: 'severity',
                description: 'how bad its likeliest fault is, in words; null if nothing tells it',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(
                property: 'members',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['part', 'fault', 'title', 'proof', 'looks'],
                    properties: [
                        new OA\Property(property: 'part', type: 'string'),
                        new OA\Property(property: 'fault', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'proof', type: 'string'),
                        new OA\Property(property: 'looks', type: 'string'),
                    ],
                ),
            ),
            new OA\Property(property: 'seen_before', type: 'integer'),
            new OA\Property(
                property: 'seen_elsewhere',
                description: 'times that other workshops found it whose key a lead has accepted',
                type: 'integer',
            ),
            new OA\Property(property: 'for', type: 'array', items: new OA\Items(ref: '#/components/schemas/Reason')),
            new OA\Property(
                property: 'against',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Reason'),
            ),
            new OA\Property(property: 'chain', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'LogLine',
        type: 'object',
        required: ['id', 'kind', 'line', 'at', 'clock', 'by', 'struck', 'reading'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'line', type: 'string'),
            new OA\Property(property: 'at', description: 'when it was noted, by the server\'s clock', type: 'string'),
            new OA\Property(
                property: 'clock',
                description: 'arrived late, or noted by a clock that is far off; usually empty',
                type: 'string',
            ),
            new OA\Property(property: 'by', type: 'string'),
            new OA\Property(property: 'struck', type: 'boolean'),
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
        schema: 'ModeView',
        type: 'object',
        required: ['id', 'name', 'absent'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'absent', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'PartView',
        type: 'object',
        required: [
            'ref',
            'label',
            'kind',
            'is_capacitor',
            'is_load',
            'is_fuse',
            'is_resistor',
            'has_polarity',
            'breaks_down',
            'faults',
        ],
        properties: [
            new OA\Property(property: 'ref', type: 'string'),
            new OA\Property(property: 'label', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'is_capacitor', type: 'boolean'),
            new OA\Property(property: 'is_load', type: 'boolean'),
            new OA\Property(property: 'is_fuse', type: 'boolean'),
            new OA\Property(property: 'is_resistor', type: 'boolean'),
            new OA\Property(property: 'has_polarity', type: 'boolean'),
            new OA\Property(
                property: 'breaks_down',
                description: 'has a zener voltage that can be measured',
                type: 'boolean',
            ),
            new OA\Property(
                property: 'faults',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['name', 'title'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                    ],
                ),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Bench',
        type: 'object',
        required: [
            'job',
            'title',
            'revision',
            'key',
            'is_traced',
            'cautions',
            'state',
            'modes',
            'parts',
            'undescribed',
            'checks',
            'points',
            'path',
            'energised',
            'next',
            'alternatives',
            'solving',
            'awaits',
            'suspects',
            'symptoms',
            'course',
            'look_first',
            'photos',
            'description_checks',
            'strips',
            'short',
            'twin',
            'ideas',
            'starts',
            'safety',
            'missing_for_close',
            'log',
        ],
        properties: [
            new OA\Property(property: 'job', ref: '#/components/schemas/Job'),
            new OA\Property(property: 'title', type: 'string'),
            new OA\Property(property: 'revision', type: 'string'),
            new OA\Property(property: 'cautions', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'state',
                type: 'object',
                required: ['purpose', 'purpose_words', 'power', 'words', 'since', 'mode', 'mode_name', 'mains'],
                properties: [
                    new OA\Property(property: 'purpose', description: 'what it is here for', type: 'string'),
                    new OA\Property(
                        property: 'purpose_words',
                        description: 'the same for people; empty of a fault, which most come with',
                        type: 'string',
                    ),
                    new OA\Property(property: 'power', type: 'string'),
                    new OA\Property(property: 'words', type: 'string'),
                    new OA\Property(property: 'since', type: 'string', nullable: true),
                    new OA\Property(property: 'mode', type: 'string'),
                    new OA\Property(property: 'mode_name', type: 'string'),
                    new OA\Property(property: 'mains', type: 'string', nullable: true),
                ],
            ),
            new OA\Property(
                property: 'modes',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ModeView'),
            ),
            new OA\Property(
                property: 'undescribed',
                description: 'references of what is on the board and not described',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(
                property: 'parts',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PartView'),
            ),
            new OA\Property(
                property: 'checks',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/DeadCheckRow'),
            ),
            new OA\Property(
                property: 'points',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PointView'),
            ),
            new OA\Property(
                property: 'path',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PathStage'),
            ),
            new OA\Property(
                property: 'energised',
                description: 'nodes that are proven to carry energy, or to get none; the others are not known',
                type: 'array',
                items: new OA\Items(
                    required: ['node', 'carries'],
                    properties: [
                        new OA\Property(property: 'node', type: 'string'),
                        new OA\Property(property: 'carries', type: 'boolean'),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(property: 'next', ref: '#/components/schemas/Step'),
            new OA\Property(
                property: 'alternatives',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Step'),
            ),
            new OA\Property(
                property: 'key',
                description: 'fingerprint of the description: another one means that it was described anew',
                type: 'string',
            ),
            new OA\Property(
                property: 'is_traced',
                description: 'its board was traced out, and lines are kept with it',
                type: 'boolean',
            ),
            new OA\Property(
                property: 'awaits',
                description: 'a worker is still at something of this: the same request will say more soon',
                type: 'boolean',
            ),
            new OA\Property(
                property: 'solving',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/Progress')],
            ),
            new OA\Property(
                property: 'suspects',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/SuspectView'),
            ),
            new OA\Property(property: 'symptoms', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'course', ref: '#/components/schemas/Course'),
            new OA\Property(
                property: 'look_first',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LookFirst'),
            ),
            new OA\Property(
                property: 'photos',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/PhotoView'),
            ),
            new OA\Property(
                property: 'description_checks',
                description: 'what to check about the description where no fault in it explains what was read',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(property: 'strips', type: 'array', items: new OA\Items(ref: '#/components/schemas/Strip')),
            new OA\Property(
                property: 'short',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/ShortView')],
            ),
            new OA\Property(property: 'twin', ref: '#/components/schemas/TwinView'),
            new OA\Property(
                property: 'ideas',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/IdeaView'),
            ),
            new OA\Property(
                property: 'starts',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/StartsView')],
            ),
            new OA\Property(property: 'safety', ref: '#/components/schemas/Safety'),
            new OA\Property(property: 'missing_for_close', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'log', type: 'array', items: new OA\Items(ref: '#/components/schemas/LogLine')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Report',
        type: 'object',
        required: [
            'job',
            'supply',
            'symptoms',
            'findings',
            'tried',
            'asFound',
            'cause',
            'origins',
            'work',
            'changes',
            'asLeft',
            'notes',
            'closedAt',
            'handedBackAt',
            'open',
            'format',
            'version',
            'origin',
            'workshop',
            'owner',
            'cost',
            'condemned',
            'returned_unsafe',
            'load',
            'heat',
            'calibration',
            'safety',
            'starts',
            'runs',
            'advice',
            'instruments',
            'chronicle',
        ],
        properties: [
            new OA\Property(property: 'job', ref: '#/components/schemas/Job'),
            new OA\Property(property: 'supply', type: 'string'),
            new OA\Property(property: 'symptoms', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'findings', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'tried', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'asFound',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReadingView'),
            ),
            new OA\Property(
                property: 'cause',
                type: 'object',
                required: ['part', 'fault', 'text', 'chain'],
                properties: [
                    new OA\Property(property: 'part', type: 'string'),
                    new OA\Property(property: 'fault', type: 'string'),
                    new OA\Property(property: 'text', type: 'string'),
                    new OA\Property(property: 'chain', type: 'array', items: new OA\Items(type: 'string')),
                ],
                nullable: true,
            ),
            new OA\Property(property: 'origins', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'work',
                type: 'array',
                items: new OA\Items(
                    type: 'object',
                    required: ['part', 'out', 'in', 'at'],
                    properties: [
                        new OA\Property(property: 'part', type: 'string'),
                        new OA\Property(property: 'out', type: 'string'),
                        new OA\Property(property: 'in', type: 'string'),
                        new OA\Property(property: 'at', type: 'string'),
                    ],
                ),
            ),
            new OA\Property(
                property: 'changes',
                description: 'the ledger of temporary changes',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
            new OA\Property(
                property: 'asLeft',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReadingView'),
            ),
            new OA\Property(property: 'notes', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'closedAt', type: 'string', nullable: true),
            new OA\Property(property: 'handedBackAt', type: 'string', nullable: true),
            new OA\Property(property: 'open', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'format', type: 'string'),
            new OA\Property(property: 'version', type: 'integer'),
            new OA\Property(
                property: 'workshop',
                description: 'that answers for it',
                type: 'object',
                required: ['name', 'address', 'footer', 'currency', 'has_mark'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'address', type: 'string'),
                    new OA\Property(property: 'footer', type: 'string'),
                    new OA\Property(property: 'currency', type: 'string'),
                    new OA\Property(property: 'has_mark', type: 'boolean'),
                ],
            ),
            new OA\Property(
                property: 'origin',
                type: 'object',
                nullable: true,
                required: ['number', 'workshop', 'at', 'sentence'],
                properties: [
                    new OA\Property(
                        property: 'sentence',
                        description: 'who took it in, and whether it is signed',
                        type: 'string',
                    ),
                    new OA\Property(property: 'number', type: 'string'),
                    new OA\Property(property: 'workshop', type: 'string'),
                    new OA\Property(property: 'at', type: 'string'),
                ],
            ),
            new OA\Property(
                property: 'owner',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/OwnersLine'),
            ),
            new OA\Property(property: 'cost', type: 'array', items: new OA\Items(ref: '#/components/schemas/CostLine')),
            new OA\Property(property: 'condemned', type: 'string', nullable: true),
            new OA\Property(property: 'returned_unsafe', type: 'string', nullable: true),
            new OA\Property(
                property: 'load',
                nullable: true,
                allOf: [new OA\Schema(ref: '#/components/schemas/LoadTest')],
            ),
            new OA\Property(property: 'heat', type: 'array', items: new OA\Items(ref: '#/components/schemas/HeatRow')),
            new OA\Property(
                property: 'calibration',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/CalibrationPoint'),
            ),
            new OA\Property(
                property: 'safety',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReportSafety'),
            ),
            new OA\Property(property: 'starts', type: 'string', nullable: true),
            new OA\Property(property: 'runs', type: 'array', items: new OA\Items(ref: '#/components/schemas/RunView')),
            new OA\Property(property: 'advice', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(property: 'instruments', type: 'array', items: new OA\Items(type: 'string')),
            new OA\Property(
                property: 'chronicle',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/ReportLine'),
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'EntryToSend',
        type: 'object',
        required: ['id', 'kind', 'payload', 'at'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'kind', type: 'string'),
            new OA\Property(property: 'payload', type: 'object', additionalProperties: true),
            new OA\Property(
                property: 'at',
                description: 'when it was noted, by the client\'s clock',
                type: 'string',
                format: 'date-time',
            ),
            new OA\Property(
                property: 'still_true',
                description: 'confirms an entry that was refused because it is old and changes power, ledger, ' .
                    'proofs or gates',
                type: 'boolean',
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'SignIn',
        type: 'object',
        required: ['email', 'password'],
        properties: [
            new OA\Property(property: 'email', type: 'string'),
            new OA\Property(property: 'password', type: 'string'),
            new OA\Property(
                property: 'code',
                description: 'of the authenticator app, for those who turned codes on',
                type: 'string',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'BookIn',
        type: 'object',
        required: ['unit', 'owner', 'mains', 'supply_id', 'symptoms'],
        properties: [
            new OA\Property(property: 'unit', type: 'string'),
            new OA\Property(property: 'owner', type: 'string'),
            new OA\Property(property: 'complaint', type: 'string', nullable: true),
            new OA\Property(property: 'mains', type: 'string'),
            new OA\Property(property: 'supply_id', type: 'string'),
            new OA\Property(
                property: 'purpose',
                description: 'fault (if left out), check, calibration, recap or unknown',
                type: 'string',
            ),
            new OA\Property(property: 'symptoms', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
final class Schemas {}
