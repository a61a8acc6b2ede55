<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
use Oculant\Core\Replacement\Attribute;
use Oculant\Core\Replacement\Component;
use Oculant\Core\Replacement\ComponentText;
use Oculant\Core\Replacement\UnreadableComponent;

/** What went in, where its words say that it has another value than what came out. */
final class Fitted
{
    private const DIFFERS = 0.01;

    /** @return Part|null null where one like it went in, or the words say nothing of its value */
    public static function of(Part $part, string $in): ?Part
    {
        try {
            [$new] = ComponentText::understand($in, Component::ofPart($part)->kind);
        } catch (UnreadableComponent) {
            return null;
        }
        $value = $new->get(Attribute::Value);
        $name = $part->kind instanceof Fuse ? 'rating' : 'value';
        if ($value === null || !$part->knows($name) || $value <= 0.0) {
            return null;
        }
        $times = $value / $part->value($name);

        return abs($times - 1.0) < self::DIFFERS ? null : $part->with($name, $value);
    }

    public static function isLargerFuse(Part $part, ?Part $fitted): bool
    {
        return $part->kind instanceof Fuse && $fitted !== null && $fitted->value('rating') > $part->value('rating');
    }
}
