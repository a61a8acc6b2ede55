<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\LogEntryRecord;
use App\Models\RepairJob;
use App\Models\User;
use Database\Seeders\DemoSeeder;

final class DemoTest extends FeatureTestCase
{
    public function testTheDemoWorkshopLoadsOnceAndComputesItsReadings(): void
    {
        $this->seed(DemoSeeder::class);
        $entries = LogEntryRecord::query()->count();
        $this->seed(DemoSeeder::class);
        self::assertSame($entries, LogEntryRecord::query()->count(), 'a second load harms nothing');
        self::assertSame(8, RepairJob::query()->count());

        $this->actingAs(User::query()->where('email', 'tarik@tollhouse.example')->firstOrFail());
        $waits = collect($this->getJson('/api/v1/jobs')->assertOk()->json())->pluck('waits_for', 'unit');
        self::assertSame('hand-back', $waits['Lighting desk, dimmer drive']);
        self::assertSame('measuring TP7', $waits['Tide recorder, pen amplifier']);
        self::assertSame('proof at TP4', $waits['Deck intercom, car deck station']);
        $feed = RepairJob::query()->where('unit', 'Wheelhouse display')->firstOrFail();
        $this->getJson("/api/v1/jobs/{$feed->id}/bench")->assertJsonPath('safety.open', 2)->assertJsonPath('safety.method', '30.0 V, at most 50 mA, from a bench supply at C1');
    }
}
