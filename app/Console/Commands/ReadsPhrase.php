<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Keeping\KeepingFailed;

/** A pass phrase comes in a file: on the command line every account of the machine would read it. */
trait ReadsPhrase
{
    /** @throws KeepingFailed if the file cannot be read, or its phrase is short */
    private function phrase(): ?string
    {
        $file = $this->option('phrase-file');
        if ($file === null) {
            return null;
        }
        $lines = is_file((string) $file) ? file((string) $file, FILE_IGNORE_NEW_LINES) : false;
        $phrase = $lines === false ? '' : trim($lines[0] ?? '');
        if (mb_strlen($phrase) < 12) {
            throw new KeepingFailed("The first line of {$file} must be a pass phrase of at least 12 characters.");
        }

        return $phrase;
    }
}
