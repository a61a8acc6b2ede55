<?php

declare(strict_types=1);

namespace Tests\Core\Parts;

use Oculant\Core\Parts\Breaking;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class BreakingTest extends TestCase
{
    public function testEveryWayHasWordsOfItsOwn(): void
    {
        $words = array_map(static fn(Breaking $how): string => $how->words(), Breaking::cases());

        self::assertSame($words, array_values(array_unique($words)));
        self::assertNotContains('', $words);
    }

    /**
     * Common practice: a vent, a flare, a punched foil and a fuse that takes a dead short are heard; windings and
     * resistors burn in silence.
     */
    #[TestWith([Breaking::PartsViolently, true, true])]
    #[TestWith([Breaking::PartsSlowly, false, false])]
    #[TestWith([Breaking::Vents, true, true])]
    #[TestWith([Breaking::PunchesThrough, true, false])]
    #[TestWith([Breaking::BurnsItsPrimary, false, true])]
    #[TestWith([Breaking::PartsQuietly, false, false])]
    #[TestWith([Breaking::Overheats, false, false])]
    public function testWhatIsHeardAndWhatSmokes(Breaking $how, bool $heard, bool $smokes): void
    {
        self::assertSame([$heard, $smokes], [$how->isHeard(), $how->smokes()]);
    }
}
