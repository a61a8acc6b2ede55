<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Answers to the names that this server goes by, so that no link and no redirect carries a made-up host; and marks
 * cookies secure where the way is.
 */
final class OwnName
{
    public function handle(Request $request, Closure $next): Response
    {
        // Where nobody named them, a trusted proxy knows by which names it is called.
        $isNamed = config('oculant.hosts') !== [];
        if (($isNamed || !$request->isFromTrustedProxy()) && !in_array($request->getHost(), self::names(), true)) {
            return new JsonResponse(
                [
                    'message' => sprintf(
                        'This server does not go by the name "%s". Whoever runs it sets its names in OCULANT_HOSTS.',
                        mb_substr($request->getHost(), 0, 100),
                    ),
                ],
                421,
            );
        }
        config(['session.secure' => $request->isSecure()]);

        return $next($request);
    }

    /** @return list<string> */
    private static function names(): array
    {
        return [
            (string) parse_url((string) config('app.url'), PHP_URL_HOST),
            'localhost',
            '127.0.0.1',
            '[::1]',
            mb_strtolower((string) gethostname()),
            ...array_map(mb_strtolower(...), (array) config('oculant.hosts')),
        ];
    }
}
