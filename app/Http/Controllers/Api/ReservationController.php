<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Drawer\Drawer;
use App\Http\Requests\ReservationRequest;
use App\Models\RepairJob;
use App\Models\StockReservation;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/**
 * What of the drawer is kept for a job.
 *
 * @phpstan-type Reservation array{
 *     id: string,
 *     stock: string,
 *     label: string,
 *     location: string,
 *     part: string,
 *     quantity: int,
 * }
 */
final class ReservationController
{
    #[
        OA\Get(
            path: '/jobs/{job}/reservations',
            operationId: 'listReservations',
            summary: 'What of the drawer is kept for this job',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Reservations',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/Reservation'),
                    ),
                ),
            ],
        ),
    ]
    public function index(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);

        return new JsonResponse(
            StockReservation::query()
                ->where('repair_job_id', $job->id)
                ->with('item')
                ->orderBy('id')
                ->get()
                ->map(self::view(...)),
        );
    }

    #[
        OA\Post(
            path: '/jobs/{job}/reservations',
            operationId: 'reserveStock',
            summary: 'Keep pieces for a place in this job; again for the same place changes the count',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['stock', 'part', 'quantity'],
                    properties: [
                        new OA\Property(property: 'stock', type: 'string'),
                        new OA\Property(property: 'part', type: 'string'),
                        new OA\Property(property: 'quantity', type: 'integer'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Reserved',
                    content: new OA\JsonContent(ref: '#/components/schemas/Reservation'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Fewer are free',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(ReservationRequest $request, RepairJob $job, Drawer $drawer): JsonResponse
    {
        $reservation = $drawer->reserve(
            $request->item(),
            $job,
            $request->technician(),
            $request->string('part')->toString(),
            $request->integer('quantity'),
        );

        return new JsonResponse(self::view($reservation->load('item')), 201);
    }

    #[
        OA\Delete(
            path: '/jobs/{job}/reservations/{reservation}',
            operationId: 'freeStock',
            summary: 'Free it again',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(
                    name: 'reservation',
                    in: 'path',
                    required: true,
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [new OA\Response(response: 204, description: 'Free')],
        ),
    ]
    public function destroy(RepairJob $job, StockReservation $reservation): Response
    {
        Gate::authorize('log', $job);
        abort_if($reservation->repair_job_id !== $job->id, 404, 'There is no such reservation in this job.');
        $reservation->delete();

        return response()->noContent();
    }

    /** @return Reservation */
    private static function view(StockReservation $reservation): array
    {
        $line = $reservation->item?->toLine();

        return [
            'id' => $reservation->id,
            'stock' => $reservation->stock_item_id,
            'label' => $line?->component->label() ?? '',
            'location' => $line->location ?? '',
            'part' => $reservation->part,
            'quantity' => $reservation->quantity,
        ];
    }
}
