<?php

declare(strict_types=1);

namespace Oculant\Core\Practice;

use Closure;
use InvalidArgumentException;
use Oculant\Core\Bench\Entry\Background;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Parts\FailureClass;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Part;
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
     * @param float                 $shy    share of its starts at which what is wrong is not there
     * @param array<string, float>  $differs by reference: its value in this unit is so many times the described one;
     *     of a fuse its rating
     */
    public function __construct(
        public Description $supply,
        public array $faults,
        public int $seed,
        public array $story,
        public ?int $steps = null,
        public float $shy = 0.0,
        public array $differs = [],
    ) {}

    /** @param (Closure(string, Closure(): Observation): Observation)|null $keep see SimulatedUnit */
    public function unit(?Closure $keep = null): SimulatedUnit
    {
        $parts = [];
        foreach ($this->differs as $ref => $times) {
            $part = $this->supply->part($ref);
            $name = self::differsBy($part);
            $parts[$ref] = $part->with($name, $times * $part->value($name));
        }

        return new SimulatedUnit(
            $parts === [] ? $this->supply : $this->supply->withParts($parts),
            $this->faults,
            $this->seed,
            shy: $this->shy,
            keep: $keep,
        );
    }

    /** What of a part may be another than described. */
    public static function differsBy(Part $part): string
    {
        return $part->kind instanceof Fuse ? 'rating' : 'value';
    }

    /** The same, after so many measurements by the best strategy. */
    public function after(int $steps): self
    {
        return new self($this->supply, $this->faults, $this->seed, $this->story, $steps, $this->shy, $this->differs);
    }

    /** Way to fail of what is hidden; null if nothing is wrong with it. */
    public function mechanism(): ?FailureClass
    {
        return $this->faults === [] ? null : FailureClass::of(array_values($this->faults)[0]);
    }

    /** Its owner's words. */
    public function words(): string
    {
        $said = array_map(
            static fn(string $symptom): string => Symptom::WORDS[$symptom] ??
                (isset(Background::CONDITIONS[$symptom]) ? ucfirst(Background::CONDITIONS[$symptom]) : $symptom),
            $this->story,
        );

        return $said === [] ? 'It came in without a word.' : implode('. ', $said) . '.';
    }

    /** What was hidden, for whoever is through with it. */
    public function hidden(): string
    {
        $hidden = [];
        foreach ($this->faults as $ref => $fault) {
            $part = $this->supply->part($ref);
            $hidden[] = $part->label() . ', ' . ($part->fault($fault)->title ?? $fault);
        }
        $differs = array_map(
            fn(string $ref): string => sprintf(
                $this->supply->part($ref)->kind instanceof Fuse
                    ? ' Somebody had put a fuse into %s that is %.3g times too large.'
                    : ' %s is %.3g times what the description says, and good.',
                $ref,
                $this->differs[$ref],
            ),
            array_map(strval(...), array_keys($this->differs)),
        );

        return ($hidden === [] ? 'Nothing was wrong with it.' : 'It was ' . implode(' and ', $hidden) . '.') .
            implode('', $differs) .
            ($this->shy > 0.0 ? ' It was there at some starts and not at others.' : '');
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
            'hidden' => self::shut($this->faults),
            ...$this->shy === 0.0 && $this->differs === []
                ? []
                : ['beside' => self::shut(['shy' => $this->shy, 'differs' => (object) $this->differs])],
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
        $hidden = self::opened($given, 'hidden');
        $beside = isset($given['beside']) ? self::opened($given, 'beside') : [];
        $faults = [];
        foreach ($hidden as $ref => $fault) {
            $part = $supply->parts[(string) $ref] ?? null;
            if ($part === null || !is_string($fault) || $part->fault($fault) === null) {
                throw new InvalidArgumentException('This exercise hides a fault that its description does not know.');
            }
            $faults[(string) $ref] = $fault;
        }
        [$shy, $differs] = [$beside['shy'] ?? 0.0, $beside['differs'] ?? []];
        if (!is_numeric($shy) || $shy < 0 || $shy > 1 || !is_array($differs)) {
            throw new InvalidArgumentException('What is beside in this exercise is a share of starts, and values.');
        }
        foreach ($differs as $ref => $times) {
            $part = $supply->parts[(string) $ref] ?? null;
            if (
                $part === null ||
                !$part->knows(self::differsBy($part)) ||
                !is_numeric($times) ||
                $times < 0.01 ||
                $times > 100
            ) {
                throw new InvalidArgumentException(
                    'In this exercise a part has another value that has none, or one beyond a hundred times its own.',
                );
            }
        }
        $story = array_values(array_filter(is_array($given['story'] ?? null) ? $given['story'] : [], is_string(...)));
        foreach ($story as $symptom) {
            $isKnown = isset(Symptom::WORDS[$symptom]) || isset(Background::CONDITIONS[$symptom]);
            if (!$isKnown && preg_match('/^\S+ (open|intact|dark|lit)$/', $symptom) !== 1) {
                throw new InvalidArgumentException("\"{$symptom}\" is no symptom that an owner tells.");
            }
        }

        return new self(
            $supply,
            $faults,
            is_int($given['seed'] ?? null) ? $given['seed'] : 1,
            $story,
            is_int($given['steps'] ?? null) ? $given['steps'] : null,
            (float) $shy,
            array_map(floatval(...), $differs),
        );
    }

    /** @param array<string, mixed> $what */
    private static function shut(array $what): string
    {
        return base64_encode(json_encode((object) $what, JSON_THROW_ON_ERROR));
    }

    /**
     * @param array<mixed> $given
     *
     * @return array<mixed>
     */
    private static function opened(array $given, string $name): array
    {
        $hidden = json_decode(
            (string) base64_decode(is_string($given[$name] ?? null) ? $given[$name] : '', true),
            true,
        );

        return is_array($hidden)
            ? $hidden
            : throw new InvalidArgumentException("\"{$name}\" of this exercise cannot be read: it is base64 of JSON.");
    }
}
