<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\RepairJob;
use App\Models\StockItem;
use App\Models\StockReservation;
use App\Models\Workshop;
use Illuminate\Testing\Fluent\AssertableJson;
use Illuminate\Testing\TestResponse;

/** The drawer over HTTP: filled, found, reserved, counted down. */
final class DrawerTest extends FeatureTestCase
{
    private const LIST =
        "part,quantity,minimum,price,location\nelectrolytic 1000u 35V 105C 1A,4,2,0.60,A4\nelectrolytic " .
        "1000u 20V 105C 1A,2,0,0.50,A4\n1N4007,120,20,0.04,D1\nresistor 39R 20W 5%,5,0,1.90,R2\n";

    public function testAListIsReadKeptAndFoundByNeed(): void
    {
        $this->actingAs($this->person('technician'));
        $this->import(self::LIST, false)->assertJsonPath('read', 4)->assertJsonPath('added', 0);
        self::assertSame(0, StockItem::query()->count(), 'read only');
        $this->import(self::LIST)->assertJsonPath('added', 4);
        $this->import(self::LIST)->assertJsonPath('added', 0)->assertJsonPath('changed', 4);

        self::assertSame(4, StockItem::query()->count());
        $this->getJson('/api/v1/stock?need=' . urlencode('at least 470u 25V'))
            ->assertOk()
            ->assertJson(
                fn(AssertableJson $json) => $json
                    ->where('words', 'at least 470 µF, at least 25 V')
                    ->has('lines', 1)
                    ->where('lines.0.label', '1000 µF 35 V 105 °C')
                    ->where('near.0.against', ['voltage rating 20 V'])
                    ->where('all', 4)
                    ->where('low', 0)
                    ->etc(),
            );
        $this->getJson('/api/v1/stock?need=mumble')
            ->assertUnprocessable()
            ->assertJsonPath(
                'errors.text.0',
                '"mumble": "mumble" cannot be read. A part is written like "47u 400V 105C 18x31.5", "4k7 0.5W ' .
                    '1% flameproof", "T2A 250V" or "1N4007".',
            );
    }

    public function testBadLinesComeBackAsTheyStood(): void
    {
        $this->actingAs($this->person('technician'));
        $bad =
            "part,quantity,supplier\nelectrolytic 47u 25V,3,Quay\nelectrolytic 4u7 50 Hz,1,\nelectrolytic 10u " .
            "25V,2,=1+1\n";

        $this->import($bad)
            ->assertOk()
            ->assertJsonPath('added', 1)
            ->assertJsonPath('problems.0.line', 3)
            ->assertJsonPath('problems.1.text', 'electrolytic 10u 25V,2,=1+1');
        $this->import('')->assertUnprocessable()->assertJsonValidationErrors('csv');
    }

    public function testALineIsAddedCorrectedAndTakenOut(): void
    {
        $this->actingAs($this->person('lead'));
        $added = $this->postJson('/api/v1/stock', [
            'part' => 'electrolytic 47u 25V',
            'quantity' => 3,
            'location' => 'A2',
        ])->assertCreated();
        $id = $added->json('id');
        $this->putJson("/api/v1/stock/{$id}", [
            'kind' => 'electrolytic',
            'value' => '47 µF',
            'voltage' => '25 V',
            'quantity' => '7',
            'minimum' => '8',
            'location' => 'A2',
        ])
            ->assertOk()
            ->assertJsonPath('quantity', 7)
            ->assertJsonPath('low', true);
        $this->postJson('/api/v1/stock', ['part' => '47u 25V', 'quantity' => 1])->assertUnprocessable();
        $this->postJson('/api/v1/stock', ['part' => 'electrolytic 47u 25V', 'quantity' => 'a few'])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                'quantity: "a few" is no count of pieces; write a whole number from 0 to 1000000.',
            );
        $other = $this->postJson('/api/v1/stock', [
            'part' => 'electrolytic 47u 35V',
            'quantity' => 3,
            'location' => 'A2',
        ])->json('id');
        $this->putJson("/api/v1/stock/{$other}", [
            'part' => 'electrolytic 47u 25V',
            'quantity' => 1,
            'location' => 'A2',
        ])
            ->assertUnprocessable()
            ->assertJsonPath(
                'message',
                'The drawer has this part from this supplier in this place already: change its count there.',
            );
        $this->deleteJson("/api/v1/stock/{$id}")->assertNoContent();

        self::assertSame(1, StockItem::query()->count());
    }

    public function testApprenticesLookAndUseAndLeaveTheListAlone(): void
    {
        $this->stocked();
        $this->actingAs($this->person('apprentice'));
        $item = StockItem::query()->firstOrFail();

        $this->getJson('/api/v1/stock')->assertOk();
        $this->postJson('/api/v1/stock/combinations', ['target' => '13R 50W'])->assertOk();
        $this->postJson('/api/v1/stock', ['part' => '1N4148', 'quantity' => 1])->assertForbidden();
        $this->putJson("/api/v1/stock/{$item->id}", ['part' => '1N4148'])->assertForbidden();
        $this->deleteJson("/api/v1/stock/{$item->id}")->assertForbidden();
        $this->import(self::LIST)->assertForbidden();
        $this->actingAs($this->person(''))->getJson('/api/v1/stock')->assertForbidden();
    }

    public function testAnotherWorkshopsDrawerIsAsGoodAsNotThere(): void
    {
        $this->stocked();
        $item = StockItem::query()->firstOrFail();
        $stranger = $this->person('lead', Workshop::query()->create(['name' => 'Elsewhere']));
        $theirs = $this->job($stranger);

        $this->actingAs($stranger)->getJson('/api/v1/stock')->assertOk()->assertJsonPath('all', 0);
        $this->putJson("/api/v1/stock/{$item->id}", ['part' => '1N4148'])->assertNotFound();
        $this->deleteJson("/api/v1/stock/{$item->id}")->assertNotFound();
        $this->postJson("/api/v1/jobs/{$theirs->id}/reservations", [
            'stock' => $item->id,
            'part' => 'C1',
            'quantity' => 1,
        ])->assertNotFound();
        $this->log($theirs, 'repair', ['part' => 'C2', 'out' => 'x', 'in' => 'made good', 'stock' => $item->id])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'There is no such line in the drawer. Choose one, or leave it out.');
    }

    public function testPiecesAreKeptForAJobAndNoOneElseGetsThem(): void
    {
        [$item, $job, $second] = $this->reserved();

        $this->postJson("/api/v1/jobs/{$second->id}/reservations", [
            'stock' => $item->id,
            'part' => 'C1',
            'quantity' => 2,
        ])
            ->assertUnprocessable()
            ->assertJsonPath('message', '2 were asked for; 1 are free. Reserve fewer, or count the drawer.');
        $this->postJson("/api/v1/jobs/{$job->id}/reservations", ['stock' => $item->id, 'part' => 'C1', 'quantity' => 4])
            ->assertCreated()
            ->assertJsonPath('quantity', 4);
        $this->log($second, 'repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '1000u 35V 105C 1A',
            'stock' => $item->id,
        ])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'The last ones are reserved for other jobs.');
        $this->deleteJson("/api/v1/stock/{$item->id}")
            ->assertUnprocessable()
            ->assertJsonPath('message', '4 of it are reserved for jobs: free them there first.');
        $reservation = StockReservation::query()->firstOrFail();
        $this->deleteJson("/api/v1/jobs/{$second->id}/reservations/{$reservation->id}")->assertNotFound();
        $this->deleteJson("/api/v1/jobs/{$job->id}/reservations/{$reservation->id}")->assertNoContent();
        $this->log($second, 'repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '1000u 35V 105C 1A',
            'stock' => $item->id,
        ])->assertOk();
    }

    public function testWhatIsFittedIsCountedDownOnceAndComesBackWhenStruckOut(): void
    {
        [$item, $job] = $this->reserved();
        $entry = self::entry('repair', [
            'part' => 'C1',
            'out' => 'C1',
            'in' => '1000u 35V 105C 1A',
            'stock' => $item->id,
        ]);
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$entry]])->assertOk();
        $this->postJson("/api/v1/jobs/{$job->id}/log", ['entries' => [$entry]])->assertOk();
        self::assertSame(3, $item->refresh()->quantity, 'sent twice, taken once');
        $this->getJson("/api/v1/jobs/{$job->id}/reservations")->assertJsonPath('0.quantity', 2);

        $this->log($job, 'strike', ['entry' => $entry['id']])->assertOk();
        $this->log($job, 'strike', ['entry' => $entry['id']]);
        self::assertSame(4, $item->refresh()->quantity, 'given back once');
    }

    public function testTheDrawerGoesOutAsItComesIn(): void
    {
        $this->stocked();
        $csv = (string) $this->actingAs($this->person('technician'))
            ->get('/api/v1/stock.csv')
            ->assertOk()
            ->assertHeader('content-type', 'text/csv; charset=utf-8')
            ->getContent();
        StockItem::query()->delete();

        $this->import($csv)->assertJsonPath('added', 4)->assertJsonPath('problems', []);
        self::assertSame(
            '39 Ω 5 % 20 W',
            StockItem::query()->where('kind', 'resistor')->firstOrFail()->toLine()->component->label(),
        );
    }

    public function testSetsAreMadeOfWhatIsThere(): void
    {
        $this->stocked();
        $this->actingAs($this->person('technician'));

        $this->postJson('/api/v1/stock/combinations', ['target' => '13R 50W', 'by' => 'fewest'])
            ->assertOk()
            ->assertJsonPath('sets.0.words', '3 × 39 Ω in parallel')
            ->assertJsonPath('sets.0.lines.0.share', 83);
        $this->postJson('/api/v1/stock/combinations', ['target' => ''])
            ->assertUnprocessable()
            ->assertJsonPath('message', 'What value is needed? For example "13R3 50 W".');
        $this->postJson('/api/v1/stock/combinations', ['target' => 'a load'])->assertUnprocessable();
        $this->postJson('/api/v1/stock/combinations', ['target' => '13R', 'by' => 'colour'])
            ->assertUnprocessable()
            ->assertJsonValidationErrors('by');
    }

    private function import(string $csv, bool $keep = true): TestResponse
    {
        return $this->postJson('/api/v1/stock/import', ['csv' => $csv, 'keep' => $keep]);
    }

    private function stocked(): void
    {
        $this->actingAs($this->person('lead'));
        $this->import(self::LIST)->assertJsonPath('added', 4);
    }

    /** @return array{StockItem, RepairJob, RepairJob} a line of four, three of them kept for the first of two jobs */
    private function reserved(): array
    {
        $technician = $this->person('technician');
        $this->actingAs($technician);
        $this->import(self::LIST)->assertJsonPath('added', 4);
        $item = StockItem::query()->where('quantity', 4)->firstOrFail();
        [$job, $second] = [$this->job($technician), $this->job($technician)];
        $this->postJson("/api/v1/jobs/{$job->id}/reservations", ['stock' => $item->id, 'part' => 'C1', 'quantity' => 3])
            ->assertCreated()
            ->assertJsonPath('label', '1000 µF 35 V 105 °C');
        foreach ([$job, $second] as $one) {
            $this->seeTo($one, 'hands');
        }

        return [$item, $job, $second];
    }
}
