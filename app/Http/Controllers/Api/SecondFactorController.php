<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\FrontDoor;
use App\Accounts\SecondFactor;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** One's own one-time codes; the password is asked for again, since the session may have been left open. */
final readonly class SecondFactorController
{
    public function __construct(private SecondFactor $factor, private FrontDoor $door) {}

    #[
        OA\Post(
            path: '/session/code',
            operationId: 'beginCodes',
            summary: 'A secret for an authenticator app; asked for at sign-in once a code has confirmed it',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['current'],
                    properties: [new OA\Property(property: 'current', type: 'string', maxLength: 190)],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'To be scanned, or typed',
                    content: new OA\JsonContent(
                        required: ['uri', 'secret'],
                        properties: [
                            new OA\Property(property: 'uri', type: 'string'),
                            new OA\Property(property: 'secret', type: 'string'),
                        ],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The password is wrong, or codes are on already',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request): JsonResponse
    {
        $user = $this->confirmed($request);

        return new JsonResponse($this->factor->begin($user), 201);
    }

    #[
        OA\Put(
            path: '/session/code',
            operationId: 'confirmCodes',
            summary: 'Turn one-time codes on, by a code of the app',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['code'],
                    properties: [new OA\Property(property: 'code', type: 'string', maxLength: 10)],
                ),
            ),
            responses: [
                new OA\Response(response: 204, description: 'On'),
                new OA\Response(
                    response: 422,
                    description: 'No code of now',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(Request $request): Response
    {
        $user = $request->user();
        assert($user instanceof User);
        /** @var array{code: string} $given */
        $given = $request->validate(['code' => ['required', 'string', 'max:10']]);
        $this->factor->confirm($user, $given['code']);

        return response()->noContent();
    }

    #[
        OA\Delete(
            path: '/session/code',
            operationId: 'endCodes',
            summary: 'Turn one-time codes off',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['current'],
                    properties: [new OA\Property(property: 'current', type: 'string', maxLength: 190)],
                ),
            ),
            responses: [
                new OA\Response(response: 204, description: 'Off'),
                new OA\Response(
                    response: 422,
                    description: 'The password is wrong',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function destroy(Request $request): Response
    {
        $user = $this->confirmed($request);
        $this->factor->end($user, $user);

        return response()->noContent();
    }

    private function confirmed(Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);
        /** @var array{current: string} $given */
        $given = $request->validate(['current' => ['required', 'string', 'max:190']]);
        $this->door->confirm($user, $given['current'], (string) $request->ip());

        return $user;
    }
}
