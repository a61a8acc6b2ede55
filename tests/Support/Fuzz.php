<?php

declare(strict_types=1);

namespace Tests\Support;

use Oculant\Core\Supply\Description;

/** Makes up what nobody would send, and what somebody nearly would: seeded, so that a failure can be had again. */
final class Fuzz
{
    /** Stands for a number that JSON can write and PHP cannot hold. */
    private const ENDLESS = '@@1e400@@';

    /** Field names of log entries, over all kinds. */
    private const FIELDS = [
        'part',
        'text',
        'how',
        'change',
        'value',
        'why',
        'where',
        'gate',
        'reason',
        'power',
        'mode',
        'method',
        'what',
        'kind',
        'photo',
        'entry',
        'step',
        'rails',
        'watts',
        'mains',
        'test',
        'still',
        'verdict',
        'tried',
        'failed',
        'target',
        'quantity',
        'functions',
        'volts',
        'amperes',
        'celsius',
        'room',
        'lifted',
        'in',
        'out',
        'fit',
        'si',
        'note',
        'stock',
        'fault',
        'school',
        'yearly',
        'decision',
        'with',
        'listed',
        'parts',
        'idea',
        'outcome',
        'x',
        'y',
        'caption',
        'unsafe',
        'phase',
        'point',
        'unit',
        'nominal',
        'low',
        'high',
        'read',
        'shown',
        'shunt',
        'minutes',
        'class',
        'cord',
        'sees',
        'years',
        'conditions',
        'resolution',
        'readings',
        'key',
        'title',
        'symptom',
        'judged',
        'profile',
        'meter',
        'works',
        'state',
        'fitted',
        'id',
        'hours',
        'rate',
        'ceiling',
        'modern',
        'module',
        'ids',
        'items',
        'lines',
        'list',
    ];

    /** What somebody would send, by kind. */
    private const SENSE = [
        'symptom' => ['symptom' => 'hum'],
        'power' => ['power' => 'live', 'mode' => 'loaded'],
        'mains' => ['text' => '231'],
        'reading' => ['text' => 'tp4 9.1 V'],
        'background' => ['years' => 30, 'conditions' => ['damp']],
        'finding' => ['part' => 'C1', 'sees' => 'bulging', 'text' => 'top'],
        'fuse' => ['part' => 'F1', 'state' => 'intact'],
        'part_test' => ['part' => 'C1', 'quantity' => 'esr', 'text' => '0.4'],
        'heat' => ['part' => 'R1', 'text' => '61C', 'room' => '22C'],
        'tested' => ['part' => 'C1', 'verdict' => 'good'],
        'eliminated' => ['part' => 'C2', 'how' => 'lifted', 'still' => 'yes'],
        'substituted' => ['part' => 'RL1', 'what' => 'load', 'works' => true],
        'starts' => ['tried' => 8, 'failed' => 2],
        'twin' => ['text' => 'tp4 9.2'],
        'isolation' => ['test' => 'resistance', 'text' => '50M'],
        'idea' => ['idea' => 'R1 is high', 'test' => 'ohms'],
        'change' => ['change' => 'jumper', 'part' => 'R1', 'why' => 'a look'],
        'left' => ['part' => 'C1', 'text' => '1.2'],
        'looked' => ['what' => 'closed'],
        'override' => ['gate' => 'mains', 'reason' => 'seen'],
        'taken' => ['kind' => 'screws', 'text' => '4 screws', 'where' => 'lid'],
        'ramp' => ['volts' => '60', 'amperes' => '10m'],
        'skip' => ['target' => 'TP2', 'quantity' => 'dc'],
        'note' => ['text' => 'a word'],
        'cause' => ['part' => 'C1', 'fault' => 'dried', 'text' => 'old'],
        'repair' => ['part' => 'C1', 'out' => '1000u 25V', 'in' => '1000u 35V 105C'],
        'recap' => ['school' => 'all', 'celsius' => 45, 'yearly' => 900],
        'estimate' => ['hours' => 2, 'rate' => 40],
        'load_step' => ['step' => 'full', 'rails' => ['TP4' => ['dc' => '9.1', 'ripple' => '3m']]],
        'safety' => ['test' => 'insulation', 'text' => 'OL'],
        'condemned' => ['text' => 'mains where people touch'],
        'advice' => ['text' => 'keep it dry'],
        'calibration' => ['phase' => 'found', 'point' => 'TP4', 'read' => '9.1', 'nominal' => '9.1'],
    ];

    /** @var list<mixed> */
    private array $pool;

    public function __construct(int $seed, private readonly Description $supply)
    {
        mt_srand($seed);
        $this->pool = [
            null,
            true,
            false,
            0,
            -1,
            1,
            3.7,
            -1e308,
            1e300,
            1e-300,
            PHP_INT_MAX,
            self::ENDLESS,
            '',
            ' ',
            'x',
            'ä€😀',
            "\u{2212}5",
            "a\0b",
            str_repeat('9', 400),
            str_repeat('z', 5000),
            [],
            [[]],
            ['a' => 1],
            [['x' => ['y' => []]]],
            [1, 2, 3],
            '1e400',
            '-1e308',
            '1e300',
            '-230',
            '-230 ohm',
            '0R8',
            '13.9',
            '13.99 V',
            '0.4 ohm',
            'OL',
            'climbs',
            '9..13',
            '999999M',
            '85C',
            '-300C',
            'T10A',
            '30k',
            '2200u 25V',
            '50M',
            '8 mA',
            'yes',
            'no',
            'good',
            'bad',
            'ok',
            'not a date',
            '9999-12-31T00:00:00Z',
            '2026-11-01T10:00:00Z',
            '0000-00-00',
            '7ZZZZZZZZZZZZZZZZZZZZZZZZZ',
            '01ARZ3NDEKTSV4RRFFQ69G5FAV',
            '../../etc/passwd',
            '<script>',
            "'; DROP TABLE users; --",
            '{{7*7}}',
            '%s%n',
            '=1+1',
            'live',
            'limited',
            'unplugged',
            'undone',
            'permanent',
            'lamp',
            'variable_transformer',
            'bench',
            'jumper',
            'wrongfuse',
            'scaled',
            'shield',
            'testpart',
            'mains',
            'hands',
            'handback',
            'closed',
            'interlock 0',
            'removed',
            'lifted',
            'dc',
            'ac',
            'ripple',
            'resistance',
            'current',
            'esr',
            'capacitance',
            'leakage',
            'breakdown',
            'hertz',
            'none',
            'full',
            'part',
            'insulation',
            'touch',
            'earth',
            'I',
            'II',
            'short',
            'open',
            'dried',
            'blackened',
            'dead',
            'soak',
            'json',
            'kicad',
            'parts',
            ['how' => 'lamp', 'watts' => '60'],
            ['how' => 'variable_transformer', 'volts' => '1e9'],
            ['how' => 'bench', 'volts' => '30', 'limit' => '0.5', 'part' => 'C1'],
            ['ohms' => '0R1', 'tolerance' => '1 %', 'four_wire' => true],
            ...array_map(strval(...), array_keys($supply->parts)),
            ...array_map(strval(...), array_keys($supply->points)),
            ...array_map(strval(...), array_keys($supply->modes)),
        ];
    }

    public function one(int $of): int
    {
        return mt_rand(0, $of - 1);
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $of
     *
     * @return T
     */
    public function pick(array $of): mixed
    {
        return $of[mt_rand(0, count($of) - 1)];
    }

    public function value(): mixed
    {
        return $this->pick($this->pool);
    }

    /** @return array<mixed> of a log entry, sense as often as not */
    public function payload(string $kind): array
    {
        if (isset(self::SENSE[$kind]) && $this->one(3) !== 0) {
            $spoilt = $this->one(2) === 0 ? self::SENSE[$kind] : $this->spoilt(self::SENSE[$kind]);

            return is_array($spoilt) ? $spoilt : ['text' => $spoilt];
        }
        $payload = [];
        for ($k = $this->one(7); $k >= 0; $k--) {
            $payload[(string) $this->pick(self::FIELDS)] = $this->value();
        }
        if ($this->one(3) === 0) {
            $payload['rails'] = [
                (string) $this->pick([
                    ...array_map(strval(...), array_keys($this->supply->points)),
                    'x',
                ]) => $this->pick([$this->value(), ['dc' => $this->value(), 'ripple' => $this->value()]]),
            ];
        }

        return $payload;
    }

    /**
     * A body after the API's own description of it, with something wrong here and there.
     *
     * @param array<string, mixed> $schema of OpenAPI
     * @param array<string, mixed> $all    its components
     */
    public function body(array $schema, array $all, int $depth = 0): mixed
    {
        if ($depth > 6 || $this->one(6) === 0) {
            return $this->value();
        }
        if (isset($schema['$ref'])) {
            return $this->body($all[basename((string) $schema['$ref'])] ?? [], $all, $depth + 1);
        }
        if (isset($schema['enum'])) {
            return $this->pick($schema['enum']);
        }
        switch ($schema['type'] ?? '') {
            case 'object':
                $body = [];
                foreach ($schema['properties'] ?? [] as $name => $of) {
                    if ($this->one(5) !== 0) {
                        $body[$name] = $this->body($of, $all, $depth + 1);
                    }
                }

                return $body === [] ? ['x' => $this->value()] : $body;
            case 'array':
                return array_map(
                    fn(): mixed => $this->body($schema['items'] ?? [], $all, $depth + 1),
                    range(0, $this->one(3)),
                );
            case 'integer':
            case 'number':
                return $this->pick([0, 1, -1, 7, 1e9, 2.5, $this->value()]);
            case 'boolean':
                return $this->pick([true, false, $this->value()]);
            default:
                return $this->value();
        }
    }

    /** The same with one thing in it changed. */
    public function spoilt(mixed $data): mixed
    {
        if (!is_array($data) || $data === [] || $this->one(5) === 0) {
            return $this->value();
        }
        $key = $this->pick(array_keys($data));
        match ($this->one(6)) {
            0 => ($data[$key] = $this->value()),
            1 => ($data = array_diff_key($data, [$key => true])),
            2 => ($data[(string) $this->pick(self::FIELDS)] = $this->value()),
            default => ($data[$key] = $this->spoilt($data[$key])),
        };

        return $data;
    }

    public function json(mixed $data): string
    {
        $text = json_encode($data, JSON_PARTIAL_OUTPUT_ON_ERROR | JSON_UNESCAPED_UNICODE) ?: '{';
        $text = str_replace('"' . self::ENDLESS . '"', '1e400', $text);

        return match ($this->one(40)) {
            0 => substr($text, 0, -1),
            1 => str_replace('x', "\xFF", $text),
            default => $text,
        };
    }
}
