<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\SignIns;
use App\Models\User;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** Refuses sessions that were ended, wherever sessions are kept. */
final readonly class SignedInStill
{
    public function __construct(private SignIns $signIns) {}

    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        if ($user instanceof User && $request->hasSession() && $request->bearerToken() === null) {
            $why = $this->signIns->over($request->session(), $user);
            if ($why !== null) {
                Auth::guard('web')->logout();
                $request->session()->invalidate();

                return new JsonResponse(['message' => $why], 401);
            }
            $this->signIns->seen($request->session(), $user, $request);
        }

        return $next($request);
    }
}
