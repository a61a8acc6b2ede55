<?php

declare(strict_types=1);

namespace App\Report;

use App\Bench\JobFile;
use Closure;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Support\Facades\Log;
use Illuminate\Support\Facades\Process;
use Oculant\Core\Supply\Description;
use Symfony\Component\Process\ExecutableFinder;

/**
 * The circuit drawn for paper, laid out by the same code as on the screen (build/circuit.mjs). Lines are a picture;
 * words are text of the page, which has every letter that the picture's fonts have not.
 */
final readonly class CircuitDrawing
{
    /** Millimetres that a page has for it. */
    private const WIDE = 178.0;

    private const HIGH = 232.0;

    /** Millimetres of one unit of the drawing at most: as large as on a screen. */
    private const LARGEST = 25.4 / 96;

    /** How much larger it must come out to be turned. */
    private const WORTH_TURNING = 1.15;

    /** Height of the letters in units of the drawing, by what they say. */
    private const LETTERS = ['ref' => 12.0, 'value' => 10.5, 'pin' => 8.5];

    private const SECONDS = 30;

    private const DAYS = 30;

    /** @param Closure(Description): array<string, mixed> $circuit a description as it is to be drawn */
    public function __construct(private Repository $cache, private Closure $circuit) {}

    /**
     * @param array<string, mixed> $report what is said of the job, as the page shows it
     *
     * @return array{image: string, width: float, height: float, turned: bool, texts: list<array{x: float, y: float,
     *     size: float, anchor: string, text: string, bold: bool, bad: bool}>}|null in millimetres; null where it cannot
     *     be laid out
     */
    public function of(JobFile $file, array $report): ?array
    {
        $laid = $this->laidOut($file->supply);
        if ($laid === null) {
            return null;
        }
        [$width, $height] = [(float) $laid['width'], (float) $laid['height']];
        $upright = min(self::WIDE / $width, self::HIGH / $height);
        $turned = min(self::HIGH / $width, self::WIDE / $height);
        $isTurned = $turned > self::WORTH_TURNING * $upright;
        $scale = min(self::LARGEST, $isTurned ? $turned : $upright);
        $cause = $file->state->cause['part'] ?? null;

        return [
            'image' =>
                'data:image/svg+xml;base64,' . base64_encode($this->picture($laid, $file->state->replaced(), $cause)),
            'width' => $scale * $width,
            'height' => $scale * $height,
            'turned' => $isTurned,
            'texts' => array_map(
                static fn(array $text): array => [
                    'x' => $scale * $text['x'],
                    'y' => $scale * $text['y'],
                    'size' => $scale * $text['size'],
                ] + $text,
                [...self::labels($laid, $file->state->replaced()), ...self::readings($laid, $report)],
            ),
        ];
    }

    /** @return array<string, mixed>|null */
    private function laidOut(Description $supply): ?array
    {
        $key = 'oculant:drawn:' . config()->string('oculant.build') . ":{$supply->hash()}";
        $known = $this->cache->get($key);
        if (is_array($known)) {
            return $known;
        }
        $node = (new ExecutableFinder())->find('node', null, ['/usr/bin', '/usr/local/bin']);
        $script = base_path('build/circuit.mjs');
        $done =
            $node === null || !is_file($script)
                ? null
                : Process::timeout(self::SECONDS)
                    ->input(json_encode(($this->circuit)($supply), JSON_THROW_ON_ERROR))
                    ->run([$node, $script]);
        $laid = $done?->successful() === true ? json_decode($done->output(), true) : null;
        if (!is_array($laid)) {
            // The report is whole without it; who keeps the server should know.
            Log::warning('No circuit could be drawn for a report: ' . trim($done?->errorOutput() ?? 'no node here'));

            return null;
        }
        $this->cache->put($key, $laid, now()->addDays(self::DAYS));

        return $laid;
    }

    /**
     * @param array<string, mixed> $laid
     * @param list<string>         $new   references of parts that were replaced
     */
    private function picture(array $laid, array $new, ?string $cause): string
    {
        $path = static fn(string $d, string $style): string => sprintf('<path d="%s" %s/>', e($d), $style);
        $line = 'fill="none" stroke="#1c1813" stroke-width="1.3"';
        $drawn =
            $laid['barrier'] === null
                ? ''
                : $path(
                    "M{$laid['barrier']} 0V{$laid['height']}",
                    'fill="none" stroke="#b3261e" stroke-width="1" stroke-dasharray="7,5"',
                );
        foreach ($laid['wires'] as $wire) {
            $drawn .= $path($wire, 'fill="none" stroke="#9a5722" stroke-width="1.4"');
        }
        foreach ($laid['joints'] as ['x' => $x, 'y' => $y]) {
            $drawn .= sprintf('<circle cx="%s" cy="%s" r="3" fill="#9a5722"/>', $x, $y);
        }
        foreach ($laid['flags'] as $flag) {
            $drawn .= sprintf(
                '<g transform="translate(%s %s)">%s</g>',
                $flag['x'],
                $flag['y'],
                $path(
                    sprintf('M0 %1$s L7 0 H%2$s V%3$s H7 Z', $flag['height'] / 2, $flag['width'], $flag['height']),
                    'fill="none" stroke="#8a7d6b" stroke-width="0.8"',
                ),
            );
        }
        foreach ($laid['parts'] as $part) {
            $body = $part['body'];
            $mark = $part['ref'] === $cause || in_array($part['ref'], $new, true);
            $drawn .= sprintf(
                '<g transform="translate(%s %s)">%s<g transform="%s">%s%s</g>%s%s</g>',
                $part['x'],
                $part['y'],
                $mark
                    ? sprintf(
                        '<rect x="%s" y="%s" width="%s" height="%s" fill="none" stroke="#b3261e" stroke-width="1.2"/>',
                        $body['x'] - 4,
                        $body['y'] - 4,
                        $body['width'] + 8,
                        $body['height'] + 8,
                    )
                    : '',
                e($part['transform']),
                implode('', array_map(static fn(string $d): string => $path($d, $line), $part['lines'])),
                implode(
                    '',
                    array_map(
                        static fn(string $d): string => $path($d, 'fill="#1c1813" stroke="#1c1813" stroke-width="1"'),
                        $part['solid'],
                    ),
                ),
                implode('', array_map(static fn(string $d): string => $path($d, $line), $part['stubs'])),
                implode(
                    '',
                    array_map(
                        static fn(array $ground): string => sprintf(
                            '<g transform="translate(%s %s)">%s</g>',
                            $ground['x'],
                            $ground['y'],
                            $path($ground['hot'] ? 'M0 0V5M-8 5H8L0 14Z' : 'M0 0V6M-8 6H8M-5 10H5M-2 14H2', $line),
                        ),
                        $part['grounds'],
                    ),
                ),
            );
        }

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$s" height="%2$s" viewBox="0 0 %1$s %2$s">%3$s</svg>',
            $laid['width'],
            $laid['height'],
            $drawn,
        );
    }

    /**
     * @param array<string, mixed> $laid
     * @param list<string>         $new
     *
     * @return list<array{x: float, y: float, size: float, anchor: string, text: string, bold: bool, bad: bool}>
     */
    private static function labels(array $laid, array $new): array
    {
        $labels = [];
        foreach ($laid['parts'] as $part) {
            foreach ($part['texts'] as $text) {
                $labels[] = [
                    'x' => (float) $part['x'] + (float) $text['x'],
                    'y' => (float) $part['y'] + (float) $text['y'],
                    'size' => self::LETTERS[$text['role']] ?? 9.0,
                    'anchor' => (string) $text['anchor'],
                    'text' =>
                        $text['text'] . ($text['role'] === 'ref' && in_array($part['ref'], $new, true) ? ' (new)' : ''),
                    'bold' => $text['role'] === 'ref',
                    'bad' => false,
                ];
            }
        }

        return $labels;
    }

    /**
     * @param array<string, mixed> $laid
     * @param array<string, mixed> $report
     *
     * @return list<array{x: float, y: float, size: float, anchor: string, text: string, bold: bool, bad: bool}>
     */
    private static function readings(array $laid, array $report): array
    {
        $read = [];
        foreach (['asFound' => 'found', 'asLeft' => 'left'] as $key => $word) {
            foreach ($report[$key] as $row) {
                if (in_array($row['quantity'], ['dc', 'ac'], true) && $row['power'] !== 'unplugged') {
                    $read[(string) $row['target']][$word] = [$row['text'], $row['good']];
                }
            }
        }
        $labels = [];
        foreach ($laid['flags'] as $flag) {
            $at = static fn(float $down, float $size, string $text, bool $bold, bool $bad = false): array => [
                'x' => $flag['x'] + 12.0,
                'y' => $flag['y'] + $down,
                'size' => $size,
                'anchor' => 'start',
                'text' => $text,
                'bold' => $bold,
                'bad' => $bad,
            ];
            $labels[] = $at(13.0, 9.5, (string) $flag['point'], false);
            foreach (['found' => 27.0, 'left' => 40.0] as $word => $down) {
                [$text, $isGood] = $read[$flag['point']][$word] ?? [null, true];
                if ($text !== null) {
                    $labels[] = $at($down, 10.5, "{$word} {$text}", true, !$isGood);
                }
            }
        }

        return $labels;
    }
}
