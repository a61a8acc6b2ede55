<?php

declare(strict_types=1);

namespace Tests\Core\Diagnosis;

use Oculant\Core\Bench\Entry\Reading;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Diagnosis\Workup;
use Oculant\Core\Expectation\VerdictWord;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Places;
use PHPUnit\Framework\TestCase;
use Tests\Support\Bench;
use Tests\Support\Supplies;

/** What is read where nobody described a test point counts as it would at one. */
final class PlacesTest extends TestCase
{
    private const HIDDEN = 'TP3';

    public function testEveryNodeIsAPointAPlaceOrAGround(): void
    {
        foreach (glob(dirname(__DIR__, 3) . '/database/demo/supplies/*.json') ?: [] as $file) {
            $name = basename($file, '.json');
            $supply = Supplies::demo($name);
            $reached = [];
            foreach ($supply->places() as $place) {
                self::assertNotSame($place->node, $place->against, $name);
                self::assertSame($supply->islands[$place->node], $supply->islands[$place->against], $name);
                $reached[$place->node] = true;
            }
            foreach (array_keys($supply->islands) as $node) {
                self::assertTrue(
                    isset($reached[$node]) || Places::ground($supply, (string) $node) === (string) $node,
                    "{$name}: {$node}",
                );
            }
        }
    }

    /** The same unit with a test point less: its reading at the pin says what it says at the point. */
    public function testAReadingAtAPinWeighsWhatItWeighsAtATestPoint(): void
    {
        $whole = Supplies::demo('tuner-feed');
        $point = $whole->point(self::HIDDEN);
        $less = self::without($whole);
        $pin = self::pinAt($less, $point->node);
        $know = [new SolvedKnowledge($whole), new SolvedKnowledge($less)];
        foreach ([0.4, 0.8, 1.0] as $share) {
            $volts = $share * $know[0]->expectations($whole->mode(null)->id, null)->window(self::HIDDEN)->nominal;
            [$at, $there] = [
                self::read($whole, sprintf('%s %.3F', self::HIDDEN, $volts)),
                self::read($less, sprintf('%s %.3F', $pin, $volts)),
            ];
            $a = new Workup($whole, $at->state(), $know[0]);
            $b = new Workup($less, $there->state(), $know[1]);
            $verdicts = array_map(
                static fn(Workup $w, Bench $bench): VerdictWord => $w->verdict($bench->state()->readings[0])->word,
                [$a, $b],
                [$at, $there],
            );
            self::assertSame($verdicts[0], $verdicts[1]);
            $shares = self::shares($b);
            foreach (self::shares($a) as $id => $probability) {
                self::assertEqualsWithDelta($probability, $shares[$id] ?? 0.0, 0.05, "{$id} at {$volts} V");
            }
        }
    }

    public function testBetweenTwoPinsAndAtThePinOfAPoint(): void
    {
        $supply = self::without(Supplies::demo('tuner-feed'));
        $bench = (new Bench($supply))->add('power', ['power' => 'live']);
        $node = Supplies::demo('tuner-feed')->point(self::HIDDEN)->node;
        $pin = self::pinAt($supply, $node);
        $described = array_values($supply->points)[0];
        foreach ($supply->parts as $ref => $part) {
            foreach ($part->terminals as $name => $at) {
                if ($at === $described->node && $described->against === Places::ground($supply, $at)) {
                    // Where a point is described its name is used.
                    $payload = (new Reading())->read(['text' => "{$ref}.{$name} 5"], $supply, $bench->state());
                    self::assertSame($described->id, $payload['target']);
                }
            }
        }
        $other = array_values(
            array_filter(
                $supply->points,
                static fn($p): bool => $p->against === $supply->places()[$pin]->against && $p->node !== $node,
            ),
        )[0];
        $bench->add('reading', ['text' => "{$pin}-{$other->id} 1.2 V"]);
        self::assertSame("{$pin}-{$other->id}", $bench->state()->readings[0]->target);
        $knowledge = new SolvedKnowledge($supply);
        $word = (new Workup($supply, $bench->state(), $knowledge))->verdict($bench->state()->readings[0])->word;
        self::assertNotSame(VerdictWord::Unknown, $word);
    }

    /** What is left on a unit with the plug out is as dangerous at a pin as at a point. */
    public function testWhatIsLeftAtAPinIsSaid(): void
    {
        $supply = self::without(Supplies::demo('tuner-feed'));
        $pin = self::pinAt($supply, Supplies::demo('tuner-feed')->point(self::HIDDEN)->node);
        $bench = (new Bench($supply))->add('reading', ['text' => "{$pin} 71 V"]);
        $verdict = (new Workup($supply, $bench->state(), new SolvedKnowledge($supply)))->verdict(
            $bench->state()->readings[0],
        );
        self::assertSame(VerdictWord::VeryHigh, $verdict->word);

        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('volts or ohms?');
        (new Reading())->read(['text' => "{$pin} 71"], $supply, $bench->state());
    }

    public function testAPartIsStillNoPlace(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $bench = (new Bench($supply))->add('power', ['power' => 'live']);
        $this->expectException(EntryRefused::class);
        $this->expectExceptionMessage('or to a pin, for example');
        (new Reading())->read(['text' => 'c1 12 dc'], $supply, $bench->state());
    }

    private static function read(Description $supply, string $text): Bench
    {
        return (new Bench($supply))->add('power', ['power' => 'live'])->add('reading', ['text' => $text]);
    }

    private static function without(Description $supply): Description
    {
        $written = $supply->written;
        $written['points'] = array_values(
            array_filter($written['points'], static fn(array $row): bool => $row['id'] !== self::HIDDEN),
        );

        return DescriptionReader::fromArray($written);
    }

    private static function pinAt(Description $supply, string $node): string
    {
        foreach (Places::beside($supply) as $id => $place) {
            if ($place->node === $node) {
                return (string) $id;
            }
        }
        self::fail("No place at {$node}.");
    }

    /** @return array<string, float> by member hypothesis */
    private static function shares(Workup $workup): array
    {
        $shares = [];
        foreach ($workup->suspects() as $suspect) {
            foreach ($suspect->members as $member) {
                $shares[$member->id === Hypothesis::HEALTHY ? 'healthy' : $member->ref] =
                    ($shares[$member->ref] ?? 0.0) + $suspect->probability / count($suspect->members);
            }
        }

        return $shares;
    }
}
