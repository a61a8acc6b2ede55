<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Http\Controllers\KnowsWhoAsks;
use App\Instruments\Confirmation;
use App\Knowledge\Solutions;
use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\User;
use App\Proving\Runs;
use App\Proving\RunView;
use App\Proving\SampleStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Proving\Soak\Channel;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\UnreadableQuantity;
use OpenApi\Attributes as OA;

/**
 * Runs that the server watches by itself: soak, heat, repeated starts.
 *
 * @phpstan-import-type RunGap from RunView
 *
 * @phpstan-type RunPlotChannel array{
 *     channel: int,
 *     title: string,
 *     unit: string,
 *     low: ?float,
 *     high: ?float,
 *     points: list<list<float>>,
 * }
 *
 * @phpstan-type RunPlot array{
 *     from: int,
 *     to: int,
 *     step: int,
 *     channels: list<RunPlotChannel>,
 *     gaps: list<RunGap>,
 * }
 *
 * @phpstan-type RunToSend array{
 *     kind: 'soak'|'heat'|'starts',
 *     plan: array<string, mixed>,
 *     confirm?: ?string,
 * }
 */
final class RunController
{
    use KnowsWhoAsks;

    private const MOST_POINTS = 2000;

    public function __construct(
        private readonly Solutions $solutions,
        private readonly Runs $runs,
        private readonly RunView $view,
    ) {}

    #[
        OA\Get(
            path: '/jobs/{job}/runs',
            operationId: 'listRuns',
            summary: 'The runs of a job, newest first',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Runs',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/RunAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function index(RepairJob $job): JsonResponse
    {
        Gate::authorize('view', $job);
        $now = $this->runs->now();

        return new JsonResponse(
            Run::query()
                ->with('user')
                ->where('repair_job_id', $job->id)
                ->orderByDesc('number')
                ->limit(20)
                ->get()
                ->map(fn(Run $r): array => $this->view->of($r, $now)),
        );
    }

    #[
        OA\Post(
            path: '/jobs/{job}/runs/prepare',
            operationId: 'prepareRun',
            summary: 'Check a plan; says what instruments will be set to, for the one who confirms it',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/RunToSend'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'To be confirmed',
                    content: new OA\JsonContent(ref: '#/components/schemas/Confirmable'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong with the plan',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function prepare(Request $request, RepairJob $job): JsonResponse
    {
        [$file, $user, $kind, $plan] = $this->asked($request, $job);

        return new JsonResponse([
            'sentence' => $this->runs->sentence($file, $plan),
            'confirm' => Confirmation::of($user->id, $job->id, [$kind, $plan]),
            'setting' => $plan,
            'missing' => [],
        ]);
    }

    #[
        OA\Post(
            path: '/jobs/{job}/runs',
            operationId: 'startRun',
            summary: 'Start a run, as it was confirmed',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/RunToSend'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It runs',
                    content: new OA\JsonContent(ref: '#/components/schemas/RunAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'What is wrong, or not confirmed',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request, RepairJob $job): JsonResponse
    {
        [$file, $user, $kind, $plan] = $this->asked($request, $job);
        if (!Confirmation::holds((string) $request->string('confirm'), $user->id, $job->id, [$kind, $plan])) {
            throw PlanRefused::because(
                'confirm',
                'That was not confirmed as it now stands: read it again, then confirm.',
            );
        }
        $run = $this->runs->start($file, $user, $kind, $plan);

        return new JsonResponse($this->view->of($run->load('user'), $this->runs->now()), 201);
    }

    #[
        OA\Post(
            path: '/jobs/{job}/runs/{run}/stop',
            operationId: 'stopRun',
            summary: 'Stop a run',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Stopped',
                    content: new OA\JsonContent(ref: '#/components/schemas/RunAnswer'),
                ),
            ],
        ),
    ]
    public function stop(Request $request, RepairJob $job, Run $run): JsonResponse
    {
        $this->mustBeOf($run, $job, 'log');
        $this->runs->stop($run, "stopped by {$this->user($request)->name}");

        return new JsonResponse($this->view->of($run->refresh()->load('user'), $this->runs->now()));
    }

    #[
        OA\Post(
            path: '/jobs/{job}/runs/{run}/samples',
            operationId: 'typeSamples',
            summary: 'Readings typed by hand',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['values'],
                    properties: [
                        new OA\Property(
                            property: 'values',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'string'),
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/RunAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'A value cannot be read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function samples(Request $request, RepairJob $job, Run $run): JsonResponse
    {
        $this->mustBeOf($run, $job, 'log');
        if (!$run->isRunning()) {
            throw EntryRefused::because('values', 'This run is over: it takes no more readings.');
        }
        $given = $request->validate([
            'values' => ['required', 'array', 'min:1', 'max:24'],
            'values.*' => ['required', 'string', 'max:20'],
        ])['values'];
        $values = [];
        foreach ($given as $number => $text) {
            $channel = isset($run->plan['channels'][$number])
                ? Channel::of($run->plan['channels'][$number], (int) $number)
                : throw EntryRefused::because('values', "There is no channel {$number} in this run.");
            try {
                $values[(int) $number] = Quantity::parse($text, $channel->unit())->value;
            } catch (UnreadableQuantity $e) {
                throw EntryRefused::because("values.{$number}", "{$channel->title}: {$e->getMessage()}");
            }
        }
        $this->runs->type($run, $values);

        return new JsonResponse($this->view->of($run->load('user'), $this->runs->now()));
    }

    #[
        OA\Get(
            path: '/jobs/{job}/runs/{run}/plot',
            operationId: 'plotRun',
            summary: 'Lowest and highest of each stretch of time, by channel',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'run', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'from', in: 'query', required: false, schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(name: 'to', in: 'query', required: false, schema: new OA\Schema(type: 'integer')),
                new OA\Parameter(name: 'points', in: 'query', required: false, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The plot',
                    content: new OA\JsonContent(ref: '#/components/schemas/RunPlot'),
                ),
            ],
        ),
    ]
    public function plot(Request $request, RepairJob $job, Run $run, SampleStore $samples): JsonResponse
    {
        $this->mustBeOf($run, $job, 'view');
        $asked = $request->validate([
            'from' => ['nullable', 'integer', 'min:0'],
            'to' => ['nullable', 'integer', 'min:1'],
            'points' => ['nullable', 'integer', 'min:10', 'max:' . self::MOST_POINTS],
        ]);
        $from = (int) ($asked['from'] ?? 0);
        $to = max(
            $from + 1,
            (int) ($asked['to'] ?? ceil(($run->ended_at ?? $this->runs->now()) - $run->started_at) + 1),
        );
        $plot = $samples->plot($run->number, $from, $to, (int) ($asked['points'] ?? 400));
        $channels = [];
        foreach ($run->plan['channels'] ?? [] as $number => $row) {
            $channel = Channel::of($row, $number);
            $channels[] = [
                'channel' => $number,
                'title' => $channel->title,
                'unit' => $channel->unit()->value,
                'low' => is_infinite($channel->low) ? null : $channel->low,
                'high' => is_infinite($channel->high) ? null : $channel->high,
                'points' => $plot['channels'][$number] ?? [],
            ];
        }

        return new JsonResponse([
            'from' => $from,
            'to' => $to,
            'step' => $plot['step'],
            'channels' => $channels,
            'gaps' => $run->gaps,
        ]);
    }

    /** @return array{JobFile, User, string, array<string, mixed>} */
    private function asked(Request $request, RepairJob $job): array
    {
        Gate::authorize('log', $job);
        Gate::authorize('setAny', Instrument::class);
        $given = $request->validate(
            ['kind' => ['required', 'in:soak,heat,starts'], 'plan' => ['required', 'array']],
            ['kind.in' => 'A run is a soak, a heat run or repeated starts.'],
        );
        $file = JobFile::open($this->solutions, $job);

        return [$file, $this->user($request), $given['kind'], $this->runs->plan($file, $given['kind'], $given['plan'])];
    }

    private function mustBeOf(Run $run, RepairJob $job, string $ability): void
    {
        Gate::authorize($ability, $job);
        abort_if($run->repair_job_id !== $job->id, 404, 'There is no such run in this job.');
    }
}
