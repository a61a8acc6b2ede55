<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\SignInRequest;
use App\Http\Resources\UserResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

final class SessionController
{
    #[OA\Post(path: '/session', operationId: 'signIn', summary: 'Sign in', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/SignIn')), responses: [
        new OA\Response(response: 200, description: 'Signed in', content: new OA\JsonContent(ref: '#/components/schemas/User')),
        new OA\Response(response: 422, description: 'Wrong name or password', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
        new OA\Response(response: 429, description: 'Too many tries'),
    ])]
    public function store(SignInRequest $request): UserResource
    {
        if (! Auth::guard('web')->attempt($request->validated())) {
            throw ValidationException::withMessages(['email' => 'No account has this address and password. Check both; capitals count in the password.']);
        }
        if ($request->hasSession()) {
            $request->session()->regenerate();
        }

        return new UserResource($request->user());
    }

    #[OA\Get(path: '/session', operationId: 'whoAmI', summary: 'Who is signed in', responses: [
        new OA\Response(response: 200, description: 'The account', content: new OA\JsonContent(ref: '#/components/schemas/User')),
        new OA\Response(response: 401, description: 'Not signed in'),
    ])]
    public function show(Request $request): UserResource
    {
        return new UserResource($request->user());
    }

    #[OA\Delete(path: '/session', operationId: 'signOut', summary: 'Sign out', responses: [new OA\Response(response: 204, description: 'Signed out')])]
    public function destroy(Request $request): Response|JsonResponse
    {
        if (! $request->hasSession()) {
            return new JsonResponse(['message' => 'A token has no session to end. Revoke the token instead.'], 422);
        }
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->noContent();
    }
}
