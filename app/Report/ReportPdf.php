<?php

declare(strict_types=1);

namespace App\Report;

use App\Bench\JobFile;
use Dompdf\Dompdf;
use Dompdf\Options;
use Illuminate\Contracts\View\Factory;

/** The report on paper. Everything it needs ships with the app; dompdf fetches nothing. */
final readonly class ReportPdf
{
    public function __construct(private Factory $views)
    {
    }

    public function render(JobFile $file): string
    {
        $options = new Options();
        $options->setIsRemoteEnabled(false);
        $options->setDefaultFont('DejaVu Sans');
        $pdf = new Dompdf($options);
        $pdf->setPaper('A4');
        $pdf->loadHtml($this->views->make('report', ['job' => $file->job, 'supply' => $file->supply, 'report' => $file->report()])->render());
        $pdf->render();

        return (string) $pdf->output();
    }
}
