<?php

declare(strict_types=1);

namespace App\Http\OpenApi;

use LogicException;
use PHPStan\PhpDocParser\Ast\Attribute;
use PHPStan\PhpDocParser\Ast\Comment;
use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\PhpDoc\PhpDocNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\NullableTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;
use PHPStan\PhpDocParser\Lexer\Lexer;
use PHPStan\PhpDocParser\Parser\ConstExprParser;
use PHPStan\PhpDocParser\Parser\PhpDocParser;
use PHPStan\PhpDocParser\Parser\TokenIterator;
use PHPStan\PhpDocParser\Parser\TypeParser;
use PHPStan\PhpDocParser\ParserConfig;
use ReflectionClass;
use Symfony\Component\Finder\Finder;

/**
 * What the API answers is described where it is made, and only there: by the shape that a class declares as
 * `phpstan-type`, to which PHPStan holds its methods. It stands in the API's document under its name.
 */
final class WrittenSchemas
{
    private const PLACE = '#/components/schemas/';

    private const SCALARS = ['string' => 'string', 'int' => 'integer', 'float' => 'number', 'bool' => 'boolean'];

    private readonly Lexer $lexer;

    private readonly PhpDocParser $parser;

    /** @var array<string, list<class-string>> classes that declare a shape, by its name */
    private array $declared = [];

    /** @var array<string, array<string, mixed>> by name */
    private array $schemas;

    /**
     * @param array<string, array<string, mixed>> $schemas that are described otherwise, by name
     * @param list<string>                        $folders in which shapes are declared
     */
    private function __construct(array $schemas, array $folders)
    {
        $this->schemas = $schemas;
        $config = new ParserConfig(['comments' => true]);
        $expressions = new ConstExprParser($config);
        $this->lexer = new Lexer($config);
        $this->parser = new PhpDocParser($config, new TypeParser($config, $expressions), $expressions);
        foreach (Finder::create()->files()->in($folders)->name('*.php')->contains('@phpstan-type') as $file) {
            preg_match('/^namespace ([\w\\\\]+);/m', $file->getContents(), $m);
            $class = ($m[1] ?? '') . '\\' . $file->getBasename('.php');
            foreach (
                class_exists($class) ? $this->doc(new ReflectionClass($class))->getTypeAliasTagValues() : []
                as $tag
            ) {
                $this->declared[$tag->alias][] = $class;
            }
        }
    }

    /**
     * The document with everything that is referred to in it and described elsewhere.
     *
     * @param array<mixed> $document
     * @param list<string> $folders
     *
     * @return array<mixed>
     */
    public static function into(array $document, array $folders): array
    {
        $self = new self($document['components']['schemas'], $folders);
        $document = $self->resolved($document);
        ksort($self->schemas);
        $document['components']['schemas'] = $self->schemas;

        return $document;
    }

    /**
     * @param array<mixed> $node
     *
     * @return array<mixed>
     */
    private function resolved(array $node): array
    {
        foreach ($node as $key => $value) {
            if (is_array($value)) {
                $node[$key] = $this->resolved($value);
            } elseif ($key === '$ref' && is_string($value)) {
                $node[$key] = str_starts_with($value, self::PLACE)
                    ? $this->refer(substr($value, strlen(self::PLACE)))
                    : $value;
            }
        }

        return $node;
    }

    /** @param class-string|null $in the class that declares it; null to look for the one that does */
    private function refer(string $name, ?string $in = null): string
    {
        if (isset($this->schemas[$name])) {
            return self::PLACE . $name;
        }
        $classes = $in === null ? $this->declared[$name] ?? [] : [$in];
        if (count($classes) !== 1) {
            throw new LogicException(
                "The API's document refers to {$name}: declared by " . (implode(', ', $classes) ?: 'no class') . '.',
            );
        }
        $class = new ReflectionClass($classes[0]);
        foreach ($this->doc($class)->getTypeAliasTagValues() as $tag) {
            if ($tag->alias === $name) {
                // One shape may hold others of its own kind.
                $this->schemas[$name] = [];
                $this->schemas[$name] = $this->type($tag->type, $class);
            }
        }

        return self::PLACE . $name;
    }

    /**
     * @param ReflectionClass<object> $class
     *
     * @return array<string, mixed>
     */
    private function type(TypeNode $type, ReflectionClass $class): array
    {
        return match (true) {
            $type instanceof NullableTypeNode => self::orNull($this->type($type->type, $class)),
            $type instanceof UnionTypeNode => $this->union($type, $class),
            $type instanceof ArrayShapeNode => $this->shape($type, $class),
            $type instanceof GenericTypeNode && $type->type->name === 'list' => [
                'type' => 'array',
                'items' => $this->type($type->genericTypes[0], $class),
            ],
            $type instanceof GenericTypeNode && $type->type->name === 'array' => [
                'type' => 'object',
                'additionalProperties' => $this->type($type->genericTypes[1], $class) ?: true,
            ],
            $type instanceof IdentifierTypeNode => $this->name($type->name, $class),
            default => throw new LogicException("{$class->getName()}: no schema for {$type}."),
        };
    }

    /**
     * @param ReflectionClass<object> $class
     *
     * @return array<string, mixed>
     */
    private function union(UnionTypeNode $union, ReflectionClass $class): array
    {
        $names = array_map(static fn(TypeNode $t): string => ltrim((string) $t, '\\'), $union->types);
        // An empty map is written as an object.
        $types = array_values(array_diff_key($union->types, array_intersect($names, ['null', 'stdClass'])));
        $words = [];
        foreach ($types as $type) {
            if ($type instanceof ConstTypeNode && $type->constExpr instanceof ConstExprStringNode) {
                $words[] = $type->constExpr->value;
            }
        }
        $schemas = array_map(fn(TypeNode $t): array => $this->type($t, $class), count($words) === 0 ? $types : []);
        $schema = match (count($schemas)) {
            0 => ['type' => 'string', 'enum' => $words],
            1 => $schemas[0],
            default => ['oneOf' => $schemas],
        };

        return in_array('null', $names, true) ? self::orNull($schema) : $schema;
    }

    /**
     * @param ReflectionClass<object> $class
     *
     * @return array<string, mixed>
     */
    private function shape(ArrayShapeNode $shape, ReflectionClass $class): array
    {
        $properties = $required = [];
        foreach ($shape->items as $item) {
            $name = trim((string) $item->keyName, "'\"");
            /** @var list<Comment> $comments */
            $comments = $item->keyName?->getAttribute(Attribute::COMMENTS) ?? [];
            $lines = array_map(static fn(Comment $c): string => trim($c->text, "/ \t\n"), $comments);
            $properties[$name] = $this->type($item->valueType, $class) + self::described(implode(' ', $lines));
            if (!$item->optional) {
                $required[] = $name;
            }
        }

        return ($required === [] ? [] : ['required' => $required]) + ['properties' => $properties, 'type' => 'object'];
    }

    /**
     * @param ReflectionClass<object> $class where the name stands
     *
     * @return array<string, mixed>
     */
    private function name(string $name, ReflectionClass $class): array
    {
        if ($name === 'mixed') {
            return [];
        }
        if (isset(self::SCALARS[$name])) {
            return ['type' => self::SCALARS[$name]];
        }
        $doc = $this->doc($class);
        foreach ($doc->getTypeAliasTagValues() as $tag) {
            if ($tag->alias === $name) {
                return ['$ref' => $this->refer($name, $class->getName())];
            }
        }
        foreach ($doc->getTypeAliasImportTagValues() as $tag) {
            if (($tag->importedAs ?? $tag->importedAlias) === $name) {
                return [
                    '$ref' => $this->refer($tag->importedAlias, $this->resolve($tag->importedFrom->name, $class)),
                ];
            }
        }
        throw new LogicException("{$class->getName()} names {$name}, which is no shape.");
    }

    /**
     * As PHP would: a whole name, one that is imported, or one of the same room.
     *
     * @param ReflectionClass<object> $class
     *
     * @return class-string
     */
    private function resolve(string $name, ReflectionClass $class): string
    {
        $source = (string) file_get_contents((string) $class->getFileName());
        $imports =
            preg_match('/^use ([\w\\\\]+\\\\' . preg_quote($name, '/') . ');$/m', $source, $m) === 1 ? [$m[1]] : [];
        foreach ([ltrim($name, '\\'), ...$imports, "{$class->getNamespaceName()}\\{$name}"] as $one) {
            if (class_exists($one)) {
                return $one;
            }
        }
        throw new LogicException("{$class->getName()} names {$name}, which is no class.");
    }

    /** @param ReflectionClass<object> $class */
    private function doc(ReflectionClass $class): PhpDocNode
    {
        return $this->parsed((string) $class->getDocComment());
    }

    private function parsed(string $comment): PhpDocNode
    {
        return $this->parser->parse(new TokenIterator($this->lexer->tokenize($comment ?: '/** */')));
    }

    /** @return array{description?: string} */
    private static function described(string $words): array
    {
        return $words === '' ? [] : ['description' => (string) preg_replace('/\s+/', ' ', $words)];
    }

    /**
     * @param array<string, mixed> $schema
     *
     * @return array<string, mixed>
     */
    private static function orNull(array $schema): array
    {
        return (isset($schema['$ref']) ? ['allOf' => [$schema]] : $schema) + ['nullable' => true];
    }
}
