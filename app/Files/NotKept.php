<?php

declare(strict_types=1);

namespace App\Files;

use RuntimeException;

/** A file could not be written whole. Nothing of it is kept. */
final class NotKept extends RuntimeException
{
    public static function photograph(): self
    {
        return new self(
            'The server could not keep the photograph: its disk is full, or cannot be written to. It waits ' .
                'where it was taken; tell whoever looks after the server.',
        );
    }

    public static function page(): self
    {
        return new self(
            'The server could not keep the page: its disk is full, or cannot be written to. Nothing of it was kept; ' .
                'tell whoever looks after the server, and add it again then.',
        );
    }

    public static function paper(): self
    {
        return new self(
            'The server could not keep the report as PDF: its disk is full, or cannot be written to. The report ' .
                'on the screen is complete; print that.',
        );
    }

    public static function file(string $name): self
    {
        return new self(
            "The server could not keep {$name}: its disk is full, or cannot be written to. Nothing is published by " .
                'it; tell whoever looks after the server, and try again then.',
        );
    }

    public static function offList(string $path): self
    {
        return new self(
            'The addresses for emergency off could not be written to ' .
                "{$path}: is the disk full, or the folder another account's? Until that is " .
                'mended, switch off by hand what was changed last.',
        );
    }
}
