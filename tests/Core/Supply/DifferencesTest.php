<?php

declare(strict_types=1);

namespace Tests\Core\Supply;

use Oculant\Core\Supply\Differences;
use PHPUnit\Framework\TestCase;
use Tests\Support\Supplies;

final class DifferencesTest extends TestCase
{
    public function testTheSameSaysNothing(): void
    {
        self::assertSame(
            [],
            Differences::between(Supplies::demoArray('tuner-feed'), Supplies::demoArray('tuner-feed')),
        );
    }

    public function testFieldByField(): void
    {
        $before = Supplies::demoArray('tuner-feed');
        $after = $before;
        $after['title'] = 'Other';
        $after['parts'][5]['value'] = '2200u';
        unset($after['points'][0]['rail'], $after['parts'][9]);
        $after['points'][] = ['id' => 'TP9', 'node' => 'OUT', 'against' => '0V'];
        $after['parts'] = array_reverse(array_values($after['parts']));
        $rows = Differences::between($before, $after);
        $short = array_map(static fn(array $r): string => "{$r['section']} {$r['name']} {$r['field']}", $rows);

        self::assertContains('parts C1 value', $short);
        self::assertContains("parts {$before['parts'][9]['ref']} removed", $short);
        self::assertContains('points TP9 added', $short);
        self::assertContains('supply  title', $short);
        self::assertCount(4, $rows, 'the order of parts is no difference: ' . implode(', ', $short));
    }
}
