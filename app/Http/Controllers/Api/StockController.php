<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Drawer\Drawer;
use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\StockImportRequest;
use App\Http\Requests\StockRequest;
use App\Http\Resources\StockView;
use App\Models\StockItem;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use Oculant\Core\Replacement\Combination\Combination;
use Oculant\Core\Replacement\Combination\Combiner;
use Oculant\Core\Replacement\Combination\Preference;
use Oculant\Core\Replacement\Combination\Target;
use Oculant\Core\Replacement\Drawer\Need;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Replacement\Drawer\StockLine;
use OpenApi\Attributes as OA;

/**
 * The drawer: search by need, fill, correct, import, export, and make values of what is there.
 *
 * @phpstan-import-type PartSet from Combination
 * @phpstan-import-type LineProblem from StockImport
 * @phpstan-import-type NearStock from StockView
 * @phpstan-import-type StockLineAnswer from StockView
 *
 * @phpstan-type Stock array{
 *     words: string,
 *     all: int,
 *     low: int,
 *     lines: list<StockLineAnswer>,
 *     near: list<NearStock>,
 * }
 *
 * @phpstan-type StockImportAnswer array{
 *     read: int,
 *     added: int,
 *     changed: int,
 *     problems: list<LineProblem>,
 *     ignored: list<string>,
 *     sample: list<StockLineAnswer>,
 * }
 *
 * @phpstan-type Combinations array{
 *     target: string,
 *     sets: list<PartSet>,
 * }
 */
final class StockController
{
    use KnowsWhoAsks;

    /** Lines in one answer; a search shows fewer. */
    private const SHOWN = 1000;

    private const NEAR = 10;

    #[
        OA\Get(
            path: '/stock',
            operationId: 'searchStock',
            summary: 'The drawer; `need` finds by need: "at least 47 uF 400 V 105 C, at most 31 mm tall"',
            parameters: [
                new OA\Parameter(name: 'need', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Lines that fit, closest first, and those that miss by one thing',
                    content: new OA\JsonContent(ref: '#/components/schemas/Stock'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The need cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function index(Request $request, Drawer $drawer): JsonResponse
    {
        Gate::authorize('viewAny', StockItem::class);
        $lines = $drawer->lines($this->user($request)->workshop_id);
        $text = mb_substr(trim((string) $request->string('need')), 0, 200);
        $need = $text === '' ? null : Need::read($text);
        $found = $need?->search($lines) ?? ['fits' => $lines, 'near' => []];

        return new JsonResponse([
            'words' => $need?->words() ?? '',
            'all' => count($lines),
            'low' => count(array_filter($lines, static fn(StockLine $l): bool => $l->quantity < $l->minimum)),
            'lines' => array_map(StockView::of(...), array_slice($found['fits'], 0, self::SHOWN)),
            'near' => array_map(
                static fn(array $n): array => StockView::of($n['line']) + ['against' => $n['against']],
                array_slice($found['near'], 0, self::NEAR),
            ),
        ]);
    }

    #[
        OA\Post(
            path: '/stock',
            operationId: 'addStock',
            summary: 'A new line, in words or by value',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/StockCells'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/StockLineAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong with which cell',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(StockRequest $request, Drawer $drawer): JsonResponse
    {
        return new JsonResponse(
            StockView::of($drawer->keep($this->user($request)->workshop_id, $request->toLine())->toLine()),
            201,
        );
    }

    #[
        OA\Put(
            path: '/stock/{item}',
            operationId: 'changeStock',
            summary: 'Correct a line or its count',
            parameters: [
                new OA\Parameter(name: 'item', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/StockCells'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Changed',
                    content: new OA\JsonContent(ref: '#/components/schemas/StockLineAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong with which cell',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(StockRequest $request, StockItem $item, Drawer $drawer): JsonResponse
    {
        return new JsonResponse(StockView::of($drawer->keep($item->workshop_id, $request->toLine($item))->toLine()));
    }

    #[
        OA\Delete(
            path: '/stock/{item}',
            operationId: 'dropStock',
            summary: 'Take a line out of the drawer',
            parameters: [
                new OA\Parameter(name: 'item', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'Gone'),
                new OA\Response(
                    response: 422,
                    description: 'Some of it is reserved',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function destroy(StockItem $item): Response|JsonResponse
    {
        Gate::authorize('update', $item);
        $reserved = (int) $item->reservations()->sum('quantity');
        if ($reserved > 0) {
            return new JsonResponse(
                ['message' => "{$reserved} of it are reserved for jobs: free them there first."],
                422,
            );
        }
        $item->delete();

        return response()->noContent();
    }

    #[
        OA\Post(
            path: '/stock/import',
            operationId: 'importStock',
            summary: 'Read a list of stock (CSV); with `keep` what can be read goes in',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['csv'],
                    properties: [
                        new OA\Property(property: 'csv', type: 'string'),
                        new OA\Property(property: 'keep', type: 'boolean'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'How many lines were read, and what is wrong with the others, line by line',
                    content: new OA\JsonContent(ref: '#/components/schemas/StockImportAnswer'),
                ),
            ],
        ),
    ]
    public function import(StockImportRequest $request, Drawer $drawer): JsonResponse
    {
        $import = $request->toImport();
        $kept = $request->boolean('keep')
            ? $drawer->import($this->user($request)->workshop_id, $import)
            : ['added' => 0, 'changed' => 0];

        return new JsonResponse(
            [
                'read' => count($import->lines),
                'problems' => $import->problems,
                'ignored' => $import->ignored,
                'sample' => array_map(StockView::of(...), array_slice($import->lines, 0, 5)),
            ] + $kept,
        );
    }

    #[
        OA\Get(
            path: '/stock.csv',
            operationId: 'exportStock',
            summary: 'The drawer as CSV, as import reads it',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'CSV',
                    content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
                ),
            ],
        ),
    ]
    public function export(Request $request, Drawer $drawer): Response
    {
        Gate::authorize('viewAny', StockItem::class);

        return new Response($drawer->csv($this->user($request)->workshop_id), 200, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => 'attachment; filename="drawer.csv"',
        ]);
    }

    #[
        OA\Post(
            path: '/stock/combinations',
            operationId: 'combineStock',
            summary: 'The best series and parallel sets of what is there for a value: "13R3 50 W", "0R1 0.1 %"',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['target'],
                    properties: [
                        new OA\Property(property: 'target', type: 'string'),
                        new OA\Property(property: 'by', type: 'string', enum: ['closest', 'fewest', 'cheapest']),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Sets, best first',
                    content: new OA\JsonContent(ref: '#/components/schemas/Combinations'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The target cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function combine(Request $request, Drawer $drawer): JsonResponse
    {
        Gate::authorize('viewAny', StockItem::class);
        $asked = $request->validate(
            ['target' => ['required', 'string', 'max:100'], 'by' => ['nullable', Rule::enum(Preference::class)]],
            ['target.required' => 'What value is needed? For example "13R3 50 W".'],
        );
        $target = Target::read($asked['target']);
        $found = (new Combiner($target, Preference::from($asked['by'] ?? 'closest')))->find(
            $drawer->lines($this->user($request)->workshop_id),
        );

        return new JsonResponse([
            'target' => $target->words(),
            'sets' => array_map(static fn(Combination $c): array => $c->view(), $found),
        ]);
    }
}
