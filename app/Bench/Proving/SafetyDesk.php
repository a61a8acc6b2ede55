<?php

declare(strict_types=1);

namespace App\Bench\Proving;

use App\Bench\JobFile;
use App\Models\Workshop;
use Oculant\Core\Bench\Entry\Safety;
use Oculant\Core\Bench\IsolationStanding;
use Oculant\Core\Bench\SafetyTest;
use Oculant\Core\Parts\Part;
use Oculant\Core\Proving\Safety\RuleSet;
use Oculant\Core\Proving\Safety\SafetyJudge;

/**
 * Electrical safety tests, by the rules of the workshop.
 *
 * @phpstan-import-type SafetyPlanTest from SafetyJudge
 * @phpstan-import-type SafetyResult from SafetyJudge
 * @phpstan-import-type SafetyRules from RuleSet
 *
 * @phpstan-type SafetyTests array{
 *     class: string,
 *     rules: SafetyRules,
 *     tests: list<SafetyPlanTest>,
 *     other_class: list<SafetyPlanTest>,
 *     condemned: ?string,
 *     bridging: list<string>,
 * }
 */
final readonly class SafetyDesk
{
    /** @return SafetyTests */
    public function safety(JobFile $file): array
    {
        $class = $file->state->protectionClass() ?? SafetyTest::classOf($file->supply);
        $rules = $this->rules($file->job->workshop_id);

        return [
            'class' => $class,
            'rules' => $rules->toArray(),
            'tests' => array_map(
                fn(array $row): array => $row + [
                    'result' => $this->safetyResult($file, SafetyTest::from($row['test'])),
                ],
                (new SafetyJudge($file->supply, $rules))->plan($class),
            ),
            'other_class' => (new SafetyJudge($file->supply, $rules))->plan($class === 'I' ? 'II' : 'I'),
            'condemned' => $file->state->condemned['text'] ?? null,
            'bridging' => array_map(
                static fn(Part $p): string => $p->label(),
                (new IsolationStanding($file->supply, $file->state))->remaining(),
            ),
        ];
    }

    public function rules(string $workshopId): RuleSet
    {
        return RuleSet::of(Workshop::query()->whereKey($workshopId)->value('safety_rules') ?? []);
    }

    /**
     * What the workshop's rule set says of a safety test, whatever the client says.
     *
     * @param array<mixed> $payload
     *
     * @return array{judged?: array<string, mixed>}
     */
    public function judged(JobFile $file, array $payload): array
    {
        $test = SafetyTest::tryFrom(is_string($payload['test'] ?? null) ? $payload['test'] : '');
        if ($test === null) {
            return ['judged' => []];
        }
        $class = in_array($payload['class'] ?? null, ['I', 'II'], true)
            ? $payload['class']
            : SafetyTest::classOf($file->supply);

        return [
            'judged' => (new SafetyJudge($file->supply, $this->rules($file->job->workshop_id)))->judge(
                $test,
                $class,
                Safety::value($payload, $test),
                is_numeric($payload['cord'] ?? null) ? (float) $payload['cord'] : 2.0,
            ),
        ];
    }

    /** @return SafetyResult|null */
    private function safetyResult(JobFile $file, SafetyTest $test): ?array
    {
        $row = $file->state->safety[$test->value] ?? null;

        return $row === null
            ? null
            : [
                'text' => Safety::write($test, $row['value']),
                'passed' => $row['passed'],
                'sentence' => $row['sentence'],
                'source' => $row['source'],
                'stale' => $row['replaced'] !== $file->state->replaced(),
            ];
    }
}
