<?php

declare(strict_types=1);

namespace App\Console\Commands;

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
            Generator::scan([app_path('Http')]) ??
            throw new RuntimeException('No API attributes were found under app/Http.');

        return $openApi->toJson() . "\n";
    }

    public static function schema(): string
    {
        return json_encode(
            SupplySchema::build(),
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
        ) . "\n";
    }
}
