<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\DeadCheck;
use Oculant\Core\Parts\Part;

/**
 * A board as far as it is known from what was seen and felt, line by line. A beep joins two pins; where it can be the
 * low resistance of a part, or where an "open" says otherwise, it joins nothing until somebody settles it.
 */
final class Traced
{
    /** What the first ground is called while nobody calls it anything else. */
    private const GROUND = '0V';

    /** Kinds through which a meter beeps whatever their value. */
    private const WIRE = [
        'fuse',
        'switch',
        'inductor',
        'common_mode_choke',
        'transformer',
        'flyback',
        'connector',
        'ntc',
        'thermal_switch',
        'wire',
    ];

    /** @var array<string, TracedPart> by reference */
    public array $parts = [];

    /** @var array<string, Stranger> by reference: nobody knows yet what they are */
    public array $strangers = [];

    /** @var array<int, string> what is wrong with a line, by its number from 1 */
    public array $refused = [];

    /** @var array<int, string> parts that nothing tells the kind of, by line */
    public array $untold = [];

    /** @var list<array{lines: list<int>, sentence: string}> what contradicts itself, and what would settle it */
    public array $contradictions = [];

    /** @var list<array{line: int, sentence: string}> beeps that may be a part and not a track */
    public array $through = [];

    /** @var list<Connection> that stand */
    public array $connections = [];

    /** @var array<string, string> name given to the node of a pin, by the pin's id */
    private array $names = [];

    /** @var array<string, string> parent by pin id: pins that are joined have one root */
    private array $roots = [];

    /** @var list<string> ids of pins on a ground */
    private array $grounds = [];

    /** @var array{string, string}|null pins that the mains comes in at */
    public ?array $mains = null;

    /** @param list<string> $lines */
    public function __construct(array $lines)
    {
        foreach ($lines as $k => $line) {
            try {
                $this->take(trim($line), $k + 1);
            } catch (LineRefused $e) {
                $this->refused[$k + 1] = $e->getMessage();
            }
        }
    }

    /** @return string what everything joined to the pin goes by: a name that was given, or that of its first pin */
    public function node(string $pin): string
    {
        $root = $this->root($pin);
        foreach ($this->names as $named => $name) {
            if ($this->root((string) $named) === $root) {
                return $name;
            }
        }

        return $this->grounds !== [] && $this->root($this->grounds[0]) === $root ? self::GROUND : $root;
    }

    public function isJoined(string $one, string $other): bool
    {
        return $this->root($one) === $this->root($other);
    }

    /** @return list<string> every pin that is joined to it, itself included */
    public function with(string $pin): array
    {
        return array_values(
            array_filter(array_keys($this->roots), fn(string $other): bool => $this->isJoined($pin, $other)),
        );
    }

    /** True if somebody said that the two are not joined. */
    public function isApart(string $one, string $other): bool
    {
        foreach ($this->connections as $connection) {
            if (
                !$connection->beeps &&
                (($this->isJoined($one, $connection->one->id()) && $this->isJoined($other, $connection->other->id())) ||
                    ($this->isJoined($other, $connection->one->id()) &&
                        $this->isJoined($one, $connection->other->id())))
            ) {
                return true;
            }
        }

        return false;
    }

    public function ground(): ?string
    {
        return $this->grounds === [] ? null : $this->node($this->grounds[0]);
    }

    /** @return list<string> nodes that are grounds */
    public function grounds(): array
    {
        return array_values(array_unique(array_map($this->node(...), $this->grounds)));
    }

    /** @return array<string, string> node by the name that somebody gave it */
    public function named(): array
    {
        return array_combine(
            array_values($this->names),
            array_map($this->node(...), array_map(strval(...), array_keys($this->names))),
        );
    }

    /** @throws LineRefused */
    private function take(string $line, int $number): void
    {
        if ($line === '' || str_starts_with($line, '#')) {
            return;
        }
        if (preg_match('/^(beep|open|sweep|mains|ground|call)\s+(.+)$/iu', $line, $said) === 1) {
            $words = preg_split('/[\s,:]+/', trim($said[2])) ?: [];
            match (mb_strtolower($said[1])) {
                'beep', 'sweep' => $this->pairs($words, true, $number),
                'open' => $this->pairs($words, false, $number),
                'mains' => $this->mainsAt($words),
                'ground' => $this->groundAt($words),
                default => $this->call($words),
            };

            return;
        }
        if (preg_match('/^(\S+)\s+(?:with|to|=|beeps)\s+(.+)$/iu', $line, $said) === 1 && $this->isPin($said[1])) {
            $this->pairs([$said[1], ...preg_split('/[\s,]+/', trim($said[2])) ?: []], true, $number);

            return;
        }
        if (preg_match('/^(\S+)\s+open\s+(\S+)$/iu', $line, $said) === 1 && $this->isPin($said[1])) {
            $this->pairs([$said[1], $said[2]], false, $number);

            return;
        }
        $this->part($line, $number);
    }

    private function isPin(string $word): bool
    {
        return preg_match('/^[A-Za-z]+\w*(\.\S+|[+-])$/', $word) === 1;
    }

    /** @throws LineRefused if there is no such part or pin */
    private function pin(string $word): Pin
    {
        if (preg_match('/^([A-Za-z]+\w*?)(?:\.(\S+)|([+-]))$/', $word, $said) !== 1) {
            throw new LineRefused(sprintf('"%s" is no pin. Write part, dot, pin: "r5.1", "c7.plus", "q1.d".', $word));
        }
        $ref = strtoupper($said[1]);
        $given = $said[3] ?? ($said[2] ?? '');
        if (isset($this->strangers[$ref])) {
            return new Pin($ref, mb_strtolower($given));
        }
        $part = $this->parts[$ref] ?? null;
        if ($part === null) {
            throw new LineRefused(
                sprintf('%s is not described yet. Say what it is first: "%s 4k7".', $ref, mb_strtolower($ref)),
            );
        }
        $name = $part->pin($given);
        if ($name === null) {
            $pins = $part->kind->terminals()->all();
            throw new LineRefused(
                sprintf(
                    'A %s has no pin "%s". Its pins are: %s.',
                    mb_strtolower($part->kind->title()),
                    $given,
                    implode(', ', $pins),
                ) .
                    (ctype_digit($given)
                        ? sprintf(
                            ' If they are counted, say which is which: "%s %s %s=%s".',
                            mb_strtolower($ref),
                            str_replace('_', '-', $part->kind->name()),
                            $given,
                            $pins[0],
                        )
                        : ''),
            );
        }

        return new Pin($ref, $name);
    }

    /**
     * The first pin with each of the others.
     *
     * @param list<string> $words
     *
     * @throws LineRefused
     */
    private function pairs(array $words, bool $beeps, int $line): void
    {
        $pins = array_map(
            $this->pin(...),
            array_values(array_filter($words, static fn(string $w): bool => $w !== 'and')),
        );
        if (count($pins) < 2) {
            throw new LineRefused('Two pins are needed: "beep r5.1 c7.plus".');
        }
        foreach (array_slice($pins, 1) as $other) {
            $this->connect(new Connection($pins[0], $other, $beeps, $line));
        }
    }

    private function connect(Connection $new): void
    {
        [$one, $other] = [$new->one->id(), $new->other->id()];
        if (!$new->beeps) {
            if ($this->isJoined($one, $other)) {
                $this->contradictions[] = [
                    'lines' => [...$this->linesBetween($one, $other), $new->line],
                    'sentence' => sprintf(
                        '%s and %s are joined by what beeped before, and open by line %d: measure ohms between them, ' .
                            'with nothing else touched.',
                        $one,
                        $other,
                        $new->line,
                    ),
                ];

                return;
            }
            $this->connections[] = $new;

            return;
        }
        if ($this->isJoined($one, $other)) {
            $this->connections[] = $new;

            return;
        }
        if ($this->isApart($one, $other)) {
            $this->contradictions[] = [
                'lines' => [$new->line],
                'sentence' => sprintf(
                    '%s and %s beep by line %d, and were open before: measure ohms between them, with nothing else ' .
                        'touched. Until then they stay apart.',
                    $one,
                    $other,
                    $new->line,
                ),
            ];

            return;
        }
        $by = $this->lowPath($one, $other);
        if ($by !== null) {
            $this->through[] = [
                'line' => $new->line,
                'sentence' => sprintf(
                    'The beep between %s and %s may be %s itself: lift one end of it, or measure milliohms. Until ' .
                        'then they stay apart.',
                    $one,
                    $other,
                    $by,
                ),
            ];

            return;
        }
        $this->connections[] = $new;
        $this->roots[$this->root($one)] = $this->root($other);
    }

    /** @return string|null the parts of a way of low resistance between the two, in words */
    private function lowPath(string $one, string $other): ?string
    {
        $reached = [$this->root($one) => ''];
        do {
            $before = count($reached);
            foreach ($this->parts as $part) {
                if (!self::beepsThrough($part)) {
                    continue;
                }
                foreach ($this->groups($part) as $group) {
                    $roots = array_map(fn(string $pin): string => $this->root("{$part->ref}.{$pin}"), $group);
                    foreach ($roots as $from) {
                        foreach ($roots as $to) {
                            if (isset($reached[$from]) && !isset($reached[$to])) {
                                $reached[$to] = trim("{$reached[$from]} {$part->ref}");
                            }
                        }
                    }
                }
            }
        } while (count($reached) > $before);
        $by = $reached[$this->root($other)] ?? null;

        return $by === null || $by === '' ? null : str_replace(' ', ' and ', $by);
    }

    /** @return list<list<string>> pins of a part that are one conductor inside, or two that a winding joins */
    private function groups(TracedPart $part): array
    {
        return $part->kind->islands(new Part($part->ref, $part->kind, $this->touched($part), [], [], []));
    }

    /** @return array<string, string> its pins that were touched, or that it always has */
    private function touched(TracedPart $part): array
    {
        $pins = [];
        foreach ($part->kind->terminals()->all() as $name) {
            if (
                isset($this->roots["{$part->ref}.{$name}"]) ||
                in_array($name, $part->kind->terminals()->required, true)
            ) {
                $pins[$name] = $this->root("{$part->ref}.{$name}");
            }
        }

        return $pins;
    }

    private static function beepsThrough(TracedPart $part): bool
    {
        $ohms = $part->kind->name() === 'resistor' ? Value::ohms($part->written['value'] ?? null) : null;

        return in_array($part->kind->name(), self::WIRE, true) || ($ohms !== null && $ohms < DeadCheck::NONE_BEEPS);
    }

    /** @return list<int> lines of the beeps that join the two */
    private function linesBetween(string $one, string $other): array
    {
        $ways = [$one => []];
        do {
            $before = count($ways);
            foreach ($this->connections as $connection) {
                foreach (
                    [[$connection->one, $connection->other], [$connection->other, $connection->one]]
                    as [$from, $to]
                ) {
                    if ($connection->beeps && isset($ways[$from->id()]) && !isset($ways[$to->id()])) {
                        $ways[$to->id()] = [...$ways[$from->id()], $connection->line];
                    }
                }
            }
        } while (count($ways) > $before);

        return array_values(array_unique($ways[$other] ?? []));
    }

    private function root(string $pin): string
    {
        while (($this->roots[$pin] ??= $pin) !== $pin) {
            $pin = $this->roots[$pin];
        }

        return $pin;
    }

    /**
     * @param list<string> $words
     *
     * @throws LineRefused
     */
    private function groundAt(array $words): void
    {
        foreach ($words as $word) {
            $this->grounds[] = $this->pin($word)->id();
        }
    }

    /**
     * @param list<string> $words
     *
     * @throws LineRefused
     */
    private function mainsAt(array $words): void
    {
        if (count($words) !== 2) {
            throw new LineRefused('The mains comes in at two pins: "mains f1.1 t1.p2".');
        }
        $this->mains = [$this->pin($words[0])->id(), $this->pin($words[1])->id()];
    }

    /**
     * @param list<string> $words
     *
     * @throws LineRefused
     */
    private function call(array $words): void
    {
        $words = array_values(array_filter($words, static fn(string $word): bool => mb_strtolower($word) !== 'is'));
        if (count($words) !== 2 || preg_match('/^[\w+\-.]{1,30}$/', $words[1]) !== 1) {
            throw new LineRefused('A node is named by one of its pins: "call c1.plus BULK+".');
        }
        $pin = $this->pin($words[0])->id();
        $known = array_search($words[1], $this->names, true);
        if ($known !== false && !$this->isJoined((string) $known, $pin)) {
            throw new LineRefused(
                sprintf('"%s" is the name of the node at %s already. Are they joined? Beep it out.', $words[1], $known),
            );
        }
        $this->names[$pin] = $words[1];
    }

    /** @throws LineRefused if nothing tells what it is */
    private function part(string $line, int $number): void
    {
        $words = preg_split('/\s+/', $line) ?: [];
        $ref = strtoupper((string) array_shift($words));
        if (preg_match('/^[A-Z]{1,4}\d{1,4}[A-Z]?$/', $ref) !== 1) {
            throw new LineRefused(
                'Say what is seen ("r5 4k7", "q1 irf840 mosfet", "u2 ?"), or what the beeper says: ' .
                    '"beep q1.d t1.p2", "open q1.g q2.g", "r5.1 with c7.plus", "ground c1.minus", ' .
                    '"call c1.plus BULK+", "mains f1.1 t1.p2".',
            );
        }
        $called = [];
        foreach (preg_grep('/^\w+=\w+$/', $words) ?: [] as $k => $word) {
            [$counted, $name] = explode('=', mb_strtolower($word));
            $called[$counted] = $name;
            unset($words[$k]);
        }
        $seen = array_values(array_diff($words, ['?']));
        $isAsked = count($seen) < count($words);
        $read = Markings::read($ref, $seen, !$isAsked);
        if ($read === null && $isAsked && !isset($this->parts[$ref])) {
            $this->strangers[$ref] = new Stranger($ref, implode(' ', $seen), $number);

            return;
        }
        if ($read === null) {
            $this->untold[$number] = $ref;
            throw new LineRefused(
                sprintf(
                    'Nothing tells what %1$s is. Add a word ("%2$s mosfet", "%2$s fuse T2A"), or a question mark ' .
                        'while nobody knows ("%2$s ?"): its place may tell.',
                    $ref,
                    mb_strtolower($ref),
                ),
            );
        }
        [$kind, $written] = $read;
        $known = $this->parts[$ref] ?? null;
        $part = new TracedPart(
            $ref,
            $kind,
            $written + ($known->written ?? []),
            $number,
            $called + ($known->called ?? []),
        );
        $pins = $this->pinsOf($ref);
        if ($known !== null && $known->kind->name() !== $kind->name() && $pins !== []) {
            throw new LineRefused(
                sprintf(
                    '%s is a %s by line %d, with pins that are joined already. Take those lines out first.',
                    $ref,
                    mb_strtolower($known->kind->title()),
                    $known->line,
                ),
            );
        }
        foreach ($called as $counted => $name) {
            if (!in_array($name, $kind->terminals()->all(), true)) {
                throw new LineRefused(
                    sprintf(
                        'A %s has no pin "%s" that %s could be. Its pins are: %s.',
                        mb_strtolower($kind->title()),
                        $name,
                        $counted,
                        implode(', ', $kind->terminals()->all()),
                    ),
                );
            }
        }
        if (isset($this->strangers[$ref])) {
            $this->meet($part, $pins);
        }
        $this->parts[$ref] = $part;
    }

    /** @return list<string> names of its pins that some line touched */
    public function pinsOf(string $ref): array
    {
        $pins = [];
        foreach (array_keys($this->roots) as $id) {
            if (str_starts_with((string) $id, "{$ref}.")) {
                $pins[] = substr((string) $id, strlen($ref) + 1);
            }
        }

        return $pins;
    }

    /**
     * What was a stranger is known now: its pins take the names that such a part has.
     *
     * @param list<string> $pins as they were counted
     *
     * @throws LineRefused if nothing says which they are
     */
    private function meet(TracedPart $part, array $pins): void
    {
        $names = [];
        foreach ($pins as $pin) {
            $names[$pin] = $part->pin($pin);
        }
        $nameless = array_map(strval(...), array_keys($names, null, true));
        if ($nameless !== []) {
            $free = array_values(array_diff($part->kind->terminals()->all(), $names));
            throw new LineRefused(
                sprintf(
                    'Which pin of a %s is %s? Say it in the line: "%s=%s". Still free: %s.',
                    mb_strtolower($part->kind->title()),
                    implode(' and which ', $nameless),
                    $nameless[0],
                    $free[0] ?? $part->kind->terminals()->all()[0],
                    implode(', ', $free),
                ),
            );
        }
        unset($this->strangers[$part->ref]);
        foreach ($names as $pin => $name) {
            $this->rename("{$part->ref}.{$pin}", new Pin($part->ref, (string) $name));
        }
    }

    private function rename(string $old, Pin $new): void
    {
        $id = $new->id();
        if ($old === $id) {
            return;
        }
        if (isset($this->roots[$id])) {
            $this->roots[$this->root($old)] = $this->root($id);
        }
        $root = $this->root($old);
        $root = $root === $old ? $id : $root;
        unset($this->roots[$old]);
        foreach ([$id, ...array_keys($this->roots, $old, true)] as $pin) {
            $this->roots[$pin] = $root;
        }
        if (isset($this->names[$old])) {
            $this->names[$id] = $this->names[$old];
            unset($this->names[$old]);
        }
        $is = static fn(string $pin): string => $pin === $old ? $id : $pin;
        $this->grounds = array_map($is, $this->grounds);
        $this->mains = $this->mains === null ? null : [$is($this->mains[0]), $is($this->mains[1])];
        $isPin = static fn(Pin $pin): Pin => $pin->id() === $old ? $new : $pin;
        $this->connections = array_map(
            static fn(Connection $c): Connection => new Connection(
                $isPin($c->one),
                $isPin($c->other),
                $c->beeps,
                $c->line,
            ),
            $this->connections,
        );
    }
}
