<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Bench\KeptBench;
use App\Http\Resources\BenchResource;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\Response;

final class BenchController
{
    #[
        OA\Get(
            path: '/jobs/{job}/bench',
            operationId: 'showBench',
            summary: 'Everything the bench screen shows of a job',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 304,
                    description: 'As it was: nothing came in, and everything that may be known is known',
                ),
                new OA\Response(
                    response: 200,
                    description: 'State, path, next step, suspects and log',
                    content: new OA\JsonContent(ref: '#/components/schemas/Bench'),
                ),
            ],
        ),
    ]
    public function __invoke(RepairJob $job, Solutions $solutions, KeptBench $kept, Request $request): Response
    {
        Gate::authorize('view', $job);
        $user = $request->user();
        assert($user instanceof User);
        $mark = $kept->mark($job, $user);
        $answer = (new Response('', 200, [
            'Content-Type' => 'application/json',
            'Cache-Control' => 'private, no-cache',
        ]))->setEtag($mark);
        if ($answer->isNotModified($request)) {
            return $answer;
        }
        $known = $kept->of($mark);
        if ($known !== null) {
            return $answer->setContent($known);
        }
        $file = JobFile::open($solutions, $job->load('user'));
        $fresh = (new BenchResource($file))->response($request)->header('Cache-Control', 'private, no-cache');
        // Only what nothing will change any more has a mark that it is known by.
        if ($file->isSettled() && $file->lastSequence() === $job->last_sequence) {
            $kept->keep($mark, (string) $fresh->getContent());
            $fresh->setEtag($mark);
        }

        return $fresh;
    }
}
