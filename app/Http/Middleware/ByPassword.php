<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\SignIns;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Accounts, tokens and the workshop itself are for whoever gave the password, not a PIN at a bench. */
final readonly class ByPassword
{
    public function handle(Request $request, Closure $next): Response
    {
        return $request->hasSession() && SignIns::isByPin($request->session())
            ? new JsonResponse(['message' => 'You came in by PIN. Sign out and give your password for this.'], 403)
            : $next($request);
    }
}
