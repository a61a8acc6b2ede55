<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use OpenApi\Attributes as OA;

/** What the API is, and how it refuses; what it sends and takes is described where that is made. */
#[
    OA\Info(
        version: '1',
        title: 'Oculant',
        description: 'Jobs, supplies and the bench. Voltages in volts, resistances in ohms; text fields are written ' .
            'for people.',
    ),
]
#[OA\Server(url: '/api/v1')]
#[OA\SecurityScheme(securityScheme: 'session', type: 'apiKey', name: 'session', in: 'cookie')]
#[OA\SecurityScheme(securityScheme: 'token', type: 'http', scheme: 'bearer')]
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
            new OA\Property(property: 'path', description: 'where in what was sent', type: 'string'),
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
final class Document {}
