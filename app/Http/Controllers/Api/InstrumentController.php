<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\InstrumentRequest;
use App\Http\Resources\InstrumentView;
use App\Instruments\AllowList;
use App\Instruments\Rack;
use App\Models\Instrument;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/**
 * The instruments of a workshop.
 *
 * @phpstan-import-type InstrumentAnswer from InstrumentView
 *
 * @phpstan-type Instruments array{
 *     instruments: list<InstrumentAnswer>,
 *     allowed: list<string>,
 *     kinds: list<KindWord>,
 *     may_edit: bool,
 * }
 *
 * @phpstan-type KindWord array{
 *     kind: string,
 *     words: string,
 * }
 *
 * @phpstan-type InstrumentTry array{
 *     identity: string,
 * }
 */
final class InstrumentController
{
    use KnowsWhoAsks;

    #[
        OA\Get(
            path: '/instruments',
            operationId: 'listInstruments',
            summary: 'The instruments of this workshop',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Instruments',
                    content: new OA\JsonContent(ref: '#/components/schemas/Instruments'),
                ),
            ],
        ),
    ]
    public function index(Request $request, Rack $rack, AllowList $allowed): JsonResponse
    {
        Gate::authorize('viewAny', Instrument::class);

        return new JsonResponse([
            'instruments' => $rack->of($this->user($request)->workshop_id)->map(InstrumentView::of(...))->values(),
            'allowed' => $allowed->within($this->user($request)->workshop?->networks)->networks(),
            'kinds' => array_map(
                static fn(string $kind, string $words): array => ['kind' => $kind, 'words' => $words],
                array_keys(Instrument::KINDS),
                Instrument::KINDS,
            ),
            'may_edit' => Gate::allows('create', Instrument::class),
        ]);
    }

    #[
        OA\Post(
            path: '/instruments',
            operationId: 'addInstrument',
            summary: 'A new instrument; its address must be one that the server allows',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/InstrumentCells'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/InstrumentAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(InstrumentRequest $request, AllowList $allowed): JsonResponse
    {
        $instrument = Instrument::query()->create(
            ['workshop_id' => $this->user($request)->workshop_id, 'is_stand_in' => false] + $request->columns($allowed),
        );

        return new JsonResponse(InstrumentView::of($instrument), 201);
    }

    #[
        OA\Put(
            path: '/instruments/{instrument}',
            operationId: 'changeInstrument',
            summary: 'Change an instrument',
            parameters: [
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/InstrumentCells'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Changed',
                    content: new OA\JsonContent(ref: '#/components/schemas/InstrumentAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(InstrumentRequest $request, Instrument $instrument, AllowList $allowed): JsonResponse
    {
        $columns = $request->columns($allowed);
        // With another address it is another thing than the simulated one.
        $moved = [$columns['host'], $columns['port']] !== [$instrument->host, $instrument->port];
        $instrument->update($columns + ['is_stand_in' => $instrument->is_stand_in && !$moved]);

        return new JsonResponse(InstrumentView::of($instrument));
    }

    #[
        OA\Delete(
            path: '/instruments/{instrument}',
            operationId: 'dropInstrument',
            summary: 'Take an instrument off the list; what it has read stays in the logs',
            parameters: [
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Gone')],
        ),
    ]
    public function destroy(Instrument $instrument): Response
    {
        Gate::authorize('update', $instrument);
        $instrument->delete();

        return response()->noContent();
    }

    #[
        OA\Post(
            path: '/instruments/{instrument}/try',
            operationId: 'tryInstrument',
            summary: 'Ask it who it is',
            parameters: [
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It answers',
                    content: new OA\JsonContent(ref: '#/components/schemas/InstrumentTry'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It does not',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function try(Instrument $instrument, Rack $rack): JsonResponse
    {
        Gate::authorize('view', $instrument);

        return new JsonResponse(['identity' => $rack->driver($instrument)->identify()]);
    }
}
