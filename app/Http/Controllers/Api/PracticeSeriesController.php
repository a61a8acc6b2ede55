<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Models\PracticeRun;
use App\Models\PracticeSeries;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use App\Practice\PracticeDesk;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Twist;
use Oculant\Core\Supply\Template\Templates;
use OpenApi\Attributes as OA;

/**
 * Series of exercises: a lead sets them, whoever they are set to plays them, and a lead sees how everybody did.
 *
 * @phpstan-type PracticeSeriesRun array{
 *     item: int,
 *     // null if it was not begun
 *     run: ?string,
 *     over: bool,
 *     figure: ?float,
 * }
 *
 * @phpstan-type PracticeSeriesAnswer array{
 *     id: string,
 *     title: string,
 *     due_on: ?string,
 *     units: list<string>,
 *     // empty if it is not set to whoever asks
 *     mine: list<PracticeSeriesRun>,
 *     // for a lead
 *     people: list<array{
 *         id: int,
 *         name: string,
 *         runs: list<PracticeSeriesRun>,
 *     }>,
 * }
 */
final class PracticeSeriesController
{
    use KnowsWhoAsks;

    /** Units of one series, and series that are listed. */
    private const MOST = 20;

    private const LISTED = 50;

    #[
        OA\Get(
            path: '/practice/series',
            operationId: 'listPracticeSeries',
            summary: 'Series that were set: to oneself, for a lead all of them',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Series, newest first',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/PracticeSeriesAnswer'),
                    ),
                ),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $names = User::query()->where('workshop_id', $user->workshop_id)->pluck('name', 'id');

        return new JsonResponse(
            PracticeSeries::query()
                ->seenBy($user)
                ->with([
                    'runs' => static fn($q) => $q->select([
                        'id',
                        'series_id',
                        'series_item',
                        'user_id',
                        'is_over',
                        'figure',
                    ]),
                ])
                ->latest()
                ->orderByDesc('id')
                ->limit(self::LISTED)
                ->get()
                ->map(fn(PracticeSeries $series): array => $this->view($series, $user, $names->all()))
                ->all(),
        );
    }

    #[
        OA\Post(
            path: '/practice/series',
            operationId: 'setPracticeSeries',
            summary: 'Set units of one supply, or what was found on closed jobs, to people; for a lead',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['title', 'people'],
                    properties: [
                        new OA\Property(property: 'title', type: 'string', maxLength: 120),
                        new OA\Property(property: 'supply_id', type: 'string'),
                        new OA\Property(property: 'count', type: 'integer'),
                        new OA\Property(
                            property: 'family',
                            description: 'in place of a supply: each unit of it with fresh values',
                            type: 'string',
                            nullable: true,
                        ),
                        new OA\Property(
                            property: 'jobs',
                            description: 'numbers of closed jobs, in place of supply and count',
                            type: 'array',
                            items: new OA\Items(type: 'string'),
                        ),
                        new OA\Property(
                            property: 'difficulty',
                            type: 'string',
                            nullable: true,
                            enum: ['easy', 'middle', 'hard'],
                        ),
                        new OA\Property(property: 'mechanism', type: 'string', nullable: true),
                        new OA\Property(
                            property: 'twist',
                            type: 'string',
                            nullable: true,
                            enum: ['two', 'slip', 'comes_and_goes', 'differs'],
                        ),
                        new OA\Property(property: 'due_on', type: 'string', format: 'date', nullable: true),
                        new OA\Property(property: 'people', type: 'array', items: new OA\Items(type: 'integer')),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Set',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeSeriesAnswer'),
                ),
                new OA\Response(response: 403, description: 'You do not lead this workshop'),
                new OA\Response(
                    response: 422,
                    description: 'Something needs mending',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request): JsonResponse
    {
        $lead = $this->lead($request);
        $given = $request->validate(
            [
                'title' => ['required', 'string', 'max:120'],
                'jobs' => ['nullable', 'array', 'max:' . self::MOST],
                'jobs.*' => ['string', 'max:20', 'distinct'],
                'supply_id' => [
                    'required_without_all:jobs,family',
                    'nullable',
                    'string',
                    Rule::exists('supplies', 'id')->where('workshop_id', $lead->workshop_id),
                ],
                'family' => ['nullable', Rule::in(array_keys(Templates::all()))],
                'count' => ['required_without:jobs', 'nullable', 'integer', 'between:1,' . self::MOST],
                'difficulty' => ['nullable', Rule::enum(Difficulty::class)],
                'twist' => ['nullable', Rule::enum(Twist::class)],
                'mechanism' => ['nullable', Rule::in(array_column(FailureClass::cases(), 'name'))],
                'due_on' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:today'],
                'people' => ['required', 'array', 'min:1', 'max:200'],
                'people.*' => [
                    'integer',
                    'distinct',
                    Rule::exists('users', 'id')->where('workshop_id', $lead->workshop_id)->whereNull('closed_at'),
                ],
            ],
            [
                'title.*' => 'Give the series a name of at most 120 letters.',
                'supply_id.*' => 'Choose a supply of this library.',
                'family.*' => 'There is no such family.',
                'count.*' => sprintf('A series has 1 to %d units.', self::MOST),
                'mechanism.*' => 'Such a way to fail is not known.',
                'due_on.date_format' => 'Write the day as 2026-12-24.',
                'due_on.after_or_equal' => 'That day is over: choose today or a later one.',
                'people.*' => 'Set it to at least one person who works here.',
            ],
        );
        $series = PracticeSeries::query()->create([
            'workshop_id' => $lead->workshop_id,
            'title' => trim($given['title']),
            'due_on' => $given['due_on'] ?? null,
            'items' =>
                isset($given['jobs']) && $given['jobs'] !== []
                    ? array_map(fn(string $number): array => $this->itemOf($lead, $number), $given['jobs'])
                    : self::items(
                        isset($given['family']) ? null : Supply::query()->findOrFail($given['supply_id']),
                        $given,
                    ),
            'people' => array_map(intval(...), $given['people']),
        ]);
        $names = User::query()->where('workshop_id', $lead->workshop_id)->pluck('name', 'id')->all();

        return new JsonResponse($this->view($series, $lead, $names), 201);
    }

    /**
     * @param Supply|null          $supply null where each is a supply of a family with fresh values
     * @param array<string, mixed> $given  count, difficulty, mechanism, twist, family
     *
     * @return list<array{supply: ?string, family: ?string, title: string, difficulty: ?string, mechanism: ?string,
     *     twist: ?string, seed: int}>
     */
    private static function items(?Supply $supply, array $given): array
    {
        return array_map(
            static fn(): array => [
                'supply' => $supply?->id,
                'family' => $given['family'] ?? null,
                'title' => $supply->title ?? Templates::named($given['family'])->title(),
                'difficulty' => $given['difficulty'] ?? null,
                'mechanism' => $given['mechanism'] ?? null,
                'twist' => $given['twist'] ?? null,
                'seed' => random_int(1, 2_000_000_000),
            ],
            range(1, (int) $given['count']),
        );
    }

    /**
     * @return array{supply: null, title: string, difficulty: null, mechanism: null, twist: null, seed: int,
     *     job: string}
     *
     * @throws EntryRefused if there is no such job, or nothing was found on it
     */
    private function itemOf(User $lead, string $number): array
    {
        $job =
            RepairJob::query()->where('workshop_id', $lead->workshop_id)->where('number', trim($number))->first() ??
            throw EntryRefused::because('jobs', "There is no job {$number} in this workshop.");
        PracticeDesk::causeOf($job);

        return [
            'supply' => null,
            // Whose it was, and what it was called, stays with the job.
            'title' => (string) ($job->description['title'] ?? ''),
            'difficulty' => null,
            'mechanism' => null,
            'twist' => null,
            'seed' => random_int(1, 2_000_000_000),
            'job' => $job->id,
        ];
    }

    #[
        OA\Delete(
            path: '/practice/series/{series}',
            operationId: 'dropPracticeSeries',
            summary: 'Take a series back; runs of it stay what they are',
            parameters: [
                new OA\Parameter(name: 'series', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(response: 204, description: 'Gone'),
                new OA\Response(response: 403, description: 'You do not lead this workshop'),
                new OA\Response(response: 404, description: 'No such series'),
            ],
        ),
    ]
    public function destroy(Request $request, string $series): Response
    {
        $lead = $this->lead($request);
        PracticeSeries::query()->where('workshop_id', $lead->workshop_id)->findOrFail($series)->delete();

        return response()->noContent();
    }

    /**
     * @param array<int, string> $names of the workshop's people
     *
     * @return PracticeSeriesAnswer seeds are nobody's: who knows one could try the unit beforehand
     */
    private function view(PracticeSeries $series, User $user, array $names): array
    {
        $of = static fn(int $person): array => array_map(static function (int $item) use ($series, $person): array {
            $run = $series->runs->first(
                static fn(PracticeRun $r): bool => $r->user_id === $person && $r->series_item === $item,
            );

            return [
                'item' => $item,
                'run' => $run?->id,
                'over' => $run !== null && $run->is_over,
                'figure' => $run?->figure === null ? null : round($run->figure, 1),
            ];
        }, array_keys($series->items));

        return [
            'id' => $series->id,
            'title' => $series->title,
            'due_on' => $series->due_on?->toDateString(),
            'units' => array_column($series->items, 'title'),
            'mine' => $series->isSetTo($user) ? $of($user->id) : [],
            'people' => $user->can('manage people')
                ? array_map(
                    static fn(int $id): array => ['id' => $id, 'name' => $names[$id] ?? '', 'runs' => $of($id)],
                    $series->people,
                )
                : [],
        ];
    }

    private function lead(Request $request): User
    {
        $user = $this->user($request);
        abort_if(!$user->can('manage people'), 403, 'Series are set by whoever leads the workshop.');

        return $user;
    }
}
