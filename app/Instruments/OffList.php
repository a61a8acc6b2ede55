<?php

declare(strict_types=1);

namespace App\Instruments;

use App\Files\NotKept;
use App\Models\Instrument;
use App\Models\User;
use JsonException;
use Laravel\Sanctum\PersonalAccessToken;
use Throwable;

/**
 * What emergency off has to know, in a file beside the app: addresses of sources and loads, and which tokens may press
 * it. A copy, written whenever the database changes and by the watchman; emergency off needs nothing else, a database
 * least of all.
 *
 * @phpstan-type Outlet array{name: string, kind: string, host: string, port: int}
 */
final readonly class OffList
{
    public function __construct(private string $path) {}

    /** @throws NotKept if it cannot be written: then emergency off would not know of what was just added */
    public function write(): void
    {
        $workshops = $tokens = [];
        foreach (
            Instrument::query()
                ->whereIn('kind', Instrument::OUTPUTS)
                ->whereNotNull('host')
                ->whereNotNull('port')
                ->orderBy('name')
                ->get()
            as $one
        ) {
            $workshops[$one->workshop_id][] = [
                'name' => $one->name,
                'kind' => $one->kind,
                'host' => (string) $one->host,
                'port' => (int) $one->port,
            ];
        }
        foreach (PersonalAccessToken::query()->with('tokenable')->get() as $token) {
            if ($token->tokenable instanceof User && $token->can('instruments')) {
                $tokens[$token->token] = [
                    'workshop' => $token->tokenable->workshop_id,
                    'until' => $token->expires_at?->getTimestamp(),
                ];
            }
        }
        $text = json_encode(['workshops' => $workshops, 'tokens' => $tokens], JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT);
        $fresh = $this->path . '.' . bin2hex(random_bytes(4));
        @mkdir(dirname($this->path), 0o700, true);
        $mask = umask(0o077);
        $written = @file_put_contents($fresh, $text);
        umask($mask);
        if ($written !== strlen($text) || !@rename($fresh, $this->path)) {
            @unlink($fresh);
            throw NotKept::offList($this->path);
        }
    }

    /**
     * @return list<Outlet>
     *
     * @throws Throwable if neither the file nor the database can be read
     */
    public function of(string $workshopId): array
    {
        return $this->read()['workshops'][$workshopId] ?? [];
    }

    /**
     * @return list<string>
     *
     * @throws Throwable if neither the file nor the database can be read
     */
    public function workshops(): array
    {
        return array_map(strval(...), array_keys($this->read()['workshops']));
    }

    /** @return string|null the workshop whose instruments a token may switch off */
    public function workshopOfToken(string $plain): ?string
    {
        $parts = explode('|', $plain, 2);
        try {
            $token = $this->read()['tokens'][hash('sha256', $parts[1] ?? $parts[0])] ?? null;
        } catch (Throwable) {
            return null;
        }

        return $token !== null && ($token['until'] === null || $token['until'] > time()) ? $token['workshop'] : null;
    }

    /**
     * @return array{workshops: array<string, list<Outlet>>, tokens: array<string, array{workshop: string,
     *     until: int|null}>}
     */
    private function read(): array
    {
        try {
            return json_decode((string) @file_get_contents($this->path), true, 16, JSON_THROW_ON_ERROR);
        } catch (JsonException) {
            // The very first time, or somebody removed it.
            $this->write();

            return json_decode((string) file_get_contents($this->path), true, 16, JSON_THROW_ON_ERROR);
        }
    }
}
