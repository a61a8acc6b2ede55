<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\FrontDoor;
use App\Accounts\Passwords;
use App\Accounts\People;
use App\Accounts\SignIns;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;

/** One's own password. */
final class PasswordController
{
    #[
        OA\Put(
            path: '/session/password',
            operationId: 'changePassword',
            summary: 'Change your password; every other session and all tokens of the account end',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['current', 'password'],
                    properties: [
                        new OA\Property(property: 'current', type: 'string', maxLength: 190),
                        new OA\Property(property: 'password', type: 'string', maxLength: 72, minLength: 10),
                    ],
                ),
            ),
            responses: [
                new OA\Response(response: 204, description: 'Changed'),
                new OA\Response(
                    response: 422,
                    description: 'The present one is wrong, or the new one is not good',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(Request $request, FrontDoor $door, People $people, SignIns $signIns): Response
    {
        $user = $request->user();
        assert($user instanceof User);
        /** @var array{current: string, password: string} $given */
        $given = $request->validate([
            'current' => ['required', 'string', 'max:190'],
            'password' => [
                'required',
                'string',
                new Passwords([$user->name, $user->email, $user->workshop->name ?? '']),
            ],
        ]);
        $door->confirm($user, $given['current'], (string) $request->ip());
        $people->newPassword($user, $given['password']);
        if ($request->hasSession()) {
            $signIns->outlive($request->session(), $user);
        }

        return response()->noContent();
    }
}
