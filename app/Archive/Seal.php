<?php

declare(strict_types=1);

namespace App\Archive;

use App\Accounts\WorkshopKey;
use App\Models\Workshop;
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

    public function __construct(private WorkshopKey $key) {}

    public function put(ZipArchive $zip, Workshop $workshop): void
    {
        $key = $this->key->of($workshop);
        $zip->addFromString(
            self::FILE,
            json_encode(
                [
                    'workshop' => $workshop->name,
                    'key' => $key,
                    'signature' => $this->key->sign($workshop, self::content($zip)),
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
        $isWhole = WorkshopKey::fits(self::content($zip), $seal['signature'] ?? null, $seal['key'] ?? null);
        if (!$isWhole) {
            throw ArchiveRefused::because(
                'The signature of this archive does not fit what is in it: it was changed after it was signed, ' .
                    'or is damaged. Ask for it again.',
            );
        }

        return [
            'workshop' => mb_substr(is_string($seal['workshop'] ?? null) ? $seal['workshop'] : '', 0, 200),
            'key' => base64_encode((string) base64_decode($seal['key'], true)),
        ];
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
