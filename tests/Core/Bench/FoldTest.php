<?php

declare(strict_types=1);

namespace Tests\Core\Bench;

use Oculant\Core\Bench\EntryKinds;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Fold;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\PowerState;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

final class FoldTest extends TestCase
{
    public function testReadingsCarryTheStateTheyWereTakenIn(): void
    {
        $bench = $this->bench()
            ->add('power', ['power' => 'live', 'mode' => 'unloaded'])
            ->add('mains', ['text' => '234'])
            ->add('reading', ['text' => 'tp3 17.9'])
            ->add('power', ['power' => 'unplugged'])
            ->add('reading', ['text' => 'f1 0R9']);
        [$live, $dead] = $bench->state()->readings;

        self::assertSame(PowerState::Live, $live->power);
        self::assertSame('unloaded', $live->mode);
        self::assertSame(234.0, $live->mainsVolts);
        self::assertSame('resistance', $dead->quantity);
        self::assertTrue($dead->isDeadCheck());
        self::assertNull($dead->mainsVolts, 'the measured mains belongs to the time it was on');
    }

    public function testStrikingOutTakesAnEntryBackWithoutDeletingIt(): void
    {
        $bench = $this->bench()
            ->add('power', ['power' => 'live'])
            ->add('reading', ['text' => 'tp4 0.5']);
        $bench->add('strike', ['entry' => $bench->last()->id]);

        self::assertSame([], $bench->state()->readings);
        self::assertCount(3, $bench->log);
        self::assertArrayHasKey('01E0001', $bench->state()->struck);
    }

    public function testTheSameLogGivesTheSameState(): void
    {
        $bench = $this->bench()
            ->add('symptom', ['symptom' => 'weak'])
            ->add('power', ['power' => 'live'])
            ->add('reading', ['text' => 'tp4 3.2']);

        self::assertEquals($bench->state(), Fold::of($bench->supply, $bench->log));
    }

    public function testRepairStartsANewChapter(): void
    {
        $bench = $this->bench()
            ->add('power', ['power' => 'live'])
            ->add('reading', ['text' => 'tp4 0.4'])
            ->add('power', ['power' => 'unplugged'])
            ->add('repair', ['part' => 'z1', 'out' => 'zener', 'in' => 'zener']);

        self::assertSame(['Z1'], $bench->state()->replaced());
        self::assertNull($bench->state()->latest('TP4', 'dc'), 'a reading from before the repair says nothing of now');
        self::assertSame([], $bench->state()->proofReadings());
    }

    public function testLimitedPowerKeepsItsMode(): void
    {
        $state = $this->bench()
            ->add('power', ['power' => 'limited', 'mode' => 'unloaded'])
            ->add('power', ['power' => 'live'])
            ->state();

        self::assertSame('unloaded', $state->mode);
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function refusals(): iterable
    {
        yield 'reading without a place' => ['reading', ['text' => '13.9'], 'Say where'];
        yield 'reading without text' => ['reading', ['text' => ' '], 'Type what the meter shows'];
        yield 'voltage on a part' => ['reading', ['text' => 'c1 12.0 dc'], 'is a part, not a test point'];
        yield 'an ESR meter where ohms belong' => ['reading', ['text' => 'f1 0.5 esr'], 'is checked with resistance'];
        yield 'mains of an unplugged unit' => ['mains', ['text' => '230'], 'recorded as unplugged'];
        yield 'unknown symptom' => ['symptom', ['symptom' => 'sad'], 'Choose one of'];
        yield 'unknown power' => ['power', ['power' => 'on'], 'unplugged, limited, live'];
        yield 'unknown mode' => ['power', ['mode' => 'turbo'], 'This supply has'];
        yield 'unknown part' => ['finding', ['part' => 'Q7', 'text' => 'burnt'], 'There is no part "Q7"'];
        yield 'fault that a part cannot have' => ['cause', ['part' => 'F1', 'fault' => 'dried'], 'It can be: open'];
        yield 'repair without what went in' => ['repair', ['part' => 'Z1', 'out' => 'zener'], 'Write what went in'];
        yield 'empty note' => ['note', ['text' => ''], 'Write the note'];
        yield 'note too long' => ['note', ['text' => 'x' . str_repeat('y', 4000)], 'at most 4000'];
        yield 'strike of nothing' => ['strike', [], 'which entry'];
        yield 'skip of nothing' => ['skip', ['target' => 'TP99', 'quantity' => 'dc'], 'cannot be reached'];
        yield 'close too early' => ['close', [], 'name the cause'];
        yield 'hand-back too early' => ['handback', [], 'Close the repair first'];
    }

    /** @param array<string, mixed> $payload */
    #[DataProvider('refusals')]
    public function testRefusesWithAReason(string $kind, array $payload, string $words): void
    {
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage($words);
        $this->bench()->add($kind, $payload);
    }

    public function testRefusesOhmsOnALiveUnit(): void
    {
        $this->expectExceptionMessage('can destroy the meter');
        $this->bench()
            ->add('power', ['power' => 'live'])
            ->add('reading', ['text' => 'f1 0R9']);
    }

    public function testRefusesARepairOnALiveUnit(): void
    {
        $this->expectExceptionMessage('Unplug, discharge');
        $this->bench()
            ->add('power', ['power' => 'live'])
            ->add('repair', ['part' => 'Z1', 'out' => 'a', 'in' => 'b']);
    }

    public function testRefusesAMainsVoltageThatCannotBe(): void
    {
        $this->expectExceptionMessage('cannot be the mains of a 230 V unit');
        $this->bench()
            ->add('power', ['power' => 'live'])
            ->add('mains', ['text' => '2300']);
    }

    public function testUnknownKindNamesTheKnownOnes(): void
    {
        $this->expectExceptionMessage('Known kinds: purpose, symptom, power');
        EntryKinds::named('wish');
    }

    public function testEveryKindWritesItsLine(): void
    {
        $bench = $this->bench()
            ->add('symptom', ['symptom' => 'hum', 'text' => 'at night'])
            ->add('finding', ['part' => 'C1', 'text' => 'bulged'])
            ->add('power', ['power' => 'live'])
            ->add('mains', ['text' => '231'])
            ->add('reading', ['text' => 'tp4 9.1'])
            ->add('skip', ['target' => 'TP2', 'quantity' => 'ac'])
            ->add('note', ['text' => 'smells warm'])
            ->add('power', ['power' => 'unplugged'])
            ->add('cause', ['part' => 'C1', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C1', 'out' => 'old', 'in' => 'new']);
        $lines = array_map(
            static fn(LogEntry $e): string => EntryKinds::named($e->kind)->line($e, $bench->supply),
            $bench->log,
        );

        self::assertSame('Hum at twice mains frequency: at night', $lines[0]);
        self::assertSame('TP4 9.10 V', $lines[4]);
        self::assertSame('Cause: C1 electrolytic capacitor 1000u, dried out', $lines[8]);
        self::assertSame('Repaired C1: out old, in new', $lines[9]);
    }

    private function bench(): Bench
    {
        return new Bench(Supplies::demo('tuner-feed'));
    }
}
