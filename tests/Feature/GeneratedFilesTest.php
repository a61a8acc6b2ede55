<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Console\Commands\OpenApi;
use App\Http\OpenApi\WrittenSchemas;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Routing\Route;

/** What is generated from the code and checked in must not drift from it. */
final class GeneratedFilesTest extends TestCase
{
    public function testOpenApiAndSchemaAreCurrent(): void
    {
        self::assertSame(
            OpenApi::generate(),
            file_get_contents(base_path('docs/openapi.json')),
            'run: php artisan oculant:openapi',
        );
        self::assertSame(
            OpenApi::schema(),
            file_get_contents(base_path('docs/supply.schema.json')),
            'run: php artisan oculant:openapi',
        );
    }

    public function testEveryRouteIsDescribed(): void
    {
        $described = json_decode((string) file_get_contents(base_path('docs/openapi.json')), true)['paths'];
        foreach ($this->app['router']->getRoutes()->getRoutes() as $route) {
            /** @var Route $route */
            if (str_starts_with($route->uri(), 'api/v1/')) {
                $path = '/' . substr($route->uri(), strlen('api/v1/'));
                self::assertArrayHasKey(
                    strtolower($route->methods()[0]),
                    $described[$path] ?? [],
                    "{$route->methods()[0]} {$path}",
                );
            }
        }
    }

    /** OpenAPI 3.0: nullable beside a type, allOf about a reference that may be null, additionalProperties of a map. */
    public function testAShapeIsWrittenAsOpenApiHasIt(): void
    {
        $written = WrittenSchemas::into(
            [
                'paths' => [['$ref' => '#/components/schemas/Sample']],
                'components' => ['schemas' => ['PathPart' => ['type' => 'object']]],
            ],
            [base_path('tests/Support')],
        )['components']['schemas'];

        self::assertSame(['PathPart', 'Sample', 'Sampled'], array_keys($written));
        self::assertSame(
            ['low', 'word', 'parts', 'cells', 'again', 'anything'],
            $written['Sample']['required'],
            'not what may be left out',
        );
        self::assertSame(
            [
                'low' => ['type' => 'number', 'nullable' => true, 'description' => 'in volts; not of a good unit'],
                'word' => ['type' => 'string', 'enum' => ['high', 'low'], 'nullable' => true],
                'note' => ['type' => 'string'],
                'parts' => ['type' => 'array', 'items' => ['$ref' => '#/components/schemas/PathPart']],
                'cells' => ['type' => 'object', 'additionalProperties' => ['type' => 'integer']],
                'again' => ['allOf' => [['$ref' => '#/components/schemas/Sampled']], 'nullable' => true],
                'anything' => ['type' => 'object', 'additionalProperties' => true],
            ],
            $written['Sample']['properties'],
        );
        self::assertSame(['x', 'y'], $written['Sampled']['properties']['at']['required']);
    }

    public function testWhatNobodyDeclaresIsNotPromised(): void
    {
        $this->expectExceptionMessage("The API's document refers to Nothing: declared by no class.");

        WrittenSchemas::into(
            ['paths' => [['$ref' => '#/components/schemas/Nothing']], 'components' => ['schemas' => []]],
            [base_path('tests/Support')],
        );
    }

    public function testTypeScriptClientIsCurrent(): void
    {
        $target = (string) tempnam(sys_get_temp_dir(), 'oculant');
        exec(
            'cd ' .
                escapeshellarg(base_path()) .
                ' && npx --no-install openapi-typescript docs/openapi.json -o ' .
                escapeshellarg($target) .
                ' 2>&1',
            $lines,
            $status,
        );

        self::assertSame(0, $status, implode("\n", $lines));
        self::assertFileEquals(base_path('resources/js/api/schema.generated.ts'), $target, 'run: npm run api');
    }
}
