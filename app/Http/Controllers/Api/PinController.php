<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\BenchPins;
use App\Accounts\FrontDoor;
use App\Accounts\SignIns;
use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Resources\UserResource;
use App\Instruments\OffKey;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use OpenApi\Attributes as OA;

/** Short numbers for a quick change of person at a shared bench. */
final readonly class PinController
{
    use KnowsWhoAsks;

    public function __construct(private BenchPins $pins, private SignIns $signIns, private OffKey $key) {}

    #[
        OA\Get(
            path: '/session/pins',
            operationId: 'listPins',
            summary: 'Who may come in by a PIN in this browser',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Names',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(
                            required: ['id', 'name'],
                            properties: [
                                new OA\Property(property: 'id', type: 'integer'),
                                new OA\Property(property: 'name', type: 'string'),
                            ],
                            type: 'object',
                        ),
                    ),
                ),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->pins->names($request));
    }

    #[
        OA\Post(
            path: '/session/pin',
            operationId: 'signInByPin',
            summary: 'Sign in by the PIN that was set in this browser',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['user', 'pin'],
                    properties: [
                        new OA\Property(property: 'user', type: 'integer'),
                        new OA\Property(property: 'pin', type: 'string'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Signed in',
                    content: new OA\JsonContent(ref: '#/components/schemas/UserAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Not the PIN, or none is set here',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
                new OA\Response(response: 429, description: 'Too many tries'),
            ],
        ),
    ]
    public function open(Request $request): JsonResponse
    {
        $given = $request->validate(['user' => ['required', 'integer'], 'pin' => ['required', 'string', 'max:8']]);
        if (!$request->hasSession()) {
            return new JsonResponse(['message' => 'A PIN is for a browser at a bench.'], 422);
        }
        $user = $this->pins->open($request, (int) $given['user'], $given['pin']);
        Auth::guard('web')->login($user);
        $this->signIns->begin($request->session(), $user, $request, byPin: true);

        $answer = new JsonResponse((new UserResource($user))->toArray($request));

        return $user->can('work')
            ? $answer->withCookie($this->key->cookie($user->workshop_id, $request->isSecure()))
            : $answer;
    }

    #[
        OA\Put(
            path: '/session/pin',
            operationId: 'setPin',
            summary: 'Set a PIN for yourself in this browser, good for a week',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['current', 'pin'],
                    properties: [
                        new OA\Property(property: 'current', description: 'your password', type: 'string'),
                        new OA\Property(property: 'pin', description: 'four to eight digits', type: 'string'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(response: 204, description: 'Set'),
                new OA\Response(
                    response: 422,
                    description: 'Not your password, or a PIN that anybody would guess',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request, FrontDoor $door): Response
    {
        $user = $this->user($request);
        $given = $request->validate([
            'current' => ['required', 'string', 'max:190'],
            'pin' => ['required', 'string', 'max:20'],
        ]);
        $door->confirm($user, $given['current'], (string) $request->ip());

        return response()->noContent()->withCookie($this->pins->set($request, $user, trim($given['pin'])));
    }

    #[
        OA\Delete(
            path: '/session/pin',
            operationId: 'forgetPin',
            summary: 'Take your PIN off this browser',
            responses: [new OA\Response(response: 204, description: 'It is off')],
        ),
    ]
    public function destroy(Request $request): Response
    {
        $this->pins->forget($request, $this->user($request));

        return response()->noContent();
    }
}
