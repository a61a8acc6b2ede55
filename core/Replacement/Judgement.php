<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\Verdict;

/** What a measurement says about a part. */
final readonly class Judgement
{
    /** @param string|null $fault the fault mode of the part that it points to; null if it looks good or nothing fits */
    public function __construct(public Verdict $verdict, public string $expected, public ?string $fault) {}
}
