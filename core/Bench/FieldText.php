<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

use Oculant\Core\Bench\Entry\FuseLook;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\Entry\Tested;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Seen;
use Oculant\Core\Supply\Description;

/**
 * The one field takes more than readings: "c5 esr 0.8", "c5 85u cap lifted", "zd1 zener 5.4", "u2 85C", "r5 30mA",
 * "c5 bulging", "u2 good", "f1 blackened", "start ok", "starts 8 2", "twin tp3 21.4", "hum", "insulation OL",
 * "touch 40u", "c1 left 2.1" with the plug out, "jumper k1", "scaled r11 30k",
 * "u11 fb low: stops", "peaks tp5 0.2A 2.5A 10%". Whatever is none of these is a reading.
 */
final class FieldText
{
    private const TESTS = [
        'cap' => 'capacitance',
        'capacitance' => 'capacitance',
        'esr' => 'esr',
        'leak' => 'leakage',
        'leakage' => 'leakage',
        'zener' => 'breakdown',
        'breakdown' => 'breakdown',
    ];

    /** How people say two symptoms: it squeals on from what its capacitors hold; its set was what held it down. */
    private const SPOKEN = [
        'squeals on' => 'squeals_unplugged',
        'squeals on after unplugging' => 'squeals_unplugged',
        'squeals after unplugging' => 'squeals_unplugged',
        'runs on' => 'squeals_unplugged',
        'starts by itself outside the set' => 'starts_alone',
        'starts outside the set' => 'starts_alone',
        'starts outside' => 'starts_alone',
        'runs outside' => 'starts_alone',
    ];

    /** What was done to a part before one looked whether the fault is still there. */
    private const DONE = [
        'out' => 'removed',
        'removed' => 'removed',
        'lifted' => 'lifted',
        'pressed' => 'disturbed',
        'moved' => 'disturbed',
        'resoldered' => 'disturbed',
    ];

    /**
     * @param string|null $target of the next step: the capacitor that was to be measured empty, the safety test to be
     *     made, the part to be tested
     * @param string|null $quantity of the next step: "left", "safety", Tested::BY_ITSELF; others leave it a reading
     *
     * @return array{kind: string, payload: array<string, mixed>}|null null if it is to be read as a reading
     */
    public static function understand(
        string $text,
        Description $supply,
        ?string $target = null,
        ?string $quantity = null,
    ): ?array {
        $words = preg_split('/\s+/', mb_strtolower(trim($text)), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        if ($words === []) {
            return null;
        }

        $safety = self::safety($text, $supply, $quantity === 'safety' ? $target : null);
        if ($safety !== null) {
            return $safety;
        }
        if ($quantity === 'left' && $target !== null && count($words) === 1 && preg_match('/^-?\d/', $words[0]) === 1) {
            return ['kind' => 'left', 'payload' => ['part' => $target, 'text' => $words[0]]];
        }
        if ($quantity === Tested::BY_ITSELF && $target !== null) {
            $byItself = self::byItself($words, $text, $target, $supply);
            if ($byItself !== null) {
                return $byItself;
            }
        }
        if ($words[0] === 'twin' && count($words) > 1) {
            return ['kind' => 'twin', 'payload' => ['text' => (string) preg_replace('/^\s*twin\s+/i', '', $text)]];
        }

        if ($words[0] === 'room' && count($words) === 2) {
            return ['kind' => 'room', 'payload' => ['text' => self::celsius($words[1])]];
        }

        return self::symptom($words) ??
            (self::starts($words) ??
                (self::change($words, $text) ??
                    (self::peaks($words, $text) ??
                        (self::pulled($words, $supply) ?? self::onPart($words, $text, $supply)))));
    }

    /**
     * "insulation OL", "touch 40 uA", "cord ok"; the value alone if that test was the next step.
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function safety(string $text, Description $supply, ?string $suggested): ?array
    {
        $typed = preg_split('/\s+/', trim($text)) ?: [''];
        $named = Payload::reference($typed[0], $supply) === null ? SafetyTest::tryFrom(mb_strtolower($typed[0])) : null;
        if ($named !== null && count($typed) > 1) {
            return [
                'kind' => 'safety',
                'payload' => ['test' => $named->value, 'text' => implode('', array_slice($typed, 1))],
            ];
        }
        $isValue = preg_match('/^(-?[\d.]+\w*|ol|ok|wrong)$/i', $typed[0]) === 1;

        return $isValue && SafetyTest::tryFrom((string) $suggested) !== null
            ? ['kind' => 'safety', 'payload' => ['test' => $suggested, 'text' => implode('', $typed)]]
            : null;
    }

    /**
     * "good", "bad", "esr 0.8", "leak 2mA" where a part was to be tested by itself.
     *
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     *
     * @throws EntryRefused for a bare value: of what, nobody could say
     */
    private static function byItself(array $words, string $text, string $part, Description $supply): ?array
    {
        if (
            preg_match('/^(-?[\d.]+\w*|ol)$/', $words[0]) === 1 &&
            array_intersect($words, array_keys(self::TESTS)) === []
        ) {
            throw EntryRefused::because(
                'text',
                sprintf(
                    '"%s" of what? Write "good" or "bad", or what was measured on %s by itself: "esr 0.8", ' .
                        '"leak 2mA", "cap 85u".',
                    trim($text),
                    $part,
                ),
            );
        }
        $isTest = array_intersect($words, array_keys(self::TESTS)) !== [];
        if (!$isTest && !in_array($words[0], ['good', 'bad'], true)) {
            return null;
        }

        return Payload::reference($words[0], $supply) === null
            ? self::onPart([mb_strtolower($part), ...$words, ...$isTest ? ['lifted'] : []], "{$part} {$text}", $supply)
            : null;
    }

    /**
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function starts(array $words): ?array
    {
        if (!in_array($words[0], ['start', 'starts'], true)) {
            return null;
        }
        $rest = array_slice($words, 1);

        return match (true) {
            $rest === ['ok'], $rest === ['good'] => ['kind' => 'starts', 'payload' => ['tried' => 1, 'failed' => 0]],
            $rest === ['fail'], $rest === ['failed'], $rest === ['no'] => [
                'kind' => 'starts',
                'payload' => ['tried' => 1, 'failed' => 1],
            ],
            count($rest) === 2 && is_numeric($rest[0]) && is_numeric($rest[1]) => [
                'kind' => 'starts',
                'payload' => ['tried' => (int) $rest[0], 'failed' => (int) $rest[1]],
            ],
            default => throw EntryRefused::because(
                'text',
                'Write "start ok", "start fail", or how many were tried and how many failed: "starts 8 2".',
            ),
        };
    }

    /**
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function symptom(array $words): ?array
    {
        $symptom = self::SPOKEN[implode(' ', $words)] ?? implode('_', $words);

        return isset(Symptom::WORDS[$symptom]) && $symptom !== 'other'
            ? ['kind' => 'symptom', 'payload' => ['symptom' => $symptom]]
            : null;
    }

    /**
     * "jumper k1 to see whether it pulls in", "scaled r11 30k", "lifted c5", "added 0V>tp4 schottky 3A 40V".
     *
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function change(array $words, string $text): ?array
    {
        $kind = ChangeKind::tryFrom($words[0]);
        if ($kind === null || $kind === ChangeKind::Other || count($words) < 2) {
            return null;
        }
        $typed = preg_split('/\s+/', trim($text)) ?: [];
        if ($kind === ChangeKind::Added) {
            [$from, $to] = explode('>', $typed[1] . '>');

            return [
                'kind' => 'change',
                'payload' => [
                    'change' => $kind->value,
                    'from' => $from,
                    'to' => $to,
                    'value' => implode(' ', array_slice($typed, 2)),
                ],
            ];
        }
        // What has no part of its own is told in words.
        if (!$kind->needsPart() && $kind !== ChangeKind::Jumper && $kind !== ChangeKind::Interlock) {
            return [
                'kind' => 'change',
                'payload' => ['change' => $kind->value, 'where' => implode(' ', array_slice($typed, 1))],
            ];
        }
        $why = implode(' ', array_slice($typed, $kind->needsValue() ? 3 : 2));

        return [
            'kind' => 'change',
            'payload' =>
                ['change' => $kind->value, 'part' => $typed[1], 'why' => $why] +
                ($kind->needsValue() ? ['value' => $typed[2] ?? ''] : []),
        ];
    }

    /**
     * "u11 fb low: stops", "u11 pin 3 low: stops".
     *
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function pulled(array $words, Description $supply): ?array
    {
        if (preg_match('/^(\S+?)[. ](?:pin )?(\w+) low(?:[:,]? (\w+))?$/', implode(' ', $words), $of) !== 1) {
            return null;
        }
        $ref = Payload::reference($of[1], $supply);
        $follows = Follows::spoken($of[3] ?? '');
        if ($ref === null) {
            return null;
        }
        if ($follows === null) {
            throw EntryRefused::because(
                'text',
                "And then? Write what followed: \"{$of[1]} {$of[2]} low: stops\", \"starts\" or \"nothing\".",
            );
        }

        return ['kind' => 'pulled', 'payload' => ['part' => $ref, 'pin' => $of[2], 'follows' => $follows->value]];
    }

    /**
     * "peaks tp5 0.2A 2.5A 10%": what a load takes between its peaks, in them, and for how much of the time.
     *
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function peaks(array $words, string $text): ?array
    {
        if ($words[0] !== 'peaks') {
            return null;
        }
        $typed = preg_split('/\s+/', trim($text)) ?: [];

        return count($typed) === 5
            ? [
                'kind' => 'peaks',
                'payload' => ['rail' => $typed[1], 'idle' => $typed[2], 'peak' => $typed[3], 'duty' => $typed[4]],
            ]
            : throw EntryRefused::because(
                'text',
                'Write the rail, what its load takes between the peaks, in them, and for how much of the time: ' .
                    '"peaks tp5 0.2A 2.5A 10%".',
            );
    }

    /**
     * @param non-empty-list<string> $words
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function onPart(array $words, string $text, Description $supply): ?array
    {
        $ref = Payload::reference($words[0], $supply);
        if ($ref === null && in_array('lifted', $words, true)) {
            return self::junctionOf($text, $supply);
        }
        if ($ref === null || count($words) < 2) {
            return null;
        }
        $rest = array_slice($words, 1);
        $isLifted = in_array('lifted', $rest, true);
        foreach ($rest as $word) {
            if (isset(self::TESTS[$word])) {
                // The case of a prefix counts: "m" is not "M".
                $typed = array_slice(preg_split('/\s+/', trim($text)) ?: [], 1);
                $value = implode(
                    '',
                    array_filter(
                        $typed,
                        static fn(string $w): bool => !isset(self::TESTS[mb_strtolower($w)]) &&
                            mb_strtolower($w) !== 'lifted',
                    ),
                );

                if ($word === 'esr' && !$isLifted && isset($supply->deadChecks()["{$ref}.esr"])) {
                    // In circuit it is a dead check like any other.
                    return [
                        'kind' => 'reading',
                        'payload' => ['text' => $value, 'target' => "{$ref}.esr", 'quantity' => 'esr'],
                    ];
                }

                return [
                    'kind' => 'part_test',
                    'payload' => [
                        'part' => $ref,
                        'quantity' => self::TESTS[$word],
                        'text' => $value,
                        'lifted' => $isLifted,
                    ],
                ];
            }
        }
        if (in_array('left', $rest, true)) {
            return [
                'kind' => 'left',
                'payload' => ['part' => $ref, 'text' => rtrim(implode('', array_diff($rest, ['left'])), 'v')],
            ];
        }
        if (count($rest) === 2 && isset(self::DONE[$rest[0]]) && in_array($rest[1], ['still', 'gone'], true)) {
            return [
                'kind' => 'eliminated',
                'payload' => ['part' => $ref, 'how' => self::DONE[$rest[0]], 'still' => $rest[1] === 'still'],
            ];
        }
        if ($isLifted && count($rest) > 1) {
            $typed = array_slice(preg_split('/\s+/', trim($text)) ?: [], 1);
            $value = array_filter($typed, static fn(string $w): bool => mb_strtolower($w) !== 'lifted');

            return [
                'kind' => 'part_test',
                'payload' => ['part' => $ref, 'text' => implode(' ', $value), 'lifted' => true],
            ];
        }
        if (count($rest) !== 1) {
            return null;
        }
        $word = $rest[0];

        return match (true) {
            preg_match('/^-?\d+(\.\d+)?\s*°?c$/u', $word) === 1 => [
                'kind' => 'heat',
                'payload' => ['part' => $ref, 'text' => self::celsius($word)],
            ],
            preg_match('/^\d+(?:\.\d+)?\s*[munµ]?a$/u', $word) === 1 => [
                'kind' => 'current',
                'payload' => ['part' => $ref, 'text' => (preg_split('/\s+/', trim($text)) ?: [])[1]],
            ],
            in_array($word, ['dark', 'lit'], true) && $supply->part($ref)->kind->name() === 'led' => [
                'kind' => 'symptom',
                'payload' => ['symptom' => "lamp_{$word}", 'part' => $ref],
            ],
            $word === 'backwards' => [
                'kind' => 'finding',
                'payload' => ['part' => $ref, 'sees' => Seen::Reversed->value],
            ],
            $word === 'good', $word === 'bad' => [
                'kind' => 'tested',
                'payload' => ['part' => $ref, 'verdict' => $word],
            ],
            $supply->part($ref)->kind instanceof Fuse && isset(FuseLook::STATES[$word]) => [
                'kind' => 'fuse',
                'payload' => ['part' => $ref, 'state' => $word],
            ],
            $word !== Seen::Other->value && Seen::tryFrom($word) !== null => [
                'kind' => 'finding',
                'payload' => ['part' => $ref, 'sees' => $word],
            ],
            default => null,
        };
    }

    /**
     * "q1.be 0.62 diode lifted": one of the junctions of a part that is out.
     *
     * @return array{kind: string, payload: array<string, mixed>}|null
     */
    private static function junctionOf(string $text, Description $supply): ?array
    {
        $typed = preg_split('/\s+/', trim($text)) ?: [''];
        $id = ReadingText::target($typed[0], $supply);
        $ref = $id === null ? null : Payload::reference(explode('.', $id)[0], $supply);
        $value = array_filter(array_slice($typed, 1), static fn(string $w): bool => mb_strtolower($w) !== 'lifted');

        return $ref === null || $value === []
            ? null
            : [
                'kind' => 'part_test',
                'payload' => ['part' => $ref, 'check' => $id, 'text' => implode(' ', $value), 'lifted' => true],
            ];
    }

    /** "25c" as a temperature is written. */
    private static function celsius(string $word): string
    {
        return str_replace('c', 'C', $word);
    }
}
