<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Instrument;
use App\Models\LogEntryRecord;
use App\Models\PracticeRun;
use App\Models\PracticeSeries;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Supply;
use App\Models\User;
use Database\Seeders\DemoPractice;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\DB;

final class DemoTest extends FeatureTestCase
{
    public function testTheDemoWorkshopLoadsOnceAndComputesItsReadings(): void
    {
        $this->seed(DemoSeeder::class);
        $entries = LogEntryRecord::query()->count();
        $this->seed(DemoSeeder::class);
        self::assertSame($entries, LogEntryRecord::query()->count(), 'a second load harms nothing');
        self::assertSame(8, RepairJob::query()->count());

        self::assertSame(0, Instrument::query()->where('is_stand_in', true)->count(), 'no stand-ins are running');
        Instrument::query()->delete();
        config(['oculant.stand_ins.port' => 7001]);
        $this->seed(DemoSeeder::class);
        config(['oculant.stand_ins.port' => 7101]);
        $this->seed(DemoSeeder::class);
        self::assertSame(
            [7101, 7102, 7103, 7104, 7105],
            Instrument::query()->where('is_stand_in', true)->orderBy('port')->pluck('port')->all(),
            'a demo of before gets them, and they follow their ports',
        );
        $soak = Run::query()->firstOrFail();
        self::assertSame(
            1440,
            DB::table('run_samples')->where('run', $soak->number)->where('channel', 0)->count(),
            'four hours of ten seconds',
        );
        self::assertSame([], $soak->alarms);

        // Two series are set, and what the apprentice did is played, and graded like anybody's.
        $wilma = User::query()->where('email', 'wilma@tollhouse.example')->firstOrFail();
        self::assertSame(2, PracticeSeries::query()->count());
        $kitchen = (string) Supply::query()->where('title', 'like', 'Kitchen%')->value('id');
        $practise = function () use ($wilma, $kitchen): void {
            foreach (array_keys(DemoPractice::RUNS) as $number) {
                $this->app->call([new DemoPractice($wilma->id, $kitchen, $number), 'handle']);
            }
        };
        $practise();
        $figures = PracticeRun::query()->orderBy('created_at')->pluck('figure')->all();
        self::assertCount(4, array_filter($figures, is_numeric(...)), 'each is over, and has its grade');
        self::assertGreaterThan(max(array_slice($figures, 0, 3)), $figures[3], 'the last goes as the next step says');
        $practise();
        self::assertSame(4, PracticeRun::query()->count(), 'a second time harms nothing');

        $this->actingAs(User::query()->where('email', 'tarik@tollhouse.example')->firstOrFail());
        $waits = collect($this->getJson('/api/v1/jobs')->assertOk()->json())->pluck('waits_for', 'unit');
        self::assertSame('hand-back', $waits['Lighting desk, dimmer drive']);
        self::assertSame('measuring TP7', $waits['Tide recorder, pen amplifier']);
        self::assertSame('proof at TP4', $waits['Deck intercom, car deck station']);
        $feed = RepairJob::query()->where('unit', 'Wheelhouse display')->firstOrFail();
        $this->getJson("/api/v1/jobs/{$feed->id}/bench")
            ->assertJsonPath('safety.open', 2)
            ->assertJsonPath('safety.method', '30.0 V, at most 50 mA, from a bench supply at C1');
    }
}
