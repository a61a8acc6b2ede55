<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobLog;
use App\Bench\PhotoAlbum;
use App\Http\Requests\PhotoRequest;
use App\Models\Photo;
use App\Models\RepairJob;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class PhotoController
{
    #[
        OA\Post(
            path: '/jobs/{job}/photos',
            operationId: 'addPhoto',
            summary: 'Keep a photograph and enter it in the log; sending one twice is harmless',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\MediaType(
                    mediaType: 'multipart/form-data',
                    schema: new OA\Schema(
                        required: ['id', 'photo', 'at'],
                        properties: [
                            new OA\Property(
                                property: 'id',
                                description: 'ULID of the entry and of the photograph',
                                type: 'string',
                            ),
                            new OA\Property(
                                property: 'photo',
                                description: 'JPEG, PNG or WebP up to 8 MB',
                                type: 'string',
                                format: 'binary',
                            ),
                            new OA\Property(property: 'caption', type: 'string'),
                            new OA\Property(
                                property: 'target',
                                description: 'point or part that it is of',
                                type: 'string',
                            ),
                            new OA\Property(property: 'at', type: 'string', format: 'date-time'),
                        ],
                    ),
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It stands',
                    content: new OA\JsonContent(
                        required: ['accepted'],
                        properties: [
                            new OA\Property(property: 'accepted', type: 'array', items: new OA\Items(type: 'string')),
                        ],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It was refused',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(PhotoRequest $request, PhotoAlbum $album, JobLog $log): JsonResponse
    {
        $id = strtoupper($request->string('id')->value());
        $log->mayTake($request->job(), 'photo');
        $album->add($request->job(), $request->technician(), $id, $request->picture());
        $entry = $log->append($request->job(), $request->technician(), [
            'id' => $id,
            'kind' => 'photo',
            'payload' => [
                'photo' => $id,
                'caption' => $request->string('caption')->value(),
                'target' => $request->string('target')->value(),
            ],
            'at' => $request->string('at')->value(),
        ]);

        return new JsonResponse(['accepted' => [$entry->id]]);
    }

    #[
        OA\Get(
            path: '/jobs/{job}/photos/{photo}',
            operationId: 'showPhoto',
            summary: 'A photograph of a job',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'photo', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'JPEG',
                    content: new OA\MediaType(
                        mediaType: 'image/jpeg',
                        schema: new OA\Schema(type: 'string', format: 'binary'),
                    ),
                ),
            ],
        ),
    ]
    public function show(RepairJob $job, string $photo, PhotoAlbum $album): Response
    {
        Gate::authorize('view', $job);
        $kept = $album->of($job, $photo);
        abort_if($kept === null, 404, 'There is no such photograph in this job.');
        $picture = $album->picture($job, $photo);
        if ($picture === null) {
            return new Response(
                sprintf(
                    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300" role="img"><rect width="400" ' .
                        'height="300" fill="#e6dfd0"/><text x="200" y="150" text-anchor="middle" ' .
                        'font-family="sans-serif" font-size="16" fill="#5b5343">%s</text></svg>',
                    match ($kept->state) {
                        Photo::WAITING => 'The photograph is being made ready.',
                        Photo::GONE => 'No longer kept: older than photographs are kept here.',
                        default => 'This photograph cannot be read. Take it again.',
                    },
                ),
                $kept->state === Photo::WAITING ? 202 : 200,
                ['Content-Type' => 'image/svg+xml', 'Cache-Control' => 'no-store'],
            );
        }

        return new Response($picture, 200, [
            'Content-Type' => 'image/jpeg',
            'Cache-Control' => 'private, max-age=31536000, immutable',
            'Content-Disposition' => 'inline',
        ]);
    }
}
