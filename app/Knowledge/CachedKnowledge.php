<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\FaultDictionary;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Supply\Description;

/** Knowledge kept by the content of the description, so that every bench with the same supply shares it. */
final class CachedKnowledge implements Knowledge
{
    /** Raised when the engine's results or the cached classes change. */
    private const ENGINE = 1;

    private SolvedKnowledge $solved;

    /** @var array<string, mixed> */
    private array $here = [];

    public function __construct(private readonly Description $supply, private readonly Repository $cache)
    {
        $this->solved = new SolvedKnowledge($supply);
    }

    public function expectations(string $mode, ?float $mainsVolts): Expectations
    {
        return $this->keep("x:{$mode}:{$mainsVolts}", fn(): Expectations => $this->solved->expectations($mode, $mainsVolts));
    }

    public function dictionary(?float $mainsVolts): FaultDictionary
    {
        $step = SolvedKnowledge::dictionaryMains($mainsVolts, $this->supply);

        return $this->keep("d:{$step}", fn(): FaultDictionary => $this->solved->dictionary($mainsVolts));
    }

    /**
     * @template T of object
     *
     * @param callable(): T $solve
     *
     * @return T
     */
    private function keep(string $what, callable $solve): object
    {
        /** @var T */
        return $this->here[$what] ??= $this->cache->rememberForever(
            sprintf('oculant:%d:%s:%s', self::ENGINE, $this->supply->hash(), $what),
            $solve(...),
        );
    }
}
