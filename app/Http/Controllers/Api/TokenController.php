<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\Abilities;
use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\TokenRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

/**
 * Tokens for scripts; each account sees and revokes its own only, and only as a person.
 *
 * @phpstan-type Token array{
 *     abilities: list<string>,
 *     expires_at: ?string,
 *     id: int,
 *     name: string,
 *     last_used_at: ?string,
 * }
 *
 * @phpstan-type NewToken array{
 *     abilities: list<string>,
 *     expires_at: ?string,
 *     last_used_at: ?string,
 *     id: int,
 *     name: string,
 *     plain: string,
 * }
 */
final class TokenController
{
    use KnowsWhoAsks;

    #[
        OA\Get(
            path: '/tokens',
            operationId: 'listTokens',
            summary: 'Your tokens',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Names, what each may do, until when, and when each was used last',
                    content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Token')),
                ),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->user($request)->tokens()->orderBy('id')->get()->map(self::view(...)));
    }

    #[
        OA\Post(
            path: '/tokens',
            operationId: 'makeToken',
            summary: 'Make a token; its text is shown this once',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['name'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(
                            property: 'abilities',
                            description: 'read and log if nothing is said',
                            type: 'array',
                            items: new OA\Items(type: 'string', enum: ['read', 'log', 'library', 'instruments']),
                        ),
                        new OA\Property(
                            property: 'days',
                            description: 'for which it holds; 90 if nothing is said',
                            type: 'integer',
                            maximum: 366,
                            minimum: 1,
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Made',
                    content: new OA\JsonContent(ref: '#/components/schemas/NewToken'),
                ),
                new OA\Response(response: 403, description: 'A token makes no tokens'),
            ],
        ),
    ]
    public function store(TokenRequest $request): JsonResponse
    {
        $token = $this->user($request)->createToken(
            $request->string('name')->toString(),
            $request->abilities(),
            now()->addDays($request->integer('days', Abilities::DAYS)),
        );

        return new JsonResponse(self::view($token->accessToken) + ['plain' => $token->plainTextToken], 201);
    }

    #[
        OA\Delete(
            path: '/tokens/{token}',
            operationId: 'revokeToken',
            summary: 'Revoke a token',
            parameters: [
                new OA\Parameter(name: 'token', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'Revoked'),
                new OA\Response(response: 404, description: 'You have no such token'),
            ],
        ),
    ]
    public function destroy(Request $request, int $token): Response
    {
        $known = $this->user($request)->tokens()->whereKey($token)->first();
        abort_if($known === null, 404, 'You have no such token.');
        $known->delete();

        return response()->noContent();
    }

    /**
     * @return Token
     */
    private static function view(PersonalAccessToken $token): array
    {
        return [
            'id' => (int) $token->getKey(),
            'name' => (string) $token->name,
            'abilities' => array_values($token->abilities ?? []),
            'expires_at' => $token->expires_at?->toIso8601String(),
            'last_used_at' => $token->last_used_at?->toIso8601String(),
        ];
    }
}
