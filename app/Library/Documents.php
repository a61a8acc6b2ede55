<?php

declare(strict_types=1);

namespace App\Library;

use App\Files\NotKept;
use App\Files\PictureCheck;
use App\Files\SafeDisk;
use App\Models\DocumentPage;
use App\Models\PagePin;
use App\Models\Supply;
use App\Models\User;
use Intervention\Image\Exceptions\RuntimeException;
use Intervention\Image\ImageManager;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Point;

/** Pages of service documents beside the descriptions: kept as pictures, with what is pinned on them. */
final readonly class Documents
{
    /** Pages that a design takes. */
    private const MOST = 60;

    /** Pixels of the longer side: enough to read a value in a circuit diagram. */
    private const LONGEST = 2600;

    private const QUALITY = 88;

    public function __construct(private SafeDisk $disk) {}

    /**
     * Adding the same page twice is harmless.
     *
     * @param array{id: string, document: string, number: int, words: list<array{text: string, x: float,
     *     y: float}>} $page id: a ULID, made by whoever sends it
     * @param string $picture JPEG, PNG or WebP
     *
     * @throws EntryRefused if it cannot be read, or there are too many
     * @throws NotKept      if the disk does not take it
     */
    public function add(User $user, Supply $supply, array $page, string $picture): DocumentPage
    {
        $known = DocumentPage::query()->find($page['id']);
        if ($known !== null) {
            return $known->workshop_id === $supply->workshop_id && $known->design_id === $supply->design()
                ? $known
                : throw EntryRefused::because('id', 'A page with this id belongs to something else. Make a new ULID.');
        }
        if (DocumentPage::query()->ofSupply($supply)->count() >= self::MOST) {
            throw EntryRefused::because(
                'picture',
                sprintf('%d pages are kept for a design at most: take away what nobody looks at.', self::MOST),
            );
        }
        PictureCheck::size($picture, 'picture');
        try {
            $image = ImageManager::gd()->read($picture)->scaleDown(self::LONGEST, self::LONGEST);
            $jpeg = $image->toJpeg(self::QUALITY)->toString();
        } catch (RuntimeException) {
            throw EntryRefused::because(
                'picture',
                'This page cannot be read as a picture. Save it anew and try again.',
            );
        }
        if (!$this->disk->keep(self::path($supply->design(), $page['id']), $jpeg)) {
            throw NotKept::page();
        }

        return DocumentPage::query()->create(
            $page + [
                'workshop_id' => $supply->workshop_id,
                'design_id' => $supply->design(),
                'user_id' => $user->id,
                'width' => $image->width(),
                'height' => $image->height(),
            ],
        );
    }

    public function picture(DocumentPage $page): ?string
    {
        return $this->disk->read(self::path($page->design_id, $page->id));
    }

    /** @throws EntryRefused if the description has no such place */
    public function pin(Supply $supply, DocumentPage $page, string $target, float $x, float $y): void
    {
        $description = DescriptionReader::fromArray($supply->description);
        if (
            !isset($description->points[$target]) &&
            !isset($description->parts[$target]) &&
            !in_array($target, array_map(static fn(Point $p): string => $p->against, $description->points), true)
        ) {
            throw EntryRefused::because(
                'target',
                sprintf(
                    'There is no test point, part or node of the black lead "%s". Points: %s.',
                    $target,
                    implode(', ', array_keys($description->points)),
                ),
            );
        }
        PagePin::query()->upsert(
            [['document_page_id' => $page->id, 'target' => $target, 'x' => $x, 'y' => $y]],
            ['document_page_id', 'target'],
            ['x', 'y'],
        );
    }

    public function remove(DocumentPage $page): void
    {
        $page->delete();
        $this->disk->remove(self::path($page->design_id, $page->id));
    }

    private static function path(string $design, string $id): string
    {
        return "documents/{$design}/{$id}.jpg";
    }
}
