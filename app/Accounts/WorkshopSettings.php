<?php

declare(strict_types=1);

namespace App\Accounts;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/** What a workshop says once: what stands on its reports, its mains, its money, how long photographs are kept. */
final readonly class WorkshopSettings
{
    /** Volts between which a mains lies anywhere. */
    private const MAINS = [90.0, 440.0];

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
     * "230 V", or "12 V DC" as it is typed.
     *
     * @throws AccountRefused if it is no mains
     */
    public static function mains(string $text): string
    {
        try {
            $volts = Quantity::parse($text, Unit::Volt)->value;
        } catch (UnreadableQuantity $e) {
            throw new AccountRefused($e->getMessage(), 'mains');
        }
        if ($volts < self::MAINS[0] || $volts > self::MAINS[1]) {
            throw new AccountRefused(
                sprintf(
                    '%s is no mains: write what your sockets have, from %d to %d V, for example "230 V".',
                    Quantity::volts($volts),
                    ...self::MAINS,
                ),
                'mains',
            );
        }

        return Quantity::write($volts, Unit::Volt);
    }

    /** An amount as it stands on paper. */
    public function money(float $amount): string
    {
        return trim(sprintf('%s %s', number_format($amount, 2), $this->currency));
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
