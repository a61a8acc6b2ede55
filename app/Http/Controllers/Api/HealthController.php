<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Keeping\Health;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final class HealthController
{
    #[
        OA\Get(
            path: '/health',
            operationId: 'showHealth',
            summary: 'What of the server is not right, in words; for a lead',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What was looked at',
                    content: new OA\JsonContent(ref: '#/components/schemas/ServerHealth'),
                ),
                new OA\Response(response: 403, description: 'You do not lead this workshop'),
            ],
        ),
    ]
    public function __invoke(Request $request, Health $health): JsonResponse
    {
        abort_if(
            $request->user()?->can('manage people') !== true,
            403,
            'How the server does is for whoever leads the workshop.',
        );
        $look = $health->look();

        return new JsonResponse([
            'rows' => array_map(
                static fn(string $what, ?string $wrong): array => ['what' => $what, 'wrong' => $wrong],
                array_keys($look),
                $look,
            ),
        ]);
    }
}
