<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use Illuminate\Http\JsonResponse;
use Oculant\Core\Supply\SupplySchema;
use OpenApi\Attributes as OA;

final class SchemaController
{
    #[
        OA\Get(
            path: '/schema/supply',
            operationId: 'supplySchema',
            summary: 'JSON schema of the format oculant/supply version 1',
            responses: [
                new OA\Response(response: 200, description: 'JSON Schema', content: new OA\JsonContent(type: 'object')),
            ],
        ),
    ]
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(SupplySchema::build(), 200, ['Content-Type' => 'application/schema+json']);
    }
}
