<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Template;

/** A family of supplies: a few questions, and a complete, editable description with sensible values computed. */
interface Template
{
    /** The word used in requests, for example "linear". */
    public function name(): string;

    public function title(): string;

    /** When to choose it, in a sentence. */
    public function about(): string;

    /** @return list<Question> beside the title, the mains and its frequency, which every template takes */
    public function questions(): array;

    public function describe(Answers $answers): Draft;
}
