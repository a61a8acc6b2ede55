<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Rules\NotedAt;
use App\Instruments\InstrumentDesk;
use App\Instruments\Setting;
use App\Models\Instrument;
use App\Models\RepairJob;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/** Instruments at the bench of a job. */
final class JobInstrumentController
{
    use KnowsWhoAsks;

    private const HERE = '/jobs/{job}/instruments/{instrument}';

    public function __construct(private readonly InstrumentDesk $desk) {}

    #[
        OA\Post(
            path: self::HERE . '/read',
            operationId: 'readInstrument',
            summary: 'Take a reading into the log',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['id', 'at', 'target'],
                    properties: [
                        new OA\Property(property: 'id', type: 'string'),
                        new OA\Property(property: 'at', type: 'string'),
                        new OA\Property(property: 'target', type: 'string'),
                        new OA\Property(property: 'quantity', type: 'string'),
                        new OA\Property(property: 'input', type: 'integer'),
                        new OA\Property(
                            property: 'by_itself',
                            type: 'boolean',
                            description: 'true if nobody pressed: the leads stood still',
                        ),
                        new OA\Property(
                            property: 'keep',
                            type: 'boolean',
                            description: 'false to be told what it shows, without an entry',
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It stands in the log',
                    content: new OA\JsonContent(ref: '#/components/schemas/TakenFrom'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'No value, and why',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function read(Request $request, RepairJob $job, Instrument $instrument): JsonResponse
    {
        Gate::authorize('log', $job);
        Gate::authorize('view', $instrument);
        $asked = $request->validate([
            'id' => ['required', 'string', 'ulid'],
            'at' => ['required', 'string', 'max:40', new NotedAt()],
            'target' => ['required', 'string', 'max:60'],
            'quantity' => ['nullable', 'string', 'max:20'],
            'keep' => ['nullable', 'boolean'],
            'by_itself' => ['nullable', 'boolean'],
            'input' => ['nullable', 'integer', 'min:0', 'max:999'],
        ]);
        $reading = [
            'id' => strtoupper($asked['id']),
            'at' => $asked['at'],
            'target' => $asked['target'],
            'quantity' => $asked['quantity'] ?? null,
            'input' => (int) ($asked['input'] ?? 0),
            'by_itself' => (bool) ($asked['by_itself'] ?? false),
        ];
        if (($asked['keep'] ?? true) === false) {
            return new JsonResponse(['entry' => '', 'text' => $this->desk->shown($job, $instrument, $reading)]);
        }
        $entry = $this->desk->read($job, $this->user($request), $instrument, $reading);

        return new JsonResponse(['entry' => $entry->id, 'text' => (string) ($entry->payload['text'] ?? '')]);
    }

    #[
        OA\Get(
            path: self::HERE . '/effect',
            operationId: 'showMeterEffect',
            summary: 'Where this meter would show something else than a good one: it averages, is too slow, loads ' .
                'the ' .
                'point',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'target', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'quantity', in: 'query', required: false, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'One sentence, or none',
                    content: new OA\JsonContent(
                        required: ['sentence'],
                        properties: [new OA\Property(property: 'sentence', type: 'string', nullable: true)],
                    ),
                ),
            ],
        ),
    ]
    public function effect(Request $request, RepairJob $job, Instrument $instrument): JsonResponse
    {
        Gate::authorize('view', $job);
        Gate::authorize('view', $instrument);
        $asked = $request->validate([
            'target' => ['required', 'string', 'max:60'],
            'quantity' => ['nullable', 'string', 'max:20'],
        ]);

        return new JsonResponse([
            'sentence' => $this->desk->effect($job, $instrument, $asked['target'], $asked['quantity'] ?? null),
        ]);
    }

    #[
        OA\Post(
            path: self::HERE . '/prepare',
            operationId: 'prepareSetting',
            summary: 'What a setting would do, for the one who confirms it, and what a gate still asks for',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SettingToSend'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'To be confirmed',
                    content: new OA\JsonContent(ref: '#/components/schemas/Confirmable'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The setting cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function prepare(Request $request, RepairJob $job, Instrument $instrument): JsonResponse
    {
        [$setting, $part] = $this->setting($request, $job, $instrument);

        return new JsonResponse($this->desk->prepare($job, $this->user($request), $instrument, $setting, $part));
    }

    #[
        OA\Post(
            path: self::HERE . '/set',
            operationId: 'setInstrument',
            summary: 'Set it, as it was confirmed',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'instrument', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SettingToSend'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Set',
                    content: new OA\JsonContent(
                        required: ['set'],
                        properties: [new OA\Property(property: 'set', type: 'boolean')],
                    ),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Not confirmed, a gate is shut, or the instrument refused',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function set(Request $request, RepairJob $job, Instrument $instrument): JsonResponse
    {
        [$setting, $part] = $this->setting($request, $job, $instrument);
        $this->desk->set(
            $job,
            $this->user($request),
            $instrument,
            $setting,
            $part,
            (string) $request->string('confirm'),
        );

        return new JsonResponse(['set' => true]);
    }

    /** @return array{Setting, string|null} */
    private function setting(Request $request, RepairJob $job, Instrument $instrument): array
    {
        Gate::authorize('log', $job);
        Gate::authorize('set', $instrument);
        $given = $request->validate(
            ['on' => ['nullable', 'boolean'], 'part' => ['nullable', 'string', 'max:40']] +
                array_fill_keys(['volts', 'limit', 'hertz', 'amperes', 'ohms', 'input'], ['nullable', 'max:20']),
        );

        return [
            Setting::of($instrument->kind, array_filter($given, static fn(mixed $v): bool => $v !== null)),
            ($given['part'] ?? '') === '' ? null : $given['part'],
        ];
    }
}
