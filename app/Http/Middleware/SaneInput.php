<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Turns away what no request of this API may be made of, before anything takes it for something else: lists in a query,
 * broken text, numbers without end.
 */
final class SaneInput
{
    private const DEEPEST = 64;

    public function handle(Request $request, Closure $next): Response
    {
        foreach ($request->query->all() as $name => $value) {
            if (is_array($value)) {
                return self::refused(
                    (string) $name,
                    sprintf(
                        '"%s" is one value, and a list was given. Write %s=… once, without brackets.',
                        $name,
                        $name,
                    ),
                );
            }
        }
        $body = $request->isJson() ? $request->json()->all() : $request->request->all();

        return self::look($request->query->all(), '', 0) ?? (self::look($body, '', 0) ?? $next($request));
    }

    /** @param array<mixed> $values */
    private static function look(array $values, string $path, int $depth): ?JsonResponse
    {
        if ($depth > self::DEEPEST) {
            return self::refused(
                $path,
                sprintf(
                    '"%s" is nested deeper than %d times: nothing here is.',
                    mb_substr($path, 0, 60),
                    self::DEEPEST,
                ),
            );
        }
        foreach ($values as $name => $value) {
            $here = $path === '' ? (string) $name : "{$path}.{$name}";
            $wrong = match (true) {
                is_string($name) && !mb_check_encoding($name, 'UTF-8'),
                is_string($value) && !mb_check_encoding($value, 'UTF-8')
                    => 'is not text in UTF-8. Save the file as UTF-8, or type it again',
                is_string($value) && str_contains($value, "\0") => 'has a zero byte in it. Is this the right file?',
                is_float($value) && !is_finite($value) => 'is a number beyond all numbers. Check it and type it again',
                default => null,
            };
            if ($wrong !== null) {
                return self::refused(
                    mb_scrub($here),
                    sprintf('"%s" %s.', mb_substr(mb_scrub($here), 0, 80), rtrim($wrong, '.')),
                );
            }
            if (is_array($value) && ($deeper = self::look($value, $here, $depth + 1)) !== null) {
                return $deeper;
            }
        }

        return null;
    }

    private static function refused(string $field, string $message): JsonResponse
    {
        // A field may be a number, in a list that stands for an object.
        $errors = (object) [mb_substr($field, 0, 100) => [$message]];

        return new JsonResponse(['message' => $message, 'errors' => $errors], 422);
    }
}
