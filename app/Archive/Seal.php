<?php

declare(strict_types=1);

namespace App\Archive;

use App\Models\Workshop;
use Illuminate\Contracts\Encryption\Encrypter;
use JsonException;
use ZipArchive;

/**
 * The signature of the workshop that an archive comes from, over every file in it (Ed25519, RFC 8032). It says that
 * nothing was changed since, and by which key it was signed; whose key that is, people tell each other by its
 * fingerprint.
 */
final readonly class Seal
{
    public const FILE = 'signature.json';

    public function __construct(private Encrypter $encrypter) {}

    public function put(ZipArchive $zip, Workshop $workshop): void
    {
        $secret = $this->secretOf($workshop);
        $zip->addFromString(
            self::FILE,
            json_encode(
                [
                    'workshop' => $workshop->name,
                    'key' => (string) $workshop->verify_key,
                    'signature' => base64_encode(sodium_crypto_sign_detached(self::content($zip), $secret)),
                ],
                JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
        );
    }

    /**
     * @return array{workshop: string, key: string}|null who signed it; null if nobody did
     *
     * @throws ArchiveRefused if it was changed since it was signed
     */
    public function of(ZipArchive $zip): ?array
    {
        $text = $zip->getFromName(self::FILE);
        if ($text === false) {
            return null;
        }
        try {
            $seal = json_decode($text, true, 4, JSON_THROW_ON_ERROR);
        } catch (JsonException) {
            $seal = null;
        }
        $key = base64_decode(is_string($seal['key'] ?? null) ? $seal['key'] : '', true);
        $signature = base64_decode(is_string($seal['signature'] ?? null) ? $seal['signature'] : '', true);
        $isWhole =
            is_string($key) &&
            strlen($key) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES &&
            is_string($signature) &&
            strlen($signature) === SODIUM_CRYPTO_SIGN_BYTES &&
            sodium_crypto_sign_verify_detached($signature, self::content($zip), $key);
        if (!$isWhole) {
            throw ArchiveRefused::because(
                'The signature of this archive does not fit what is in it: it was changed after it was signed, ' .
                    'or is damaged. Ask for it again.',
            );
        }

        return [
            'workshop' => mb_substr(is_string($seal['workshop'] ?? null) ? $seal['workshop'] : '', 0, 200),
            'key' => base64_encode((string) $key),
        ];
    }

    /** For reading out over the telephone: "9f3a 02c7 51de 88b0". */
    public static function fingerprint(string $key): string
    {
        return trim(chunk_split(substr(hash('sha256', $key), 0, 16), 4, ' '));
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

    /** Names and sums of all other files, by name. */
    private static function content(ZipArchive $zip): string
    {
        $lines = [];
        for ($k = 0; $k < $zip->numFiles; $k++) {
            $name = (string) $zip->getNameIndex($k);
            if ($name !== self::FILE) {
                $lines[] = hash('sha256', (string) $zip->getFromIndex($k)) . " {$name}";
            }
        }
        sort($lines);

        return implode("\n", $lines);
    }
}
