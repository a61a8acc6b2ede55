<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\PageRequest;
use App\Http\Resources\PageView;
use App\Library\Documents;
use App\Models\DocumentPage;
use App\Models\RepairJob;
use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/** Service documents of a design: their pages, and what is pinned on them. */
final readonly class DocumentController
{
    use KnowsWhoAsks;

    public function __construct(private Documents $documents) {}

    #[
        OA\Get(
            path: '/supplies/{supply}/pages',
            operationId: 'listPages',
            summary: 'Pages of service documents of a design, whatever its revision',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'By document and page',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/DocumentPageAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function index(Supply $supply): JsonResponse
    {
        Gate::authorize('view', $supply);

        return new JsonResponse(PageView::all($supply));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/pages',
            operationId: 'listJobPages',
            summary: 'The same of the unit on the bench; none if its description is in no library here',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'By document and page',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/DocumentPageAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function job(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);
        $supply = $job->supply()->first();

        return new JsonResponse($supply === null ? [] : PageView::all($supply));
    }

    #[
        OA\Post(
            path: '/supplies/{supply}/pages',
            operationId: 'addPage',
            summary: 'Keep a page; sending one twice is harmless',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\MediaType(
                    mediaType: 'multipart/form-data',
                    schema: new OA\Schema(
                        required: ['id', 'document', 'number', 'picture'],
                        properties: [
                            new OA\Property(property: 'id', description: 'ULID', type: 'string'),
                            new OA\Property(property: 'document', type: 'string', maxLength: 120),
                            new OA\Property(property: 'number', type: 'integer'),
                            new OA\Property(
                                property: 'picture',
                                description: 'JPEG, PNG or WebP up to 8 MB',
                                type: 'string',
                                format: 'binary',
                            ),
                            new OA\Property(
                                property: 'words',
                                description: 'JSON: [{text, x, y}], middle of each as shares of width and height',
                                type: 'string',
                            ),
                        ],
                    ),
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It is kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/DocumentPageAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It was refused',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(PageRequest $request, Supply $supply): JsonResponse
    {
        $page = $this->documents->add($this->user($request), $supply, $request->page(), $request->picture());

        return new JsonResponse(PageView::of($page->load('pins'), $supply), 201);
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/pages/{page}',
            operationId: 'showPage',
            summary: 'A page as a picture',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'JPEG',
                    content: new OA\MediaType(
                        mediaType: 'image/jpeg',
                        schema: new OA\Schema(type: 'string', format: 'binary'),
                    ),
                ),
                new OA\Response(response: 404, description: 'No page of this design'),
            ],
        ),
    ]
    public function show(Supply $supply, string $page): Response
    {
        Gate::authorize('view', $supply);
        $picture = $this->documents->picture(self::page($supply, $page));
        abort_if($picture === null, 404, 'The picture of this page is not there: add the page again.');

        return new Response($picture, 200, [
            'Content-Type' => 'image/jpeg',
            'Cache-Control' => 'private, max-age=31536000, immutable',
            'Content-Disposition' => 'inline',
        ]);
    }

    #[
        OA\Put(
            path: '/supplies/{supply}/pages/{page}/pins',
            operationId: 'pinPage',
            summary: 'Where a test point, a part or a ground is on a page; one that is there is moved',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/PagePinAnswer'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The page with it',
                    content: new OA\JsonContent(ref: '#/components/schemas/DocumentPageAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such place',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function pin(Request $request, Supply $supply, string $page): JsonResponse
    {
        Gate::authorize('update', $supply);
        $kept = self::page($supply, $page);
        $given = $request->validate([
            'target' => ['required', 'string', 'max:40'],
            'x' => ['required', 'numeric', 'between:0,1'],
            'y' => ['required', 'numeric', 'between:0,1'],
        ]);
        $this->documents->pin($supply, $kept, $given['target'], (float) $given['x'], (float) $given['y']);

        return new JsonResponse(PageView::of($kept->load('pins'), $supply));
    }

    #[
        OA\Delete(
            path: '/supplies/{supply}/pages/{page}/pins/{target}',
            operationId: 'unpinPage',
            summary: 'Take a pin off a page',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'target', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The page without it',
                    content: new OA\JsonContent(ref: '#/components/schemas/DocumentPageAnswer'),
                ),
            ],
        ),
    ]
    public function unpin(Supply $supply, string $page, string $target): JsonResponse
    {
        Gate::authorize('update', $supply);
        $kept = self::page($supply, $page);
        $kept->pins()->where('target', $target)->delete();

        return new JsonResponse(PageView::of($kept->load('pins'), $supply));
    }

    #[
        OA\Delete(
            path: '/supplies/{supply}/pages/{page}',
            operationId: 'removePage',
            summary: 'Take a page away with its pins',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'page', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'It is gone')],
        ),
    ]
    public function destroy(Supply $supply, string $page): Response
    {
        Gate::authorize('update', $supply);
        $this->documents->remove(self::page($supply, $page));

        return new Response('', 204);
    }

    private static function page(Supply $supply, string $id): DocumentPage
    {
        return DocumentPage::query()->ofSupply($supply)->findOrFail($id);
    }
}
