<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\User;
use Closure;
use Illuminate\Support\Facades\Http;
use Throwable;

/**
 * Reads what others publish, in a folder or at a web address. Addresses are fetched by the server, so only those that
 * its settings name.
 */
final readonly class Sources
{
    /** Seconds. */
    private const WAITS = 10;

    /** @param list<string> $allowed addresses that others may begin with, "https://boards.example/api/v1/shared/" */
    public function __construct(private TakeIn $takeIn, private array $allowed) {}

    /** @return list<string> */
    public function allowed(): array
    {
        return $this->allowed;
    }

    /** @throws ShareRefused if the server may not ask there */
    public function mustAllow(string $address): void
    {
        $asked = self::parts($address);
        foreach ($asked === null ? [] : $this->allowed as $allowed) {
            $one = self::parts($allowed);
            if (
                $one !== null &&
                [$one['scheme'], $one['host'], $one['port']] === [$asked['scheme'], $asked['host'], $asked['port']] &&
                str_starts_with($asked['path'], $one['path'])
            ) {
                return;
            }
        }
        throw ShareRefused::because(
            "This server does not read \"{$address}\". " .
                ($this->allowed === []
                    ? 'Its administrator has named no address to read from (OCULANT_SHARES); a file can be taken in ' .
                        'all the same.'
                    : 'It may read: ' . implode(', ', $this->allowed) . '.'),
        );
    }

    /**
     * @return array{list<string>, list<string>} titles that were taken in or were here, and what was refused
     *
     * @throws ShareRefused if there is no index that can be read
     */
    public function address(User $user, string $address): array
    {
        $this->mustAllow($address);
        $base = rtrim(preg_replace('#/index\.json$#', '', $address) ?? $address, '/');

        return $this->all($user, static fn(string $name): string => self::fetched("{$base}/{$name}"));
    }

    /**
     * @return array{list<string>, list<string>}
     *
     * @throws ShareRefused
     */
    public function folder(User $user, string $folder): array
    {
        return $this->all($user, static function (string $name) use ($folder): string {
            $path = "{$folder}/{$name}";
            // A link in a folder that somebody gave may lead anywhere.
            $text = is_file($path) && !is_link($path) ? file_get_contents($path, length: SharedFile::MOST + 1) : false;

            return $text === false ? throw ShareRefused::because("There is no file {$path}.") : $text;
        });
    }

    /**
     * @param Closure(string): string $read a file by its name
     *
     * @return array{list<string>, list<string>}
     */
    private function all(User $user, Closure $read): array
    {
        $taken = $refused = [];
        foreach (SharedIndex::read($read(SharedIndex::NAME)) as $name => $sum) {
            try {
                $json = $read($name);
                if (SharedFile::read($json)->sum !== $sum) {
                    throw ShareRefused::because('it is not the file that the index names.');
                }
                $taken[] = $this->takeIn->file($user, $json)->title;
            } catch (ShareRefused $e) {
                $refused[] = "{$name}: {$e->getMessage()}";
            }
        }

        return [$taken, $refused];
    }

    private static function fetched(string $address): string
    {
        try {
            $answer = Http::timeout(self::WAITS)
                ->connectTimeout(self::WAITS)
                ->withOptions(['allow_redirects' => false, 'stream' => true])
                ->get($address);
            $body = $answer->toPsrResponse()->getBody();
            $text = '';
            $until = microtime(true) + self::WAITS;
            while (!$body->eof() && strlen($text) <= SharedFile::MOST && microtime(true) < $until) {
                $text .= $body->read(65_536);
            }
        } catch (Throwable $e) {
            report($e);
            throw ShareRefused::because("{$address} does not answer.");
        }

        return $answer->status() === 200
            ? $text
            : throw ShareRefused::because("{$address} answers {$answer->status()}, not with a file.");
    }

    /** @return array{scheme: string, host: string, port: int, path: string}|null null if it is no plain web address */
    private static function parts(string $address): ?array
    {
        $parts = parse_url($address);
        $scheme = strtolower($parts['scheme'] ?? '');
        $path = $parts['path'] ?? '/';
        $isPlain =
            $parts !== false &&
            in_array($scheme, ['http', 'https'], true) &&
            isset($parts['host']) &&
            array_diff_key($parts, ['scheme' => '', 'host' => '', 'port' => '', 'path' => '']) === [] &&
            preg_match('#^[\w/.~-]*$#', $path) === 1 &&
            !str_contains($path, '..');

        return $isPlain
            ? [
                'scheme' => $scheme,
                'host' => strtolower($parts['host']),
                'port' => $parts['port'] ?? ($scheme === 'https' ? 443 : 80),
                'path' => $path,
            ]
            : null;
    }
}
