<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Shapes of accounts and of the links that make them. */
#[
    OA\Schema(
        schema: 'Invitation',
        type: 'object',
        required: ['purpose', 'workshop', 'role', 'name', 'email', 'expires_at'],
        properties: [
            new OA\Property(property: 'purpose', type: 'string', enum: ['join', 'reset', 'setup']),
            new OA\Property(property: 'workshop', type: 'string', nullable: true),
            new OA\Property(property: 'role', type: 'string', nullable: true),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'email', description: 'whose password it sets', type: 'string', nullable: true),
            new OA\Property(property: 'expires_at', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'WorkshopSettings',
        type: 'object',
        required: ['name'],
        properties: [
            new OA\Property(property: 'name', type: 'string', maxLength: 120),
            new OA\Property(property: 'address', type: 'string', maxLength: 300),
            new OA\Property(
                property: 'footer',
                description: 'of every page of a report',
                type: 'string',
                maxLength: 300,
            ),
            new OA\Property(property: 'mains', description: 'as units are booked in, "230 V"', type: 'string'),
            new OA\Property(property: 'currency', description: 'beside every amount', type: 'string', maxLength: 8),
            new OA\Property(property: 'rate', description: 'price of an hour', type: 'number', nullable: true),
            new OA\Property(
                property: 'keep_photographs',
                description: 'months after hand-back; null for ever',
                type: 'integer',
                nullable: true,
            ),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Workshop',
        type: 'object',
        required: [
            'name',
            'address',
            'footer',
            'mains',
            'currency',
            'rate',
            'keep_photographs',
            'has_mark',
            'may_edit',
        ],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'address', type: 'string'),
            new OA\Property(property: 'footer', type: 'string'),
            new OA\Property(property: 'mains', type: 'string'),
            new OA\Property(property: 'currency', type: 'string'),
            new OA\Property(property: 'rate', type: 'number', nullable: true),
            new OA\Property(property: 'keep_photographs', type: 'integer', nullable: true),
            new OA\Property(property: 'has_mark', type: 'boolean'),
            new OA\Property(property: 'may_edit', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'NewLink',
        type: 'object',
        required: ['id', 'path', 'name', 'expires_at'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'path', description: 'of the link; not shown again', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'expires_at', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Person',
        type: 'object',
        required: ['id', 'name', 'email', 'role', 'closed_at', 'is_you'],
        properties: [
            new OA\Property(property: 'id', type: 'integer'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'email', type: 'string'),
            new OA\Property(property: 'role', type: 'string'),
            new OA\Property(property: 'closed_at', type: 'string', nullable: true),
            new OA\Property(property: 'is_you', type: 'boolean'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'OpenLink',
        type: 'object',
        required: ['id', 'purpose', 'name', 'role', 'expires_at'],
        properties: [
            new OA\Property(property: 'id', type: 'string'),
            new OA\Property(property: 'purpose', type: 'string'),
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'role', type: 'string', nullable: true),
            new OA\Property(property: 'expires_at', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'RoleMay',
        type: 'object',
        required: ['name', 'may'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'may', type: 'array', items: new OA\Items(type: 'string')),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'Right',
        type: 'object',
        required: ['name', 'means'],
        properties: [
            new OA\Property(property: 'name', type: 'string'),
            new OA\Property(property: 'means', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'AccountEvent',
        type: 'object',
        required: ['at', 'by', 'about', 'what'],
        properties: [
            new OA\Property(property: 'at', type: 'string'),
            new OA\Property(property: 'by', type: 'string', nullable: true),
            new OA\Property(property: 'about', type: 'string', nullable: true),
            new OA\Property(property: 'what', type: 'string'),
        ],
    ),
]
#[
    OA\Schema(
        schema: 'People',
        type: 'object',
        required: ['people', 'links', 'roles', 'rights', 'events'],
        properties: [
            new OA\Property(property: 'people', type: 'array', items: new OA\Items(ref: '#/components/schemas/Person')),
            new OA\Property(
                property: 'links',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/OpenLink'),
            ),
            new OA\Property(property: 'roles', type: 'array', items: new OA\Items(ref: '#/components/schemas/RoleMay')),
            new OA\Property(property: 'rights', type: 'array', items: new OA\Items(ref: '#/components/schemas/Right')),
            new OA\Property(
                property: 'events',
                description: 'newest first',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/AccountEvent'),
            ),
        ],
    ),
]
final class PeopleSchemas {}
