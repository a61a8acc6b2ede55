<?php

declare(strict_types=1);

namespace Tests\Support;

use Illuminate\Http\Request;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use stdClass;
use Symfony\Component\HttpFoundation\Response;

/**
 * Holds an answer against docs/openapi.json, by a general JSON Schema validator: what is sent is described, what is
 * described is sent, and nothing else is.
 */
final class Contract
{
    private const URI = 'https://oculant.example/contract.json';

    private const PLAIN = JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR;

    private static ?self $own = null;

    private readonly Validator $validator;

    private readonly stdClass $document;

    private function __construct()
    {
        $this->document = json_decode(
            (string) file_get_contents(base_path('docs/openapi.json')),
            false,
            512,
            JSON_THROW_ON_ERROR,
        );
        $definitions = [];
        foreach (get_object_vars($this->document->components->schemas) as $name => $schema) {
            $definitions[$name] = self::schema($schema, isClosed: true);
            $definitions["{$name}.open"] = self::schema($schema, isClosed: false);
        }
        $this->validator = new Validator();
        $this->validator->setMaxErrors(3);
        $this->validator->resolver()?->registerRaw(
            (object) [
                '$schema' => 'https://json-schema.org/draft/2020-12/schema',
                '$id' => self::URI,
                '$defs' => (object) $definitions,
            ],
            self::URI,
        );
    }

    public static function own(): self
    {
        return self::$own ??= new self();
    }

    /** Fails the test if an answer of the API is not as its document says. */
    public function hold(Request $request, Response $response): void
    {
        $route = $request->route()?->uri() ?? '';
        $isAsked = str_starts_with($route, 'api/v1/') && !in_array($request->getMethod(), ['OPTIONS', 'HEAD'], true);
        if (!$isAsked || $response->isServerError()) {
            return;
        }
        $path = '/' . substr($route, strlen('api/v1/'));
        $method = strtolower($request->getMethod());
        $status = $response->getStatusCode();
        $where = strtoupper($method) . " {$path} answered {$status}";
        $answers = $this->document->paths->{$path}->{$method}->responses ?? null;
        // A method that a described address does not have.
        if (!($answers instanceof stdClass)) {
            Assert::assertGreaterThanOrEqual(400, $status, "{$where}, and docs/openapi.json has no such operation");

            return;
        }
        $described = $answers->{(string) $status} ?? null;
        if ($described === null) {
            Assert::assertGreaterThanOrEqual(400, $status, "{$where}, which docs/openapi.json does not know");
        }
        $this->body($where, $described, $response);
    }

    private function body(string $where, ?stdClass $described, Response $response): void
    {
        if (isset($described->{'$ref'})) {
            $described = $this->document->components->responses->{basename($described->{'$ref'})};
        }
        $isJson = str_starts_with((string) $response->headers->get('Content-Type'), 'application/json');
        $content = (string) $response->getContent();
        if (!$isJson || $content === '') {
            return;
        }
        $schema = $described->content->{'application/json'}->schema ?? null;
        if ($schema === null) {
            Assert::assertTrue(
                $response->getStatusCode() >= 400 || $response->getStatusCode() === 202 || $content === '{}',
                "{$where} with a body that docs/openapi.json does not describe: " . mb_substr($content, 0, 200),
            );
            $schema = (object) ['$ref' => '#/components/schemas/Refusal'];
        }
        $this->judge($where, self::schema($schema, isClosed: true), $content);
    }

    private function judge(string $where, stdClass $schema, string $content): void
    {
        $schema->{'$schema'} = 'https://json-schema.org/draft/2020-12/schema';
        $error = $this->validator->validate(json_decode($content, false, 512, JSON_THROW_ON_ERROR), $schema)->error();
        if ($error !== null) {
            $said = (new ErrorFormatter())->formatKeyed($error);
            Assert::fail("{$where}, which is not as docs/openapi.json says: " . json_encode($said, self::PLAIN));
        }
        Assert::assertNull($error);
    }

    /** OpenAPI 3.0 as JSON Schema of 2020-12: nullable is a type, and an object has no properties but its own. */
    private static function schema(stdClass $from, bool $isClosed): stdClass
    {
        if (isset($from->{'$ref'})) {
            $name = basename($from->{'$ref'});

            return (object) ['$ref' => self::URI . "#/\$defs/{$name}" . ($isClosed ? '' : '.open')];
        }
        $to = clone $from;
        unset($to->nullable, $to->description, $to->example);
        foreach (['allOf', 'oneOf', 'anyOf'] as $several) {
            if (isset($from->{$several})) {
                $isOne = count($from->{$several}) === 1 || $several !== 'allOf';
                $to->{$several} = array_map(
                    static fn(stdClass $s): stdClass => self::schema($s, $isClosed && $isOne),
                    $from->{$several},
                );
            }
        }
        if (isset($from->properties)) {
            $to->properties = (object) array_map(
                static fn(stdClass $s): stdClass => self::schema($s, isClosed: true),
                get_object_vars($from->properties),
            );
        }
        if (isset($from->items)) {
            $to->items = self::schema($from->items, isClosed: true);
        }
        if (($from->additionalProperties ?? null) instanceof stdClass) {
            $to->additionalProperties = self::schema($from->additionalProperties, isClosed: true);
        }
        $isObject = isset($from->properties) || count($from->allOf ?? []) > 1;
        if ($isClosed && $isObject && !isset($from->additionalProperties)) {
            $to->unevaluatedProperties = false;
        }

        return ($from->nullable ?? false) === true ? (object) ['anyOf' => [(object) ['type' => 'null'], $to]] : $to;
    }
}
