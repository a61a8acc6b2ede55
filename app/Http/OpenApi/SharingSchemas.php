<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** Boards between workshops. */
#[
    OA\RequestBody(
        request: 'Publishing',
        required: true,
        content: new OA\JsonContent(
            required: ['revisions', 'failures'],
            properties: [
                new OA\Property(
                    property: 'revisions',
                    description: 'supplies of the design',
                    type: 'array',
                    items: new OA\Items(type: 'string'),
                ),
                new OA\Property(property: 'failures', description: 'and what failed how often', type: 'boolean'),
            ],
        ),
    ),
]
#[
    OA\Schema(
        schema: 'Shares',
        type: 'object',
        required: ['workshop', 'fingerprint', 'address', 'published', 'keys', 'taken', 'sources', 'may_read'],
        properties: [
            new OA\Property(property: 'workshop', type: 'string'),
            new OA\Property(property: 'fingerprint', description: 'of its own key', type: 'string'),
            new OA\Property(
                property: 'address',
                description: 'at which others read; null while nothing is published',
                type: 'string',
                nullable: true,
            ),
            new OA\Property(
                property: 'published',
                type: 'array',
                items: new OA\Items(
                    required: ['supply', 'title', 'revisions', 'failures', 'at'],
                    properties: [
                        new OA\Property(property: 'supply', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'revisions', type: 'array', items: new OA\Items(type: 'string')),
                        new OA\Property(property: 'failures', type: 'boolean'),
                        new OA\Property(property: 'at', type: 'string', format: 'date-time', nullable: true),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'keys',
                description: 'workshops that something was taken in from',
                type: 'array',
                items: new OA\Items(
                    required: ['id', 'name', 'fingerprint', 'accepted'],
                    properties: [
                        new OA\Property(property: 'id', type: 'integer'),
                        new OA\Property(property: 'name', description: 'as it calls itself', type: 'string'),
                        new OA\Property(property: 'fingerprint', type: 'string'),
                        new OA\Property(
                            property: 'accepted',
                            description: 'whether what it found counts',
                            type: 'boolean',
                        ),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'taken',
                type: 'array',
                items: new OA\Items(
                    required: ['id', 'key', 'supply', 'title', 'repairs', 'signed_at', 'held'],
                    properties: [
                        new OA\Property(property: 'id', type: 'string'),
                        new OA\Property(property: 'key', description: 'of keys', type: 'integer'),
                        new OA\Property(property: 'supply', description: 'in the own library', type: 'string'),
                        new OA\Property(property: 'title', type: 'string'),
                        new OA\Property(property: 'repairs', type: 'integer'),
                        new OA\Property(property: 'signed_at', type: 'string', format: 'date-time'),
                        new OA\Property(
                            property: 'held',
                            description: 'revisions that were changed here, and so did not follow',
                            type: 'integer',
                        ),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'sources',
                type: 'array',
                items: new OA\Items(
                    required: ['id', 'address', 'read_at', 'said'],
                    properties: [
                        new OA\Property(property: 'id', type: 'integer'),
                        new OA\Property(property: 'address', type: 'string'),
                        new OA\Property(property: 'read_at', type: 'string', format: 'date-time', nullable: true),
                        new OA\Property(
                            property: 'said',
                            description: 'what came of it',
                            type: 'string',
                            nullable: true,
                        ),
                    ],
                    type: 'object',
                ),
            ),
            new OA\Property(
                property: 'may_read',
                description: 'addresses that the server may read',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ],
    ),
]
final class SharingSchemas {}
