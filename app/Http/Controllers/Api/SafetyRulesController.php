<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\Proving\SafetyDesk;
use App\Http\Controllers\KnowsWhoAsks;
use App\Models\RepairJob;
use App\Models\Workshop;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Proving\Safety\RuleSet;
use OpenApi\Attributes as OA;

/**
 * The rule set that this workshop tests by.
 *
 * @phpstan-import-type SafetyRules from RuleSet
 *
 * @phpstan-type SafetyRulesPage array{
 *     rules: SafetyRules,
 *     published: list<SafetyRules>,
 *     may_edit: bool,
 * }
 */
final class SafetyRulesController
{
    use KnowsWhoAsks;

    #[
        OA\Get(
            path: '/safety-rules',
            operationId: 'showSafetyRules',
            summary: 'The limits that this workshop tests by, and the published sets',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Rules',
                    content: new OA\JsonContent(ref: '#/components/schemas/SafetyRulesPage'),
                ),
            ],
        ),
    ]
    public function show(Request $request, SafetyDesk $desk): JsonResponse
    {
        Gate::authorize('viewAny', RepairJob::class);
        $user = $this->user($request);

        return new JsonResponse([
            'rules' => $desk->rules($user->workshop_id)->toArray(),
            'published' => array_values(array_map(static fn(RuleSet $r): array => $r->toArray(), RuleSet::published())),
            'may_edit' => $user->can('override gates'),
        ]);
    }

    #[
        OA\Put(
            path: '/safety-rules',
            operationId: 'chooseSafetyRules',
            summary: 'Choose a set, or limits of one\'s own with their source',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/SafetyRules'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/SafetyRules'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'A limit cannot be read or can be none',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(Request $request): JsonResponse
    {
        $user = $this->user($request);
        abort_if(!$user->can('override gates'), 403, 'The limits of the safety tests are for the lead to choose.');
        $given = $request->validate([
            'id' => ['required', 'in:' . implode(',', array_keys(RuleSet::published()))],
            'source' => ['nullable', 'string', 'max:200'],
            'limits' => ['nullable', 'array'],
            'limits.*' => ['array'],
            'limits.*.*' => ['string', 'max:20'],
        ]);
        $rules = RuleSet::of($given);
        Workshop::query()
            ->whereKey($user->workshop_id)
            ->firstOrFail()
            ->update(['safety_rules' => $rules->toArray()]);

        return new JsonResponse($rules->toArray());
    }
}
