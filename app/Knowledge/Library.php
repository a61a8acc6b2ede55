<?php

declare(strict_types=1);

namespace App\Knowledge;

use Illuminate\Contracts\Cache\Repository;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Supply\Description;

/** Gives the knowledge of any description. */
final readonly class Library
{
    public function __construct(private Repository $cache)
    {
    }

    public function of(Description $supply): Knowledge
    {
        return new CachedKnowledge($supply, $this->cache);
    }
}
