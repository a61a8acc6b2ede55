<?php

declare(strict_types=1);

namespace App\Console\Commands;

use Illuminate\Console\Command;
use OpenApi\Generator;
use RuntimeException;

final class OpenApi extends Command
{
    protected $signature = 'oculant:openapi {--print : Print it instead of writing docs/openapi.json}';

    protected $description = 'Write the API description from the code';

    public function handle(): int
    {
        $json = self::generate();
        if ($this->option('print')) {
            $this->line($json);
        } else {
            file_put_contents(base_path('docs/openapi.json'), $json);
        }

        return self::SUCCESS;
    }

    public static function generate(): string
    {
        $openApi = Generator::scan([app_path('Http')]) ?? throw new RuntimeException('No API attributes were found under app/Http.');

        return $openApi->toJson()."\n";
    }
}
