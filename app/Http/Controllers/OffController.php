<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Middleware\MayPressOff;
use App\Proving\EmergencyOff;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

use function Illuminate\Support\defer;

use OpenApi\Attributes as OA;

/**
 * Emergency off: for the app, for scripts, and without a script for a second window or a phone when the bench page
 * hangs.
 */
final readonly class OffController
{
    public function __construct(private EmergencyOff $button) {}

    #[
        OA\Post(
            path: '/emergency-off',
            operationId: 'emergencyOff',
            summary: 'Every source and load of this workshop off, every run stopped; needs no database',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'What is off, and what is not for sure',
                    content: new OA\JsonContent(ref: '#/components/schemas/EmergencyOff'),
                ),
            ],
        ),
    ]
    public function api(Request $request): JsonResponse
    {
        return new JsonResponse($this->press($request));
    }

    public function show(): Response
    {
        return response()->view('off', ['done' => null]);
    }

    public function page(Request $request): Response
    {
        return response()->view('off', ['done' => $this->press($request)]);
    }

    /** @return array{off: list<string>, failed: list<string>} */
    private function press(Request $request): array
    {
        $workshop = (string) $request->attributes->get(MayPressOff::WORKSHOP);
        $done = $this->button->press($workshop);
        // Logs and runs are told once the answer is out: a locked row holds nobody up here.
        defer(fn() => $this->button->record($workshop))->always();

        return $done;
    }
}
