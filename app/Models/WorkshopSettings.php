<?php

declare(strict_types=1);

namespace App\Models;

/** What a workshop says once: what stands on its reports, its mains, its money, how long photographs are kept. */
final readonly class WorkshopSettings
{
    /**
     * @param string     $mains           as it is written at booking-in, "230 V"
     * @param string     $currency        before or after an amount; empty for the bare number
     * @param float|null $rate            price of an hour, offered where a repair is weighed up
     * @param int|null   $keepPhotographs months after a job was handed back; null for ever
     */
    public function __construct(
        public string $address = '',
        public string $footer = '',
        public string $mains = '230 V',
        public string $currency = '',
        public ?float $rate = null,
        public ?int $keepPhotographs = null,
    ) {}

    /** @param array<string, mixed> $kept */
    public static function of(array $kept): self
    {
        return new self(
            (string) ($kept['address'] ?? ''),
            (string) ($kept['footer'] ?? ''),
            (string) ($kept['mains'] ?? '230 V'),
            (string) ($kept['currency'] ?? ''),
            isset($kept['rate']) ? (float) $kept['rate'] : null,
            isset($kept['keep_photographs']) ? (int) $kept['keep_photographs'] : null,
        );
    }

    /**
     * @return array{address: string, footer: string, mains: string, currency: string, rate: float|null,
     *     keep_photographs: int|null}
     */
    public function toArray(): array
    {
        return [
            'address' => $this->address,
            'footer' => $this->footer,
            'mains' => $this->mains,
            'currency' => $this->currency,
            'rate' => $this->rate,
            'keep_photographs' => $this->keepPhotographs,
        ];
    }
}
