<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use Oculant\Core\Supply\Sketch;

/** Takes a description out of a request's body. */
trait ReadsDescription
{
    /** @throws DescriptionRefused with every problem found */
    public function toDescription(): Description
    {
        return DescriptionReader::fromArray($this->given());
    }

    /** @throws DescriptionRefused if it is too long */
    public function toSketch(): Sketch
    {
        return DescriptionReader::sketch($this->given());
    }

    /**
     * @return array<mixed>
     *
     * @throws DescriptionRefused if it is too long
     */
    private function given(): array
    {
        $raw = $this->getContent();
        if (strlen($raw) > 2 * DescriptionReader::MOST_BYTES) {
            throw DescriptionRefused::tooLarge(strlen($raw), DescriptionReader::MOST_BYTES);
        }
        // The raw input: an empty text in a description is for the reader to judge, not for the framework to drop.
        $given = json_decode($raw, true);

        return is_array($given) && is_array($given['description'] ?? null) ? $given['description'] : [];
    }
}
