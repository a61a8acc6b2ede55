<?php

declare(strict_types=1);

namespace Oculant\Core\Supply;

final readonly class Interlock
{
    /**
     * @param string      $what    what must be there
     * @param string      $how     how to provide it on the bench
     * @param string      $without what happens otherwise
     * @param string|null $part    reference of the part that provides it
     * @param Lacking|null $does   what it does without, where the description says so in one word
     */
    public function __construct(
        public InterlockKind $kind,
        public string $what,
        public string $how,
        public string $without,
        public ?string $part,
        public ?Lacking $does = null,
    ) {}
}
