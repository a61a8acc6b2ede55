<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Observation;
use Oculant\Core\Supply\AlternatingNodes;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\Template\Templates;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

/**
 * How a meter is set before anything is solved, held by what the solver then finds at every point of every family and
 * supply.
 */
final class AlternatingNodesTest extends TestCase
{
    /** @return iterable<string, array{Description}> */
    public static function supplies(): iterable
    {
        foreach (array_keys(Templates::all()) as $family) {
            yield $family => [Supplies::drafted((string) $family)];
        }
        foreach (
            [
                ...glob(__DIR__ . '/../../../database/demo/supplies/*.json') ?: [],
                ...glob(__DIR__ . '/../../../bench/outside/supplies/*.json') ?: [],
            ]
            as $path
        ) {
            yield basename($path, '.json') => [DescriptionReader::fromJson((string) file_get_contents($path))];
        }
    }

    #[DataProvider('supplies')]
    public function testTheFunctionOfEveryPointFollowsFromHowPartsAreJoined(Description $supply): void
    {
        $mode = $supply->mode(null);
        $seen = (new Behaviour($supply))->live($mode);
        $nodes = AlternatingNodes::of($supply);
        $before = Expectations::unsolved($supply, $mode)->functions;
        foreach ($supply->points as $id => $point) {
            $is = Observation::isAlternating($seen->reading((string) $id, 'dc'), $seen->reading((string) $id, 'ac'));
            self::assertSame($is, $nodes->lieAt($point), (string) $id);
            self::assertSame($is ? 'ac' : 'dc', $before[$id]);
        }
    }
}
