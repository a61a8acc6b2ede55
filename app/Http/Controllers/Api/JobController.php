<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\BookIn;
use App\Bench\JobSummary;
use App\Bench\WorkOutWaits;
use App\Http\Requests\BookInRequest;
use App\Http\Resources\JobResource;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

final class JobController
{
    private const STATES = ['energised', 'here', 'back', 'all'];

    private const PAGE = 50;

    /** Jobs of which a worker works out at a time what they wait for. */
    private const AT_ONCE = 10;

    #[
        OA\Get(
            path: '/jobs',
            operationId: 'listJobs',
            summary: 'The jobs of the workshop, newest first. Page 1 has all that are energised or not known to be ' .
                'without power, before all others; `Link` and `X-Total-Count` tell of the rest',
            parameters: [
                new OA\Parameter(
                    name: 'state',
                    in: 'query',
                    required: false,
                    description: 'energised: those alone; here: not handed back; back: handed back; without it: all',
                    schema: new OA\Schema(type: 'string', enum: self::STATES),
                ),
                new OA\Parameter(
                    name: 'q',
                    in: 'query',
                    required: false,
                    description: 'words that stand in number, unit, owner, supply or complaint',
                    schema: new OA\Schema(type: 'string', maxLength: 100),
                ),
                new OA\Parameter(
                    name: 'page',
                    in: 'query',
                    required: false,
                    schema: new OA\Schema(type: 'integer', minimum: 1),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Fifty to a page',
                    content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Job')),
                ),
                new OA\Response(
                    response: 422,
                    description: 'No such state or page',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);
        $user = $request->user();
        assert($user instanceof User);
        $asked = $request->validate(
            [
                'state' => ['nullable', Rule::in(self::STATES)],
                'q' => ['nullable', 'string', 'max:100'],
                'page' => ['nullable', 'integer', 'min:1', 'max:1000000'],
            ],
            [
                'state' => 'There is no state ":input" of jobs. Ask for energised, here, back or all.',
                'page' => 'Pages are counted 1, 2, 3.',
                'q' => 'Search for at most 100 letters.',
            ],
        );
        $state = $asked['state'] ?? 'all';
        $page = (int) ($asked['page'] ?? 1);

        $jobs = RepairJob::query()
            ->ofWorkshop($user->workshop_id)
            ->saying($asked['q'] ?? '');
        // Whether something is energised must not depend on how long a list may be.
        $live =
            $state === 'back'
                ? new Collection()
                : (clone $jobs)
                    ->where('place', RepairJob::ENERGISED)
                    ->orderByDesc('id')
                    ->with('user')
                    ->get(RepairJob::LISTED);
        $places = [
            'energised' => [],
            'here' => [RepairJob::HERE],
            'back' => [RepairJob::BACK],
            'all' => [RepairJob::HERE, RepairJob::BACK],
        ][$state];
        $others = (clone $jobs)->whereIn('place', $places);
        $total = $places === [] ? 0 : $others->count();
        // Which ones is told by the index alone; only their rows are read.
        $ids =
            $places === []
                ? []
                : $others->orderByDesc('place')->orderByDesc('id')->forPage($page, self::PAGE)->pluck('id');
        $rows = RepairJob::query()
            ->whereKey($ids)
            ->orderByDesc('place')
            ->orderByDesc('id')
            ->with('user')
            ->get(RepairJob::LISTED);
        if ($page === 1) {
            $rows = $live->concat($rows);
        }
        self::haveWorkedOut(
            $rows
                ->reject(static fn(RepairJob $job): bool => $job->power === null || JobSummary::isCurrent($job))
                ->take(self::AT_ONCE),
            $user->workshop_id,
        );

        $answer = JobResource::collection($rows)
            ->response($request)
            ->header('X-Total-Count', (string) ($total + $live->count()));
        $links = array_filter([
            'prev' => $page > 1 ? $page - 1 : null,
            'next' => $page * self::PAGE < $total ? $page + 1 : null,
        ]);

        return $links === []
            ? $answer
            : $answer->header(
                'Link',
                implode(
                    ', ',
                    array_map(
                        static fn(int $to, string $rel): string => sprintf(
                            '<%s>; rel="%s"',
                            '/api/v1/jobs?' . http_build_query(['page' => $to] + array_filter($asked)),
                            $rel,
                        ),
                        $links,
                        array_keys($links),
                    ),
                ),
            );
    }

    /** @param Collection<int, RepairJob> $stale */
    private static function haveWorkedOut(Collection $stale, string $workshop): void
    {
        if ($stale->isEmpty()) {
            return;
        }
        WorkOutWaits::dispatch($workshop, array_values($stale->modelKeys()))
            ->onConnection(config()->string('oculant.papers'))
            ->onQueue('papers');
        $known = RepairJob::query()
            ->whereKey($stale->modelKeys())
            ->get(['id', 'waits_for', 'waits_as_of'])
            ->keyBy('id');
        foreach ($stale as $job) {
            $job->waits_for = $known[$job->id]->waits_for ?? null;
            $job->waits_as_of = $known[$job->id]->waits_as_of ?? null;
        }
    }

    #[
        OA\Post(
            path: '/jobs',
            operationId: 'bookIn',
            summary: 'Book in a unit',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/BookIn'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Booked in',
                    content: new OA\JsonContent(ref: '#/components/schemas/Job'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Something is missing',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(BookInRequest $request, BookIn $bookIn): JsonResponse
    {
        $job = $bookIn->unit($request->technician(), $request->supply(), $request->validated());

        return (new JobResource($job))->response($request)->setStatusCode(201);
    }

    #[
        OA\Get(
            path: '/jobs/{job}',
            operationId: 'showJob',
            summary: 'One job',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The job',
                    content: new OA\JsonContent(ref: '#/components/schemas/Job'),
                ),
                new OA\Response(response: 404, description: 'Not in your workshop'),
            ],
        ),
    ]
    public function show(RepairJob $job): JobResource
    {
        Gate::authorize('view', $job);

        return new JobResource($job->load('user'));
    }
}
