<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\Workshop;
use Illuminate\Contracts\Encryption\Encrypter;

/**
 * The key that a workshop signs with what it gives to others (Ed25519, RFC 8032). Whose key it is, people tell each
 * other by its fingerprint.
 */
final readonly class WorkshopKey
{
    public function __construct(private Encrypter $encrypter) {}

    /** @return string base64; made when it is first asked for */
    public function of(Workshop $workshop): string
    {
        $this->secretOf($workshop);

        return (string) $workshop->verify_key;
    }

    /** @return string base64 */
    public function sign(Workshop $workshop, string $content): string
    {
        return base64_encode(sodium_crypto_sign_detached($content, $this->secretOf($workshop)));
    }

    /** @param mixed $signature base64, like the key; anything else fits nothing */
    public static function fits(string $content, mixed $signature, mixed $key): bool
    {
        $key = base64_decode(is_string($key) ? $key : '', true);
        $signature = base64_decode(is_string($signature) ? $signature : '', true);

        return is_string($key) &&
            strlen($key) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES &&
            is_string($signature) &&
            strlen($signature) === SODIUM_CRYPTO_SIGN_BYTES &&
            sodium_crypto_sign_verify_detached($signature, $content, $key);
    }

    /** For reading out over the telephone: "9f3a 02c7 51de 88b0". */
    public static function fingerprint(string $key): string
    {
        $bytes = (string) base64_decode($key, true);

        return trim(chunk_split(substr(hash('sha256', $bytes), 0, 16), 4, ' '));
    }

    /** @return non-empty-string */
    private function secretOf(Workshop $workshop): string
    {
        if ($workshop->signing_key === null) {
            $pair = sodium_crypto_sign_keypair();
            $workshop
                ->forceFill([
                    'signing_key' => $this->encrypter->encrypt(base64_encode(sodium_crypto_sign_secretkey($pair))),
                    'verify_key' => base64_encode(sodium_crypto_sign_publickey($pair)),
                ])
                ->save();
        }
        $secret = base64_decode((string) $this->encrypter->decrypt((string) $workshop->signing_key), true);
        assert(is_string($secret) && $secret !== '');

        return $secret;
    }
}
