<?php

declare(strict_types=1);

namespace Oculant\Core\Expectation;

/** A judged reading: the word, one sentence, and why. */
final readonly class Verdict
{
    public function __construct(public VerdictWord $word, public string $sentence, public string $why) {}
}
