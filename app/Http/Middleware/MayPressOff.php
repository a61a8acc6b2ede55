<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Instruments\OffKey;
use App\Instruments\OffList;
use App\Models\User;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/**
 * Lets those press emergency off who are of a workshop: by the key they got when they signed in, by a token, and only
 * then by session and database.
 */
final readonly class MayPressOff
{
    public const WORKSHOP = 'off_workshop';

    public function __construct(private OffKey $key, private OffList $list) {}

    public function handle(Request $request, Closure $next): Response
    {
        $bearer = $request->bearerToken();
        $workshop = $bearer === null ? $this->ofKey($request) : $this->list->workshopOfToken($bearer);
        $workshop ??= $this->ofAccount($request);
        if ($workshop === null) {
            return $request->expectsJson() || $request->is('api/*')
                ? new JsonResponse(
                    [
                        'message' =>
                            'Sign in first, or send a token that may set instruments. Or switch the instruments ' .
                            'off at their own panels.',
                    ],
                    401,
                )
                : new RedirectResponse('/');
        }
        $request->attributes->set(self::WORKSHOP, $workshop);

        return $next($request);
    }

    /** Another site's page may not press it by way of somebody's browser. */
    private function ofKey(Request $request): ?string
    {
        return in_array($request->headers->get('Sec-Fetch-Site', 'same-origin'), ['same-origin', 'none'], true)
            ? $this->key->workshop($request)
            : null;
    }

    private function ofAccount(Request $request): ?string
    {
        try {
            $user = Auth::guard('sanctum')->user();
        } catch (Throwable) {
            return null;
        }

        return $user instanceof User &&
            $user->can('work') &&
            ($request->bearerToken() === null || $user->tokenCan('instruments'))
            ? $user->workshop_id
            : null;
    }
}
