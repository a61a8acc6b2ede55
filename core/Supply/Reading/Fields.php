<?php

declare(strict_types=1);

namespace Oculant\Core\Supply\Reading;

use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;
use Oculant\Core\Quantity\UnreadableQuantity;

/** Takes values out of a decoded document and collects everything that is wrong with them, each with its path. */
final class Fields
{
    /** @var list<array{path: string, message: string}> */
    private array $problems = [];

    /** @return list<array{path: string, message: string}> */
    public function problems(): array
    {
        return $this->problems;
    }

    /** @return array<mixed> */
    public function object(string $path, mixed $given): array
    {
        if (!is_array($given) || ($given !== [] && array_is_list($given))) {
            $this->problem(
                $path,
                $given === null
                    ? 'This is missing; an object with its fields is expected.'
                    : 'An object with its fields is expected here.',
            );

            return [];
        }

        return $given;
    }

    /** @return list<mixed> */
    public function rows(string $path, mixed $given, bool $needed): array
    {
        if (!is_array($given) || !array_is_list($given) || ($needed && $given === [])) {
            $this->problem($path, 'A list is expected here' . ($needed ? ', with at least one entry.' : '.'));

            return [];
        }

        return $given;
    }

    public function text(string $path, mixed $given, int $most): string
    {
        if (!is_string($given) || trim($given) === '') {
            $this->problem($path, 'A short text is expected here.');

            return '';
        }
        if (mb_strlen($given) > $most) {
            $this->problem(
                $path,
                sprintf('This text has %d characters; at most %d are kept.', mb_strlen($given), $most),
            );
        }

        return trim($given);
    }

    /**
     * References and ids are single words that begin with a letter, so that they can be typed in front of a reading.
     */
    public function identifier(string $path, mixed $given): string
    {
        $text = $this->text($path, $given, 24);
        if ($text !== '' && preg_match('/^\\p{L}[\\p{L}\\d_+.-]*$/u', $text) !== 1) {
            $this->problem(
                $path,
                sprintf(
                    '"%s" cannot be used: begin with a letter and use letters, digits, + - . and _ only, for ' .
                        'example "TP3".',
                    $text,
                ),
            );
        }

        return $text;
    }

    public function quantity(string $path, mixed $given, Unit $unit, bool $positive): float
    {
        if (in_array($unit, [Unit::Farad, Unit::Henry], true) && is_numeric($given) && (float) $given >= 1.0) {
            // A bare "2200" on a capacitor means microfarads to one person and picofarads to the next.
            $this->problem($path, sprintf('"%1$s" has no unit. %1$s what? Write "%1$su", "%1$sn" or "%1$sp".', $given));

            return 1e-6;
        }
        if ($unit === Unit::Ampere && is_string($given) && is_numeric($given) && (float) $given >= 1.0) {
            // "20" on a load is twenty milliamperes to whoever typed it more often than twenty amperes.
            $this->problem($path, sprintf('"%1$s" has no unit. %1$s what? Write "%1$s A" or "%1$s mA".', $given));

            return 1e-3;
        }
        if ($unit === Unit::Metre && is_numeric($given)) {
            $this->problem($path, sprintf('"%1$s" has no unit. Write "%1$s mm".', $given));

            return 1e-3;
        }
        if (is_int($given) || is_float($given)) {
            $value = (float) $given;
        } elseif (is_string($given)) {
            try {
                $value = Quantity::parse($given, $unit)->value;
            } catch (UnreadableQuantity $e) {
                $this->problem($path, $e->getMessage());

                return 1.0;
            }
        } else {
            $this->problem($path, sprintf('A value is expected here, for example %s.', $unit->example()));

            return 1.0;
        }
        if ($positive && $value <= 0) {
            $this->problem(
                $path,
                sprintf(
                    '%s is not possible here: it must be greater than zero, for example %s.',
                    is_string($given) ? "\"{$given}\"" : (string) $value,
                    $unit->example(),
                ),
            );
        }

        return $value;
    }

    /**
     * @param array<mixed> $row
     * @param list<string> $known
     */
    public function knownKeys(string $path, array $row, array $known): void
    {
        foreach (array_keys($row) as $key) {
            if (!in_array((string) $key, $known, true)) {
                $this->problem(
                    $path === '' ? (string) $key : "{$path}.{$key}",
                    sprintf('There is no field "%s" here. Known fields: %s.', $key, implode(', ', $known)),
                );
            }
        }
    }

    public function problem(string $path, string $message): void
    {
        $this->problems[] = ['path' => $path, 'message' => $message];
    }
}
