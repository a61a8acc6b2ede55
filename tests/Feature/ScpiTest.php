<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Instruments\AllowList;
use App\Instruments\InstrumentFailed;
use App\Instruments\ScpiDriver;
use App\Instruments\ScpiLink;
use App\Instruments\Setting;
use App\StandIn\Header;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\Instrument\Measured;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Real sockets, and instruments that misbehave on them: a clear state each time, and never an invented reading. */
final class ScpiTest extends TestCase
{
    /** @var list<Process> */
    private array $processes = [];

    protected function tearDown(): void
    {
        array_map(static fn(Process $p) => $p->stop(0), $this->processes);
    }

    /** @return iterable<string, array{string, string, string}> how it misbehaves, state, what is said */
    public static function failures(): iterable
    {
        yield 'no answer' => ['silent', InstrumentFailed::SILENT, 'did not answer within 0.5 s'];
        yield 'half a line' => ['half', InstrumentFailed::SILENT, 'did not answer within 0.5 s'];
        yield 'breaks off in the middle' => [
            'breaks off',
            InstrumentFailed::BROKE_OFF,
            'broke off in the middle of its answer ("+1.2")',
        ];
        yield 'too late' => ['late', InstrumentFailed::SILENT, 'did not answer within 0.5 s'];
    }

    #[DataProvider('failures')]
    public function testAFailureHasAStateAndNoValue(string $how, string $state, string $says): void
    {
        try {
            $this->driver($how)->read('dc');
            self::fail('It gave a reading.');
        } catch (InstrumentFailed $e) {
            self::assertSame($state, $e->state);
            self::assertStringContainsString($says, $e->getMessage());
            self::assertStringContainsString('Nothing was recorded', $e->getMessage());
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function unreadable(): iterable
    {
        yield 'words' => ['ready', 'which is no number'];
        yield 'nothing' => ['', 'which is no number'];
        yield 'two numbers' => ['1.2 3.4', 'which is no number'];
        yield 'a decimal comma' => ['1,25', 'which is no number'];
        yield 'amperes for volts' => ['1.2 A', 'that is amperes, and volts were asked for'];
        yield 'an unknown unit' => ['1.2 DBM', 'which is no number'];
        yield 'hexadecimal' => ['0x1F', 'which is no number'];
    }

    #[DataProvider('unreadable')]
    public function testAnAnswerThatIsNoVoltageIsRefused(string $answer, string $says): void
    {
        $this->expectException(AnswerUnreadable::class);
        $this->expectExceptionMessage($says);
        $this->driver($answer)->read('dc');
    }

    /** 9.9E37 and 9.91E37 after SCPI-99, volume 1, 7.2.1. */
    public function testOverloadIsNoNumber(): void
    {
        self::assertSame(Measured::OVERLOAD, $this->driver('9.9E37')->read('dc')->state);
        self::assertSame(Measured::OVERLOAD, $this->driver('-9.900000E+37')->read('dc')->state);
        self::assertSame(Measured::NONE, $this->driver('+9.91E37')->read('dc')->state);
    }

    public function testNumbersAreReadInEveryForm(): void
    {
        foreach (
            [
                '12' => 12.0,
                '+12.5' => 12.5,
                '-1.25E-03' => -0.00125,
                '.5' => 0.5,
                '12.5 V' => 12.5,
                '12500 mV' => 12.5,
                '0.0125 kV' => 12.5,
            ]
            as $answer => $volts
        ) {
            self::assertEqualsWithDelta(
                $volts,
                $this->driver((string) $answer)->read('dc')->value,
                1e-9,
                (string) $answer,
            );
        }
        self::assertSame(12.0, $this->driver('in pieces')->read('dc')->value);
    }

    /**
     * What came too late belongs to the question before: the line is given up, and the next question asked on a new
     * one.
     */
    public function testALateAnswerIsNotTakenForTheNextOne(): void
    {
        $driver = $this->driver('late');
        foreach ([1, 2] as $try) {
            try {
                $driver->read('dc');
                self::fail("Try {$try} gave a reading.");
            } catch (InstrumentFailed $e) {
                self::assertSame(InstrumentFailed::SILENT, $e->state);
            }
        }
    }

    public function testARefusedSettingSaysThatTheOutputIsNotKnown(): void
    {
        $this->expectException(InstrumentFailed::class);
        $this->expectExceptionMessage(
            'refused "VOLT 30": -222,"Data out of range". How its output stands is not known',
        );
        $this->driver('refuses', 'supply')->apply(Setting::of('supply', ['volts' => '30', 'limit' => '1']));
    }

    public function testNobodyThereIsSaid(): void
    {
        $this->expectException(InstrumentFailed::class);
        $this->expectExceptionMessage('Meter at 127.0.0.1:1999 cannot be reached');
        (new ScpiDriver('meter', new ScpiLink('Meter', '127.0.0.1', 1999, 0.5, new AllowList(['127.0.0.1']))))->read(
            'dc',
        );
    }

    /** SCPI-99, volume 1, 6.2.1: the long form or the capitals, nothing in between. */
    public function testHeadersAreKnownInBothForms(): void
    {
        foreach (
            [
                'MEAS:VOLT:DC?' => true,
                'measure:voltage:dc?' => true,
                ':MEASure:VOLT?' => true,
                'MEASU:VOLT?' => false,
                'MEAS:VOLT' => false,
                'MEAS:VOLT:AC?' => false,
            ]
            as $given => $is
        ) {
            self::assertSame($is, Header::is($given, 'MEASure:VOLTage[:DC]?'), $given);
        }
    }

    private function driver(string $how, string $kind = 'meter'): ScpiDriver
    {
        $process = new Process([PHP_BINARY, dirname(__DIR__) . '/Support/odd-instrument.php', $how]);
        $process->start();
        $process->waitUntil(static fn(string $type, string $output): bool => str_contains($output, "\n"));
        $this->processes[] = $process;

        return new ScpiDriver(
            $kind,
            new ScpiLink('Meter', '127.0.0.1', (int) trim($process->getOutput()), 0.5, new AllowList(['127.0.0.1'])),
        );
    }
}
