<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobLog;
use App\Http\Requests\LogRequest;
use Illuminate\Http\JsonResponse;
use Oculant\Core\Bench\EntryRefused;
use OpenApi\Attributes as OA;

final class LogController
{
    #[OA\Post(path: '/jobs/{job}/log', operationId: 'appendLog', summary: 'Add entries to the log; sending one twice is harmless', parameters: [new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['entries'], properties: [new OA\Property(property: 'sent_at', description: 'by the same clock as the entries\' own times; tells how old they are whatever that clock shows', type: 'string', format: 'date-time'), new OA\Property(property: 'entries', type: 'array', items: new OA\Items(ref: '#/components/schemas/EntryToSend'))])), responses: [
        new OA\Response(response: 200, description: 'All entries stand', content: new OA\JsonContent(required: ['accepted'], properties: [new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string'))])),
        new OA\Response(response: 422, description: 'An entry was refused; those before it stand', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function __invoke(LogRequest $request, JobLog $log): JsonResponse
    {
        $accepted = [];
        foreach ($request->entries() as $entry) {
            try {
                $accepted[] = $log->append($request->job(), $request->technician(), $entry)->id;
            } catch (EntryRefused $e) {
                return new JsonResponse(['message' => $e->getMessage(), 'errors' => [$e->field => [$e->getMessage()]], 'accepted' => $accepted], 422);
            }
        }

        return new JsonResponse(['accepted' => $accepted]);
    }
}
