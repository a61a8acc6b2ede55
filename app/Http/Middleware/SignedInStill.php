<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\User;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Ends sessions from before somebody signed out everywhere, wherever sessions are kept. */
final class SignedInStill
{
    public const EPOCH = 'epoch';

    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        if (
            $user instanceof User &&
            $request->hasSession() &&
            $request->bearerToken() === null &&
            (int) $request->session()->get(self::EPOCH, 0) < $user->session_epoch
        ) {
            Auth::guard('web')->logout();
            $request->session()->invalidate();

            return new JsonResponse(['message' => 'You signed out everywhere. Sign in again.'], 401);
        }

        return $next($request);
    }
}
