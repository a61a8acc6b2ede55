<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Supply\SupplySchema;
use Oculant\Core\Supply\Template\Templates;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/** The published schema and the reader take the same descriptions (checked with a general JSON Schema validator). */
final class SupplySchemaTest extends TestCase
{
    public function testTakesTheDemoSuppliesAndTheTemplates(): void
    {
        foreach (['tide-recorder', 'deck-intercom', 'auction-scale', 'dimmer-drive', 'tuner-feed'] as $name) {
            self::assertTrue($this->isValid(Supplies::demoArray($name)), $name);
        }
        foreach (array_keys(Templates::all()) as $family) {
            self::assertTrue($this->isValid(Supplies::drafted($family)->written), $family);
        }
    }

    public function testRefusesUnknownFieldsAndMissingValues(): void
    {
        $supply = Supplies::demoArray('tuner-feed');

        self::assertFalse($this->isValid(['colour' => 'red'] + $supply));
        unset($supply['parts'][5]['value']);
        self::assertFalse($this->isValid($supply));
    }

    /** @param array<string, mixed> $data */
    private function isValid(array $data): bool
    {
        $schema = json_decode((string) json_encode(SupplySchema::build()));

        return (new Validator())->validate(json_decode((string) json_encode($data)), $schema)->isValid();
    }
}
