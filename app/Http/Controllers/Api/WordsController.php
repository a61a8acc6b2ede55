<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use Illuminate\Http\JsonResponse;
use Oculant\Core\Bench\ChangeKind;
use Oculant\Core\Bench\Entry\Background;
use Oculant\Core\Bench\Entry\Cause;
use Oculant\Core\Bench\Entry\Eliminated;
use Oculant\Core\Bench\Entry\FuseLook;
use Oculant\Core\Bench\Entry\Idea;
use Oculant\Core\Bench\Entry\IsolationTest;
use Oculant\Core\Bench\Entry\PartTest;
use Oculant\Core\Bench\Entry\ShortStrip;
use Oculant\Core\Bench\Entry\Substituted;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\Entry\Taken;
use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Parts\Seen;
use OpenApi\Attributes as OA;

/**
 * The words that entries choose from; nothing of any workshop is in them.
 *
 * @phpstan-type Words array{
 *     // Shapes of what the bench shows beside readings.
 *     purposes: list<Option>,
 *     causes: list<Option>,
 *     symptoms: list<Option>,
 *     conditions: list<Option>,
 *     sees: list<Option>,
 *     fuse: list<Option>,
 *     how: list<Option>,
 *     substitution: list<Option>,
 *     short: list<Option>,
 *     isolation: list<Option>,
 *     ideas: list<Option>,
 *     tests: list<Option>,
 *     methods: list<Option>,
 *     taken: list<Option>,
 *     changes: list<ChangeOption>,
 * }
 *
 * @phpstan-type Option array{
 *     value: string,
 *     label: string,
 * }
 *
 * @phpstan-type ChangeOption array{
 *     value: string,
 *     label: string,
 *     key: string,
 *     needs_part: bool,
 *     needs_value: bool,
 * }
 */
final class WordsController
{
    #[
        OA\Get(
            path: '/words',
            operationId: 'listWords',
            summary: 'What entries choose from, and how people say it',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Words by what they are for',
                    content: new OA\JsonContent(ref: '#/components/schemas/Words'),
                ),
            ],
        ),
    ]
    public function __invoke(): JsonResponse
    {
        return new JsonResponse([
            'purposes' => self::options(Purpose::options()),
            'causes' => self::options([
                Cause::PART => 'a part of it',
                ...Cause::OTHER,
                Cause::NONE => 'no fault found',
            ]),
            'symptoms' => self::options(Symptom::WORDS),
            'conditions' => self::options(Background::CONDITIONS),
            'sees' => self::options(Seen::options()),
            'fuse' => self::options(FuseLook::STATES),
            'how' => self::options(Eliminated::HOW),
            'substitution' => self::options(Substituted::WHAT),
            'short' => self::options(ShortStrip::METHODS),
            'isolation' => self::options(IsolationTest::TESTS),
            'ideas' => self::options(Idea::VERDICTS),
            'tests' => self::options(PartTest::words()),
            'methods' => self::options(PowerMethod::WORDS),
            'taken' => self::options(Taken::KINDS),
            'changes' => array_map(
                static fn(ChangeKind $c): array => [
                    'value' => $c->value,
                    'label' => $c->words(),
                    'key' => $c->key(),
                    'needs_part' => $c->needsPart(),
                    'needs_value' => $c->needsValue(),
                ],
                ChangeKind::cases(),
            ),
        ]);
    }

    /**
     * @param array<string, string> $words
     *
     * @return list<Option>
     */
    private static function options(array $words): array
    {
        return array_map(
            static fn(string $value, string $label): array => ['value' => $value, 'label' => $label],
            array_keys($words),
            $words,
        );
    }
}
