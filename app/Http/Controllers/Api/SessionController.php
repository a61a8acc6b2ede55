<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\FrontDoor;
use App\Accounts\SignIns;
use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Requests\SignInRequest;
use App\Http\Resources\UserResource;
use App\Instruments\OffKey;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use OpenApi\Attributes as OA;

final readonly class SessionController
{
    use KnowsWhoAsks;

    public function __construct(private OffKey $key, private SignIns $signIns) {}

    #[
        OA\Post(
            path: '/session',
            operationId: 'signIn',
            summary: 'Sign in',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SignIn'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Signed in',
                    content: new OA\JsonContent(ref: '#/components/schemas/UserAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Wrong name or password',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
                new OA\Response(response: 429, description: 'Too many tries'),
            ],
        ),
    ]
    public function store(SignInRequest $request, FrontDoor $door): JsonResponse
    {
        $user = $door->open(
            $request->string('email')->value(),
            $request->string('password')->value(),
            (string) $request->ip(),
            $request->string('code')->value(),
        );
        Auth::guard('web')->login($user);
        if ($request->hasSession()) {
            $this->signIns->begin($request->session(), $user, $request);
        }

        return $this->view($request);
    }

    #[
        OA\Get(
            path: '/session',
            operationId: 'whoAmI',
            summary: 'Who is signed in',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The account',
                    content: new OA\JsonContent(ref: '#/components/schemas/UserAnswer'),
                ),
                new OA\Response(response: 401, description: 'Not signed in'),
            ],
        ),
    ]
    public function show(Request $request): JsonResponse
    {
        return $this->view($request);
    }

    #[
        OA\Delete(
            path: '/session',
            operationId: 'signOut',
            summary: 'Sign out',
            responses: [new OA\Response(response: 204, description: 'Signed out')],
        ),
    ]
    public function destroy(Request $request): Response|JsonResponse
    {
        if (!$request->hasSession()) {
            return new JsonResponse(['message' => 'A token has no session to end. Revoke the token instead.'], 422);
        }
        Auth::guard('web')->logout();
        $this->signIns->end($request->session());

        return response()->noContent()->withCookie($this->key->none());
    }

    #[
        OA\Delete(
            path: '/session/everywhere',
            operationId: 'signOutEverywhere',
            summary: 'End every session of this account and revoke its tokens',
            responses: [new OA\Response(response: 204, description: 'Signed out everywhere')],
        ),
    ]
    public function everywhere(Request $request): Response
    {
        $user = $request->user();
        assert($user instanceof User);
        $user->increment('session_epoch');
        $user->tokens()->get()->each->delete();
        Auth::guard('web')->logout();
        $this->signIns->end($request->session());

        return response()->noContent()->withCookie($this->key->none());
    }

    #[
        OA\Get(
            path: '/session/all',
            operationId: 'listSessions',
            summary: 'Where this account is signed in',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Seen last first',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/SignedIn'),
                    ),
                ),
                new OA\Response(response: 422, description: 'A token is signed in nowhere'),
            ],
        ),
    ]
    public function all(Request $request): JsonResponse
    {
        if (!$request->hasSession()) {
            return new JsonResponse(['message' => 'A token is signed in nowhere. Ask as a person.'], 422);
        }

        return new JsonResponse($this->signIns->of($this->user($request), $request->session()));
    }

    #[
        OA\Delete(
            path: '/session/all/{name}',
            operationId: 'endSession',
            summary: 'End one of them',
            parameters: [
                new OA\Parameter(name: 'name', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'It ended'),
                new OA\Response(response: 404, description: 'You are signed in nowhere by that name'),
            ],
        ),
    ]
    public function endOne(Request $request, string $name): Response
    {
        abort_unless($this->signIns->endOf($this->user($request), $name), 404, 'You are not signed in there any more.');

        return response()->noContent();
    }

    /** With the key to emergency off, which is good when nothing else is. */
    private function view(Request $request): JsonResponse
    {
        $user = $request->user();
        assert($user instanceof User);
        $answer = new JsonResponse((new UserResource($user))->toArray($request));

        return $request->hasSession() && $user->can('work')
            ? $answer->withCookie($this->key->cookie($user->workshop_id, $request->isSecure()))
            : $answer;
    }
}
