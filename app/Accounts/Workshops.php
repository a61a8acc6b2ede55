<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Files\PictureCheck;
use App\Models\User;
use App\Models\Workshop;
use App\Models\WorkshopSettings;
use Intervention\Image\Exceptions\RuntimeException;
use Intervention\Image\ImageManager;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/** What a lead says of the workshop itself. */
final readonly class Workshops
{
    /** Volts between which a mains lies anywhere. */
    private const MAINS = [90.0, 440.0];

    /** Pixels that a mark has on paper at most. */
    private const MARK = [600, 240];

    /** It is drawn in the request that brings it. */
    private const MOST_PIXELS = 4_000_000;

    public function __construct(private Events $events) {}

    /**
     * As it is typed: "230 V", "240".
     *
     * @throws AccountRefused if it is no mains
     */
    public static function mains(string $text): string
    {
        try {
            $volts = Quantity::parse($text, Unit::Volt)->value;
        } catch (UnreadableQuantity $e) {
            throw new AccountRefused($e->getMessage(), 'mains');
        }
        if ($volts < self::MAINS[0] || $volts > self::MAINS[1]) {
            throw new AccountRefused(
                sprintf(
                    '%s is no mains: write what your sockets have, from %d to %d V, for example "230 V".',
                    Quantity::volts($volts),
                    ...self::MAINS,
                ),
                'mains',
            );
        }

        return Quantity::write($volts, Unit::Volt);
    }

    public function keep(User $lead, string $name, WorkshopSettings $settings): Workshop
    {
        $workshop = Workshop::query()->findOrFail($lead->workshop_id);
        $was = [$workshop->name, $workshop->settings()->toArray()];
        $workshop->update(['name' => $name, 'settings' => $settings->toArray()]);
        if ($was[0] !== $name) {
            $this->events->record($workshop->id, $lead, null, "named the workshop {$name}");
        }
        $changed = array_keys(array_diff_assoc($settings->toArray(), $was[1]));
        if ($changed !== []) {
            $this->events->record(
                $workshop->id,
                $lead,
                null,
                'changed of the workshop: ' . str_replace('_', ' ', implode(', ', $changed)),
            );
        }

        return $workshop;
    }

    /** @throws AccountRefused if it is no picture that can be drawn */
    public function mark(User $lead, string $picture): void
    {
        [$width, $height] = PictureCheck::size($picture);
        if ($width * $height > self::MOST_PIXELS) {
            throw new AccountRefused(
                sprintf(
                    'The mark has %d by %d pixels; up to %d million are drawn here. Save it smaller.',
                    $width,
                    $height,
                    self::MOST_PIXELS / 1_000_000,
                ),
                'mark',
            );
        }
        try {
            $png = ImageManager::gd()->read($picture)->scaleDown(...self::MARK)->toPng()->toString();
        } catch (RuntimeException) {
            throw new AccountRefused('This picture cannot be drawn: save it again as PNG or JPEG.', 'mark');
        }
        Workshop::query()
            ->findOrFail($lead->workshop_id)
            ->update(['mark' => base64_encode($png)]);
        $this->events->record($lead->workshop_id, $lead, null, 'changed the mark on reports');
    }

    public function unmark(User $lead): void
    {
        Workshop::query()
            ->findOrFail($lead->workshop_id)
            ->update(['mark' => null]);
        $this->events->record($lead->workshop_id, $lead, null, 'took the mark off reports');
    }
}
