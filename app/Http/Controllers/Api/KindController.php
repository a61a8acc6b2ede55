<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Supply;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use OpenApi\Attributes as OA;

/**
 * The kinds of part, for whoever writes a description by hand.
 *
 * @phpstan-type KindParameter array{
 *     name: string,
 *     title: string,
 *     needed: bool,
 *     // one of those it is known by, though another may stand for it
 *     main: bool,
 *     options: list<string>,
 * }
 *
 * @phpstan-type Kind array{
 *     name: string,
 *     title: string,
 *     terminals: list<string>,
 *     needed: list<string>,
 *     parameters: list<KindParameter>,
 * }
 */
final class KindController
{
    #[
        OA\Get(
            path: '/kinds',
            operationId: 'listKinds',
            summary: 'Kinds of part with their terminals and values',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Kinds',
                    content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Kind')),
                ),
            ],
        ),
    ]
    public function __invoke(): JsonResponse
    {
        Gate::authorize('viewAny', Supply::class);

        return new JsonResponse(
            array_values(
                array_map(
                    static fn(PartKind $kind): array => [
                        'name' => $kind->name(),
                        'title' => $kind->title(),
                        'terminals' => $kind->terminals()->all(),
                        'needed' => $kind->terminals()->required,
                        'parameters' => array_map(
                            static fn(Parameter $p): array => [
                                'name' => $p->name,
                                'title' => $p->title,
                                'needed' => $p->required,
                                'main' => $p->main,
                                'options' => $p->options,
                            ],
                            $kind->parameters(),
                        ),
                    ],
                    PartKinds::all(),
                ),
            ),
        );
    }
}
