<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Bench\JobFile;
use App\Models\Photo;
use Oculant\Core\Diagnosis\ReadingVerdicts;

/**
 * The photographs of a job, with what is pinned on them and how it stands.
 *
 * @phpstan-import-type ReadingView from ReadingVerdicts
 *
 * @phpstan-type PhotoAnswer array{
 *     // false while it is being made ready to be shown
 *     ready: bool,
 *     id: string,
 *     entry: string,
 *     caption: string,
 *     // pixels
 *     width: int,
 *     // pixels
 *     height: int,
 *     pins: list<PinView>,
 * }
 *
 * @phpstan-type PinView array{
 *     entry: string,
 *     // from 0, left, to 1
 *     x: float,
 *     // from 0, top, to 1
 *     y: float,
 *     target: string,
 *     name: string,
 *     expected: ?string,
 *     suspicion: float,
 *     reading: ?ReadingView,
 * }
 */
final class PhotoView
{
    /** @return list<PhotoAnswer> newest first */
    public static function all(JobFile $file): array
    {
        $sizes =
            $file->state->photos === []
                ? collect()
                : Photo::query()
                    ->whereKey(array_keys($file->state->photos))
                    ->get(['id', 'width', 'height', 'state'])
                    ->keyBy('id');
        $views = [];
        foreach (array_reverse($file->state->photos, true) as $id => $photo) {
            $size = $sizes->get($id);
            $pins = array_values(
                array_filter($file->state->pins, static fn(array $pin): bool => $pin['photo'] === (string) $id),
            );
            $views[] = [
                'id' => (string) $id,
                'entry' => $photo['entry'],
                'caption' => $photo['caption'],
                'ready' => $size === null || $size->state !== Photo::WAITING,
                'width' => (int) ($size->width ?? 4),
                'height' => (int) ($size->height ?? 3),
                'pins' => array_map(
                    static fn(array $pin): array => ['entry' => $pin['entry'], 'x' => $pin['x'], 'y' => $pin['y']] +
                        $file->workup()->points->of($pin['target']),
                    $pins,
                ),
            ];
        }

        return $views;
    }
}
