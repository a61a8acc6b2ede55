<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Http\Resources\SupplyResource;
use App\Knowledge\Solutions;
use App\Library\Shelf;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\GrownDescription;
use OpenApi\Attributes as OA;

/** A part that was added for good goes into the description: the next unit of that board is known with it. */
final readonly class AddedPartController
{
    public function __construct(private Solutions $solutions, private Shelf $shelf) {}

    #[
        OA\Post(
            path: '/jobs/{job}/changes/{entry}/description',
            operationId: 'describeAddedPart',
            summary: 'A new version of the supply with a part that was added for good; jobs keep the one they have',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'entry', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The supply as it is described now',
                    content: new OA\JsonContent(ref: '#/components/schemas/SupplyAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'No part that stays, or it does not fit into the description any more',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function __invoke(Request $request, RepairJob $job, string $entry): SupplyResource
    {
        Gate::authorize('view', $job);
        $supply = $job->supply ?? throw self::refused('The supply of this job is no longer in the library.');
        Gate::authorize('update', $supply);
        $change = JobFile::open($this->solutions, $job)->state->ledger[$entry] ?? null;
        if ($change === null || $change->kind !== ChangeKind::Added || !$change->isPermanent()) {
            throw self::refused('Only a part that was added and made permanent goes into the description.');
        }
        $notes = trim(sprintf('added on job %s: %s', $job->number, $change->closed['why'] ?? ''));
        foreach ($supply->description['parts'] as $part) {
            if (($part['notes'] ?? '') === $notes) {
                throw self::refused("It is in the description already, as {$part['ref']}.");
            }
        }
        try {
            [$written] = GrownDescription::with($supply->description, $change->row, $notes);
        } catch (DescriptionRefused $e) {
            throw self::refused('It does not fit into the description as it is now: ' . $e->getMessage());
        }
        $user = $request->user();
        assert($user instanceof User);
        $this->shelf->change($user, $supply, DescriptionReader::fromArray($written));

        return new SupplyResource($supply->refresh());
    }

    private static function refused(string $message): ValidationException
    {
        return ValidationException::withMessages(['entry' => $message]);
    }
}
