<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Reading;

use Oculant\Core\Parts\Ability\ChecksItself;
use Oculant\Core\Parts\Ability\Supposes;
use Oculant\Core\Parts\Body;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Parts\Parameter;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Quantity\ToleranceCode;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\DescriptionRefused;

/** Reads the rows of a description that are parts. */
final readonly class PartReader
{
    public const MOST_PARTS = 200;

    private const COMMON = ['ref', 'kind', 'terminals', 'tolerance', 'type', 'notes', 'body'];

    /** Values that may be negative: the sign of a rail. */
    private const SIGNED = [
        'regulator value',
        'adjustable_regulator value',
        'dc_converter value',
        'load at',
        'ntc temperature',
        'thermal_switch temperature',
    ];

    /**
     * @param float      $voltage of the mains, volts
     * @param float|null $dc      volts, if it is fed with direct voltage
     */
    public function __construct(private Fields $fields, private float $voltage, private ?float $dc) {}

    /**
     * @param list<mixed> $rows
     *
     * @return array<string, Part> by reference
     *
     * @throws DescriptionRefused at once if there are too many
     */
    public function all(string $list, array $rows): array
    {
        if (count($rows) > self::MOST_PARTS) {
            // Whatever else could be said would only follow from parts that were not read.
            throw DescriptionRefused::because([
                ...$this->fields->problems(),
                [
                    'path' => $list,
                    'message' => sprintf(
                        '%d parts were given; at most %d are solved. Leave out what the supply does not need to ' .
                            'work: what hangs on a rail becomes one load.',
                        count($rows),
                        self::MOST_PARTS,
                    ),
                ],
            ]);
        }
        $parts = [];
        foreach ($rows as $k => $row) {
            $row = $this->fields->object("{$list}[{$k}]", $row);
            $ref = $this->fields->identifier("{$list}[{$k}].ref", $row['ref'] ?? null);
            $path = $ref === '' ? "{$list}[{$k}]" : "{$list}[{$ref}]";
            if (isset($parts[$ref])) {
                $this->fields->problem(
                    $path,
                    sprintf('The reference "%s" is used twice. Every part needs its own.', $ref),
                );
            }
            $part = $this->one($path, $ref, $row);
            if ($part !== null) {
                $parts[$ref] = $part;
            }
        }

        return $this->linked($list, $parts);
    }

    /**
     * Values and choices that a mode sets on a part.
     *
     * @param array<mixed> $row
     *
     * @return array{array<string, float>, array<string, string>}
     */
    public function settings(string $path, Part $part, array $row): array
    {
        $parameters = self::parametersOf($part->kind);
        $this->fields->knownKeys($path, $row, array_keys($parameters));
        $values = $choices = [];
        foreach ($row as $name => $given) {
            $parameter = $parameters[$name] ?? null;
            if ($parameter?->unit !== null) {
                $values[$parameter->name] = $this->value("{$path}.{$name}", $given, $part->kind, $parameter);
            } elseif ($parameter !== null && $parameter->options !== []) {
                $choices[$parameter->name] = $this->choice("{$path}.{$name}", $given, $parameter);
            }
        }

        return [$values, $choices];
    }

    /** @param array<mixed> $row */
    private function one(string $path, string $ref, array $row): ?Part
    {
        $given = $row['kind'] ?? null;
        $kind = is_string($given) ? PartKinds::named($given) : null;
        if ($kind === null) {
            $this->fields->problem(
                "{$path}.kind",
                sprintf(
                    'There is no kind "%s". Known kinds: %s.',
                    is_scalar($given) ? (string) $given : '',
                    implode(', ', array_keys(PartKinds::all())),
                ),
            );

            return null;
        }
        $parameters = self::parametersOf($kind);
        $this->fields->knownKeys($path, $row, [...self::COMMON, ...array_keys($parameters)]);
        $terminals = $this->terminals("{$path}.terminals", $kind, $row['terminals'] ?? null);
        if ($kind instanceof Mains) {
            $row += $this->dc === null ? ['voltage' => $this->voltage] : ['dc' => $this->dc];
        }
        $values = $tolerances = $choices = [];
        foreach ($parameters as $name => $parameter) {
            if ($parameter->unit === null) {
                $this->word($path, $row, $parameter, $choices);

                continue;
            }
            if (isset($row[$name])) {
                $values[$name] = $this->value("{$path}.{$name}", $row[$name], $kind, $parameter);
            } elseif ($parameter->required) {
                $this->fields->problem(
                    "{$path}.{$name}",
                    sprintf(
                        'A %s needs its %s, for example %s.',
                        $given,
                        $parameter->title,
                        $parameter->unit->example(),
                    ),
                );
            } elseif ($parameter->default !== null) {
                $values[$name] = $parameter->default;
            }
            $stated =
                $parameter->main && isset($row['tolerance'])
                    ? $this->tolerance("{$path}.tolerance", $row['tolerance'])
                    : null;
            if (isset($values[$name])) {
                $tolerances[$name] = $stated ?? $parameter->tolerance;
            }
        }
        $this->body("{$path}.body", $row['body'] ?? []);
        $part = new Part($ref, $kind, $terminals, $values, $tolerances, $row, $choices);
        if ($kind instanceof Supposes) {
            foreach (array_diff_key($kind->supposed($part), $row) as $name => [$value, $tolerance]) {
                [$values[$name], $tolerances[$name]] = [$value, $tolerance];
            }
            $part = new Part($ref, $kind, $terminals, $values, $tolerances, $row, $choices);
        }
        if ($kind instanceof ChecksItself && ($complaint = $kind->complaint($part)) !== null) {
            $this->fields->problem($path, $complaint);
        }

        return $terminals === [] ? null : $part;
    }

    private function body(string $path, mixed $given): void
    {
        $body = $this->fields->object($path, $given);
        $this->fields->knownKeys($path, $body, [...array_keys(Body::SIZES), ...Body::WORDS]);
        foreach ($body as $name => $value) {
            if (isset(Body::SIZES[$name])) {
                $this->fields->quantity("{$path}.{$name}", $value, Body::SIZES[$name], true);
            } else {
                $this->fields->text("{$path}.{$name}", $value, 40);
            }
        }
    }

    /**
     * @param array<mixed>          $row
     * @param array<string, string> $choices
     */
    private function word(string $path, array $row, Parameter $parameter, array &$choices): void
    {
        $given = $row[$parameter->name] ?? null;
        if ($parameter->options !== []) {
            $choices[$parameter->name] =
                $given === null
                    ? $parameter->options[0]
                    : $this->choice("{$path}.{$parameter->name}", $given, $parameter);
        } elseif ($given === null && $parameter->required) {
            $this->fields->problem(
                "{$path}.{$parameter->name}",
                sprintf('State the reference of its %s, for example "Q1".', $parameter->title),
            );
        }
    }

    private function choice(string $path, mixed $given, Parameter $parameter): string
    {
        if (!is_string($given) || !in_array($given, $parameter->options, true)) {
            $this->fields->problem(
                $path,
                sprintf(
                    '"%s" is not a %s. Choose one of: %s.',
                    is_scalar($given) ? (string) $given : '',
                    $parameter->title,
                    implode(', ', $parameter->options),
                ),
            );

            return $parameter->options[0];
        }

        return $given;
    }

    /**
     * @param array<string, Part> $parts
     *
     * @return array<string, Part> with each part's links resolved
     */
    private function linked(string $list, array $parts): array
    {
        foreach ($parts as $ref => $part) {
            $links = [];
            foreach ($part->kind->parameters() as $parameter) {
                $wanted = $part->written[$parameter->name] ?? null;
                if (!$parameter->link || $wanted === null) {
                    continue;
                }
                $other = is_string($wanted) ? $parts[$wanted] ?? null : null;
                if ($other === null || !$other->has('d') || !$other->has('s')) {
                    $this->fields->problem(
                        "{$list}[{$ref}].{$parameter->name}",
                        sprintf(
                            '"%s" is not a switch of this supply. State the reference of a mosfet or an ' .
                                'integrated_switcher.',
                            is_scalar($wanted) ? (string) $wanted : '',
                        ),
                    );
                } else {
                    $links[$parameter->name] = $other;
                }
            }
            if ($links !== []) {
                $parts[$ref] = $part->withLinks($links);
            }
        }

        return $parts;
    }

    /** @return array<string, Parameter> by name */
    private static function parametersOf(PartKind $kind): array
    {
        return array_column(array_map(static fn(Parameter $p): array => [$p->name, $p], $kind->parameters()), 1, 0);
    }

    private function value(string $path, mixed $given, PartKind $kind, Parameter $parameter): float
    {
        $unit = $parameter->unit ?? Unit::Ratio;
        if (is_string($given)) {
            // Fuses carry their characteristic before the current ("T315mA"), tapped windings their count ("2x15 V").
            $given = match ($unit) {
                Unit::Ampere => preg_replace('/^(?:FF|TT|F|T|M)\s*(?=\d)/', '', trim($given)),
                Unit::Volt => preg_replace('/^2\s*[x×]\s*/u', '', trim($given)),
                default => $given,
            };
        }

        return $this->fields->quantity(
            $path,
            $given,
            $unit,
            !in_array("{$kind->name()} {$parameter->name}", self::SIGNED, true),
        );
    }

    /** "5 %", or the letter printed on the part (IEC 60062): J is 5 %. */
    private function tolerance(string $path, mixed $given): float
    {
        $code = is_string($given) ? ToleranceCode::fromLetter(trim($given)) : null;

        return $code?->ratio() ?? $this->fields->quantity($path, $given, Unit::Ratio, false);
    }

    /** @return array<string, string> node by terminal, in the kind's own order */
    private function terminals(string $path, PartKind $kind, mixed $given): array
    {
        $row = $this->fields->object($path, $given);
        $names = array_map(strval(...), array_keys($row));
        $ordered = $kind->terminals()->inOrder($names);
        if ($ordered === null) {
            $this->fields->problem(
                $path,
                sprintf(
                    'A %s has the terminals %s; given were: %s.',
                    $kind->name(),
                    $kind->terminals()->inWords(),
                    $names === [] ? 'none' : implode(', ', $names),
                ),
            );

            return [];
        }
        $terminals = [];
        foreach ($ordered as $name) {
            $terminals[$name] = $this->fields->text("{$path}.{$name}", $row[$name], 40);
        }
        if (count(array_unique($terminals)) === 1) {
            $this->fields->problem(
                $path,
                sprintf(
                    'All terminals are on node "%s": the part does nothing there. Give each terminal its node.',
                    reset($terminals),
                ),
            );
        }

        return $terminals;
    }
}
