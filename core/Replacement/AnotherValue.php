<?php

declare(strict_types=1);

namespace Oculant\Core\Replacement;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\Ability\LivesBetween;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/**
 * A part of another value, tried by the solver before anybody says no: every mode of use at both ends of the mains, at
 * the lower one with controllers that start late, too. What does not start, breaks or goes over its rating is a no;
 * what moves an output is for a test at most; what nobody would see goes in with a note.
 */
final readonly class AnotherValue
{
    /** Parts from which only the usual mode is tried: the rest takes longer than anybody waits. */
    private const LARGE = 35;

    /** Share of its volts by which an output may move: a fifth of the usual 5 %, and all of it for a test. */
    private const UNSEEN = 0.01;

    private const SEEN = 0.05;

    /** Watts that nobody asks for. */
    private const LITTLE_HEAT = 1e-3;

    /** Share of the rating from which a part has no margin, where it had some (common practice). */
    private const MARGIN = 0.8;

    /** A mode below this share of the mains is a bench condition. */
    private const NORMAL = 0.89;

    /**
     * @param float $value in place of the main value of the part, SI units
     *
     * @return array{Fit, string, float|null} watts that it turns into heat at the most; null if it was not tried
     */
    public static function tried(Description $supply, Part $part, float $value): array
    {
        if (array_intersect($part->terminals, $supply->chopped()) !== []) {
            return [
                Fit::No,
                'Another value, where a switch is driven: what it does to the edges nobody computed.',
                null,
            ];
        }
        if (self::isUnseen($supply, $part)) {
            return [
                Fit::No,
                'Another value, and the solver does not see what it is there for: with it open every reading stays. ' .
                'It may empty a capacitor, damp or protect.',
                null,
            ];
        }
        $with = $supply->withParts([$part->ref => $part->with('value', $value)]);
        $most = [0.0, ''];
        $warmest = [0.0, 0.0, ''];
        $tried = 0;
        foreach (self::conditions($supply) as [$mode, $volts, $isLate]) {
            $late = $isLate ? self::late($supply) : [];
            $before = (new Behaviour($supply->withParts($late)))->live($mode, [], $volts);
            if (!$before->settled) {
                continue;
            }
            $tried++;
            $where = sprintf('%s at %s', lcfirst($mode->name), Quantity::write($volts, Unit::Volt));
            $after = (new Behaviour($with->withParts($late)))->live($mode, [], $volts, $before->guide);
            $fatal = self::fatal($before, $after, $isLate ? "{$where} with a controller that starts late" : $where);
            if ($fatal !== '') {
                return [Fit::No, $fatal, null];
            }
            $over = self::overloaded($supply, $part, $before, $after, $where);
            if ($over !== '') {
                return [Fit::No, $over, null];
            }
            $moved = self::moved($supply, $before, $after, $where);
            $most = $moved[0] > $most[0] ? $moved : $most;
            $watts = $after->heat[$part->ref] ?? 0.0;
            $warmest = $watts >= $warmest[0] ? [$watts, $before->heat[$part->ref] ?? 0.0, $where] : $warmest;
        }
        if ($tried === 0) {
            return [Fit::No, 'Another value, and a good unit finds no rest to try it in.', null];
        }
        $heat =
            $warmest[0] < self::LITTLE_HEAT
                ? ''
                : sprintf(
                    ' It turns %s into heat instead of %s (%s).',
                    Quantity::write($warmest[0], Unit::Watt, 2),
                    Quantity::write($warmest[1], Unit::Watt, 2),
                    $warmest[2],
                );
        $all = sprintf('Tried by the solver in %d conditions', $tried);

        return match (true) {
            $most[0] <= self::UNSEEN => [
                Fit::Noted,
                sprintf('%s: it starts in all of them and no output moves by more than 1 %%.%s', $all, $heat),
                $warmest[0],
            ],
            $most[0] <= self::SEEN => [Fit::TestOnly, "{$all}: {$most[1]}.{$heat}", $warmest[0]],
            default => [Fit::No, "{$all}: {$most[1]}.", null],
        };
    }

    /** Whether nothing that can be read depends on it. */
    private static function isUnseen(Description $supply, Part $part): bool
    {
        $behaviour = new Behaviour($supply);
        $mode = $supply->mode(null);
        $good = $behaviour->live($mode);
        if ($part->fault('open') === null || !$good->settled) {
            return false;
        }
        $open = $behaviour->live($mode, [$part->ref => 'open'], null, $good->guide);
        if (!$open->settled || array_diff($open->signs, $good->signs) !== [] || $open->broken() !== []) {
            return false;
        }
        foreach ($good->readings as $id => $reading) {
            if (abs($open->reading($id, 'dc') - $reading['dc']) > self::UNSEEN * max(1.0, abs($reading['dc']))) {
                return false;
            }
        }

        return true;
    }

    /** @return list<array{Mode, float, bool}> mode, volts at the feed, with controllers that start late */
    private static function conditions(Description $supply): array
    {
        $modes = array_filter(
            $supply->modes,
            static fn(Mode $m): bool => $m->mains >= self::NORMAL && $m->added === [] && $m->id !== 'limited',
        );
        if (count($supply->parts) > self::LARGE) {
            $modes = [$supply->mode(null)];
        }
        $late = self::late($supply) !== [];
        $conditions = [];
        foreach ($modes as $mode) {
            [$low, $high] = [
                $supply->mainsVoltage * (1 - $supply->mainsTolerance),
                $supply->mainsVoltage * (1 + $supply->mainsTolerance),
            ];
            array_push($conditions, [$mode, $low, false], [$mode, $high, false]);
            if ($late) {
                $conditions[] = [$mode, $low, true];
            }
        }

        return $conditions;
    }

    /** @return array<string, Part> */
    private static function late(Description $supply): array
    {
        return array_map(
            static fn(Part $controller): Part => $controller->withValues(
                UnderVoltageLockout::differing($controller, 1.0),
            ),
            array_filter($supply->parts, static fn(Part $p): bool => $p->kind instanceof LivesBetween),
        );
    }

    private static function fatal(Observation $before, Observation $after, string $where): string
    {
        if (!$after->settled) {
            return "Another value: {$where} it finds no rest.";
        }
        $broken = array_diff_key($after->broken(), $before->broken());
        if ($broken !== []) {
            return sprintf('Another value: %s %s goes with it.', $where, array_key_first($broken));
        }
        $new = array_values(array_diff($after->signs, $before->signs));

        return $new === [] ? '' : sprintf('Another value: %s %s.', $where, implode(', ', $new));
    }

    private static function overloaded(
        Description $supply,
        Part $part,
        Observation $before,
        Observation $after,
        string $where,
    ): string {
        foreach ($after->heat as $ref => $watts) {
            $rated = $ref === $part->ref ? null : $supply->parts[$ref] ?? null;
            if ($rated === null || !$rated->knows('power') || $rated->value('power') <= 0.0) {
                continue;
            }
            $share = $watts / $rated->value('power');
            $was = ($before->heat[$ref] ?? 0.0) / $rated->value('power');
            if ($share > self::MARGIN && $was <= self::MARGIN) {
                return sprintf(
                    'Another value: %s %s turns %s of its %s into heat.',
                    $where,
                    $ref,
                    Quantity::write($watts, Unit::Watt, 2),
                    Quantity::write($rated->value('power'), Unit::Watt, 2),
                );
            }
        }

        return '';
    }

    /** @return array{float, string} the output that moves most, as a share of its volts */
    private static function moved(Description $supply, Observation $before, Observation $after, string $where): array
    {
        $most = [0.0, ''];
        foreach ($supply->points as $id => $point) {
            [$was, $is] = [$before->reading((string) $id, 'dc'), $after->reading((string) $id, 'dc')];
            if ($point->rail === null || abs($was) < 0.1 * abs($point->rail)) {
                continue;
            }
            $share = abs($is - $was) / abs($was);
            if ($share > $most[0]) {
                $most = [
                    $share,
                    sprintf('%s %s goes from %s to %s', $where, $id, Quantity::volts($was), Quantity::volts($is)),
                ];
            }
        }

        return $most;
    }
}
