<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\PracticeRun;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use App\Practice\PracticeDesk;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use InvalidArgumentException;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Practice\Difficulty;
use OpenApi\Attributes as OA;

/** Practice: everybody at their own runs; a lead may look at those of the others. */
final readonly class PracticeController
{
    private const LISTED = 100;

    public function __construct(private PracticeDesk $desk) {}

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
            summary: 'A new exercise on a supply of the library',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['supply_id'],
                    properties: [
                        new OA\Property(property: 'supply_id', type: 'string'),
                        new OA\Property(property: 'difficulty', type: 'string', enum: ['easy', 'middle', 'hard']),
                        new OA\Property(property: 'seed', description: 'repeats an exercise', type: 'integer'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Begun',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRun'),
                ),
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
                'required',
                'string',
                Rule::exists('supplies', 'id')->where('workshop_id', $user->workshop_id),
            ],
            'difficulty' => ['nullable', Rule::enum(Difficulty::class)],
            'seed' => ['nullable', 'integer', 'between:0,2000000000'],
        ]);
        try {
            $run = $this->desk->begin(
                $user,
                Supply::query()->findOrFail($given['supply_id']),
                Difficulty::tryFrom((string) ($given['difficulty'] ?? '')),
                (int) ($given['seed'] ?? random_int(1, 2_000_000_000)),
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
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRun'),
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
            path: '/practice/{practice}/lines',
            operationId: 'sayInPractice',
            summary: 'One line: power, leads, a look, a test, a hint, the end',
            parameters: [
                new OA\Parameter(name: 'practice', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['line'],
                    properties: [new OA\Property(property: 'line', type: 'string', maxLength: 200)],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The run with what came of it',
                    content: new OA\JsonContent(ref: '#/components/schemas/PracticeRun'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It is over, or no line',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function say(Request $request, string $practice): JsonResponse
    {
        $given = $request->validate(
            ['line' => ['required', 'string', 'max:200']],
            ['line.required' => 'Write what you do, for example "power live" or "tp3".'],
        );
        $kept = PracticeRun::query()->where('user_id', $this->user($request)->id)->findOrFail($practice);

        return new JsonResponse($this->desk->say($kept, trim($given['line'])));
    }

    private function user(Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);

        return $user;
    }
}
