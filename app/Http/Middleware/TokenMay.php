<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\Abilities;
use App\Models\User;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Laravel\Sanctum\PersonalAccessToken;
use Symfony\Component\HttpFoundation\Response;

/** Keeps a token to what it was made for; a person who signed in is kept to nothing here. */
final class TokenMay
{
    /** For what only a person does: making tokens, signing out. */
    public const NOBODY = 'person';

    public function handle(Request $request, Closure $next, string $ability): Response
    {
        $user = $request->user();
        $token = $user instanceof User ? $user->currentAccessToken() : null;
        if ($token instanceof PersonalAccessToken && ($ability === self::NOBODY || !$token->can($ability))) {
            return new JsonResponse(
                [
                    'message' =>
                        $ability === self::NOBODY
                            ? 'A token cannot do this: sign in as a person.'
                            : sprintf(
                                'This token was not made for that: it may %s. Make one with the ability "%s".',
                                implode(
                                    ', ',
                                    array_intersect_key(Abilities::ALL, array_flip($token->abilities ?? [])),
                                ) ?:
                                'do nothing',
                                $ability,
                            ),
                ],
                403,
            );
        }

        return $next($request);
    }
}
