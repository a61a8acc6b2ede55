<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Http\OpenApi\WrittenSchemas;
use Illuminate\Console\Command;
use Oculant\Core\Supply\SupplySchema;
use OpenApi\Generator;
use RuntimeException;

final class OpenApi extends Command
{
    protected $signature = 'oculant:openapi';

    protected $description = 'Write docs/openapi.json and docs/supply.schema.json from the code';

    public function handle(): int
    {
        file_put_contents(base_path('docs/openapi.json'), self::generate());
        file_put_contents(base_path('docs/supply.schema.json'), self::schema());

        return self::SUCCESS;
    }

    public static function generate(): string
    {
        $openApi =
            // What it refers to is looked for below, where it is made.
            Generator::scan([app_path('Http')], ['validate' => false]) ??
            throw new RuntimeException('No API attributes were found under app/Http.');

        return self::write(
            WrittenSchemas::into(json_decode($openApi->toJson(), true, 512, JSON_THROW_ON_ERROR), [
                app_path(),
                base_path('core'),
            ]),
        );
    }

    public static function schema(): string
    {
        return self::write(SupplySchema::build());
    }

    /** @param array<mixed> $document */
    private static function write(array $document): string
    {
        return json_encode(
            $document,
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        ) . "\n";
    }
}
