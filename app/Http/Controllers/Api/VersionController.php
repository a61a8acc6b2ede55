<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Supply;
use App\Models\SupplyVersion;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Supply\Differences;
use OpenApi\Attributes as OA;

/**
 * What a supply was before, and how its revisions differ.
 *
 * @phpstan-type Version array{
 *     id: string,
 *     number: int,
 *     by: ?string,
 *     at: ?string,
 *     changes: ?int,
 * }
 *
 * @phpstan-type Revision array{
 *     id: string,
 *     title: string,
 *     revision: string,
 * }
 *
 * @phpstan-type Versions array{
 *     versions: list<Version>,
 *     family: list<Revision>,
 * }
 */
final class VersionController
{
    #[
        OA\Get(
            path: '/supplies/{supply}/versions',
            operationId: 'listVersions',
            summary: 'Versions of a supply, newest first, and the other revisions of its family',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Versions and revisions',
                    content: new OA\JsonContent(ref: '#/components/schemas/Versions'),
                ),
            ],
        ),
    ]
    public function index(Supply $supply): JsonResponse
    {
        Gate::authorize('view', $supply);
        $family = Supply::query()->ofDesign($supply)->whereKeyNot($supply->id)->orderBy('revision')->get();
        $versions = $supply->versions()->with('user')->get();

        return new JsonResponse([
            'versions' => $versions
                ->map(
                    static fn(SupplyVersion $v, int $k): array => [
                        'id' => $v->id,
                        'number' => $v->number,
                        'by' => $v->user?->name,
                        'at' => $v->created_at?->toIso8601String(),
                        'changes' => isset($versions[$k + 1])
                            ? count(Differences::between($versions[$k + 1]->description, $v->description))
                            : null,
                    ],
                )
                ->all(),
            'family' => $family
                ->map(static fn(Supply $s): array => ['id' => $s->id, 'title' => $s->title, 'revision' => $s->revision])
                ->all(),
        ]);
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/differences',
            operationId: 'compareSupply',
            summary: 'What the present description says otherwise than an older version (`version`) or another ' .
                'revision ' .
                '(`other`)',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'version', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'other', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Field by field',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/Difference'),
                    ),
                ),
            ],
        ),
    ]
    public function differences(Request $request, Supply $supply): JsonResponse
    {
        Gate::authorize('view', $supply);
        if ($request->filled('other')) {
            $other = Supply::query()->findOrFail((string) $request->string('other'));
            Gate::authorize('view', $other);

            return new JsonResponse(Differences::between($other->description, $supply->description));
        }
        $number = $request->integer('version', 1);
        $version =
            $supply->versions()->where('number', $number)->first() ??
            throw ValidationException::withMessages([
                'version' => sprintf(
                    'There is no version %d; the newest is %d.',
                    $number,
                    (int) $supply->versions()->max('number'),
                ),
            ]);

        return new JsonResponse(Differences::between($version->description, $supply->description));
    }
}
