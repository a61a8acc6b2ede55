<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Background;
use Oculant\Core\Bench\Entry\Eliminated;
use Oculant\Core\Bench\Entry\FuseLook;
use Oculant\Core\Bench\Entry\Substituted;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\EvidenceList;
use Oculant\Core\Diagnosis\Reasoner;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Supply\Description;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** Whatever people enter in whatever order: probabilities stay probabilities, and there is always a next step. */
final class RandomLogTest extends TestCase
{
    /** @return iterable<string, array{string, int}> */
    public static function logs(): iterable
    {
        foreach (['tuner-feed', 'deck-intercom', 'tide-recorder'] as $supply) {
            foreach (range(1, 8) as $seed) {
                yield "{$supply}, log {$seed}" => [$supply, $seed];
            }
        }
    }

    #[DataProvider('logs')]
    public function testStaysSoundThroughARandomLog(string $name, int $seed): void
    {
        $supply = Supplies::demo($name);
        $knowledge = Supplies::knowledge($name);
        $random = new Randomizer(new Mt19937(1000 * $seed + strlen($name)));
        $bench = new Bench($supply);
        $kept = 0;
        for ($k = 0; $k < 25; $k++) {
            [$kind, $payload] = self::entry($random, $supply);
            try {
                $bench->add($kind, $payload);
                $kept++;
            } catch (EntryRefused $refused) {
                self::assertGreaterThan(10, strlen($refused->getMessage()), 'a refusal says why');
            }
        }
        self::assertGreaterThan(10, $kept);

        $evidence = EvidenceList::from($supply, $bench->state());
        $belief = (new Reasoner($knowledge))->weigh($evidence);
        self::assertEqualsWithDelta(1.0, array_sum($belief->probability), 1e-9);
        foreach ($belief->probability as $id => $probability) {
            self::assertTrue($probability >= 0.0 && $probability <= 1.0, (string) $id);
        }
        $workup = new Workup($supply, $bench->state(), $knowledge);
        $next = $workup->next()['next'];
        self::assertNotSame('', $next['sentence']);
        self::assertContains($next['kind'], [
            'measure',
            'state',
            'confirm',
            'cause',
            'close',
            'handback',
            'look',
            'wait',
            'done',
        ]);
        $course = $workup->course();
        foreach ($course['lines'] as $line) {
            self::assertCount(count($course['labels']), $line['values']);
        }
        self::assertCount(count($evidence) + 1, $course['labels']);
    }

    /** The order in which evidence came in changes the plot, never the conclusion. */
    #[DataProvider('logs')]
    public function testEvidenceCommutes(string $name, int $seed): void
    {
        $supply = Supplies::demo($name);
        $random = new Randomizer(new Mt19937($seed));
        $bench = new Bench($supply);
        for ($k = 0; $k < 12; $k++) {
            [$kind, $payload] = self::entry($random, $supply);
            try {
                $bench->add($kind, $payload);
            } catch (EntryRefused) {
                continue;
            }
        }
        $evidence = EvidenceList::from($supply, $bench->state());
        $reasoner = new Reasoner(Supplies::knowledge($name));
        $forward = $reasoner->weigh($evidence)->probability;
        foreach ($reasoner->weigh(array_reverse($evidence))->probability as $id => $probability) {
            self::assertEqualsWithDelta($forward[$id], $probability, 1e-9, (string) $id);
        }
    }

    /** @return array{string, array<string, mixed>} kind, payload */
    private static function entry(Randomizer $random, Description $supply): array
    {
        $one = static fn(array $of): mixed => $of[$random->getInt(0, count($of) - 1)];
        $part = (string) $one(array_keys($supply->parts));
        $point = (string) $one(array_keys($supply->points));
        $volts = $random->getInt(-400, 4000) / 100;

        return match ($random->getInt(0, 11)) {
            0 => ['symptom', ['symptom' => $one(array_keys(Symptom::WORDS))]],
            1 => [
                'power',
                ['power' => $one(['unplugged', 'live', 'limited']), 'mode' => $one(array_keys($supply->modes))],
            ],
            2 => ['finding', ['part' => $part, 'sees' => $one(array_keys(Seen::options())), 'text' => 'so it looks']],
            3 => ['fuse', ['part' => $part, 'state' => $one(array_keys(FuseLook::STATES))]],
            4 => ['tested', ['part' => $part, 'verdict' => $one(['good', 'bad'])]],
            5 => [
                'eliminated',
                ['part' => $part, 'how' => $one(array_keys(Eliminated::HOW)), 'still' => $one([true, false])],
            ],
            6 => [
                'substituted',
                ['part' => $part, 'what' => $one(array_keys(Substituted::WHAT)), 'works' => $one([true, false])],
            ],
            7 => ['starts', ['tried' => 10, 'failed' => $random->getInt(0, 10)]],
            8 => [
                'part_test',
                [
                    'part' => $part,
                    'quantity' => $one(['capacitance', 'esr', 'leakage']),
                    'text' => $one(['1m', '22u', '3', 'OL', '0R4']),
                    'lifted' => $one([true, false]),
                ],
            ],
            9 => [
                'background',
                ['years' => $random->getInt(0, 90), 'conditions' => [$one(array_keys(Background::CONDITIONS))]],
            ],
            10 => [
                'reading',
                [
                    'text' =>
                        $one(array_keys($supply->deadChecks())) .
                        ' ' .
                        $one(['OL', '0R3', '4k7', '0.62 diode', '1 esr']),
                ],
            ],
            default => ['reading', ['text' => sprintf('%s %.2f', $point, $volts)]],
        };
    }
}
