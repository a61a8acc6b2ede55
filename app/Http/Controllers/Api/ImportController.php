<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\ImportRequest;
use Illuminate\Http\JsonResponse;
use Oculant\Core\Supply\Import\PartsList;
use OpenApi\Attributes as OA;

/**
 * Reads other people's files into a description to look over; nothing is kept here.
 *
 * @phpstan-import-type UnknownPart from PartsList
 *
 * @phpstan-type Imported array{
 *     description: array<string, mixed>,
 *     unknown: list<UnknownPart>,
 *     notes: list<string>,
 * }
 */
final class ImportController
{
    #[
        OA\Post(
            path: '/supplies/import',
            operationId: 'importSupply',
            summary: 'A description from JSON, a KiCad netlist, or a parts list as CSV',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['format', 'text'],
                    properties: [
                        new OA\Property(property: 'format', type: 'string', enum: ['json', 'kicad', 'parts']),
                        new OA\Property(property: 'text', type: 'string'),
                        new OA\Property(property: 'mains', type: 'string'),
                        new OA\Property(
                            property: 'description',
                            description: 'the circuit that a parts list belongs to',
                            type: 'object',
                            additionalProperties: true,
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What was understood, and what was not',
                    content: new OA\JsonContent(ref: '#/components/schemas/Imported'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Every problem with its path',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(ImportRequest $request): JsonResponse
    {
        $imported = $request->toImported();

        return new JsonResponse([
            'description' => $imported->description,
            'unknown' => $imported->unknown,
            'notes' => $imported->notes,
        ]);
    }
}
