<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

use JsonException;
use Oculant\Core\Parts\Ability\FeedsEnergy;
use Oculant\Core\Parts\Part;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Reading\Fields;
use Oculant\Core\Supply\Reading\NodeMap;
use Oculant\Core\Supply\Reading\PartReader;
use stdClass;

/** Reads the open format `oculant/supply` version 1 (docs/supply.schema.json, docs/formats.md). */
final readonly class DescriptionReader
{
    public const FORMAT = 'oculant/supply';

    /** Bytes of a description; the largest of our own have some 30 000. */
    public const MOST_BYTES = 1_000_000;

    /** Of a board that was traced out. */
    public const MOST_LINES = 600;

    private const TOP = [
        'format',
        'version',
        'title',
        'revision',
        'reference',
        'mains',
        'parts',
        'points',
        'modes',
        'stages',
        'grounds',
        'interlocks',
        'cautions',
        'unknown',
        'traced',
    ];

    private function __construct(private Fields $fields) {}

    /** @throws DescriptionRefused with every problem found */
    public static function fromJson(string $json): Description
    {
        if (strlen($json) > self::MOST_BYTES) {
            throw DescriptionRefused::tooLarge(strlen($json), self::MOST_BYTES);
        }
        try {
            $data = json_decode($json, true, 32, JSON_THROW_ON_ERROR);
        } catch (JsonException $e) {
            throw DescriptionRefused::notJson($e->getMessage());
        }
        if (!is_array($data) || array_is_list($data)) {
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
        return (new self(new Fields()))->read($data);
    }

    /**
     * A description that is still being typed: what can be read of it, with every mistake. A pin that has no node yet
     * gets one of its own.
     *
     * @param array<mixed> $data
     *
     * @throws DescriptionRefused if there are more parts than any description may have
     */
    public static function sketch(array $data): Sketch
    {
        $reader = new self(new Fields());
        $data['parts'] = Sketch::withOpenEnds(is_array($data['parts'] ?? null) ? $data['parts'] : []);

        return new Sketch($reader->collect($data), $reader->fields->problems());
    }

    /** @param array<mixed> $data */
    private function read(array $data): Description
    {
        $description = $this->collect($data);
        if ($this->fields->problems() !== []) {
            throw DescriptionRefused::because($this->fields->problems());
        }

        return $description;
    }

    /** @param array<mixed> $data */
    private function collect(array $data): Description
    {
        $fields = $this->fields;
        $fields->knownKeys('', $data, self::TOP);
        if (($data['format'] ?? null) !== self::FORMAT || ($data['version'] ?? null) !== 1) {
            $fields->problem('format', 'This reader takes "format": "oculant/supply" with "version": 1.');
        }
        $title = $fields->text('title', $data['title'] ?? null, 120);
        $revision = $fields->text('revision', $data['revision'] ?? 'A', 40);
        $reference = $fields->text('reference', $data['reference'] ?? null, 40);
        [$voltage, $frequency, $tolerance, $dc] = $this->mains($fields->object('mains', $data['mains'] ?? null));
        $reader = new PartReader($fields, $voltage, $dc);
        $parts = $reader->all('parts', $fields->rows('parts', $data['parts'] ?? null, true));
        if (count(array_filter($parts, static fn(Part $p): bool => $p->kind instanceof FeedsEnergy)) !== 1) {
            $fields->problem(
                'parts',
                'Exactly one source is needed, of kind "mains" or "battery": it is where the energy comes in. ' .
                    'Sources used for testing belong into the modes that use them.',
            );
        }
        $stages = $this->stages($fields->rows('stages', $data['stages'] ?? [], false), $parts);
        $modes = $this->modes($fields->rows('modes', $data['modes'] ?? [], false), $parts, $reader);
        $nodes = new NodeMap(
            array_merge($parts, ...array_map(static fn(Mode $mode): array => $mode->added, array_values($modes))),
        );
        $nodes->check($fields, $reference);
        $points = $this->points($fields->rows('points', $data['points'] ?? null, true), $nodes, $stages, $modes);
        $grounds = $this->grounds($fields->rows('grounds', $data['grounds'] ?? [], false), $nodes);
        $interlocks = $this->interlocks($fields->rows('interlocks', $data['interlocks'] ?? [], false), $parts);
        $cautions = [];
        foreach ($fields->rows('cautions', $data['cautions'] ?? [], false) as $k => $caution) {
            $cautions[] = $fields->text("cautions[{$k}]", $caution, 400);
        }
        $this->unknown($fields->rows('unknown', $data['unknown'] ?? [], false), $parts);
        $this->traced($fields->object('traced', $data['traced'] ?? ['lines' => []]));

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
            $grounds,
            $interlocks,
            $cautions,
            $nodes->islands,
            $data,
        );
    }

    /**
     * How it was found out, where nobody had a diagram: on which job, and the lines that were typed.
     *
     * @param array<mixed> $row
     */
    private function traced(array $row): void
    {
        $this->fields->knownKeys('traced', $row, ['on', 'lines']);
        if (isset($row['on'])) {
            $this->fields->text('traced.on', $row['on'], 40);
        }
        $lines = $this->fields->rows('traced.lines', $row['lines'] ?? [], false);
        foreach (array_slice($lines, 0, self::MOST_LINES) as $k => $line) {
            $this->fields->text("traced.lines[{$k}]", $line, 300);
        }
        if (count($lines) > self::MOST_LINES) {
            $this->fields->problem(
                'traced.lines',
                sprintf('%d lines are too many: up to %d are kept.', count($lines), self::MOST_LINES),
            );
        }
    }

    /**
     * Parts that an import did not understand are kept, and left out of the circuit.
     *
     * @param list<mixed>         $rows
     * @param array<string, Part> $parts
     */
    private function unknown(array $rows, array $parts): void
    {
        foreach ($rows as $k => $given) {
            $path = "unknown[{$k}]";
            $row = $this->fields->object($path, $given);
            $this->fields->knownKeys($path, $row, ['ref', 'value', 'note', 'pins']);
            $ref = $this->fields->text("{$path}.ref", $row['ref'] ?? null, 40);
            if (isset($parts[$ref])) {
                $this->fields->problem(
                    "{$path}.ref",
                    sprintf('%s is among the parts now: take it out of "unknown".', $ref),
                );
            }
            foreach (['value' => 120, 'note' => 200] as $name => $most) {
                if (isset($row[$name])) {
                    $this->fields->text("{$path}.{$name}", $row[$name], $most);
                }
            }
            $pins = $row['pins'] ?? [];
            // Counted from nought they are a list, and from an import an object.
            foreach (is_array($pins) || $pins instanceof stdClass ? (array) $pins : [null] as $pin => $node) {
                $this->fields->text("{$path}.pins.{$pin}", $node, 120);
            }
        }
    }

    /**
     * @param array<mixed> $mains
     *
     * @return array{float, float, float, ?float} volts, hertz, ratio, direct volts
     */
    private function mains(array $mains): array
    {
        $this->fields->knownKeys('mains', $mains, ['voltage', 'frequency', 'tolerance', 'dc']);
        $dc = isset($mains['dc']) ? $this->fields->quantity('mains.dc', $mains['dc'], Unit::Volt, true) : null;
        if ($dc === null && !isset($mains['voltage'])) {
            $this->fields->problem(
                'mains',
                'State "voltage" for mains (for example "230 V") or "dc" for a supply fed with direct voltage.',
            );
        }

        return [
            $dc ?? $this->fields->quantity('mains.voltage', $mains['voltage'] ?? '230 V', Unit::Volt, true),
            $this->fields->quantity('mains.frequency', $mains['frequency'] ?? '50 Hz', Unit::Hertz, true),
            $this->fields->quantity('mains.tolerance', $mains['tolerance'] ?? '10 %', Unit::Ratio, false),
            $dc,
        ];
    }

    /**
     * @param list<mixed>          $rows
     * @param array<string, Stage> $stages
     * @param array<string, Mode>  $modes
     *
     * @return array<string, Point>
     */
    private function points(array $rows, NodeMap $nodes, array $stages, array $modes): array
    {
        $points = [];
        foreach ($rows as $k => $row) {
            $path = "points[{$k}]";
            $row = $this->fields->object($path, $row);
            $this->fields->knownKeys($path, $row, [
                'id',
                'name',
                'node',
                'against',
                'how',
                'stage',
                'rail',
                'minutes',
                'documented',
            ]);
            $id = $this->fields->identifier("{$path}.id", $row['id'] ?? null);
            $path = "points[{$id}]";
            if (isset($points[$id])) {
                $this->fields->problem(
                    $path,
                    sprintf('The point "%s" stands twice. Every point needs its own id.', $id),
                );
            }
            $node = $this->fields->text("{$path}.node", $row['node'] ?? null, 40);
            $against = $this->fields->text("{$path}.against", $row['against'] ?? null, 40);
            foreach (['node' => $node, 'against' => $against] as $key => $name) {
                if ($name !== '' && !isset($nodes->touched[$name])) {
                    $this->fields->problem(
                        "{$path}.{$key}",
                        sprintf(
                            'No part touches a node "%s". The nodes are: %s.',
                            $name,
                            implode(', ', array_keys($nodes->touched)),
                        ),
                    );
                }
            }
            if (
                ($nodes->islands[$node] ?? -1) !== ($nodes->islands[$against] ?? -1) &&
                isset($nodes->touched[$node], $nodes->touched[$against])
            ) {
                $this->fields->problem(
                    $path,
                    sprintf(
                        '"%s" and "%s" are on different sides of the isolation: a reading between them means ' .
                            'nothing. Measure against a node of the same side.',
                        $node,
                        $against,
                    ),
                );
            }
            $stage = isset($row['stage']) ? $this->fields->text("{$path}.stage", $row['stage'], 40) : null;
            if ($stage !== null && !isset($stages[$stage])) {
                $this->fields->problem(
                    "{$path}.stage",
                    sprintf('There is no stage "%s". The stages are: %s.', $stage, implode(', ', array_keys($stages))),
                );
            }
            $points[$id] = new Point(
                $id,
                $this->fields->text("{$path}.name", $row['name'] ?? $id, 80),
                $node,
                $against,
                $this->fields->text("{$path}.how", $row['how'] ?? 'probe tip', 200),
                $stage,
                isset($row['rail']) ? $this->fields->quantity("{$path}.rail", $row['rail'], Unit::Volt, false) : null,
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
        $row = $this->fields->object("{$path}.documented", $given);
        $this->fields->knownKeys("{$path}.documented", $row, ['value', 'tolerance', 'mode']);
        $mode = isset($row['mode']) ? $this->fields->text("{$path}.documented.mode", $row['mode'], 40) : null;
        if ($mode !== null && !isset($modes[$mode])) {
            $this->fields->problem(
                "{$path}.documented.mode",
                sprintf('There is no mode "%s". The modes are: %s.', $mode, implode(', ', array_keys($modes))),
            );
        }

        return [
            'value' => $this->fields->quantity("{$path}.documented.value", $row['value'] ?? null, Unit::Volt, false),
            'tolerance' => $this->fields->quantity(
                "{$path}.documented.tolerance",
                $row['tolerance'] ?? '5 %',
                Unit::Ratio,
                false,
            ),
            'mode' => $mode,
        ];
    }

    /**
     * @param list<mixed>         $rows
     * @param array<string, Part> $parts
     *
     * @return array<string, Mode>
     */
    private function modes(array $rows, array $parts, PartReader $reader): array
    {
        $modes = [];
        foreach ($rows === [] ? [['id' => 'normal', 'name' => 'Normal']] : $rows as $k => $row) {
            $row = $this->fields->object("modes[{$k}]", $row);
            $id = $this->fields->identifier("modes[{$k}].id", $row['id'] ?? null);
            $path = $id === '' ? "modes[{$k}]" : "modes[{$id}]";
            $this->fields->knownKeys($path, $row, ['id', 'name', 'absent', 'mains', 'set', 'adds', 'note']);
            if (isset($modes[$id])) {
                $this->fields->problem($path, sprintf('The mode "%s" stands twice. Every mode needs its own id.', $id));
            }
            $added = $reader->all("{$path}.adds", $this->fields->rows("{$path}.adds", $row['adds'] ?? [], false));
            foreach (array_keys(array_intersect_key($added, $parts)) as $ref) {
                $this->fields->problem(
                    "{$path}.adds[{$ref}]",
                    sprintf('"%s" is a part of the supply already. Give what this mode adds another reference.', $ref),
                );
            }
            $values = $choices = [];
            foreach ($this->fields->object("{$path}.set", $row['set'] ?? []) as $ref => $settings) {
                $part = $parts[$ref] ?? null;
                if ($part === null) {
                    $this->fields->problem("{$path}.set", sprintf('There is no part "%s".', $ref));

                    continue;
                }
                [$values[(string) $ref], $choices[(string) $ref]] = $reader->settings(
                    "{$path}.set[{$ref}]",
                    $part,
                    $this->fields->object("{$path}.set[{$ref}]", $settings),
                );
            }
            $modes[$id] = new Mode(
                $id,
                $this->fields->text("{$path}.name", $row['name'] ?? $id, 80),
                $this->references("{$path}.absent", $row['absent'] ?? [], $parts),
                isset($row['mains']) ? $this->fields->quantity("{$path}.mains", $row['mains'], Unit::Ratio, true) : 1.0,
                $values,
                $choices,
                $added,
                isset($row['note']) ? $this->fields->text("{$path}.note", $row['note'], 300) : '',
            );
        }

        return $modes;
    }

    /**
     * @param list<mixed> $rows
     *
     * @return array<string, Ground> by node
     */
    private function grounds(array $rows, NodeMap $nodes): array
    {
        $grounds = [];
        foreach ($rows as $k => $row) {
            $path = "grounds[{$k}]";
            $row = $this->fields->object($path, $row);
            $this->fields->knownKeys($path, $row, ['node', 'name', 'how']);
            $node = $this->fields->text("{$path}.node", $row['node'] ?? null, 40);
            if ($node !== '' && !isset($nodes->touched[$node])) {
                $this->fields->problem(
                    "{$path}.node",
                    sprintf(
                        'No part touches a node "%s". The nodes are: %s.',
                        $node,
                        implode(', ', array_keys($nodes->touched)),
                    ),
                );
            }
            $grounds[$node] = new Ground(
                $node,
                $this->fields->text("{$path}.name", $row['name'] ?? $node, 60),
                $this->fields->text("{$path}.how", $row['how'] ?? 'ground', 200),
            );
        }

        return $grounds;
    }

    /**
     * @param list<mixed>         $rows
     * @param array<string, Part> $parts
     *
     * @return list<Interlock>
     */
    private function interlocks(array $rows, array $parts): array
    {
        $interlocks = [];
        foreach ($rows as $k => $row) {
            $path = "interlocks[{$k}]";
            $row = $this->fields->object($path, $row);
            $this->fields->knownKeys($path, $row, ['kind', 'what', 'how', 'without', 'part', 'does']);
            $kind = InterlockKind::tryFrom(is_string($row['kind'] ?? null) ? $row['kind'] : '');
            if ($kind === null) {
                $this->fields->problem(
                    "{$path}.kind",
                    sprintf('Choose one of: %s.', implode(', ', array_column(InterlockKind::cases(), 'value'))),
                );
            }
            $does = Lacking::tryFrom(is_string($row['does'] ?? null) ? $row['does'] : '');
            if (isset($row['does']) && $does === null) {
                $this->fields->problem(
                    "{$path}.does",
                    sprintf(
                        'What it does without: choose one of %s, or leave it out.',
                        implode(', ', array_column(Lacking::cases(), 'value')),
                    ),
                );
            }
            $part = isset($row['part']) ? $this->references("{$path}.part", [$row['part']], $parts)[0] : null;
            $interlocks[] = new Interlock(
                $kind ?? InterlockKind::Jumper,
                $this->fields->text("{$path}.what", $row['what'] ?? null, 160),
                $this->fields->text("{$path}.how", $row['how'] ?? 'as wired', 200),
                $this->fields->text("{$path}.without", $row['without'] ?? null, 200),
                $part,
                // Many say it in a single word.
                $does ??
                    Lacking::tryFrom(
                        mb_strtolower(trim(is_string($row['without'] ?? null) ? $row['without'] : '', ' .')),
                    ),
            );
        }

        return $interlocks;
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
            $row = $this->fields->object($path, $row);
            $this->fields->knownKeys($path, $row, ['id', 'name', 'parts', 'from']);
            $id = $this->fields->identifier("{$path}.id", $row['id'] ?? null);
            $from = isset($row['from'])
                ? $this->fields->text("{$path}.from", $row['from'], 40)
                : array_key_last($stages);
            if ($from !== null && !isset($stages[$from])) {
                $this->fields->problem(
                    "{$path}.from",
                    sprintf('"%s" is not an earlier stage. List stages in the order in which energy flows.', $from),
                );
            }
            $stages[$id] = new Stage(
                $id,
                $this->fields->text("{$path}.name", $row['name'] ?? $id, 80),
                $this->references("{$path}.parts", $row['parts'] ?? [], $parts),
                $from,
            );
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
        foreach ($this->fields->rows($path, $given, false) as $k => $ref) {
            $ref = $this->fields->text("{$path}[{$k}]", $ref, 24);
            if ($ref !== '' && !isset($parts[$ref])) {
                $this->fields->problem("{$path}[{$k}]", sprintf('There is no part "%s".', $ref));
            }
            $references[] = $ref;
        }

        return $references;
    }
}
