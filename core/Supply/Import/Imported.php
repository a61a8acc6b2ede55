<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Import;

/** A description drafted from someone else's file: to look over and mend before it is kept. */
final readonly class Imported
{
    /**
     * @param array<string, mixed>                              $description as written, perhaps not yet complete
     * @param list<array{ref: string, value: string, reason: string}> $unknown parts that were not understood
     * @param list<string>                                      $notes       what was assumed and what is still missing
     */
    public function __construct(public array $description, public array $unknown, public array $notes) {}
}
