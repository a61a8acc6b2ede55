<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Http\Resources\BenchResource;
use App\Knowledge\Library;
use App\Models\RepairJob;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class BenchController
{
    #[OA\Get(path: '/jobs/{job}/bench', operationId: 'showBench', summary: 'Everything the bench screen shows of a job', parameters: [new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'State, path, next step, suspects and log', content: new OA\JsonContent(ref: '#/components/schemas/Bench')),
    ])]
    public function __invoke(RepairJob $job, Library $library): BenchResource
    {
        Gate::authorize('view', $job);

        return new BenchResource(JobFile::open($library, $job->load('user')));
    }
}
