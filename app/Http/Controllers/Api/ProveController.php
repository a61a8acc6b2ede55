<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\Proving\CalibrationDesk;
use App\Bench\Proving\HeatDesk;
use App\Bench\Proving\LoadDesk;
use App\Bench\Proving\SafetyDesk;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use Oculant\Core\Proving\Heat\HeatJudge;
use Oculant\Core\Proving\Load\WireGauge;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Proving\Soak\SoakPlan;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use OpenApi\Attributes as OA;

/**
 * The tests that prove a unit: what they ask for, and what has been read of them. Nothing here writes; the log does.
 *
 * @phpstan-import-type SoakChannel from Channel
 * @phpstan-import-type SoakLoad from HeatDesk
 * @phpstan-import-type SoakStage from SoakPlan
 *
 * @phpstan-type WireRule array{
 *     diameter: string,
 *     area: string,
 *     amperes: string,
 *     source: string,
 * }
 *
 * @phpstan-type SoakPreset array{
 *     id: string,
 *     title: string,
 *     stages: list<SoakStage>,
 * }
 *
 * @phpstan-type SoakDraft array{
 *     channels: list<SoakChannel>,
 *     loads: list<SoakLoad>,
 *     presets: list<SoakPreset>,
 * }
 */
final class ProveController
{
    public function __construct(
        private readonly Solutions $solutions,
        private readonly LoadDesk $loads,
        private readonly HeatDesk $heats,
        private readonly CalibrationDesk $calibrations,
        private readonly SafetyDesk $safety,
    ) {}

    #[
        OA\Get(
            path: '/jobs/{job}/prove/load',
            operationId: 'showLoadTest',
            summary: 'The load test: steps, what a good unit shows, what was read',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The test',
                    content: new OA\JsonContent(ref: '#/components/schemas/LoadTestAnswer'),
                ),
            ],
        ),
    ]
    public function load(RepairJob $job): JsonResponse
    {
        return new JsonResponse($this->loads->load($this->file($job)));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/prove/soak',
            operationId: 'draftSoak',
            summary: 'The channels that a soak should watch, and the usual stages',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'The draft',
                    content: new OA\JsonContent(ref: '#/components/schemas/SoakDraft'),
                ),
            ],
        ),
    ]
    public function soak(RepairJob $job): JsonResponse
    {
        $presets = array_map(
            static fn(string $id, array $usual): array => [
                'id' => $id,
                'title' => $usual[0],
                'stages' => array_map(
                    static fn(array $s): array => [
                        'title' => sprintf('%d %% load', (int) round(100 * $s[1])),
                        'hours' => $s[0],
                        'share' => $s[1],
                    ],
                    $usual[1],
                ),
            ],
            array_keys(SoakPlan::USUAL),
            array_values(SoakPlan::USUAL),
        );

        return new JsonResponse($this->heats->soak($this->file($job)) + ['presets' => $presets]);
    }

    #[
        OA\Get(
            path: '/jobs/{job}/prove/heat',
            operationId: 'showHeat',
            summary: 'Parts worth a temperature, and the temperatures judged',
            parameters: [
                new OA\Parameter(
                    name: 'hottest',
                    in: 'query',
                    required: false,
                    description: 'degrees Celsius of the hottest room that it has to live in',
                    schema: new OA\Schema(type: 'number'),
                ),
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'Heat',
                    content: new OA\JsonContent(ref: '#/components/schemas/Heat'),
                ),
            ],
        ),
    ]
    public function heat(Request $request, RepairJob $job): JsonResponse
    {
        $file = $this->file($job);
        $asked = $request->validate(
            ['hottest' => ['nullable', 'numeric', 'between:20,70']],
            ['hottest.*' => 'The hottest room that a unit has to live in: a number from 20 to 70 °C.'],
        );

        return new JsonResponse($this->heats->heat($file, (float) ($asked['hottest'] ?? HeatJudge::HOTTEST)));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/prove/calibration',
            operationId: 'showCalibration',
            summary: 'Adjustments in their order, points, and the passes so far',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'Calibration',
                    content: new OA\JsonContent(ref: '#/components/schemas/Calibration'),
                ),
            ],
        ),
    ]
    public function calibration(RepairJob $job): JsonResponse
    {
        return new JsonResponse($this->calibrations->calibration($this->file($job)));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/prove/safety',
            operationId: 'showSafety',
            summary: 'The electrical safety tests with their limits, and their results',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Safety tests',
                    content: new OA\JsonContent(ref: '#/components/schemas/SafetyTests'),
                ),
            ],
        ),
    ]
    public function safety(RepairJob $job): JsonResponse
    {
        return new JsonResponse($this->safety->safety($this->file($job)));
    }

    #[
        OA\Get(
            path: '/wire',
            operationId: 'rateWire',
            summary: 'What a wire carries, where nobody knows the rating',
            parameters: [
                new OA\Parameter(
                    name: 'diameter',
                    in: 'query',
                    required: true,
                    description: 'Bare conductor, "2.2 mm", or a gauge number, "AWG 12"',
                    schema: new OA\Schema(type: 'string'),
                ),
                new OA\Parameter(
                    name: 'school',
                    in: 'query',
                    description: 'chassis (if left out): the cautious one; duct: the table of the standard',
                    schema: new OA\Schema(type: 'string', enum: ['chassis', 'duct']),
                ),
                new OA\Parameter(
                    name: 'ambient',
                    in: 'query',
                    description: 'degrees Celsius of the air around it; 40 if left out',
                    schema: new OA\Schema(type: 'number'),
                ),
                new OA\Parameter(
                    name: 'insulation',
                    in: 'query',
                    description: 'pvc (70 °C, if left out), xlpe (90 °C) or silicone (180 °C)',
                    schema: new OA\Schema(type: 'string', enum: ['pvc', 'xlpe', 'silicone']),
                ),
                new OA\Parameter(
                    name: 'wires',
                    in: 'query',
                    description: 'loaded wires in one bundle; 1 if left out',
                    schema: new OA\Schema(type: 'integer'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Amperes',
                    content: new OA\JsonContent(ref: '#/components/schemas/WireRule'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'The diameter cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function wire(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);
        $asked = $request->validate(
            [
                'diameter' => ['required', 'string'],
                'school' => [Rule::in(array_keys(WireGauge::SCHOOLS))],
                'ambient' => ['numeric', 'between:-20,150'],
                'insulation' => [Rule::in(array_keys(WireGauge::INSULATIONS))],
                'wires' => ['integer', 'between:1,50'],
            ],
            [
                'diameter.required' => 'Say how thick the bare conductor is: "2.2 mm", or "AWG 12".',
                'school' => 'The school is chassis or duct.',
                'ambient' => 'The air around it: a number from -20 to 150 °C.',
                'insulation' => 'The insulation is pvc, xlpe or silicone.',
                'wires' => 'Loaded wires in the bundle: 1 to 50.',
            ],
        );
        $text = trim((string) $request->string('diameter'));
        try {
            $millimetres =
                preg_match('/^awg\s*(-?\d{1,2})$/i', $text, $m) === 1
                    ? WireGauge::diameter((int) $m[1])
                    : 1000 * Quantity::parse($text, Unit::Metre)->value;
        } catch (UnreadableQuantity) {
            throw PlanRefused::because(
                'diameter',
                sprintf('"%s" is no diameter of a conductor. Write "2.2 mm", or "AWG 12".', mb_substr($text, 0, 40)),
            );
        }
        if ($millimetres < 0.1 || $millimetres > 20.0) {
            throw PlanRefused::because(
                'diameter',
                sprintf('%s mm: conductors of 0.1 to 20 mm are rated here.', round($millimetres, 3)),
            );
        }

        return new JsonResponse([
            'diameter' => sprintf('%.2f mm', $millimetres),
            'area' => sprintf('%.2f mm²', WireGauge::area($millimetres)),
            'amperes' => Quantity::write(
                WireGauge::amperes(
                    $millimetres,
                    $asked['school'] ?? WireGauge::CHASSIS,
                    (float) ($asked['ambient'] ?? 40.0),
                    $asked['insulation'] ?? 'pvc',
                    (int) ($asked['wires'] ?? 1),
                ),
                Unit::Ampere,
                2,
            ),
            'source' => WireGauge::SCHOOLS[$asked['school'] ?? WireGauge::CHASSIS],
        ]);
    }

    private function file(RepairJob $job): JobFile
    {
        Gate::authorize('view', $job);

        return JobFile::open($this->solutions, $job);
    }
}
