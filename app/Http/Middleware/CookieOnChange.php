<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\SignIns;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Sends the cookies of a session when it is another one, and now and then to keep it alive: an answer that was under
 * way when somebody signed in would give the browser the session that it had before.
 */
final readonly class CookieOnChange
{
    private const TOKEN = 'XSRF-TOKEN';

    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        if ($request->hasSession()) {
            $session = $request->session();
            // By now the session's own middleware has decrypted what the browser sent.
            $isTheSame = $request->cookies->get($session->getName()) === $session->getId();
            if ($isTheSame && !SignIns::isProlonged($request)) {
                foreach ([$session->getName(), self::TOKEN] as $cookie) {
                    $response->headers->removeCookie(
                        $cookie,
                        config()->string('session.path'),
                        config('session.domain'),
                    );
                }
            }
        }

        return $response;
    }
}
