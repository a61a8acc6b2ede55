<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Knowledge\CachedKnowledge;
use App\Policies\RepairJobPolicy;
use App\Policies\SupplyPolicy;
use Illuminate\Cache\ArrayStore;
use Illuminate\Cache\Repository;
use Oculant\Core\Supply\DescriptionReader;
use Tests\Support\Supplies;

final class KnowledgeTest extends FeatureTestCase
{
    public function testASolvedSupplyIsKeptForEveryBench(): void
    {
        $counting = new class (true) extends ArrayStore {
            public int $writes = 0;

            public function forever($key, $value): bool
            {
                $this->writes++;

                return parent::forever($key, $value);
            }
        };
        $store = new Repository($counting);
        $supply = Supplies::demo('tuner-feed');
        $first = (new CachedKnowledge($supply, $store))->expectations('loaded', null);
        $second = (new CachedKnowledge($supply, $store))->expectations('loaded', null);

        self::assertEquals($first, $second);
        self::assertNotSame($first, $second, 'it went through the store');
        self::assertSame(1, $counting->writes, 'nothing was solved again');
    }

    public function testAnotherDescriptionIsAnotherKey(): void
    {
        $store = new Repository(new ArrayStore(true));
        $array = Supplies::demoArray('tuner-feed');
        $one = (new CachedKnowledge(DescriptionReader::fromArray($array), $store))->expectations('loaded', null);
        $array['parts'][7]['value'] = '6.2 V';
        $two = (new CachedKnowledge(DescriptionReader::fromArray($array), $store))->expectations('loaded', null);

        self::assertGreaterThan($two->window('TP4')->nominal + 2, $one->window('TP4')->nominal);
    }

    public function testPoliciesSayWhyNot(): void
    {
        $apprentice = $this->person('apprentice');
        $technician = $this->person('technician');
        $lead = $this->person('lead');
        $job = $this->job($technician);
        $supply = $this->supply();
        $jobs = new RepairJobPolicy();
        $supplies = new SupplyPolicy();

        self::assertTrue($jobs->view($apprentice, $job)->allowed());
        self::assertTrue($jobs->log($lead, $job)->allowed());
        self::assertTrue($jobs->handBack($lead, $job)->allowed());
        self::assertTrue($supplies->update($technician, $supply)->allowed());
        foreach ([$jobs->log($apprentice, $job), $jobs->handBack($apprentice, $job), $supplies->create($apprentice), $supplies->update($apprentice, $supply)] as $refusal) {
            self::assertTrue($refusal->denied());
            self::assertStringEndsWith('.', (string) $refusal->message());
        }
        self::assertTrue($lead->can('override gates'));
        self::assertFalse($technician->can('override gates'));
    }
}
