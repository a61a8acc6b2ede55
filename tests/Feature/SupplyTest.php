<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\Supply;
use App\Models\Workshop;
use Tests\Support\Supplies;

final class SupplyTest extends FeatureTestCase
{
    public function testTemplateCheckAndKeep(): void
    {
        $this->actingAs($this->person('technician'));
        $description = $this->postJson('/api/v1/supplies/template', [
            'family' => 'linear',
            'answers' => [
                'title' => 'Winch',
                'rails' => 'single',
                'secondary' => '15 V',
                'regulated' => '12 V',
                'load' => '0.2 A',
            ],
        ])
            ->assertOk()
            ->json();
        $this->postJson('/api/v1/supplies/check', ['description' => $description])
            ->assertOk()
            ->assertJsonPath(
                'points.3.expected',
                static fn(string $w): bool => preg_match('/^1[12]\.\d\d V/', $w) === 1,
            )
            ->assertJsonPath('path.0.name', 'Inlet')
            ->assertJsonPath('settled', true);
        $this->postJson('/api/v1/supplies/check', ['description' => $description, 'mode' => 'unloaded'])
            ->assertOk()
            ->assertJsonPath('mode', 'unloaded');
        $kept = $this->postJson('/api/v1/supplies', ['description' => $description])
            ->assertCreated()
            ->assertJsonPath('title', 'Winch');
        $this->getJson("/api/v1/supplies/{$kept->json('id')}")
            ->assertOk()
            ->assertJsonPath('description.title', 'Winch');
        $this->getJson('/api/v1/supplies')->assertJsonCount(1)->assertJsonMissingPath('0.description');
        $this->get("/api/v1/supplies/{$kept->json('id')}/spice")
            ->assertOk()
            ->assertSee('.tran', false);
    }

    public function testEveryAnswerThatCannotBeUsedIsNamed(): void
    {
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/supplies/template', [
                'family' => 'linear',
                'answers' => ['secondary' => '9x', 'reservoir' => 'much', 'load' => '-1'],
            ])
            ->assertUnprocessable()
            ->assertJsonCount(3, 'problems');
        $this->postJson('/api/v1/supplies/template', ['family' => 'steam'])
            ->assertUnprocessable()
            ->assertJsonPath('problems.0.path', 'family');
    }

    public function testABadDescriptionIsRefusedWholeWithEveryPath(): void
    {
        $bad = Supplies::demoArray('tuner-feed');
        $bad['parts'][5]['value'] = '-1000u';
        $bad['colour'] = 'red';
        $this->actingAs($this->person('technician'));

        foreach (['POST' => 'supplies', 'PUT' => 'supplies/' . $this->supply()->id] as $method => $path) {
            $this->json($method, "/api/v1/{$path}", ['description' => $bad])
                ->assertUnprocessable()
                ->assertJsonPath('problems.0.path', 'colour')
                ->assertJsonPath('problems.1.path', 'parts[C1].value');
        }
        $this->postJson('/api/v1/supplies/check', ['description' => $bad])->assertUnprocessable();
        $this->postJson('/api/v1/supplies', [])->assertJsonValidationErrors('description');
        self::assertSame(
            [1000e-6 * 1e6 . 'u'],
            Supply::query()->get()->map(static fn(Supply $s): string => $s->description['parts'][5]['value'])->all(),
        );
    }

    public function testAnEmptyTextIsRefusedNotDropped(): void
    {
        $bad = Supplies::demoArray('tuner-feed');
        $bad['points'][0]['name'] = '';
        $this->actingAs($this->person('technician'))
            ->postJson('/api/v1/supplies/check', ['description' => $bad])
            ->assertUnprocessable()
            ->assertJsonPath('problems.0.path', 'points[TP1].name');
    }

    public function testApprenticesReadTheLibraryOnly(): void
    {
        $supply = $this->supply();
        $this->actingAs($this->person('apprentice'));

        $this->getJson("/api/v1/supplies/{$supply->id}")->assertOk();
        $this->postJson('/api/v1/supplies', ['description' => $supply->description])->assertForbidden();
        $this->putJson("/api/v1/supplies/{$supply->id}", ['description' => $supply->description])
            ->assertForbidden()
            ->assertJsonPath('message', 'Descriptions are made and changed by technicians and leads.');
        $this->postJson('/api/v1/supplies/template', ['family' => 'linear'])->assertForbidden();
        $this->postJson('/api/v1/supplies/import', ['format' => 'json', 'text' => '{}'])->assertForbidden();
        $this->postJson("/api/v1/supplies/{$supply->id}/duplicate", ['revision' => 'B'])->assertForbidden();
        $this->postJson('/api/v1/supplies/check', ['description' => $supply->description])->assertOk();
    }

    public function testAnotherWorkshopsSupplyIsNotThere(): void
    {
        $supply = $this->supply('tuner-feed', Workshop::query()->create(['name' => 'Elsewhere']));
        $this->actingAs($this->person('lead'));

        $this->getJson('/api/v1/supplies')->assertJsonCount(0);
        foreach (['', '/spice', '/json', '/versions', '/differences', '/progress', '/budget', '/waveforms'] as $part) {
            $this->getJson("/api/v1/supplies/{$supply->id}{$part}")->assertNotFound();
        }
        $this->putJson("/api/v1/supplies/{$supply->id}", ['description' => $supply->description])->assertNotFound();
    }

    public function testTheSchemaIsPublished(): void
    {
        $this->getJson('/api/v1/schema/supply')
            ->assertOk()
            ->assertJsonPath('properties.format.const', 'oculant/supply');
    }
}
