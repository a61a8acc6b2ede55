<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\Gate;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\PowerState;
use Oculant\Core\Bench\ReadingText;
use Oculant\Core\Parts\FaultMode;

/** An exercise played by lines, as a terminal or another program writes them. */
final readonly class Spoken
{
    public const HELP = [
        'power live [MODE]' => 'switch it on; "power limited" behind a lamp, "unplug" to switch it off',
        'gates' => 'what is missing before hands, limited power, mains',
        'see to mains' => 'do what a gate asks for: hands, limited or mains',
        'discharge' => 'empty what is charged and prove it',
        'TP3 [ac|ripple|ohms|diode]' => 'put the leads there; alone, on the usual function',
        'look C1' => 'how a part looks, or how a fuse went',
        'test C1' => 'a part by itself, out of circuit',
        'hint [where|what|why]' => 'counted, the deeper the dearer',
        'name C1 dried' => 'what was wrong; "nothing wrong", or "give up"',
    ];

    private const GATES = ['hands' => Gate::HandsIn, 'limited' => Gate::Limited, 'mains' => Gate::Mains];

    private Hands $hands;

    public function __construct(private Run $run)
    {
        $this->hands = new Hands($run);
    }

    /**
     * @return string what is to be seen, heard or read
     *
     * @throws EntryRefused if the line cannot be read, or the bench does not take it
     */
    public function say(string $line): string
    {
        if ($this->run->isOver()) {
            throw EntryRefused::because('text', 'This run is over.');
        }
        $words = preg_split('/\s+/', trim($line), -1, PREG_SPLIT_NO_EMPTY) ?: [];
        $first = mb_strtolower($words[0] ?? '');

        return match (true) {
            $first === 'power' => $this->power($words),
            $first === 'unplug' => $this->hands->power(PowerState::Unplugged),
            $first === 'discharge' => $this->hands->discharge(),
            $first === 'gates' => $this->gates(),
            $first === 'see' => $this->seeTo($words[2] ?? ($words[1] ?? '')),
            $first === 'look' => $this->hands->look($this->part($words[1] ?? '')),
            $first === 'test' => $this->hands->test($this->part($words[1] ?? '')),
            $first === 'hint' => $this->run->hint($this->depth($words[1] ?? 'where')),
            $first === 'name' => $this->name($words),
            mb_strtolower(trim($line)) === 'nothing wrong' => $this->run->name(''),
            mb_strtolower(trim($line)) === 'give up' => $this->run->giveUp(),
            default => $this->measure($words),
        };
    }

    /** @param list<string> $words */
    private function power(array $words): string
    {
        $power = PowerState::tryFrom(mb_strtolower($words[1] ?? ''));

        return $power === null
            ? throw EntryRefused::because('text', 'Write "power live", "power limited" or "unplug".')
            : $this->hands->power($power, $words[2] ?? null);
    }

    private function gates(): string
    {
        $lines = [];
        foreach (self::GATES as $word => $gate) {
            $missing = $this->hands->missing($gate);
            $lines[] = "{$word}: " . ($missing === [] ? 'nothing is missing.' : implode(' ', $missing));
        }

        return implode("\n", $lines);
    }

    private function seeTo(string $word): string
    {
        $gate =
            self::GATES[mb_strtolower($word)] ??
            throw EntryRefused::because('text', 'Write "see to hands", "see to limited" or "see to mains".');
        $done = $this->hands->seeTo($gate);

        return $done === [] ? 'Nothing is missing that hands can see to.' : implode("\n", $done);
    }

    private function depth(string $word): string
    {
        return in_array($word, ['where', 'what', 'why'], true)
            ? $word
            : throw EntryRefused::because('text', 'Write "hint where", "hint what" or "hint why".');
    }

    /** @param list<string> $words */
    private function name(array $words): string
    {
        $part = $this->run->exercise->supply->part($this->part($words[1] ?? ''));
        $fault = implode('_', array_map(mb_strtolower(...), array_slice($words, 2)));
        $known = array_map(static fn(FaultMode $f): string => $f->name, $part->kind->faults($part));
        if (!in_array($fault, $known, true)) {
            throw EntryRefused::because(
                'text',
                sprintf('%s does not fail as "%s". It can be: %s.', $part->ref, $fault, implode(', ', $known)),
            );
        }

        return $this->hands->name($part->ref, $fault);
    }

    /** @param list<string> $words */
    private function measure(array $words): string
    {
        $target = ReadingText::target($words[0] ?? '', $this->run->exercise->supply);
        $function = mb_strtolower($words[1] ?? '');
        if ($target === null || ($function !== '' && !isset(Answers::FUNCTIONS[$function])) || count($words) > 2) {
            throw EntryRefused::because(
                'text',
                sprintf('"%s" cannot be read. Write: %s.', implode(' ', $words), implode('; ', array_keys(self::HELP))),
            );
        }

        return $this->hands->measure($target, Answers::FUNCTIONS[$function] ?? null);
    }

    private function part(string $word): string
    {
        return Payload::part(['part' => $word], $this->run->exercise->supply);
    }
}
