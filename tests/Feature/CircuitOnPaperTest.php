<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Bench\JobFile;
use App\Knowledge\Solutions;
use App\Models\RepairJob;
use App\Report\CircuitDrawing;
use App\Report\ReportPdf;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Process;
use Illuminate\Support\Str;

/** The circuit as a page of the report, laid out by what lays it out on the screen. */
final class CircuitOnPaperTest extends FeatureTestCase
{
    public function testEveryPartIsThereWithWhatWasRead(): void
    {
        $job = $this->measured();
        $file = self::open($job);
        $drawn = app(CircuitDrawing::class)->of($file, $file->report());
        self::assertNotNull($drawn);
        $texts = array_column($drawn['texts'], 'text');
        foreach (array_keys($file->supply->parts) as $ref) {
            self::assertContains($ref, array_map(static fn(string $t): string => explode(' ', $t)[0], $texts));
        }
        foreach (array_keys($file->supply->points) as $id) {
            self::assertContains($id, $texts);
        }
        $read = $drawn['texts'][(int) array_search('found 3.10 V', $texts, true)];
        self::assertTrue($read['bad']);
        // A4 less its margins.
        [$wide, $high] = $drawn['turned'] ? ['height', 'width'] : ['width', 'height'];
        self::assertLessThanOrEqual(178.1, $drawn[$wide]);
        self::assertLessThanOrEqual(232.1, $drawn[$high]);
        foreach ($drawn['texts'] as $text) {
            self::assertGreaterThan(0.0, $text['x']);
            self::assertLessThan($drawn['width'], $text['x']);
            self::assertLessThan($drawn['height'], $text['y']);
        }
        self::assertStringContainsString('<svg', (string) base64_decode(explode(',', $drawn['image'])[1], true));
        self::assertStringStartsWith('%PDF', app(ReportPdf::class)->render($file));
    }

    /** Where nothing can lay it out the report is whole without. */
    public function testAReportWithoutIt(): void
    {
        config(['oculant.build' => Str::random()]);
        Process::fake(['*' => Process::result(errorOutput: 'it fell over', exitCode: 1)]);
        $file = self::open($this->measured());
        self::assertNull(app(CircuitDrawing::class)->of($file, $file->report()));
        self::assertStringStartsWith('%PDF', app(ReportPdf::class)->render($file));
        Cache::flush();
    }

    private function measured(): RepairJob
    {
        $user = $this->person('technician');
        $job = $this->job($user, 'tide-recorder');
        $this->actingAs($user);
        $this->log($job, 'power', ['power' => 'live'])->assertOk();
        $this->log($job, 'reading', ['text' => 'tp3 3.1'])->assertOk();

        return $job->load('user');
    }

    private static function open(RepairJob $job): JobFile
    {
        return JobFile::open(app(Solutions::class), $job);
    }
}
