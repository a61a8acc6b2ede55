<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Parts\Ability\LivesBetween;

use Oculant\Core\Parts\Ability\Switches;
use Oculant\Core\Parts\Family;
use Oculant\Core\Parts\Kind\Bridge;
use Oculant\Core\Parts\Kind\Rectifier;
use Oculant\Core\Parts\Part;
use Oculant\Core\Supply\Description;

/** What a capacitor is there for: it decides how much its value may differ. */
enum Duty: string
{
    case Reservoir = 'smoothing';
    /** Behind a switching rectifier: low impedance at tens of kilohertz is what it is there for. */
    case Output = 'output filter of a switcher';
    case Decoupling = 'decoupling';
    /** It carries a controller through its start. */
    case Startup = 'start-up supply';
    case Timing = 'timing';
    case Compensation = 'compensation';
    case Coupling = 'coupling';
    case Safety = 'interference suppression';

    /** Words that a description may state. */
    public const STATED = [
        'smoothing' => self::Reservoir,
        'output' => self::Output,
        'decoupling' => self::Decoupling,
        'start-up' => self::Startup,
        'timing' => self::Timing,
        'compensation' => self::Compensation,
        'coupling' => self::Coupling,
    ];

    /** Farads below which a capacitor with no other calling steadies a node. */
    private const SMALL = 1e-6;

    public static function of(Description $supply, Part $part): self
    {
        $stated = self::STATED[$part->written['body']['duty'] ?? ''] ?? null;
        if ($stated !== null) {
            return $stated;
        }
        if (Family::of($part->kind->name()) === Family::Safety) {
            return self::Safety;
        }
        $nodes = array_values($part->terminals);
        $touching = array_filter(
            $supply->parts,
            static fn(Part $p): bool => $p->ref !== $part->ref && array_intersect($p->terminals, $nodes) !== [],
        );
        foreach ($touching as $other) {
            if ($other->kind instanceof LivesBetween && count(array_intersect($other->terminals, $nodes)) === 2) {
                return self::Startup;
            }
        }
        $rectified = array_filter(
            $touching,
            static fn(Part $p): bool => $p->kind instanceof Rectifier || $p->kind instanceof Bridge,
        );
        foreach ($rectified as $rectifier) {
            if (self::isFedByConverter($supply, array_diff($rectifier->terminals, $nodes))) {
                return self::Output;
            }
        }
        if ($rectified !== []) {
            return self::Reservoir;
        }
        $isGrounded =
            array_filter(
                $nodes,
                static fn(string $node): bool => $node === $supply->reference || isset($supply->grounds[$node]),
            ) !== [];

        return match (true) {
            !$isGrounded => self::Compensation,
            $part->value('value') < self::SMALL => self::Decoupling,
            default => $part->value('value') >= 100e-6 ? self::Reservoir : self::Decoupling,
        };
    }

    /** True if more of it does no harm to what it is there for. */
    public function takesMore(): bool
    {
        return in_array($this, [self::Reservoir, self::Output, self::Decoupling, self::Startup], true);
    }

    public function isHighFrequency(): bool
    {
        return $this === self::Output;
    }

    /** @param array<string, string> $inlets nodes of the rectifier that are not the capacitor's */
    private static function isFedByConverter(Description $supply, array $inlets): bool
    {
        foreach ($supply->parts as $part) {
            if ($part->kind instanceof Switches && array_intersect($part->terminals, $inlets) !== []) {
                return true;
            }
        }

        return false;
    }
}
