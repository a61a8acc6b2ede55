<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use JsonException;
use Oculant\Core\Parts\ChecksItself;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\PartKind;
use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\ToleranceCode;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/** Reads the open format `oculant/supply` version 1 (docs/supply.schema.json, docs/formats.md). */
final class DescriptionReader
{
    public const FORMAT = 'oculant/supply';

    private const MOST_PARTS = 120;

    private const TOP = ['format', 'version', 'title', 'revision', 'reference', 'mains', 'parts', 'points', 'modes', 'stages', 'cautions'];

    /** @var list<array{path: string, message: string}> */
    private array $problems = [];

    /** @throws DescriptionRefused with every problem found */
    public static function fromJson(string $json): Description
    {
        try {
            $data = json_decode($json, true, 32, JSON_THROW_ON_ERROR);
        } catch (JsonException $e) {
            throw DescriptionRefused::notJson($e->getMessage());
        }
        if (! is_array($data) || array_is_list($data)) {
            throw DescriptionRefused::notJson('it is not an object');
        }

        return self::fromArray($data);
    }

    /**
     * @param array<mixed> $data
     *
     * @throws DescriptionRefused with every problem found
     */
    public static function fromArray(array $data): Description
    {
        return (new self())->read($data);
    }

    /** @param array<mixed> $data */
    private function read(array $data): Description
    {
        $this->knownKeys('', $data, self::TOP);
        if (($data['format'] ?? null) !== self::FORMAT || ($data['version'] ?? null) !== 1) {
            $this->problem('format', 'This reader takes "format": "oculant/supply" with "version": 1.');
        }
        $title = $this->text('title', $data['title'] ?? null, 120);
        $revision = $this->text('revision', $data['revision'] ?? 'A', 40);
        $reference = $this->text('reference', $data['reference'] ?? null, 40);
        [$voltage, $frequency, $tolerance, $dc] = $this->mains($this->object('mains', $data['mains'] ?? null));
        $parts = $this->parts($this->rows('parts', $data['parts'] ?? null, true), $voltage, $dc);
        $nodes = $this->nodes($parts);
        $islands = $this->islands($parts);
        $this->checkNodes($parts, $nodes, $reference);
        $stages = $this->stages($this->rows('stages', $data['stages'] ?? [], false), $parts);
        $modes = $this->modes($this->rows('modes', $data['modes'] ?? [], false), $parts);
        $points = $this->points($this->rows('points', $data['points'] ?? null, true), $nodes, $islands, $stages, $modes);
        $cautions = [];
        foreach ($this->rows('cautions', $data['cautions'] ?? [], false) as $k => $caution) {
            $cautions[] = $this->text("cautions[{$k}]", $caution, 400);
        }
        if ($this->problems !== []) {
            throw DescriptionRefused::because($this->problems);
        }

        /** @var array<string, mixed> $data */
        return new Description(
            $title,
            $revision,
            $reference,
            $voltage,
            $dc === null ? $frequency : 0.0,
            $tolerance,
            $parts,
            $points,
            $modes,
            $stages,
            $cautions,
            $islands,
            $data,
        );
    }

    /**
     * @param array<mixed> $mains
     *
     * @return array{float, float, float, ?float} volts, hertz, ratio, direct volts
     */
    private function mains(array $mains): array
    {
        $this->knownKeys('mains', $mains, ['voltage', 'frequency', 'tolerance', 'dc']);
        $dc = isset($mains['dc']) ? $this->quantity('mains.dc', $mains['dc'], Unit::Volt, true) : null;
        if ($dc === null && ! isset($mains['voltage'])) {
            $this->problem('mains', 'State "voltage" for mains (for example "230 V") or "dc" for a supply fed with direct voltage.');
        }

        return [
            $dc ?? $this->quantity('mains.voltage', $mains['voltage'] ?? '230 V', Unit::Volt, true),
            $this->quantity('mains.frequency', $mains['frequency'] ?? '50 Hz', Unit::Hertz, true),
            $this->quantity('mains.tolerance', $mains['tolerance'] ?? '10 %', Unit::Ratio, false),
            $dc,
        ];
    }

    /**
     * @param list<mixed> $rows
     *
     * @return array<string, Part>
     */
    private function parts(array $rows, float $voltage, ?float $dc): array
    {
        if (count($rows) > self::MOST_PARTS) {
            $this->problem('parts', sprintf('%d parts were given; at most %d are solved. Leave out what the supply does not need to work.', count($rows), self::MOST_PARTS));

            return [];
        }
        $parts = [];
        foreach ($rows as $k => $row) {
            $row = $this->object("parts[{$k}]", $row);
            $ref = $this->identifier("parts[{$k}].ref", $row['ref'] ?? null);
            $path = $ref === '' ? "parts[{$k}]" : "parts[{$ref}]";
            if (isset($parts[$ref])) {
                $this->problem($path, sprintf('The reference "%s" is used twice. Every part needs its own.', $ref));
            }
            $part = $this->part($path, $ref, $row, $voltage, $dc);
            if ($part !== null) {
                $parts[$ref] = $part;
            }
        }
        if (count(array_filter($parts, static fn(Part $p): bool => $p->kind->name() === 'mains')) !== 1) {
            $this->problem('parts', 'Exactly one part of kind "mains" is needed: it is where the energy comes in.');
        }

        return $parts;
    }

    /** @param array<mixed> $row */
    private function part(string $path, string $ref, array $row, float $voltage, ?float $dc): ?Part
    {
        $kinds = PartKinds::all();
        $given = $row['kind'] ?? null;
        if (! is_string($given) || ! isset($kinds[$given])) {
            $this->problem("{$path}.kind", sprintf('There is no kind "%s". Known kinds: %s.', is_scalar($given) ? (string) $given : '', implode(', ', array_keys($kinds))));

            return null;
        }
        $kind = $kinds[$given];
        $parameters = array_column(array_map(static fn($p): array => [$p->name, $p], $kind->parameters()), 1, 0);
        $this->knownKeys($path, $row, ['ref', 'kind', 'terminals', 'tolerance', 'type', 'notes', ...array_keys($parameters)]);
        $terminals = $this->terminals("{$path}.terminals", $kind, $row['terminals'] ?? null);
        if ($given === 'mains') {
            $row += $dc === null ? ['voltage' => $voltage] : ['dc' => $dc];
        }
        $values = $tolerances = [];
        foreach ($parameters as $name => $parameter) {
            if (! isset($row[$name])) {
                if ($parameter->required) {
                    $this->problem("{$path}.{$name}", sprintf('A %s needs its %s, for example %s.', $given, $parameter->title, $parameter->unit->example()));
                } elseif ($parameter->default !== null) {
                    $values[$name] = $parameter->default;
                }
            } else {
                $signed = $given === 'regulator' || ($given === 'load' && $name === 'at');
                $values[$name] = $this->partValue("{$path}.{$name}", $row[$name], $parameter->unit, ! $signed);
            }
            $stated = $parameter->main && isset($row['tolerance']) ? $this->tolerance("{$path}.tolerance", $row['tolerance']) : null;
            if (isset($values[$name])) {
                $tolerances[$name] = $stated ?? $parameter->tolerance;
            }
        }
        $part = new Part($ref, $kind, $terminals, $values, $tolerances, $row);
        if ($kind instanceof ChecksItself && ($complaint = $kind->complaint($part)) !== null) {
            $this->problem($path, $complaint);
        }

        return $terminals === [] ? null : $part;
    }

    /** "5 %", or the letter printed on the part (IEC 60062): J is 5 %. */
    private function tolerance(string $path, mixed $given): float
    {
        $code = is_string($given) ? ToleranceCode::fromLetter(trim($given)) : null;

        return $code?->ratio() ?? $this->quantity($path, $given, Unit::Ratio, false);
    }

    /** Fuses carry their characteristic before the current ("T315mA"), tapped windings their count ("2x15 V"). */
    private function partValue(string $path, mixed $given, Unit $unit, bool $positive): float
    {
        if (is_string($given)) {
            $given = match ($unit) {
                Unit::Ampere => preg_replace('/^(?:FF|TT|F|T|M)\s*(?=\d)/', '', trim($given)),
                Unit::Volt => preg_replace('/^2\s*[x×]\s*/u', '', trim($given)),
                default => $given,
            };
        }

        return $this->quantity($path, $given, $unit, $positive);
    }

    /** @return array<string, string> */
    private function terminals(string $path, PartKind $kind, mixed $given): array
    {
        $row = $this->object($path, $given);
        $names = array_map(strval(...), array_keys($row));
        $wanted = $kind->terminalSets();
        foreach ($wanted as $set) {
            if (count($set) === count($names) && array_diff($set, $names) === []) {
                $terminals = [];
                foreach ($set as $name) {
                    $terminals[$name] = $this->text("{$path}.{$name}", $row[$name], 40);
                }
                if (count(array_unique($terminals)) === 1) {
                    $this->problem($path, sprintf('All terminals are on node "%s": the part does nothing there. Give each terminal its node.', reset($terminals)));
                }

                return $terminals;
            }
        }
        $this->problem($path, sprintf(
            'A %s has the terminals %s; given were: %s.',
            $kind->name(),
            implode(' or ', array_map(static fn(array $set): string => implode(', ', $set), $wanted)),
            $names === [] ? 'none' : implode(', ', $names),
        ));

        return [];
    }

    /**
     * @param list<mixed>          $rows
     * @param array<string, int>   $nodes
     * @param array<string, int>   $islands
     * @param array<string, Stage> $stages
     * @param array<string, Mode>  $modes
     *
     * @return array<string, Point>
     */
    private function points(array $rows, array $nodes, array $islands, array $stages, array $modes): array
    {
        $points = [];
        foreach ($rows as $k => $row) {
            $path = "points[{$k}]";
            $row = $this->object($path, $row);
            $this->knownKeys($path, $row, ['id', 'name', 'node', 'against', 'how', 'stage', 'rail', 'minutes', 'documented']);
            $id = $this->identifier("{$path}.id", $row['id'] ?? null);
            $path = "points[{$id}]";
            if (isset($points[$id])) {
                $this->problem($path, sprintf('The point "%s" stands twice. Every point needs its own id.', $id));
            }
            $node = $this->text("{$path}.node", $row['node'] ?? null, 40);
            $against = $this->text("{$path}.against", $row['against'] ?? null, 40);
            foreach (['node' => $node, 'against' => $against] as $key => $name) {
                if ($name !== '' && ! isset($nodes[$name])) {
                    $this->problem("{$path}.{$key}", sprintf('No part touches a node "%s". The nodes are: %s.', $name, implode(', ', array_keys($nodes))));
                }
            }
            if (isset($islands[$node], $islands[$against]) && $islands[$node] !== $islands[$against]) {
                $this->problem($path, sprintf('"%s" and "%s" are on different sides of a transformer: a reading between them means nothing. Measure against a node of the same side.', $node, $against));
            }
            $stage = isset($row['stage']) ? $this->text("{$path}.stage", $row['stage'], 40) : null;
            if ($stage !== null && ! isset($stages[$stage])) {
                $this->problem("{$path}.stage", sprintf('There is no stage "%s". The stages are: %s.', $stage, implode(', ', array_keys($stages))));
            }
            $points[$id] = new Point(
                $id,
                $this->text("{$path}.name", $row['name'] ?? $id, 80),
                $node,
                $against,
                $this->text("{$path}.how", $row['how'] ?? 'probe tip', 200),
                $stage,
                isset($row['rail']) ? $this->quantity("{$path}.rail", $row['rail'], Unit::Volt, false) : null,
                isset($row['minutes']) && is_numeric($row['minutes']) ? max(0.1, (float) $row['minutes']) : 0.5,
                $this->documented($path, $row['documented'] ?? null, $modes),
            );
        }

        return $points;
    }

    /**
     * @param array<string, Mode> $modes
     *
     * @return array{value: float, tolerance: float, mode: ?string}|null
     */
    private function documented(string $path, mixed $given, array $modes): ?array
    {
        if ($given === null) {
            return null;
        }
        $row = $this->object("{$path}.documented", $given);
        $this->knownKeys("{$path}.documented", $row, ['value', 'tolerance', 'mode']);
        $mode = isset($row['mode']) ? $this->text("{$path}.documented.mode", $row['mode'], 40) : null;
        if ($mode !== null && ! isset($modes[$mode])) {
            $this->problem("{$path}.documented.mode", sprintf('There is no mode "%s". The modes are: %s.', $mode, implode(', ', array_keys($modes))));
        }

        return [
            'value' => $this->quantity("{$path}.documented.value", $row['value'] ?? null, Unit::Volt, false),
            'tolerance' => $this->quantity("{$path}.documented.tolerance", $row['tolerance'] ?? '5 %', Unit::Ratio, false),
            'mode' => $mode,
        ];
    }

    /**
     * @param list<mixed>         $rows
     * @param array<string, Part> $parts
     *
     * @return array<string, Mode>
     */
    private function modes(array $rows, array $parts): array
    {
        $modes = [];
        foreach ($rows === [] ? [['id' => 'normal', 'name' => 'Normal']] : $rows as $k => $row) {
            $path = "modes[{$k}]";
            $row = $this->object($path, $row);
            $this->knownKeys($path, $row, ['id', 'name', 'absent', 'mains']);
            $id = $this->identifier("{$path}.id", $row['id'] ?? null);
            $modes[$id] = new Mode(
                $id,
                $this->text("{$path}.name", $row['name'] ?? $id, 80),
                $this->references("{$path}.absent", $row['absent'] ?? [], $parts),
                isset($row['mains']) ? $this->quantity("{$path}.mains", $row['mains'], Unit::Ratio, true) : 1.0,
            );
        }

        return $modes;
    }

    /**
     * @param list<mixed>         $rows
     * @param array<string, Part> $parts
     *
     * @return array<string, Stage>
     */
    private function stages(array $rows, array $parts): array
    {
        $stages = [];
        foreach ($rows as $k => $row) {
            $path = "stages[{$k}]";
            $row = $this->object($path, $row);
            $this->knownKeys($path, $row, ['id', 'name', 'parts', 'from']);
            $id = $this->identifier("{$path}.id", $row['id'] ?? null);
            $from = isset($row['from']) ? $this->text("{$path}.from", $row['from'], 40) : array_key_last($stages);
            if ($from !== null && ! isset($stages[$from])) {
                $this->problem("{$path}.from", sprintf('"%s" is not an earlier stage. List stages in the order in which energy flows.', $from));
            }
            $stages[$id] = new Stage($id, $this->text("{$path}.name", $row['name'] ?? $id, 80), $this->references("{$path}.parts", $row['parts'] ?? [], $parts), $from);
        }

        return $stages;
    }

    /**
     * @param array<string, Part> $parts
     *
     * @return list<string>
     */
    private function references(string $path, mixed $given, array $parts): array
    {
        $references = [];
        foreach ($this->rows($path, $given, false) as $k => $ref) {
            $ref = $this->text("{$path}[{$k}]", $ref, 24);
            if ($ref !== '' && ! isset($parts[$ref])) {
                $this->problem("{$path}[{$k}]", sprintf('There is no part "%s".', $ref));
            }
            $references[] = $ref;
        }

        return $references;
    }

    /**
     * @param array<string, Part> $parts
     *
     * @return array<string, int> how many terminals touch each node
     */
    private function nodes(array $parts): array
    {
        $nodes = [];
        foreach ($parts as $part) {
            foreach ($part->terminals as $node) {
                $nodes[$node] = ($nodes[$node] ?? 0) + 1;
            }
        }

        return $nodes;
    }

    /**
     * @param array<string, Part> $parts
     * @param array<string, int>  $nodes
     */
    private function checkNodes(array $parts, array $nodes, string $reference): void
    {
        foreach ($parts as $ref => $part) {
            foreach ($part->terminals as $terminal => $node) {
                if ($nodes[$node] === 1) {
                    $this->problem("parts[{$ref}].terminals.{$terminal}", sprintf(
                        'Nothing else touches node "%s". Join it to another part, or check the spelling; the other nodes are: %s.',
                        $node,
                        implode(', ', array_keys(array_diff_key($nodes, [$node => 1]))),
                    ));
                }
            }
        }
        if ($reference !== '' && $parts !== [] && ! isset($nodes[$reference])) {
            $this->problem('reference', sprintf('No part touches the reference node "%s". The nodes are: %s.', $reference, implode(', ', array_keys($nodes))));
        }
    }

    /**
     * Nodes joined otherwise than through a transformer.
     *
     * @param array<string, Part> $parts
     *
     * @return array<string, int> island number by node
     */
    private function islands(array $parts): array
    {
        $parent = [];
        $find = static function (string $node) use (&$parent): string {
            while (($parent[$node] ??= $node) !== $node) {
                $node = $parent[$node];
            }

            return $node;
        };
        foreach ($parts as $part) {
            foreach ($part->kind->islands($part) as $group) {
                foreach ($group as $terminal) {
                    if (isset($part->terminals[$group[0]], $part->terminals[$terminal])) {
                        $parent[$find($part->terminals[$terminal])] = $find($part->terminals[$group[0]]);
                    }
                }
            }
        }
        $numbers = $islands = [];
        foreach (array_keys($parent) as $node) {
            $root = $find((string) $node);
            $islands[(string) $node] = $numbers[$root] ??= count($numbers);
        }

        return $islands;
    }

    /** @return array<mixed> */
    private function object(string $path, mixed $given): array
    {
        if (! is_array($given) || ($given !== [] && array_is_list($given))) {
            $this->problem($path, $given === null ? 'This is missing; an object with its fields is expected.' : 'An object with its fields is expected here.');

            return [];
        }

        return $given;
    }

    /** @return list<mixed> */
    private function rows(string $path, mixed $given, bool $needed): array
    {
        if (! is_array($given) || ! array_is_list($given) || ($needed && $given === [])) {
            $this->problem($path, 'A list is expected here'.($needed ? ', with at least one entry.' : '.'));

            return [];
        }

        return $given;
    }

    private function text(string $path, mixed $given, int $most): string
    {
        if (! is_string($given) || trim($given) === '') {
            $this->problem($path, 'A short text is expected here.');

            return '';
        }
        if (mb_strlen($given) > $most) {
            $this->problem($path, sprintf('This text has %d characters; at most %d are kept.', mb_strlen($given), $most));
        }

        return trim($given);
    }

    /** References and ids are single words that begin with a letter, so that they can be typed in front of a reading. */
    private function identifier(string $path, mixed $given): string
    {
        $text = $this->text($path, $given, 24);
        if ($text !== '' && preg_match('/^\\p{L}[\\p{L}\\d_+.-]*$/u', $text) !== 1) {
            $this->problem($path, sprintf('"%s" cannot be used: begin with a letter and use letters, digits, + - . and _ only, for example "TP3".', $text));
        }

        return $text;
    }

    private function quantity(string $path, mixed $given, Unit $unit, bool $positive): float
    {
        if (is_int($given) || is_float($given)) {
            $value = (float) $given;
        } elseif (is_string($given)) {
            try {
                $value = Quantity::parse($given, $unit)->value;
            } catch (UnreadableQuantity $e) {
                $this->problem($path, $e->getMessage());

                return 1.0;
            }
        } else {
            $this->problem($path, sprintf('A value is expected here, for example %s.', $unit->example()));

            return 1.0;
        }
        if ($positive && $value <= 0) {
            $this->problem($path, sprintf('%s is not possible here: it must be greater than zero, for example %s.', is_string($given) ? "\"{$given}\"" : (string) $value, $unit->example()));
        }

        return $value;
    }

    /**
     * @param array<mixed> $row
     * @param list<string> $known
     */
    private function knownKeys(string $path, array $row, array $known): void
    {
        foreach (array_keys($row) as $key) {
            if (! in_array((string) $key, $known, true)) {
                $this->problem($path === '' ? (string) $key : "{$path}.{$key}", sprintf('There is no field "%s" here. Known fields: %s.', $key, implode(', ', $known)));
            }
        }
    }

    private function problem(string $path, string $message): void
    {
        $this->problems[] = ['path' => $path, 'message' => $message];
    }
}
