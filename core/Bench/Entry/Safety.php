<?php

declare(strict_types=1);

namespace Oculant\Core\Bench\Entry;

use Oculant\Core\Bench\BenchState;
use Oculant\Core\Bench\EntryKind;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Bench\LogEntry;
use Oculant\Core\Bench\Payload;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;
use Oculant\Core\Supply\Description;

/**
 * An electrical safety test. Whether it passed is judged by the server, by the workshop's rule set, and stands in
 * `judged`.
 */
final class Safety implements EntryKind
{
    private const LONGEST_CORD = 100.0;

    public function name(): string
    {
        return 'safety';
    }

    public function read(array $payload, Description $supply, BenchState $state): array
    {
        $test = SafetyTest::from(Payload::choice($payload, 'test', array_column(SafetyTest::cases(), 'value')));
        $class = Payload::choice(['class' => $payload['class'] ?? SafetyTest::classOf($supply)], 'class', ['I', 'II']);
        if (!in_array($class, $test->classes(), true)) {
            throw EntryRefused::because(
                'test',
                sprintf('"%s" is for class I: a unit of class II has no protective earth.', $test->title()),
            );
        }
        if (!$test->isLive() && $test->unit() !== null && $state->power->isEnergised()) {
            throw EntryRefused::because(
                'text',
                'The unit is recorded as energised. Earth and insulation are measured with the plug out and the ' .
                    'unit discharged.',
            );
        }
        $value = self::value($payload, $test);
        $judged = $payload['judged'] ?? null;
        if (!is_array($judged) || !is_bool($judged['passed'] ?? null)) {
            throw EntryRefused::because(
                'judged',
                'Without a rule set nobody can tell whether that passes. Choose one for the workshop first.',
            );
        }

        return [
            'test' => $test->value,
            'class' => $class,
            'value' => is_infinite($value) ? 'OL' : $value,
            'cord' => is_numeric($payload['cord'] ?? null)
                ? min(self::LONGEST_CORD, max(0.0, (float) $payload['cord']))
                : 2.0,
            'judged' => [
                'passed' => $judged['passed'],
                'limit' => (string) ($judged['limit'] ?? ''),
                'source' => (string) ($judged['source'] ?? ''),
                'sentence' => (string) ($judged['sentence'] ?? ''),
                'condemns' => (bool) ($judged['condemns'] ?? false),
            ],
        ];
    }

    /**
     * @param array<mixed> $payload
     *
     * @return float ohms or amperes, INF for OL; 1 or 0 for what is only looked at
     *
     * @throws EntryRefused if it cannot be read
     */
    public static function value(array $payload, SafetyTest $test): float
    {
        $text = is_scalar($payload['text'] ?? null) ? trim((string) $payload['text']) : '';
        $unit = $test->unit();
        if ($unit === null) {
            return match (mb_strtolower($text)) {
                'ok', 'yes', 'right', 'good' => 1.0,
                'no', 'wrong', 'bad' => 0.0,
                default => throw EntryRefused::because('text', 'Look at it, then say ok or wrong.'),
            };
        }
        if ($test === SafetyTest::Insulation && preg_match('/^(ol|open|>)/i', $text) === 1) {
            return INF;
        }
        if ($unit === Unit::Ampere && is_numeric($text) && (float) $text >= 0.01) {
            throw EntryRefused::because('text', sprintf('"%1$s" of what? Write "%1$s mA" or "%1$su".', $text));
        }
        if ($test === SafetyTest::Insulation && is_numeric($text) && (float) $text > 0.0 && (float) $text < 1000.0) {
            throw EntryRefused::because(
                'text',
                sprintf('"%1$s" of what? Testers show megohms: write "%1$sM", or "%1$s ohm" if it is that low.', $text),
            );
        }
        try {
            $value = Quantity::parse($text, $unit)->value;
        } catch (UnreadableQuantity $e) {
            throw EntryRefused::because('text', $e->getMessage());
        }

        return $value >= 0.0 ? $value : throw EntryRefused::because('text', 'It cannot be below zero.');
    }

    public function apply(LogEntry $entry, BenchState $state): void
    {
        ['test' => $test, 'value' => $value, 'judged' => $judged] = $entry->payload;
        $number = $value === 'OL' ? INF : (float) $value;
        unset($state->safety[$test]);
        $state->safety[$test] = [
            'entry' => $entry->id,
            'test' => (string) $test,
            'class' => (string) $entry->payload['class'],
            'value' => $number,
            'passed' => (bool) $judged['passed'],
            'limit' => (string) $judged['limit'],
            'source' => (string) $judged['source'],
            'sentence' => (string) $judged['sentence'],
            'condemns' => (bool) $judged['condemns'],
            'replaced' => $state->replaced(),
            'at' => $entry->at,
        ];
        // The same facts that make suspects of whatever bridges the two sides.
        $as = ['insulation' => 'resistance', 'touch' => 'current'][$test] ?? null;
        if ($as !== null) {
            $state->measureIsolation($as, $entry->id, $number, (bool) $judged['passed']);
        }
    }

    public function line(LogEntry $entry, Description $supply): string
    {
        $test = SafetyTest::from((string) $entry->payload['test']);

        return "{$test->title()}: " .
            self::write($test, $entry->payload['value'] === 'OL' ? INF : (float) $entry->payload['value']) .
            ', ' .
            ($entry->payload['judged']['passed'] ? 'passed' : 'FAILED');
    }

    public static function write(SafetyTest $test, float $value): string
    {
        return match (true) {
            $test->unit() === null => $value > 0.5 ? 'in order' : 'not in order',
            is_infinite($value) => 'over range',
            default => Quantity::write($value, $test->unit()),
        };
    }
}
