<?php

declare(strict_types=1);

namespace App\StandIn;

/**
 * A simulated instrument: answers SCPI, one command a line, several with semicolons between (IEEE 488.2 common commands
 * and its own).
 */
abstract class StandIn
{
    private const OVERLOAD = '9.9E37';

    private const NOTHING = '9.91E37';

    /** @var list<string> the error queue */
    private array $errors = [];

    public function __construct(protected readonly Rig $rig) {}

    /** @return string|null the answer, without the line's end; null if nothing was asked */
    public function line(string $line): ?string
    {
        $answers = [];
        foreach (explode(';', trim($line)) as $command) {
            if (trim($command) === '') {
                continue;
            }
            [$header, $given] = [...explode(' ', trim($command), 2), ''];
            $answer =
                $this->common($header) ??
                $this->command($header, array_map(trim(...), $given === '' ? [] : explode(',', $given)));
            if ($answer === null) {
                $this->errors[] = '-113,"Undefined header"';
            } elseif ($answer !== '') {
                $answers[] = $answer;
            }
        }

        return $answers === [] ? null : implode(';', $answers);
    }

    /** Model name for *IDN?. */
    abstract protected function model(): string;

    /**
     * @param list<string> $arguments
     *
     * @return string|null answer, empty if nothing was asked, null if it does not know the header
     */
    abstract protected function command(string $header, array $arguments): ?string;

    /** Everything off. */
    protected function reset(): void {}

    protected static function number(float $value): string
    {
        return match (true) {
            is_nan($value) => self::NOTHING,
            is_infinite($value) => self::OVERLOAD,
            default => sprintf('%+.6E', $value),
        };
    }

    protected static function isOn(string $word): bool
    {
        return in_array(strtoupper($word), ['1', 'ON'], true);
    }

    /** A setting out of range changes nothing and goes into the error queue. */
    protected function within(string $given, float $least, float $most): ?float
    {
        if (!is_numeric($given) || (float) $given < $least || (float) $given > $most) {
            $this->errors[] = '-222,"Data out of range"';

            return null;
        }

        return (float) $given;
    }

    private function common(string $header): ?string
    {
        switch (strtoupper($header)) {
            case '*IDN?':
                return "Oculant,{$this->model()},0,1";
            case '*OPC?':
                return '1';
            case '*CLS':
                $this->errors = [];

                return '';
            case '*RST':
                $this->reset();
                $this->rig->settle();

                return '';
        }

        return Header::is($header, 'SYSTem:ERRor[:NEXT]?') ? array_shift($this->errors) ?? '0,"No error"' : null;
    }
}
