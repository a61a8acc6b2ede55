<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use Illuminate\Http\JsonResponse;
use Oculant\Core\Bench\Entry\Symptom;
use OpenApi\Attributes as OA;

/** The symptoms that an entry may carry; nothing of any workshop is in them. */
final class SymptomController
{
    #[OA\Get(path: '/symptoms', operationId: 'listSymptoms', summary: 'The symptoms and how people say them', responses: [
        new OA\Response(response: 200, description: 'Symptoms', content: new OA\JsonContent(type: 'array', items: new OA\Items(required: ['value', 'label'], properties: [new OA\Property(property: 'value', type: 'string'), new OA\Property(property: 'label', type: 'string')], type: 'object'))),
    ])]
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(array_map(
            static fn(string $value, string $label): array => ['value' => $value, 'label' => $label],
            array_keys(Symptom::WORDS),
            Symptom::WORDS,
        ));
    }
}
