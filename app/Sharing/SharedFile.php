<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Accounts\WorkshopKey;
use App\Models\Workshop;
use DateTimeImmutable;
use Illuminate\Support\Carbon;
use JsonException;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\DescriptionRefused;
use stdClass;

/** A board as one workshop gives it to others: docs/shared.schema.json. */
final readonly class SharedFile
{
    public const FORMAT = 'oculant/shared';

    public const VERSION = 1;

    /** Bytes. */
    public const MOST = 2_000_000;

    public const MOST_REVISIONS = 30;

    public const MOST_FAILURES = 500;

    public const MOST_TIMES = 100_000;

    private const DEPTH = 64;

    /**
     * @param array<string, Description> $revisions by their id where they come from
     * @param array<string, int>         $failures  times by "part:fault"
     * @param int                        $repairs   closed jobs that these are counted in
     * @param string                     $key       base64
     * @param string                     $sum       SHA-256 of what was signed
     */
    private function __construct(
        public string $workshop,
        public string $key,
        public string $board,
        public string $title,
        public Carbon $at,
        public array $revisions,
        public array $failures,
        public int $repairs,
        public string $sum,
    ) {}

    /**
     * @param array<string, mixed> $content without who signs it
     *
     * @return array{string, string} the file, and the sum of what was signed
     */
    public static function write(array $content, Workshop $workshop, WorkshopKey $key): array
    {
        $content = ['workshop' => $workshop->name, 'key' => $key->of($workshop)] + $content;
        $signed = Canonical::of(self::decoded(json_encode($content, JSON_THROW_ON_ERROR)));

        return [
            json_encode(
                $content + ['signature' => $key->sign($workshop, $signed)],
                JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
            hash('sha256', $signed),
        ];
    }

    /**
     * What a signed file says, if it is whole.
     *
     * @return array{array<string, mixed>, string} and what was signed
     *
     * @throws ShareRefused
     */
    public static function opened(string $json, string $format, int $most): array
    {
        if (strlen($json) > $most) {
            throw ShareRefused::because(sprintf('This file is larger than %d kB.', intdiv($most, 1000)));
        }
        $given = self::decoded($json);
        if (!($given instanceof stdClass) || ($given->format ?? null) !== $format) {
            throw ShareRefused::because("This is no file of the format \"{$format}\": choose one that was published.");
        }
        if (($given->version ?? null) !== self::VERSION) {
            throw ShareRefused::because('This file is of a version that is not known here: this program is older.');
        }
        $signature = $given->signature ?? null;
        unset($given->signature);
        $signed = Canonical::of($given);
        if (!WorkshopKey::fits($signed, $signature, $given->key ?? null)) {
            throw ShareRefused::because(
                'The signature does not fit what is in this file: it was changed after it was signed, or is damaged. ' .
                    'Ask for it again.',
            );
        }

        return [(array) json_decode($json, true, self::DEPTH), $signed];
    }

    /** @throws ShareRefused if it is not what it says it is */
    public static function read(string $json): self
    {
        [$given, $signed] = self::opened($json, self::FORMAT, self::MOST);
        $failures = [];
        foreach (self::rows($given, 'failures', self::MOST_FAILURES) as $row) {
            $times = $row['times'] ?? null;
            $is = self::text($row, 'part', 24) . ':' . self::text($row, 'fault', 60);
            if (!is_int($times) || $times < 1 || $times > self::MOST_TIMES || isset($failures[$is])) {
                throw ShareRefused::because("How often {$is} was found is no number from 1 up, or it is said twice.");
            }
            $failures[$is] = $times;
        }
        $repairs = $given['repairs'] ?? null;
        if (!is_int($repairs) || $repairs < 0 || $repairs > self::MOST_TIMES || array_sum($failures) > $repairs) {
            throw ShareRefused::because('It counts more causes than repairs, or no number of repairs.');
        }
        $revisions = [];
        foreach (self::rows($given, 'revisions', self::MOST_REVISIONS) as $row) {
            $id = self::text($row, 'id', 40);
            try {
                $revisions[$id] = DescriptionReader::fromArray((array) ($row['description'] ?? []));
            } catch (DescriptionRefused $e) {
                throw ShareRefused::because("Revision {$id} cannot be read: {$e->getMessage()}");
            }
        }
        if ($revisions === []) {
            throw ShareRefused::because('There is no description in this file.');
        }

        return new self(
            self::text($given, 'workshop', 200),
            (string) $given['key'],
            self::text($given, 'board', 40),
            self::text($given, 'title', 120),
            self::at($given),
            $revisions,
            $failures,
            $repairs,
            hash('sha256', $signed),
        );
    }

    /**
     * @param array<mixed> $row
     *
     * @throws ShareRefused
     */
    public static function text(array $row, string $name, int $most): string
    {
        $text = $row[$name] ?? null;

        return is_string($text) && trim($text) !== '' && mb_strlen($text) <= $most
            ? trim($text)
            : throw ShareRefused::because("\"{$name}\" is missing, or longer than {$most} characters.");
    }

    /**
     * @param array<mixed> $given
     *
     * @return list<array<mixed>>
     *
     * @throws ShareRefused
     */
    public static function rows(array $given, string $name, int $most): array
    {
        $rows = $given[$name] ?? null;

        return is_array($rows) &&
            array_is_list($rows) &&
            count($rows) <= $most &&
            array_filter($rows, static fn(mixed $row): bool => !is_array($row)) === []
            ? $rows
            : throw ShareRefused::because("\"{$name}\" is no list of at most {$most} rows.");
    }

    /**
     * @param array<mixed> $given
     *
     * @throws ShareRefused
     */
    private static function at(array $given): Carbon
    {
        $at = DateTimeImmutable::createFromFormat(DATE_RFC3339, self::text($given, 'at', 40));
        if ($at === false || $at->getTimestamp() > time() + 86_400) {
            throw ShareRefused::because('When it was signed is no time like 2026-11-30T12:00:00+00:00, or to come.');
        }

        return Carbon::instance($at)->utc();
    }

    private static function decoded(string $json): mixed
    {
        try {
            return json_decode($json, false, self::DEPTH, JSON_THROW_ON_ERROR);
        } catch (JsonException) {
            throw ShareRefused::because('This file is no JSON, or cut short. Ask for it again.');
        }
    }
}
