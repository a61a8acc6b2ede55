<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\TokenRequest;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Laravel\Sanctum\PersonalAccessToken;
use OpenApi\Attributes as OA;

/** Tokens for scripts; each account sees and revokes its own only. */
final class TokenController
{
    #[OA\Get(path: '/tokens', operationId: 'listTokens', summary: 'Your tokens', responses: [
        new OA\Response(response: 200, description: 'Tokens', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Token'))),
    ])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->user($request)->tokens()->orderBy('id')->get()->map(static fn(PersonalAccessToken $token): array => [
            'id' => $token->id, 'name' => $token->name, 'last_used_at' => $token->last_used_at?->toIso8601String(),
        ]));
    }

    #[OA\Post(path: '/tokens', operationId: 'makeToken', summary: 'Make a token for scripts', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['name'], properties: [new OA\Property(property: 'name', type: 'string')])), responses: [
        new OA\Response(response: 201, description: 'The token, shown once', content: new OA\JsonContent(ref: '#/components/schemas/NewToken')),
    ])]
    public function store(TokenRequest $request): JsonResponse
    {
        $token = $this->user($request)->createToken($request->string('name')->toString());

        return new JsonResponse(['id' => $token->accessToken->getKey(), 'name' => $token->accessToken->name, 'plain' => $token->plainTextToken], 201);
    }

    #[OA\Delete(path: '/tokens/{token}', operationId: 'revokeToken', summary: 'Revoke a token', parameters: [new OA\Parameter(name: 'token', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))], responses: [
        new OA\Response(response: 204, description: 'Revoked'), new OA\Response(response: 404, description: 'Not yours'),
    ])]
    public function destroy(Request $request, int $token): Response
    {
        abort_if($this->user($request)->tokens()->whereKey($token)->delete() === 0, 404, 'You have no such token.');

        return response()->noContent();
    }

    private function user(Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);

        return $user;
    }
}
