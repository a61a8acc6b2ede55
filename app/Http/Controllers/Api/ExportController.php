<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Supply;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use Oculant\Core\Expectation\NetlistOf;
use Oculant\Core\Supply\DescriptionReader;
use OpenApi\Attributes as OA;

/** Open files out. */
final class ExportController
{
    #[
        OA\Get(
            path: '/supplies/{supply}/spice',
            operationId: 'exportSpice',
            summary: 'The circuit as a SPICE netlist',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Netlist',
                    content: new OA\MediaType(mediaType: 'text/plain', schema: new OA\Schema(type: 'string')),
                ),
            ],
        ),
    ]
    public function spice(Supply $supply): Response
    {
        Gate::authorize('view', $supply);
        $description = DescriptionReader::fromArray($supply->description);

        return $this->file(
            $supply,
            'cir',
            'text/plain; charset=utf-8',
            NetlistOf::running($description, $description->mode(null)),
        );
    }

    #[
        OA\Get(
            path: '/supplies/{supply}/json',
            operationId: 'exportJson',
            summary: 'The description in the open format oculant/supply',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Description',
                    content: new OA\JsonContent(type: 'object', additionalProperties: true),
                ),
            ],
        ),
    ]
    public function json(Supply $supply): Response
    {
        Gate::authorize('view', $supply);

        return $this->file(
            $supply,
            'json',
            'application/json',
            json_encode(
                $supply->description,
                JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            ),
        );
    }

    private function file(Supply $supply, string $extension, string $type, string $content): Response
    {
        return new Response($content, 200, [
            'Content-Type' => $type,
            'Content-Disposition' => sprintf(
                'attachment; filename="%s.%s"',
                Str::slug("{$supply->title} {$supply->revision}"),
                $extension,
            ),
        ]);
    }
}
