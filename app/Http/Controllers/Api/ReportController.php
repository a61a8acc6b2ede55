<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Archive\JobArchive;
use App\Archive\JobImport;
use App\Archive\Limits;
use App\Archive\Origin;
use App\Bench\JobFile;
use App\Http\Resources\JobResource;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Models\User;
use App\Papers\Paper;
use App\Report\HandBackReport;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

final class ReportController
{
    #[
        OA\Get(
            path: '/jobs/{job}/report',
            operationId: 'showReport',
            summary: 'The repair report',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'As found, cause, work, as left',
                    content: new OA\JsonContent(ref: '#/components/schemas/Report'),
                ),
            ],
        ),
    ]
    public function show(Request $request, RepairJob $job, Solutions $solutions, HandBackReport $report): JsonResponse
    {
        Gate::authorize('view', $job);
        $file = JobFile::open($solutions, $job->load('user'));

        return new JsonResponse(
            [
                'job' => (new JobResource($job))->toArray($request),
                'supply' => $file->supply->title . ' rev. ' . $file->supply->revision,
                'origin' => Origin::of($job),
            ] + $report->of($file),
        );
    }

    #[
        OA\Get(
            path: '/jobs/{job}/report.json',
            operationId: 'saveReport',
            summary: 'The repair report as a JSON file, oculant/report version 1',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'JSON file',
                    content: new OA\JsonContent(ref: '#/components/schemas/Report'),
                ),
            ],
        ),
    ]
    public function json(Request $request, RepairJob $job, Solutions $solutions, HandBackReport $report): JsonResponse
    {
        $answer = $this->show($request, $job, $solutions, $report);

        return $answer
            ->setEncodingOptions(JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)
            ->withHeaders(['Content-Disposition' => sprintf('attachment; filename="report-%s.json"', $job->number)]);
    }

    #[
        OA\Get(
            path: '/jobs/{job}/report.csv',
            operationId: 'tabulateReport',
            summary: 'The repair report as CSV',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'CSV',
                    content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
                ),
            ],
        ),
    ]
    public function csv(RepairJob $job, Solutions $solutions, HandBackReport $report): Response
    {
        Gate::authorize('view', $job);

        return new Response($report->csv(JobFile::open($solutions, $job)), 200, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => sprintf('attachment; filename="report-%s.csv"', $job->number),
        ]);
    }

    #[
        OA\Get(
            path: '/jobs/{job}/archive.zip',
            operationId: 'saveJob',
            summary: 'The whole job with photographs and runs, as another Oculant takes it in',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Zip',
                    content: new OA\MediaType(
                        mediaType: 'application/zip',
                        schema: new OA\Schema(type: 'string', format: 'binary'),
                    ),
                ),
            ],
        ),
    ]
    public function archive(RepairJob $job, JobArchive $archive): Response
    {
        Gate::authorize('view', $job);

        return new Response($archive->export($job->load('user.workshop')), 200, [
            'Content-Type' => 'application/zip',
            'Content-Disposition' => sprintf('attachment; filename="job-%s.zip"', $job->number),
        ]);
    }

    #[
        OA\Post(
            path: '/jobs/import',
            operationId: 'importJob',
            summary: 'Take in the archive of a job',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\MediaType(
                    mediaType: 'multipart/form-data',
                    schema: new OA\Schema(
                        required: ['archive'],
                        properties: [new OA\Property(property: 'archive', type: 'string', format: 'binary')],
                    ),
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'Booked in',
                    content: new OA\JsonContent(ref: '#/components/schemas/Job'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It cannot be taken in, and why',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function import(Request $request, JobImport $import): JsonResponse
    {
        Gate::authorize('create', RepairJob::class);
        $archive = $request->validate(
            ['archive' => ['required', 'file', 'max:' . Limits::ARCHIVE_KILOBYTES]],
            [
                'archive.required' => 'Choose the archive of a job, a zip file.',
                'archive.max' => sprintf('The archive is larger than %d MB.', intdiv(Limits::ARCHIVE_KILOBYTES, 1000)),
            ],
        )['archive'];
        $user = $request->user();
        assert($user instanceof User);

        return new JsonResponse(
            (new JobResource($import->take($user, (string) $archive->getRealPath())))->toArray($request),
            201,
        );
    }

    #[
        OA\Get(
            path: '/jobs/{job}/report.pdf',
            operationId: 'printReport',
            summary: 'The repair report as PDF',
            parameters: [
                new OA\Parameter(name: 'job', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(ref: '#/components/responses/Working', response: 202),
                new OA\Response(
                    response: 200,
                    description: 'PDF',
                    content: new OA\MediaType(
                        mediaType: 'application/pdf',
                        schema: new OA\Schema(type: 'string', format: 'binary'),
                    ),
                ),
            ],
        ),
    ]
    public function pdf(Request $request, RepairJob $job, Paper $paper): Response|JsonResponse
    {
        Gate::authorize('view', $job);
        $pdf = $paper->ofNow($job);
        if ($pdf === null) {
            $wait = ['Retry-After' => '1', 'Refresh' => '1', 'Cache-Control' => 'no-store'];

            return $request->expectsJson()
                ? new JsonResponse(['message' => 'The report is being drawn. Ask again in a second.'], 202, $wait)
                : new Response(
                    'The report is being drawn; this page shows it by itself.',
                    202,
                    $wait + ['Content-Type' => 'text/plain; charset=utf-8'],
                );
        }

        return new Response($pdf, 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => sprintf('inline; filename="report-%s.pdf"', $job->number),
        ]);
    }
}
