<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\Photo;
use App\Models\RepairJob;
use App\Models\User;
use Illuminate\Contracts\Filesystem\Filesystem;
use Intervention\Image\Exceptions\RuntimeException;
use Intervention\Image\ImageManager;
use Oculant\Core\Bench\EntryRefused;

/** Keeps the photographs of jobs, upright, at a size that a bench can show, and without what a telephone writes into them about place and owner. */
final readonly class PhotoAlbum
{
    /** Pixels of the longer side: enough to read the print on a part. */
    private const LONGEST = 2200;

    private const QUALITY = 84;

    public function __construct(private Filesystem $disk)
    {
    }

    /**
     * Adding the same one twice is harmless.
     *
     * @param string $id      ULID, made by whoever sends it
     * @param string $picture as it came: JPEG, PNG or WebP
     *
     * @throws EntryRefused if it is not a picture that can be read
     */
    public function add(RepairJob $job, User $user, string $id, string $picture): Photo
    {
        $known = Photo::query()->find($id);
        if ($known !== null) {
            return $known->getAttribute('repair_job_id') === $job->id ? $known : throw EntryRefused::because('id', 'A photograph with this id belongs to another job. Make a new ULID for each.');
        }
        try {
            $image = ImageManager::gd()->read($picture)->scaleDown(self::LONGEST, self::LONGEST);
            $jpeg = $image->toJpeg(self::QUALITY)->toString();
        } catch (RuntimeException) {
            throw EntryRefused::because('photo', 'This file cannot be read as a picture. JPEG, PNG and WebP can; take it again or save it as one of these.');
        }
        $this->disk->put(self::path($job->id, $id), $jpeg);

        return Photo::query()->create(['id' => $id, 'repair_job_id' => $job->id, 'user_id' => $user->id, 'width' => $image->width(), 'height' => $image->height(), 'bytes' => strlen($jpeg)]);
    }

    /** @return string|null the picture as JPEG; null if there is none */
    public function picture(RepairJob $job, string $id): ?string
    {
        return Photo::query()->where('repair_job_id', $job->id)->whereKey($id)->exists() ? $this->disk->get(self::path($job->id, $id)) : null;
    }

    private static function path(string $job, string $id): string
    {
        return "photos/{$job}/{$id}.jpg";
    }
}
