<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use InvalidArgumentException;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;

/** A unit that nobody can be hurt by: a description, what is wrong with one unit of it, and what its owner says. */
final readonly class Exercise
{
    public const FORMAT = 'oculant/exercise';

    /**
     * @param array<string, string> $faults fault name by part reference; empty if nothing is wrong with it
     * @param int                   $seed   spread of its parts, noise of its meter
     * @param list<string>          $story  words of Symptom::WORDS, or "F1 open" and the like
     * @param int|null              $steps  measurements that the best strategy needed; null if nobody has tried
     */
    public function __construct(
        public Description $supply,
        public array $faults,
        public int $seed,
        public array $story,
        public ?int $steps = null,
    ) {}

    public function unit(): SimulatedUnit
    {
        return new SimulatedUnit($this->supply, $this->faults, $this->seed);
    }

    /** Way to fail of what is hidden; null if nothing is wrong with it. */
    public function mechanism(): ?FailureClass
    {
        return $this->faults === [] ? null : FailureClass::of(array_values($this->faults)[0]);
    }

    /** Its owner's words. */
    public function words(): string
    {
        $said = array_map(static fn(string $symptom): string => Symptom::WORDS[$symptom] ?? $symptom, $this->story);

        return $said === [] ? 'It came in without a word.' : implode('. ', $said) . '.';
    }

    /**
     * What is hidden is written so that no eye falls on it; it is no secret.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'format' => self::FORMAT,
            'version' => 1,
            'description' => $this->supply->written,
            'seed' => $this->seed,
            'story' => $this->story,
            'steps' => $this->steps,
            'hidden' => base64_encode(json_encode((object) $this->faults, JSON_THROW_ON_ERROR)),
        ];
    }

    /**
     * @param array<mixed> $given
     *
     * @throws InvalidArgumentException if it is no exercise; DescriptionRefused if its description is none
     */
    public static function of(array $given): self
    {
        if (($given['format'] ?? '') !== self::FORMAT || ($given['version'] ?? 0) !== 1) {
            throw new InvalidArgumentException(
                sprintf('This is no exercise: "format" is "%s" and "version" 1 in one.', self::FORMAT),
            );
        }
        $supply = DescriptionReader::fromArray(is_array($given['description'] ?? null) ? $given['description'] : []);
        $hidden = json_decode(
            (string) base64_decode(is_string($given['hidden'] ?? null) ? $given['hidden'] : '', true),
            true,
        );
        if (!is_array($hidden)) {
            throw new InvalidArgumentException('What is hidden in this exercise cannot be read: "hidden" is base64.');
        }
        $faults = [];
        foreach ($hidden as $ref => $fault) {
            $part = $supply->parts[(string) $ref] ?? null;
            if ($part === null || !is_string($fault) || $part->fault($fault) === null) {
                throw new InvalidArgumentException('This exercise hides a fault that its description does not know.');
            }
            $faults[(string) $ref] = $fault;
        }
        $story = array_values(array_filter(is_array($given['story'] ?? null) ? $given['story'] : [], is_string(...)));
        foreach ($story as $symptom) {
            if (!isset(Symptom::WORDS[$symptom]) && preg_match('/^\S+ (open|intact|dark|lit)$/', $symptom) !== 1) {
                throw new InvalidArgumentException("\"{$symptom}\" is no symptom that an owner tells.");
            }
        }

        return new self(
            $supply,
            $faults,
            is_int($given['seed'] ?? null) ? $given['seed'] : 1,
            $story,
            is_int($given['steps'] ?? null) ? $given['steps'] : null,
        );
    }
}
