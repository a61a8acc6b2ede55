<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** A part that does not survive what a fault does to it. */
final readonly class Destruction
{
    /**
     * @param string $becomes fault mode it is left with
     * @param string $how     for people: "opens at once, violently", "overheats and shorts"
     * @param float  $seconds until it happens, order of magnitude
     * @param bool   $isDoubtful true if another specimen, or another look a minute earlier, is spared
     */
    public function __construct(public string $ref, public string $becomes, public string $how, public float $seconds, public bool $isDoubtful = false)
    {
    }
}
