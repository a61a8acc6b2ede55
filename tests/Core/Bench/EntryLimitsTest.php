<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What a log takes, at its limit and just beyond it; and what stands in the log then. */
final class EntryLimitsTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, array<string, mixed>, string, mixed, mixed}> power, kind, payload;
     *     field; the last that is taken, the first that is not
     */
    public static function limits(): iterable
    {
        yield 'a clamp reads a thousand amperes' => ['live', 'current', ['part' => 'R1'], 'text', '1000A', '1001A'];
        yield 'a leap year has 8784 hours' => [
            'unplugged',
            'recap',
            ['school' => 'risk', 'celsius' => '45'],
            'yearly',
            '8784',
            '8785',
        ];
        yield 'no capacitor stands at more than 120 degrees' => [
            'unplugged',
            'recap',
            ['school' => 'risk', 'yearly' => '1000'],
            'celsius',
            '120',
            '121',
        ];
        yield 'a thousand starts' => ['live', 'starts', ['failed' => 0], 'tried', 1000, 1001];
        yield 'one start at least' => ['live', 'starts', ['failed' => 0], 'tried', 1, 0];
        yield 'as many failed as were tried' => ['live', 'starts', ['tried' => 8], 'failed', 8, 9];
        yield 'and no fewer than none' => ['live', 'starts', ['tried' => 8], 'failed', 0, -1];
        yield 'a unit of 150 years' => ['unplugged', 'background', ['conditions' => []], 'years', 150, 151];
        yield 'a new one' => ['unplugged', 'background', ['conditions' => []], 'years', 0, -1];
        yield 'as many amperes as a short may be given' => [
            'unplugged',
            'short',
            [
                'method' => 'injected',
                'resolution' => '0.01mV',
                'readings' => [['part' => 'C1', 'text' => '2'], ['part' => 'C2', 'text' => '3']],
            ],
            'current',
            '5A',
            '5.01A',
        ];
        yield 'a short looked for at two parts' => [
            'unplugged',
            'short',
            ['method' => 'milliohm', 'resolution' => '0.1m'],
            'readings',
            [['part' => 'C1', 'text' => '2'], ['part' => 'C2', 'text' => '3']],
            [['part' => 'C1', 'text' => '2']],
        ];
        yield 'a peak of a thousand amperes' => [
            'unplugged',
            'peaks',
            ['rail' => 'TP4', 'idle' => '1A', 'duty' => '10%'],
            'peak',
            '1000A',
            '1001A',
        ];
        // 1.3 times 230 V.
        yield 'as far as a variable transformer turns' => [
            'limited',
            'ramp',
            ['amperes' => '50mA'],
            'volts',
            '299',
            '299.5',
        ];
        yield 'a note of four thousand letters' => [
            'unplugged',
            'note',
            [],
            'text',
            str_repeat('ab c', 1000),
            str_repeat('ab c', 1000) . 'd',
        ];
        yield 'the highest volts of any tube' => ['live', 'reading', [], 'text', 'tp3 70000', 'tp3 70001'];
        yield 'and the lowest' => ['live', 'reading', [], 'text', 'tp3 -70000', 'tp3 -70001'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('limits')]
    public function testIsTakenUpToItsLimit(
        string $power,
        string $kind,
        array $payload,
        string $field,
        mixed $last,
        mixed $beyond,
    ): void {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        match ($power) {
            'unplugged' => null,
            'limited' => $bench->seeTo(Gate::Limited)->add('power', [
                'power' => 'limited',
                'method' => ['how' => 'variable_transformer', 'volts' => '100'],
            ]),
            default => $bench->add('power', ['power' => $power, 'mode' => 'loaded']),
        };
        $before = count($bench->log);
        try {
            $bench->add($kind, [$field => $beyond] + $payload);
            self::fail('what is beyond was taken');
        } catch (EntryRefused $refused) {
            self::assertSame($field, $refused->field, $refused->getMessage());
            self::assertNotSame('', $refused->getMessage());
        }
        self::assertCount($before, $bench->log, 'nothing of it stands in the log');
        $bench->add($kind, [$field => $last] + $payload);
        self::assertCount($before + 1, $bench->log);
        self::assertNotSame('', EntryKinds::named($kind)->line($bench->last(), $bench->supply));
    }

    /** Two readings of 2 and 4 milliohms are written as their mean, in milliohms. */
    public function testAStripIsWrittenInMilliohms(): void
    {
        $bench = new Bench(Supplies::demo('tuner-feed'));
        $bench->add('short', [
            'method' => 'milliohm',
            'resolution' => '0.1m',
            'readings' => [['part' => 'C1', 'text' => '2 4'], ['part' => 'C2', 'text' => '12']],
        ]);

        self::assertSame(
            'Short along C1 3 mΩ, C2 12 mΩ',
            EntryKinds::named('short')->line($bench->last(), $bench->supply),
        );
    }
}
