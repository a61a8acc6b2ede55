<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryRefused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/**
 * How far each number of an entry may go: the last that is taken, and the next, which is refused by the name of its
 * field. What lies beyond is a slip of the keyboard on any bench (common practice).
 */
final class EntryLimitsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, string, scalar, scalar, string}> */
    public static function numbers(): iterable
    {
        $rows = [
            // Kind, what else it says, field, taken, refused, on what power.
            ['background', [], 'years', 150, 151, 'unplugged'],
            ['background', [], 'years', 0, -1, 'unplugged'],
            ['starts', ['failed' => 0], 'tried', 1000, 1001, 'unplugged'],
            ['starts', ['tried' => 8], 'failed', 8, 9, 'unplugged'],
            ['starts', ['tried' => 8], 'failed', 0, -1, 'unplugged'],
            ['heat', ['part' => 'R1', 'room' => '20C'], 'text', '400C', '401C', 'unplugged'],
            ['heat', ['part' => 'R1', 'room' => '20C'], 'text', '-20C', '-21C', 'unplugged'],
            ['heat', ['part' => 'R1', 'text' => '40C'], 'room', '400C', '401C', 'unplugged'],
            ['room', [], 'text', '-20C', '-21C', 'unplugged'],
            ['current', ['part' => 'R1'], 'text', '1000A', '1001A', 'live'],
            ['mains', [], 'text', '345', '345.1', 'live'],
            ['mains', [], 'text', '1', '0.9', 'live'],
            ['recap', ['school' => 'risk'], 'celsius', '120', '121', 'unplugged'],
            ['recap', ['school' => 'risk'], 'yearly', '8784', '8785', 'unplugged'],
            ['estimate', [], 'hours', 1000, 1001, 'unplugged'],
            ['estimate', [], 'hours', 0, -1, 'unplugged'],
            ['estimate', ['hours' => 1], 'rate', 10_000, 10_001, 'unplugged'],
            ['estimate', ['hours' => 1], 'parts', 1_000_000, 1_000_001, 'unplugged'],
            ['estimate', ['hours' => 1], 'worth', 10_000_000, 10_000_001, 'unplugged'],
            ['estimate', ['hours' => 1], 'volts', 2000, 2001, 'unplugged'],
            ['estimate', ['hours' => 1], 'ripple', 100, 101, 'unplugged'],
            ['estimate', ['hours' => 1], 'isolation', 20_000, 20_001, 'unplugged'],
            ['estimate', ['hours' => 1], 'room', 5000, 5001, 'unplugged'],
        ];
        foreach ($rows as [$kind, $payload, $field, $taken, $refused, $power]) {
            yield "{$kind} {$field} {$taken} {$refused}" => [$kind, $payload, $field, $taken, $refused, $power];
        }
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('numbers')]
    public function testTheLastIsTakenAndTheNextRefused(
        string $kind,
        array $payload,
        string $field,
        mixed $taken,
        mixed $refused,
        string $power,
    ): void {
        self::bench($power)->add($kind, [$field => $taken] + $payload);
        try {
            self::bench($power)->add($kind, [$field => $refused] + $payload);
            self::fail("{$refused} was taken");
        } catch (EntryRefused $said) {
            self::assertSame($field, $said->field);
            self::assertNotSame('', $said->getMessage());
        }
    }

    /** @return iterable<string, array{array<string, mixed>, string, string, string}> how, field, taken, refused */
    public static function methods(): iterable
    {
        yield 'lamp' => [['how' => 'lamp'], 'watts', '2000 W', '2001 W'];
        yield 'variable transformer, 1.3 times 230 V' => [['how' => 'variable_transformer'], 'volts', '299 V', '300 V'];
        yield 'bench supply' => [['how' => 'bench', 'limit' => '1 A'], 'volts', '400 V', '401 V'];
        yield 'its current limit' => [['how' => 'bench', 'volts' => '12 V'], 'limit', '60 A', '61 A'];
    }

    /** @param array<string, mixed> $method */
    #[DataProvider('methods')]
    public function testWhatAUnitIsFedByHasItsLimits(array $method, string $field, string $taken, string $refused): void
    {
        $set = static fn(string $value): Bench => self::bench('unplugged')->add('power', [
            'power' => 'limited',
            'method' => [$field => $value] + $method,
        ]);
        self::assertNotNull($set($taken)->state()->method);
        $this->expectException(EntryRefused::class);
        $set($refused);
    }

    /** @return iterable<string, array{string, string, string, bool}> lower limit, setting, upper limit, taken */
    public static function settings(): iterable
    {
        yield 'inside' => ['11.9', '12', '12.1', true];
        yield 'at the lower limit' => ['12', '12', '12.1', true];
        yield 'at the upper limit' => ['11.9', '12', '12', true];
        yield 'below the lower limit' => ['12.01', '12', '12.1', false];
        yield 'above the upper limit' => ['11.9', '12', '11.99', false];
        yield 'limits that hold nothing' => ['12', '12', '12', false];
    }

    #[DataProvider('settings')]
    public function testACalibrationHasItsSettingBetweenItsLimits(
        string $low,
        string $nominal,
        string $high,
        bool $taken,
    ): void {
        $bench = self::bench('live');
        if (!$taken) {
            $this->expectException(EntryRefused::class);
        }
        $bench->add('calibration', [
            'phase' => 'as_found',
            'point' => 'TP4',
            'nominal' => $nominal,
            'low' => $low,
            'high' => $high,
            'read' => '12.03',
        ]);
        self::assertCount(1, $bench->state()->calibrations);
    }

    /** @return iterable<string, array{mixed, bool}> answer, still there */
    public static function answers(): iterable
    {
        yield 'yes in words' => ['yes', true];
        yield 'yes' => [true, true];
        yield 'no in words' => ['no', false];
        yield 'no' => [false, false];
    }

    #[DataProvider('answers')]
    public function testWhetherTheFaultIsStillThere(mixed $answer, bool $still): void
    {
        $bench = self::bench('unplugged')->add('eliminated', ['part' => 'C1', 'how' => 'removed', 'still' => $answer]);

        self::assertSame($still, $bench->last()->payload['still']);
    }

    public function testAnAnswerThatIsNoneIsRefused(): void
    {
        $this->expectException(EntryRefused::class);
        self::bench('unplugged')->add('eliminated', ['part' => 'C1', 'how' => 'removed', 'still' => 'perhaps']);
    }

    private static function bench(string $power): Bench
    {
        $bench = new Bench(Supplies::demo('tide-recorder'));

        return $power === 'unplugged' ? $bench : $bench->add('power', ['power' => $power]);
    }
}
