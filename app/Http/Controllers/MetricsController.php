<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Keeping\Metrics;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\IpUtils;

/** For whoever scrapes: from this machine, or with the word that the administrator gave out. */
final readonly class MetricsController
{
    public function __construct(private Metrics $metrics) {}

    public function __invoke(Request $request): Response
    {
        $plain = ['Content-Type' => 'text/plain; version=0.0.4; charset=utf-8', 'Cache-Control' => 'no-store'];
        $word = (string) config('oculant.metrics');
        $isNear = IpUtils::checkIp((string) $request->ip(), ['127.0.0.0/8', '::1']);
        if (!$isNear && ($word === '' || !hash_equals($word, (string) $request->bearerToken()))) {
            return response(
                "Counts are given on this machine itself, or for the word in OCULANT_METRICS as a bearer token.\n",
                403,
                $plain,
            );
        }

        return response($this->metrics->text(), 200, $plain);
    }
}
