<?php

declare(strict_types=1);

namespace App\Report;

use App\Archive\Origin;
use App\Bench\JobFile;
use App\Models\Run;
use App\Models\Workshop;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Contracts\View\Factory;

/** The report on paper. Everything it needs ships with the app; dompdf fetches nothing. */
final readonly class ReportPdf
{
    public function __construct(
        private Factory $views,
        private HandBackReport $report,
        private RunDrawing $drawing,
        private CircuitDrawing $circuit,
    ) {}

    public function render(JobFile $file): string
    {
        $options = new Options();
        $options->setIsRemoteEnabled(false);
        $options->setDefaultFont('DejaVu Sans');
        $pdf = new Dompdf($options);
        $pdf->setPaper('A4');
        $report = $this->report->of($file);
        $pdf->loadHtml(
            $this->views
                ->make('report', [
                    'job' => $file->job,
                    'mark' => Workshop::query()->whereKey($file->job->workshop_id)->value('mark'),
                    'origin' => Origin::of($file->job),
                    'supply' => $file->supply,
                    'report' => $report,
                    'circuit' => $this->circuit->of($file, $report),
                    'drawings' => Run::query()
                        ->where('repair_job_id', $file->job->id)
                        ->orderBy('number')
                        ->get()
                        ->mapWithKeys(fn(Run $r): array => [$r->number => $this->drawing->of($r)])
                        ->all(),
                ])
                ->render(),
        );
        $pdf->render();

        return (string) $pdf->output();
    }
}
