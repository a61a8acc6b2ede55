<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Instruments\AllowList;
use App\Models\Instrument;
use App\Models\User;
use App\Models\Workshop;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/**
 * Where the instruments of this workshop may be, within what the server allows.
 *
 * @phpstan-type Networks array{
 *     // of this workshop; empty for all that the server allows
 *     networks: list<string>,
 *     // what the server allows
 *     server: list<string>,
 *     may_edit: bool,
 * }
 */
final readonly class NetworkController
{
    public function __construct(private AllowList $allowed) {}

    #[
        OA\Get(
            path: '/networks',
            operationId: 'showNetworks',
            summary: 'Where instruments of this workshop may be',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Networks',
                    content: new OA\JsonContent(ref: '#/components/schemas/Networks'),
                ),
            ],
        ),
    ]
    public function show(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', Instrument::class);

        return $this->view($this->workshop($request), $request);
    }

    #[
        OA\Put(
            path: '/networks',
            operationId: 'chooseNetworks',
            summary: 'Choose where they may be; an empty list is all that the server allows',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['networks'],
                    properties: [
                        new OA\Property(property: 'networks', type: 'array', items: new OA\Items(type: 'string')),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/Networks'),
                ),
                new OA\Response(response: 403, description: 'Not the lead'),
                new OA\Response(
                    response: 422,
                    description: 'No network, or none that the server allows',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(Request $request): JsonResponse
    {
        abort_if(
            !($request->user()?->can('override gates') ?? false),
            403,
            'Where instruments may be is for the lead to choose.',
        );
        /** @var list<string> $networks */
        $networks = array_values(
            $request->validate([
                'networks' => ['present', 'array', 'max:20'],
                'networks.*' => ['required', 'string', 'max:45'],
            ])['networks'],
        );
        array_map($this->allowed->mustCover(...), $networks);
        $workshop = $this->workshop($request);
        $workshop->update(['networks' => $networks === [] ? null : $networks]);

        return $this->view($workshop, $request);
    }

    private function view(Workshop $workshop, Request $request): JsonResponse
    {
        return new JsonResponse([
            'networks' => $workshop->networks ?? [],
            'server' => $this->allowed->networks(),
            'may_edit' => $request->user()?->can('override gates') ?? false,
        ]);
    }

    private function workshop(Request $request): Workshop
    {
        $user = $request->user();
        assert($user instanceof User);

        return Workshop::query()->findOrFail($user->workshop_id);
    }
}
