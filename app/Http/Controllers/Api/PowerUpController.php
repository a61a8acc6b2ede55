<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\PowerUpDesk;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class PowerUpController
{
    #[
        OA\Get(
            path: '/jobs/{job}/powerup/{section}',
            operationId: 'showPowerUp',
            summary: 'One section of the plan: making safe, the method, low-voltage feed, lamp, ramp, reforming, ' .
                'fuse ' .
                'and interlocks',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'section',
                    in: 'path',
                    required: true,
                    schema: new OA\Schema(
                        type: 'string',
                        enum: ['safe', 'methods', 'feed', 'lamp', 'ramp', 'reform', 'needs'],
                    ),
                ),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The section; only its own fields are there',
                    content: new OA\JsonContent(ref: '#/components/schemas/PowerUp'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It does not settle',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(RepairJob $job, string $section, Solutions $solutions, PowerUpDesk $desk): JsonResponse
    {
        Gate::authorize('view', $job);

        return new JsonResponse($desk->section(JobFile::open($solutions, $job), $section));
    }
}
