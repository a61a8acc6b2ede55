<?php

declare(strict_types=1);

namespace App\Bench;

use App\Files\NotKept;
use App\Files\PictureCheck;
use App\Files\SafeDisk;
use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\User;
use Intervention\Image\Exceptions\RuntimeException;
use Intervention\Image\ImageManager;
use Oculant\Core\Bench\EntryRefused;

/**
 * Keeps the photographs of jobs, upright, at a size that a bench can show, and without what a telephone writes into
 * them about place and owner.
 */
final readonly class PhotoAlbum
{
    /** Pixels of the longer side: enough to read the print on a part. */
    private const LONGEST = 2200;

    private const QUALITY = 84;

    public function __construct(private SafeDisk $disk) {}

    /**
     * Keeps it as it came; a worker makes of it what is shown. Adding the same one twice is harmless.
     *
     * @param string $id      ULID, made by whoever sends it
     * @param string $picture as it came: JPEG, PNG or WebP
     *
     * @throws EntryRefused if it is not a picture that can be read
     * @throws NotKept      if the disk does not take it
     */
    public function add(RepairJob $job, User $user, string $id, string $picture): Photo
    {
        $known = Photo::query()->find($id);
        if ($known !== null) {
            return $known->getAttribute('repair_job_id') === $job->id
                ? $known
                : throw EntryRefused::because(
                    'id',
                    'A photograph with this id belongs to another job. Make a new ULID for each.',
                );
        }
        [$width, $height] = PictureCheck::size($picture);
        if (!$this->disk->keep(self::path($job->id, $id, 'raw'), $picture)) {
            throw NotKept::photograph();
        }
        $photo = Photo::query()->create([
            'id' => $id,
            'repair_job_id' => $job->id,
            'user_id' => $user->id,
            'width' => $width,
            'height' => $height,
            'bytes' => strlen($picture),
            'state' => Photo::WAITING,
        ]);
        DrawPhoto::dispatch($id)->onConnection(config()->string('oculant.papers'))->onQueue('papers')->afterCommit();

        return $photo;
    }

    /** @throws NotKept if the disk does not take it; it is tried again */
    public function draw(Photo $photo): void
    {
        $raw =
            $photo->state === Photo::WAITING
                ? $this->disk->read(self::path($photo->repair_job_id, $photo->id, 'raw'))
                : null;
        if ($raw === null) {
            return;
        }
        try {
            $image = ImageManager::gd()->read($raw)->scaleDown(self::LONGEST, self::LONGEST);
            $jpeg = $image->toJpeg(self::QUALITY)->toString();
        } catch (RuntimeException) {
            $photo->update(['state' => Photo::UNREADABLE]);

            return;
        }
        if (!$this->disk->keep(self::path($photo->repair_job_id, $photo->id, 'jpg'), $jpeg)) {
            throw NotKept::photograph();
        }
        $photo->update([
            'width' => $image->width(),
            'height' => $image->height(),
            'bytes' => strlen($jpeg),
            'state' => Photo::READY,
        ]);
        $this->disk->remove(self::path($photo->repair_job_id, $photo->id, 'raw'));
    }

    /** @return string|null the picture as JPEG; null if there is none, or not yet */
    public function picture(RepairJob $job, string $id): ?string
    {
        $photo = $this->of($job, $id);

        return $photo?->state === Photo::READY ? $this->disk->read(self::path($job->id, $id, 'jpg')) : null;
    }

    /** Takes the picture away and keeps that there was one. */
    public function forget(Photo $photo): void
    {
        foreach (['jpg', 'raw'] as $as) {
            $this->disk->remove(self::path($photo->repair_job_id, $photo->id, $as));
        }
        $photo->update(['state' => Photo::GONE]);
    }

    public function of(RepairJob $job, string $id): ?Photo
    {
        return Photo::query()->where('repair_job_id', $job->id)->whereKey($id)->first();
    }

    private static function path(string $job, string $id, string $as): string
    {
        return "photos/{$job}/{$id}.{$as}";
    }
}
