<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

/** What a failed part may look or smell like, before any measurement (common practice). */
enum Look: string
{
    case BlackenedGlass = 'grey or blackened glass';
    case Blackened = 'black';
    case BlownApart = 'blown apart';
    case BlueGlow = 'blue glow';
    case BrokenEnd = 'broken end';
    case BrokenFilament = 'broken or blackened filament';
    case BrokenStrands = 'broken strands at the lug';
    case Browned = 'browned housing';
    case BrownedBoard = 'browned board';
    case BrownMirror = 'mirror gone brown at its edge';
    case BulgingVent = 'bulging vent';
    case BurntBody = 'burnt body';
    case BurntContacts = 'burnt contacts';
    case BurntCrater = 'burnt crater';
    case BurntEnd = 'burnt end';
    case BurntPlug = 'burnt or loose plug';
    case BurstCase = 'burst case';
    case CarbonTrack = 'black track between the tips';
    case Crack = 'crack';
    case CrackedBody = 'cracked body';
    case CrackedCase = 'cracked case';
    case CrackedCoating = 'cracked coating';
    case CrackedDisc = 'cracked or burst disc';
    case CrackedJoint = 'cracked joint';
    case CrackedResin = 'cracked clear resin';
    case Crater = 'crater';
    case Crust = 'crust at the base';
    case DarkSpot = 'dark spot';
    case DarkWinding = 'dark winding';
    case Discoloured = 'discoloured coating or bands';
    case DryBearing = 'dry bearing';
    case Dust = 'dust';
    case FlashInside = 'flash inside';
    case GreenCopper = 'green copper';
    case HairlineCrack = 'hairline crack near one end';
    case LiftedCopper = 'lifted copper';
    case LooseDisc = 'loose disc';
    case Melted = 'melted side';
    case NearHeat = 'next to a heatsink';
    case NoGlow = 'does not glow';
    case PartedElement = 'element parted';
    case PieceMissing = 'piece missing';
    case RedAnode = 'red anode';
    case Ring = 'dull ring around a lead';
    case SmellOfVarnish = 'smell of varnish';
    case SmokeTrace = 'brown smoke trace';
    case Split = 'split';
    case Swollen = 'swollen';
    case Warm = 'warm to a thermal probe';
    case WhiteGetter = 'white getter if air came in';
    case Worn = 'worn';
    case WrongStripe = 'stripe on the wrong side';

    /** @return list<Seen> what a technician who sees it would say of the part */
    public function seenAs(): array
    {
        return match ($this) {
            self::BulgingVent, self::Crust, self::Swollen => [Seen::Bulging],
            self::Split, self::BlownApart, self::BurstCase, self::Crack, self::CrackedBody, self::CrackedCase => [
                Seen::Cracked,
            ],
            self::CrackedCoating, self::CrackedDisc, self::CrackedResin, self::HairlineCrack, self::PieceMissing => [
                Seen::Cracked,
            ],
            self::BrokenEnd, self::BrokenFilament => [Seen::Cracked],
            self::Crater => [Seen::Cracked],
            self::BurntCrater => [Seen::Cracked, Seen::Burnt],
            self::CrackedJoint => [Seen::Cracked, Seen::Joint],
            self::BrokenStrands, self::LiftedCopper, self::Ring => [Seen::Joint],
            self::CarbonTrack => [Seen::Arc, Seen::Burnt],
            self::FlashInside => [Seen::Arc],
            self::NearHeat, self::Warm => [Seen::Hot],
            self::WrongStripe => [Seen::Reversed],
            self::BlackenedGlass,
            self::Blackened,
            self::Browned,
            self::BrownedBoard,
            self::BrownMirror,
            self::BurntBody,
            self::BurntContacts,
            self::BurntEnd,
            self::BurntPlug,
            self::DarkSpot,
            self::DarkWinding,
            self::Discoloured,
            self::Melted,
            self::RedAnode,
            self::SmellOfVarnish,
            self::SmokeTrace
                => [Seen::Burnt],
            self::BlueGlow,
            self::DryBearing,
            self::Dust,
            self::GreenCopper,
            self::LooseDisc,
            self::NoGlow,
            self::PartedElement,
            self::WhiteGetter,
            self::Worn
                => [],
        };
    }

    /** Whether what leaves it was heard through the case. */
    public function wasHeard(): bool
    {
        return in_array($this, [self::Crater, self::BurntCrater], true);
    }

    /** Whether what leaves it was smelt or seen as smoke. */
    public function smoked(): bool
    {
        return in_array(
            $this,
            [
                self::BurntBody,
                self::BurntContacts,
                self::BurntCrater,
                self::BurntEnd,
                self::BurntPlug,
                self::SmokeTrace,
            ],
            true,
        );
    }

    /** @param list<self> $looks */
    public static function words(array $looks): string
    {
        return implode(', ', array_map(static fn(self $look): string => $look->value, $looks));
    }
}
