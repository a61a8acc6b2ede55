<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Knowledge\CachedKnowledge;
use Illuminate\Cache\FileStore;
use Illuminate\Cache\Repository;
use Illuminate\Filesystem\Filesystem;
use Oculant\Core\Diagnosis\Knowledge;
use Oculant\Core\Diagnosis\SolvedKnowledge;
use Oculant\Core\Supply\Description;

/** What the faults of a supply do: solved now, or kept in the directory of --keep for the next call. */
trait KeepsKnowledge
{
    abstract protected function text(string $option): ?string;

    private function knowledge(Description $supply): Knowledge
    {
        $directory = $this->text('keep');
        if ($directory === null) {
            return new SolvedKnowledge($supply);
        }
        $knowledge = new CachedKnowledge(
            $supply,
            new Repository(new FileStore(new Filesystem(), $directory)),
            isPatient: true,
        );
        if (!$knowledge->isWhole()) {
            $knowledge->solve(static fn() => null);
        }

        return $knowledge;
    }
}
