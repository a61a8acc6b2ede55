<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\Invitations;
use App\Http\Requests\InvitationRequest;
use App\Models\Invitation;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/**
 * Links that let somebody in once, for whoever holds one.
 *
 * @phpstan-type InvitationAnswer array{
 *     // Shapes of accounts and of the links that make them.
 *     purpose: 'join'|'reset'|'setup',
 *     workshop: ?string,
 *     role: ?string,
 *     name: string,
 *     // whose password it sets
 *     email: ?string,
 *     expires_at: string,
 * }
 */
final readonly class InvitationController
{
    public function __construct(private Invitations $invitations) {}

    #[
        OA\Get(
            path: '/invitations/{word}',
            operationId: 'showInvitation',
            summary: 'What a link is for',
            parameters: [
                new OA\Parameter(name: 'word', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What it is for',
                    content: new OA\JsonContent(ref: '#/components/schemas/InvitationAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Used, withdrawn or too old',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function show(string $word): JsonResponse
    {
        return self::view($this->invitations->find($word));
    }

    #[
        OA\Post(
            path: '/invitations/{word}',
            operationId: 'takeInvitation',
            summary: 'Join, set a new password, or begin a workshop; then sign in with it',
            parameters: [
                new OA\Parameter(name: 'word', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['password'],
                    properties: [
                        new OA\Property(property: 'workshop', type: 'string', maxLength: 120),
                        new OA\Property(property: 'name', type: 'string', maxLength: 80),
                        new OA\Property(property: 'email', type: 'string', maxLength: 190),
                        new OA\Property(property: 'password', type: 'string', maxLength: 72, minLength: 10),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'The address to sign in with',
                    content: new OA\JsonContent(
                        required: ['email'],
                        properties: [new OA\Property(property: 'email', type: 'string')],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Not good any more, or something needs mending',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(InvitationRequest $request, string $word): JsonResponse
    {
        /** @var array{name?: string, email?: string, password: string, workshop?: string} $given */
        $given = $request->validated();

        return new JsonResponse(['email' => $this->invitations->take($word, $given)->email], 201);
    }

    private static function view(Invitation $invitation): JsonResponse
    {
        return new JsonResponse([
            'purpose' => $invitation->purpose,
            'workshop' => $invitation->workshop?->name,
            'role' => $invitation->role,
            'name' => $invitation->name,
            'email' => $invitation->user?->email,
            'expires_at' => $invitation->expires_at->toIso8601String(),
        ]);
    }
}
