<?php

declare(strict_types=1);

namespace Oculant\Core\Tracing;

use Oculant\Core\Parts\PartKinds;
use Oculant\Core\Supply\Template\Answers;
use Oculant\Core\Supply\Template\Templates;

/**
 * The family that a traced board comes nearest to, which of its parts is which, and what of it is still to be found.
 * Parts of one sort are told apart by what they hang on; weights are guesses, tried on the families themselves.
 *
 * @phpstan-type Family array{name: string, title: string, reference: string, grounds: list<string>,
 *     parts: array<string, array<string, mixed>>}
 */
final class Resemblance
{
    /** Parts that stand for one another: what is a fast diode in the family may be marked as any rectifier. */
    private const SORTS = [
        'tantalum' => 'electrolytic',
        'fast_diode' => 'diode',
        'ultrafast_diode' => 'diode',
        'schottky' => 'diode',
        'ceramic_capacitor' => 'film_capacitor',
        'flyback' => 'transformer',
        'forward' => 'transformer',
        'half_bridge' => 'transformer',
        'adjustable_regulator' => 'regulator',
        'trimmer' => 'potentiometer',
    ];

    /** Answers by which one family gives boards of other parts; the usual ones are always among them. */
    private const VARIANTS = [
        'linear' => [
            ['regulated' => '12 V'],
            ['rails' => 'dual', 'regulated' => '15 V'],
            ['rectifier' => 'two_diode', 'regulated' => '12 V'],
            ['rectifier' => 'half_wave'],
        ],
        'adaptor' => [['inside' => 'transformer']],
    ];

    /** On no board, or of no use to whoever looks for parts. */
    private const ELSEWHERE = ['mains', 'load', 'connector', 'led', 'lamp', 'fan', 'wire'];

    /** Pins by which a node is best named, the most telling first. */
    private const TELLING = [
        'pwm_controller',
        'integrated_switcher',
        'optocoupler',
        'shunt_reference',
        'regulator',
        'adjustable_regulator',
        'mosfet',
        'transistor',
        'bridge',
        'transformer',
        'flyback',
        'electrolytic',
    ];

    /** A family that is not found on the board counts so much against it, for each part. */
    private const ABSENT = 0.25;

    /** Parts of a board that nobody guesses a family from. */
    private const FEWEST = 3;

    private const MOST = 6;

    /** @var array<string, Family>|null */
    private static ?array $families = null;

    /**
     * @param Family $of
     * @param array<string, string> $matched part of the board by part of the family
     */
    private function __construct(private readonly array $of, public readonly array $matched) {}

    /** @return self|null null while too little is known of the board, or nothing comes near */
    public static function of(Traced $traced): ?self
    {
        return self::nearest($traced, 1)[0] ?? null;
    }

    /** @return list<self> the nearest first; none while too little is known of the board */
    public static function nearest(Traced $traced, int $most): array
    {
        if (count($traced->parts) < self::FEWEST) {
            return [];
        }
        $sorts = array_count_values(
            array_map(static fn(TracedPart $p): string => self::sort($p->kind->name()), $traced->parts),
        );
        $scores = [];
        foreach (self::families() as $name => $family) {
            $theirs = array_count_values(
                array_map(static fn(array $p): string => self::sort($p['kind']), $family['parts']),
            );
            $score = 0.0;
            foreach ($theirs as $sort => $count) {
                $both = min($count, $sorts[$sort] ?? 0);
                $score += self::rarity($sort) * ($both - self::ABSENT * ($count - $both));
            }
            foreach ($sorts as $sort => $count) {
                $score -= self::rarity($sort) * max(0, $count - ($theirs[$sort] ?? 0));
            }
            $scores[$name] = $score;
        }
        $near = array_filter($scores, static fn(float $score): bool => $score > 0.0);
        arsort($near);

        return array_map(
            static fn(string $name): self => new self(
                self::families()[$name],
                Matching::of($traced, self::families()[$name]['parts']),
            ),
            array_slice(array_keys($near), 0, $most),
        );
    }

    public function family(): string
    {
        return $this->of['name'];
    }

    public function title(): string
    {
        return $this->of['title'];
    }

    /** @return array{int, int} parts of the family that were found, and all */
    public function found(): array
    {
        $needed = array_filter($this->of['parts'], self::isOnTheBoard(...));

        return [count(array_intersect_key($this->matched, $needed)), count($needed)];
    }

    /**
     * What the family needs and the board has not shown yet, what is fixed at most ends first.
     *
     * @return list<array{what: string, where: string}> "resistor, 330 kΩ", "between C1.plus and U1.vcc"
     */
    public function missing(): array
    {
        $rows = [];
        foreach (array_diff_key($this->of['parts'], $this->matched) as $ref => $part) {
            if (!self::isOnTheBoard($part)) {
                continue;
            }
            $ends = [];
            foreach ($part['terminals'] as $pin => $node) {
                $end = $this->end((string) $node);
                if ($end !== null) {
                    $ends[$pin] = $end;
                }
            }
            $telling = array_filter($ends, static fn(string $end): bool => $end !== 'ground');
            if ($telling !== []) {
                $value = $part['value'] ?? ($part['type'] ?? null);
                $rows[] = [
                    'what' =>
                        mb_strtolower(PartKinds::named($part['kind'])?->title() ?? $part['kind']) .
                        (is_string($value) ? ", about {$value}" : ''),
                    'where' => self::where($part, $ends),
                    'weight' => 10 * count($telling) + count($ends) + self::rarity(self::sort($part['kind'])),
                ];
            }
        }
        usort($rows, static fn(array $a, array $b): int => $b['weight'] <=> $a['weight']);

        return array_map(
            static fn(array $row): array => ['what' => $row['what'], 'where' => $row['where']],
            array_slice($rows, 0, self::MOST),
        );
    }

    /** @return array<string, array<string, mixed>> what of the family stands for no part of the board yet */
    public function open(): array
    {
        return array_filter(array_diff_key($this->of['parts'], $this->matched), self::isOnTheBoard(...));
    }

    /** @return list<string> pins of the board that stand at a node of the family, as far as their parts were found */
    public function pinsAt(string $node): array
    {
        $pins = [];
        foreach ($this->matched as $ref => $board) {
            foreach (array_keys($this->of['parts'][$ref]['terminals'], $node, true) as $pin) {
                $pins[] = "{$board}.{$pin}";
            }
        }

        return $pins;
    }

    public function isGround(string $node): bool
    {
        return $node === $this->of['reference'] || in_array($node, $this->of['grounds'], true);
    }

    /** @return list<string> kinds that are still to be found and go by such a letter, as a line names them */
    public function kindsFor(string $letter): array
    {
        $kinds = [];
        foreach (array_diff_key($this->of['parts'], $this->matched) as $ref => $part) {
            if (preg_match("/^{$letter}\\d/", (string) $ref) === 1) {
                $kinds[$part['kind']] = $part['kind'];
            }
        }

        return array_values($kinds);
    }

    /**
     * What the family has for a part of the board that a description cannot do without: its value, and which part it
     * works with.
     *
     * @return array<string, mixed>
     */
    public function usual(TracedPart $part): array
    {
        $ref = array_search($part->ref, $this->matched, true);
        $row = $ref === false ? null : $this->of['parts'][$ref];
        if ($row === null || $row['kind'] !== $part->kind->name()) {
            return [];
        }
        $usual = [];
        foreach ($part->kind->parameters() as $parameter) {
            $value = $row[$parameter->name] ?? null;
            if ($value !== null && $parameter->link) {
                $usual[$parameter->name] = $this->matched[$value] ?? null;
            } elseif ($value !== null && $parameter->required) {
                $usual[$parameter->name] = $value;
            }
        }

        return array_filter($usual, static fn(mixed $value): bool => $value !== null);
    }

    /**
     * @param array<string, mixed>  $part
     * @param array<string, string> $ends by pin
     */
    private static function where(array $part, array $ends): string
    {
        if (count($part['terminals']) === 2) {
            $ends = array_values($ends);

            return count($ends) === 2 ? "between {$ends[0]} and {$ends[1]}" : "from {$ends[0]}";
        }

        return implode(
            ', ',
            array_map(
                static fn(string $pin, string $end): string => "its {$pin} at {$end}",
                array_keys($ends),
                array_values($ends),
            ),
        );
    }

    /** A node of the family by a pin of the board; null if nothing of it was found. */
    private function end(string $node): ?string
    {
        if ($this->isGround($node)) {
            return 'ground';
        }
        $best = null;
        $rank = PHP_INT_MAX;
        foreach ($this->matched as $ref => $board) {
            foreach ($this->of['parts'][$ref]['terminals'] as $pin => $there) {
                $at = array_search($this->of['parts'][$ref]['kind'], self::TELLING, true);
                $at = $at === false ? count(self::TELLING) : $at;
                if ($there === $node && $at < $rank) {
                    [$best, $rank] = ["{$board}.{$pin}", $at];
                }
            }
        }

        return $best;
    }

    public static function sort(string $kind): string
    {
        return self::SORTS[$kind] ?? $kind;
    }

    /** @param array<string, mixed> $part */
    private static function isOnTheBoard(array $part): bool
    {
        return !in_array($part['kind'], self::ELSEWHERE, true);
    }

    /** What few families have says more. */
    private static function rarity(string $sort): float
    {
        $have = count(
            array_filter(
                self::families(),
                static fn(array $family): bool => array_filter(
                    $family['parts'],
                    static fn(array $p): bool => self::sort($p['kind']) === $sort,
                ) !== [],
            ),
        );

        return $have === 0 ? 0.0 : log(1 + count(self::families()) / $have);
    }

    /** @return array<string, Family> */
    private static function families(): array
    {
        if (self::$families === null) {
            self::$families = [];
            foreach (Templates::all() as $name => $template) {
                foreach ([[], ...self::VARIANTS[$name] ?? []] as $k => $answers) {
                    $written = Answers::describe($template, $answers);
                    self::$families["{$name} {$k}"] = [
                        'name' => $name,
                        'title' => $template->title(),
                        'reference' => (string) $written['reference'],
                        'grounds' => array_column($written['grounds'] ?? [], 'node'),
                        'parts' => array_column($written['parts'], null, 'ref'),
                    ];
                }
            }
        }

        return self::$families;
    }
}
