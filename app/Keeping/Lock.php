<?php

declare(strict_types=1);

namespace App\Keeping;

/**
 * Shuts a file with a pass phrase: Argon2id for the key, XChaCha20-Poly1305 in pieces for the content (libsodium's
 * secretstream), so that a piece that was changed, moved or cut off is noticed.
 */
final class Lock
{
    private const MARK = "oculant backup 1\n";

    private const PIECE = 1 << 20;

    /** @throws KeepingFailed if it cannot be written */
    public function shut(string $from, string $to, string $phrase): void
    {
        $salt = random_bytes(SODIUM_CRYPTO_PWHASH_SALTBYTES);
        [$state, $header] = sodium_crypto_secretstream_xchacha20poly1305_init_push(self::key($phrase, $salt));
        [$in, $out] = [self::open($from, 'r'), self::open($to, 'w')];
        self::put($out, self::MARK . $salt . $header);
        do {
            $piece = (string) fread($in, self::PIECE);
            $tag = feof($in)
                ? SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_TAG_FINAL
                : SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_TAG_MESSAGE;
            self::put($out, sodium_crypto_secretstream_xchacha20poly1305_push($state, $piece, '', $tag));
        } while (!feof($in));
        fclose($in);
        fclose($out);
    }

    public function isShut(string $path): bool
    {
        return file_get_contents($path, false, null, 0, strlen(self::MARK)) === self::MARK;
    }

    /** @throws KeepingFailed if the phrase is another, or the file was changed or cut off */
    public function unlock(string $from, string $to, string $phrase): void
    {
        [$in, $out] = [self::open($from, 'r'), self::open($to, 'w')];
        fread($in, strlen(self::MARK));
        $salt = (string) fread($in, SODIUM_CRYPTO_PWHASH_SALTBYTES);
        $header = (string) fread($in, SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_HEADERBYTES);
        if (strlen($header) !== SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_HEADERBYTES) {
            throw new KeepingFailed('The backup is cut off at its beginning.');
        }
        $state = sodium_crypto_secretstream_xchacha20poly1305_init_pull($header, self::key($phrase, $salt));
        $isEnd = false;
        while (!$isEnd) {
            $piece = stream_get_contents($in, self::PIECE + SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_ABYTES);
            $opened =
                $piece === false || $piece === ''
                    ? false
                    : sodium_crypto_secretstream_xchacha20poly1305_pull($state, $piece);
            if ($opened === false) {
                throw new KeepingFailed('The pass phrase is another one, or the backup was changed or cut off.');
            }
            self::put($out, $opened[0]);
            $isEnd = $opened[1] === SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_TAG_FINAL;
        }
        fclose($in);
        fclose($out);
    }

    private static function key(string $phrase, string $salt): string
    {
        return sodium_crypto_pwhash(
            SODIUM_CRYPTO_SECRETSTREAM_XCHACHA20POLY1305_KEYBYTES,
            $phrase,
            $salt,
            SODIUM_CRYPTO_PWHASH_OPSLIMIT_MODERATE,
            SODIUM_CRYPTO_PWHASH_MEMLIMIT_MODERATE,
        );
    }

    /** @return resource */
    private static function open(string $path, string $how): mixed
    {
        $file = @fopen($path, $how);

        return $file === false ? throw new KeepingFailed("This file cannot be opened: {$path}.") : $file;
    }

    /** @param resource $file */
    private static function put(mixed $file, string $bytes): void
    {
        if (@fwrite($file, $bytes) !== strlen($bytes)) {
            throw new KeepingFailed('The disk did not take all of it. Is it full?');
        }
    }
}
