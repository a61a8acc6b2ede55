<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\JobLog;
use App\Http\Requests\LogRequest;
use App\Http\Resources\BenchResource;
use Illuminate\Http\JsonResponse;
use Oculant\Core\Bench\EntryRefused;
use OpenApi\Attributes as OA;
use Throwable;

final class LogController
{
    #[
        OA\Post(
            path: '/jobs/{job}/log',
            operationId: 'appendLog',
            summary: 'Add entries to the log; sending one twice is harmless',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['entries'],
                    properties: [
                        new OA\Property(
                            property: 'sent_at',
                            description: 'by the same clock as the entries\' own times; tells how old they are ' .
                                'whatever that ' .
                                'clock shows',
                            type: 'string',
                            format: 'date-time',
                        ),
                        new OA\Property(
                            property: 'entries',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/EntryToSend'),
                        ),
                        new OA\Property(
                            property: 'bench',
                            description: 'true: the answer brings what the bench screen shows with them',
                            type: 'boolean',
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All entries stand',
                    content: new OA\JsonContent(
                        required: ['accepted'],
                        properties: [
                            new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string')),
                            new OA\Property(property: 'bench', ref: '#/components/schemas/Bench'),
                        ],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'An entry was refused; those before it stand',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(LogRequest $request, JobLog $log): JsonResponse
    {
        $accepted = [];
        $file = null;
        foreach ($request->entries() as $entry) {
            try {
                $file = $log->take($request->job(), $request->technician(), $entry);
                $accepted[] = $entry['id'];
            } catch (EntryRefused $e) {
                return new JsonResponse(
                    [
                        'message' => $e->getMessage(),
                        'errors' => [$e->field => [$e->getMessage()]],
                        'accepted' => $accepted,
                    ],
                    422,
                );
            }
        }

        return new JsonResponse(
            ['accepted' => $accepted] +
                ($file !== null && $request->boolean('bench') ? self::bench($file, $request) : []),
        );
    }

    /**
     * The entries stand whatever becomes of the page.
     *
     * @return array{bench?: array<string, mixed>}
     */
    private static function bench(JobFile $file, LogRequest $request): array
    {
        try {
            $file->job->loadMissing('user');

            return ['bench' => (new BenchResource($file))->toArray($request)];
        } catch (Throwable $e) {
            report($e);

            return [];
        }
    }
}
