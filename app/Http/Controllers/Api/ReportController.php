<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Bench\JobFile;
use App\Http\Resources\JobResource;
use App\Knowledge\Library;
use App\Models\RepairJob;
use App\Report\ReportPdf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class ReportController
{
    #[OA\Get(path: '/jobs/{job}/report', operationId: 'showReport', summary: 'The repair report', parameters: [new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'As found, cause, work, as left', content: new OA\JsonContent(ref: '#/components/schemas/Report')),
    ])]
    public function show(Request $request, RepairJob $job, Library $library): JsonResponse
    {
        Gate::authorize('view', $job);
        $file = JobFile::open($library, $job->load('user'));

        return new JsonResponse(['job' => (new JobResource($job))->toArray($request), 'supply' => $file->supply->title.' rev. '.$file->supply->revision] + $file->report());
    }

    #[OA\Get(path: '/jobs/{job}/report.pdf', operationId: 'printReport', summary: 'The repair report as PDF', parameters: [new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'PDF', content: new OA\MediaType(mediaType: 'application/pdf', schema: new OA\Schema(type: 'string', format: 'binary'))),
    ])]
    public function pdf(RepairJob $job, Library $library, ReportPdf $pdf): Response
    {
        Gate::authorize('view', $job);

        return new Response($pdf->render(JobFile::open($library, $job->load('user.workshop'))), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => sprintf('inline; filename="report-%s.pdf"', $job->number),
        ]);
    }
}
