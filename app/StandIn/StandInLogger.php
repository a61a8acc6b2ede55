<?php

declare(strict_types=1);

namespace App\StandIn;

/**
 * A multi-channel thermometer that reads volts as well and scans by itself into its own memory, so that whoever
 * collects may come late. ROUTe:SCAN starts anew, TRIGger:TIMer sets the interval, TRACe:DATA? FROM,COUNT gives whole
 * scans, oldest first.
 */
final class StandInLogger extends StandIn
{
    private const MEMORY = 200_000;

    /** @var list<int> */
    private array $inputs = [];

    private float $interval = 1.0;

    private float $start = 0.0;

    /** @var list<string> scans as they are sent */
    private array $scans = [];

    protected function model(): string
    {
        return 'stand-in logging thermometer';
    }

    /** Scans that are due are taken before anything changes at the bench. */
    public function catchUp(): void
    {
        $due =
            $this->inputs === []
                ? 0
                : min(self::MEMORY, (int) floor(($this->rig->now() - $this->start) / $this->interval) + 1);
        for ($k = count($this->scans); $k < $due; $k++) {
            $at = $this->start + $k * $this->interval;
            $this->scans[] = implode(',', array_map(fn(int $input): string => $this->read($input, $at), $this->inputs));
        }
    }

    protected function command(string $header, array $arguments): ?string
    {
        switch (true) {
            case Header::is($header, 'ROUTe:SCAN'):
                $this->inputs = self::listed(implode(',', $arguments));
                [$this->start, $this->scans] = [$this->rig->now(), []];
                break;
            case Header::is($header, 'TRIGger:TIMer'):
                $this->interval = $this->within($arguments[0] ?? '', 0.1, 3600) ?? $this->interval;
                break;
            case Header::is($header, 'TRACe:POINts:ACTual?'):
                $this->catchUp();

                return (string) count($this->scans);
            case Header::is($header, 'TRACe:DATA?'):
                return $this->data((int) ($arguments[0] ?? 0), (int) ($arguments[1] ?? 1));
            case Header::is($header, 'MEASure:TEMPerature?') ||
                Header::is($header, 'MEASure:VOLTage[:DC]?') ||
                Header::is($header, 'MEASure:VOLTage:AC?'):
                return implode(
                    ',',
                    array_map(
                        fn(int $input): string => $this->read($input, $this->rig->now()),
                        self::listed(implode(',', $arguments)),
                    ),
                );
            default:
                return null;
        }

        return '';
    }

    protected function reset(): void
    {
        [$this->inputs, $this->scans] = [[], []];
    }

    private function data(int $from, int $count): string
    {
        $this->catchUp();

        return implode(',', array_slice($this->scans, max(0, $from), max(0, min(2000, $count))));
    }

    private function read(int $input, float $at): string
    {
        $sensor = $this->rig->sensors[$input] ?? null;

        return self::number($sensor === null ? NAN : $this->rig->sense($sensor['quantity'], $sensor['target'], $at));
    }

    /** @return list<int> of "(@101,102:105)" */
    private static function listed(string $list): array
    {
        $inputs = [];
        foreach (explode(',', trim($list, '(@) ')) as $piece) {
            $ends = explode(':', $piece);
            array_push($inputs, ...range((int) $ends[0], (int) ($ends[1] ?? $ends[0])));
        }

        return $inputs;
    }
}
