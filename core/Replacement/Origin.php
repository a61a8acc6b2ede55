<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

/** Something that usually stands behind a failed part. */
final readonly class Origin
{
    /**
     * @param string $key     for the log
     * @param string $check   how to find out
     * @param string $finding what the engine already says about it; empty if it says nothing
     * @param bool   $likely  true if the engine speaks for it
     */
    public function __construct(
        public string $key,
        public string $title,
        public string $check,
        public string $finding = '',
        public bool $likely = false,
    ) {}

    /** @return array{key: string, title: string, check: string, finding: string, likely: bool} */
    public function view(): array
    {
        return [
            'key' => $this->key,
            'title' => $this->title,
            'check' => $this->check,
            'finding' => $this->finding,
            'likely' => $this->likely,
        ];
    }
}
