<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Gate;
use Oculant\Core\Diagnosis\Workup;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** The next step leads through the gates, one thing at a time. */
final class WayToPowerTest extends TestCase
{
    public function testAfterAShortItIsChecksLimiterMainsProof(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('symptom', ['symptom' => 'fuse_open'])
            ->add('reading', ['text' => 'tp3 1R9'])
            ->add('reading', ['text' => 'd2 0.01 diode']);
        $bench
            ->add('cause', ['part' => 'D1', 'fault' => 'short'])
            ->add('repair', ['part' => 'D1', 'out' => 'a', 'in' => 'b']);
        $asked = [];
        for ($k = 0; $k < 12 && !$bench->state()->power->isEnergised(); $k++) {
            $next = $this->next($bench);
            $asked[] = $next['kind'] === 'measure' ? (string) $next['target'] : $next['kind'];
            match ($next['kind']) {
                'measure' => $bench->add('reading', [
                    'text' =>
                        $next['target'] .
                        ($next['quantity'] === 'diode'
                            ? ' 0.58 diode'
                            : ($next['target'] === 'F1'
                                ? ' 0R8'
                                : ' 12 ohm')),
                ]),
                'gate' => $bench->add('looked', ['what' => $next['part']]),
                default => $bench->add('power', ['power' => $next['power'], 'mode' => $next['mode']]),
            };
        }
        foreach (['D1', 'D2', 'C1', 'TP4'] as $check) {
            self::assertContains($check, $asked);
        }
        self::assertSame('limited', $bench->state()->power->value);
        self::assertSame('state', end($asked));
    }

    public function testTheStepSaysThatTheLampComesFirst(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('fuse', ['part' => 'F1', 'state' => 'parted'])
            ->add('cause', ['part' => 'C1', 'fault' => 'short'])
            ->add('repair', ['part' => 'C1', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Limited)
            ->add('repair', ['part' => 'F1', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Limited);
        $next = $this->next($bench);

        self::assertSame(['state', 'limited', 'plan'], [$next['kind'], $next['power'], $next['leads']]);
        self::assertStringContainsString('there was a short in it', $next['sentence']);
    }

    public function testGoodOnLimitedPowerLeadsToTheMains(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('cause', ['part' => 'C3', 'fault' => 'short'])
            ->add('repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Limited)
            ->add('looked', ['what' => 'closed'])
            ->add('power', [
                'power' => 'limited',
                'mode' => 'unloaded',
                'method' => ['how' => 'variable_transformer', 'volts' => '230'],
            ]);
        self::assertSame('TP4', $this->next($bench)['target']);
        $bench->add('reading', ['text' => 'tp4 5.0']);
        $next = $this->next($bench);

        self::assertSame(['state', 'live'], [$next['kind'], $next['power']]);
        self::assertStringContainsString('behaves on limited power', $next['sentence']);
    }

    public function testBadOnLimitedPowerDoesNot(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('cause', ['part' => 'C3', 'fault' => 'short'])
            ->add('repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Limited)
            ->add('looked', ['what' => 'closed'])
            ->add('power', [
                'power' => 'limited',
                'mode' => 'unloaded',
                'method' => ['how' => 'variable_transformer', 'volts' => '230'],
            ])
            ->add('reading', ['text' => 'tp4 0.1']);
        $workup = new Workup($bench->supply, $bench->state(), Supplies::knowledge('auction-scale'));

        self::assertSame(['TP4'], $workup->proofs->bad());
        self::assertStringNotContainsString('behaves', $workup->next()['next']['sentence']);
    }

    public function testWhatIsOpenBeforeHandBackIsTheNextThing(): void
    {
        $bench = (new Bench(Supplies::demo('auction-scale')))
            ->add('taken', ['kind' => 'screws', 'text' => '4 screws', 'where' => 'lid'])
            ->add('cause', ['part' => 'C3', 'fault' => 'dried'])
            ->add('repair', ['part' => 'C3', 'out' => 'a', 'in' => 'b'])
            ->seeTo(Gate::Mains)
            ->add('power', ['power' => 'live', 'mode' => 'loaded'])
            ->add('reading', ['text' => 'tp4 5.0'])
            ->add('power', ['power' => 'unplugged']);
        $next = $this->next($bench);
        self::assertSame(['gate', 'refit'], [$next['kind'], $next['leads']]);
        self::assertStringContainsString('4 screws', $next['sentence']);
        $bench->add('refitted', ['step' => '01E0000'])->seeTo(Gate::HandBack);

        self::assertSame('close', $this->next($bench)['kind']);
    }

    public function testACauseOnAChargedUnitIsFoundButHandsStayOut(): void
    {
        $bench = (new Bench(Supplies::demo('gallery-organ')))
            ->add('symptom', ['symptom' => 'dead'])
            ->add('symptom', ['symptom' => 'fuse_intact'])
            ->add('reading', ['text' => 't1.primary OL'])
            ->add('reading', ['text' => 't1.primary OL']);
        $next = $this->next($bench, 'gallery-organ');

        self::assertStringStartsWith('Found: T1', $next['sentence']);
        self::assertSame(['gate', 'discharge', 'left'], [$next['kind'], $next['leads'], $next['quantity']]);
        self::assertStringContainsString('may still hold its charge', $next['detail']);
    }

    public function testOhmsOnAChargedUnitComeWithACaution(): void
    {
        $bench = (new Bench(Supplies::demo('gallery-organ')))->add('symptom', ['symptom' => 'dead']);
        $workup = new Workup($bench->supply, $bench->state(), Supplies::knowledge('gallery-organ'));
        $dead = array_values(array_filter($workup->candidates(), static fn($c): bool => !$c->energised));
        $writer = $workup->next();
        $steps = array_filter(
            [$writer['next'], ...$writer['alternatives']],
            static fn(array $s): bool => in_array($s['quantity'], ['resistance', 'diode', 'esr'], true),
        );

        self::assertNotSame([], $dead);
        foreach ($steps as $step) {
            self::assertStringContainsString('Volts first, then ohms', (string) $step['caution']);
        }
    }

    /** @return array<string, mixed> */
    private function next(Bench $bench, string $name = 'auction-scale'): array
    {
        return (new Workup($bench->supply, $bench->state(), Supplies::knowledge($name)))->next()['next'];
    }
}
