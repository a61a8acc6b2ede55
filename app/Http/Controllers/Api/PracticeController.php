<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Controllers\KnowsWhoAsks;
use App\Models\PracticeRun;
use App\Models\PracticeSeries;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use App\Practice\Learning;
use App\Practice\PracticeDesk;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use InvalidArgumentException;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Practice\Difficulty;
use Oculant\Core\Practice\Twist;
use Oculant\Core\Practice\Variants;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Templates;
use OpenApi\Attributes as OA;

/** Practice: everybody at their own runs; a lead may look at those of the others. */
final readonly class PracticeController
{
    use KnowsWhoAsks;

    private const LISTED = 100;

    public function __construct(private PracticeDesk $desk, private Learning $learning) {}

    #[
        OA\Get(
            path: '/practice',
            operationId: 'listPractice',
            summary: 'Runs, newest first: one\'s own, for a lead everybody\'s',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Runs',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/PracticeSummary'),
                    ),
                ),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);

        return new JsonResponse(
            PracticeRun::query()
                ->seenBy($this->user($request))
                ->with('user')
                ->latest()
                ->limit(self::LISTED)
                ->get()
                ->map(PracticeDesk::summary(...))
                ->all(),
        );
    }

    #[
        OA\Post(
            path: '/practice',
            operationId: 'beginPractice',
            summary: 'A new exercise on a supply of the library, or a unit of a series',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    properties: [
                        new OA\Property(property: 'supply_id', type: 'string'),
                        new OA\Property(
                            property: 'family',
                            description: 'in place of it: a supply of this family (GET /templates), its values ' .
                                'fresh by the seed',
                            type: 'string',
                        ),
                        new OA\Property(property: 'difficulty', type: 'string', enum: ['easy', 'middle', 'hard']),
                        new OA\Property(
                            property: 'twist',
                            description: 'what is more than one part that failed by itself',
                            type: 'string',
                            enum: ['two', 'slip', 'comes_and_goes', 'differs'],
                        ),
                        new OA\Property(
                            property: 'seed',
                            description: 'repeats an exercise; ask with the same again while it is looked for',
                            type: 'integer',
                        ),
                        new OA\Property(property: 'series', type: 'string'),
                        new OA\Property(property: 'item', description: 'unit of it, from 0 on', type: 'integer'),
                        new OA\Property(
                            property: 'due',
                            description: 'hide what is due for whoever begins (GET /practice/progress)',
                            type: 'boolean',
                        ),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Begun',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRunAnswer'),
                ),
                new OA\Response(response: 202, description: 'One is being looked for: ask again with the same seed'),
                new OA\Response(
                    response: 422,
                    description: 'Not solved yet, or none so hard',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);
        $user = $this->user($request);
        $given = $request->validate([
            'supply_id' => [
                'required_without_all:series,family',
                'string',
                Rule::exists('supplies', 'id')->where('workshop_id', $user->workshop_id),
            ],
            'family' => ['nullable', Rule::in(array_keys(Templates::all()))],
            'difficulty' => ['nullable', Rule::enum(Difficulty::class)],
            'twist' => ['nullable', Rule::enum(Twist::class)],
            'seed' => ['nullable', 'integer', 'between:0,2000000000'],
            'due' => ['nullable', 'boolean'],
            'series' => ['nullable', 'string'],
            'item' => ['required_with:series', 'integer', 'between:0,100'],
        ]);
        $seed = (int) ($given['seed'] ?? random_int(1, 2_000_000_000));
        try {
            $run = isset($given['series'])
                ? $this->beginOf($user, $given)
                : $this->desk->begin(
                    $user,
                    isset($given['family'])
                        ? Variants::of(Templates::named($given['family']), $seed)
                        : DescriptionReader::fromArray(Supply::query()->findOrFail($given['supply_id'])->description),
                    Difficulty::tryFrom((string) ($given['difficulty'] ?? '')),
                    $seed,
                    (bool) ($given['due'] ?? false),
                    Twist::tryFrom((string) ($given['twist'] ?? '')),
                );
        } catch (InvalidArgumentException $e) {
            throw $e instanceof EntryRefused ? $e : EntryRefused::because('difficulty', $e->getMessage());
        }

        return new JsonResponse($this->desk->view($run->refresh()), 201);
    }

    #[
        OA\Get(
            path: '/practice/{practice}',
            operationId: 'showPractice',
            summary: 'A run: what was said so far, and its grade once it is over',
            parameters: [
                new OA\Parameter(name: 'practice', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The run',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRunAnswer'),
                ),
                new OA\Response(response: 404, description: 'No run of yours'),
            ],
        ),
    ]
    public function show(Request $request, string $practice): JsonResponse
    {
        return new JsonResponse(
            $this->desk->view(PracticeRun::query()->seenBy($this->user($request))->findOrFail($practice)),
        );
    }

    #[
        OA\Post(
            path: '/practice/{practice}/hints',
            operationId: 'askForHint',
            summary: 'A hint of one of three depths; each is counted',
            parameters: [
                new OA\Parameter(name: 'practice', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['depth'],
                    properties: [new OA\Property(property: 'depth', type: 'string', enum: ['where', 'what', 'why'])],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The run with the hint',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRunAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It is over, or no such depth',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function hint(Request $request, string $practice): JsonResponse
    {
        $given = $request->validate(
            ['depth' => ['required', Rule::in(['where', 'what', 'why'])]],
            ['depth.*' => 'A hint is one of: where, what, why. The deeper, the dearer.'],
        );
        $kept = $this->own($request, $practice);
        $this->desk->hint($kept, $given['depth']);

        return new JsonResponse($this->desk->view($kept));
    }

    #[
        OA\Post(
            path: '/practice/{practice}/end',
            operationId: 'giveUpPractice',
            summary: 'Give up: what was hidden is told, and the run graded',
            parameters: [
                new OA\Parameter(name: 'practice', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The run with its grade',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRunAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It is over',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function end(Request $request, string $practice): JsonResponse
    {
        $kept = $this->own($request, $practice);
        $this->desk->giveUp($kept);

        return new JsonResponse($this->desk->view($kept));
    }

    /** What is played by whoever began it. */
    private function own(Request $request, string $practice): PracticeRun
    {
        return PracticeRun::query()->where('user_id', $this->user($request)->id)->findOrFail($practice);
    }

    #[
        OA\Get(
            path: '/practice/progress',
            operationId: 'showLearning',
            summary: 'How somebody comes on: boxes of ways to fail, figures in their order; for a lead the group',
            parameters: [
                new OA\Parameter(
                    name: 'person',
                    in: 'query',
                    required: false,
                    description: 'somebody else, for a lead',
                    schema: new OA\Schema(type: 'integer'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Boxes and curve',
                    content: new OA\JsonContent(ref: '#/components/schemas/LearningAnswer'),
                ),
                new OA\Response(response: 404, description: 'Nobody of yours'),
            ],
        ),
    ]
    public function progress(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $given = $request->validate(['person' => ['nullable', 'integer']]);
        $leads = $user->can('manage people');
        $person = (int) ($given['person'] ?? $user->id);
        abort_if($person !== $user->id && !$leads, 404);
        $of = User::query()->where('workshop_id', $user->workshop_id)->findOrFail($person);

        return new JsonResponse(
            $this->learning->of($of) + ['group' => $leads ? $this->learning->group($user->workshop_id) : []],
        );
    }

    #[
        OA\Post(
            path: '/practice/{practice}/branch',
            operationId: 'branchPractice',
            summary: 'Another run of the same unit, up to before one step, to be tried otherwise',
            parameters: [
                new OA\Parameter(name: 'practice', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['step'],
                    properties: [new OA\Property(property: 'step', description: 'from 0 on', type: 'integer')],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Begun',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRunAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It is not over, or has no such step',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function branch(Request $request, string $practice): JsonResponse
    {
        $user = $this->user($request);
        $given = $request->validate(
            ['step' => ['required', 'integer', 'between:0,300']],
            ['step.*' => 'Say from which step on, counted from 0.'],
        );
        $kept = $this->own($request, $practice);

        return new JsonResponse(
            $this->desk->view($this->desk->branch($user, $kept, (int) $given['step'])->refresh()),
            201,
        );
    }

    /** @param array<string, mixed> $given */
    private function beginOf(User $user, array $given): PracticeRun
    {
        $series = PracticeSeries::query()->where('workshop_id', $user->workshop_id)->findOrFail($given['series']);
        abort_if(!$series->isSetTo($user), 404);

        return $this->desk->beginOf($user, $series, (int) $given['item']);
    }
}
