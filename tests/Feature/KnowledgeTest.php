<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Knowledge\CachedKnowledge;
use App\Knowledge\Engine;
use App\Policies\RepairJobPolicy;
use App\Policies\SupplyPolicy;
use Illuminate\Cache\ArrayStore;
use Illuminate\Cache\Repository;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\File;
use Oculant\Core\Diagnosis\Hypothesis;
use Oculant\Core\Diagnosis\Mishap\SolderBridge;
use Oculant\Core\Diagnosis\PairKnowledge;
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
        (new CachedKnowledge($supply, $store))->solve(static fn() => null);
        $writes = $counting->writes;
        $first = (new CachedKnowledge($supply, $store))->expectations('loaded', null);
        $second = (new CachedKnowledge($supply, $store))->expectations('loaded', null);

        self::assertEquals($first, $second);
        self::assertNotSame($first, $second, 'it went through the store');
        self::assertSame($writes, $counting->writes, 'nothing was solved again');
    }

    public function testAnotherDescriptionOrEngineIsAnotherKey(): void
    {
        $store = new Repository(new ArrayStore(true));
        $array = Supplies::demoArray('tuner-feed');
        $of = static function (array $array, string $engine) use ($store): CachedKnowledge {
            return new CachedKnowledge(DescriptionReader::fromArray($array), $store, $engine);
        };
        $of($array, 'one')->solve(static fn() => null);
        self::assertTrue($of($array, 'one')->isWhole());
        self::assertFalse($of($array, 'another')->isWhole());
        $array['parts'][7]['value'] = '6.2 V';
        self::assertFalse($of($array, 'one')->isWhole());
        // Nothing is solved where it is asked for: what is not known is called so.
        self::assertFalse($of($array, 'one')->expectations('loaded', null)->window('TP4')->isKnown());
        self::assertSame(0.0, $of($array, 'one')->known('loaded'));
    }

    public function testWhatIsOldOrTooMuchIsTakenAwayAndWorkedOutAgain(): void
    {
        $path = sys_get_temp_dir() . '/oculant-knowledge-' . bin2hex(random_bytes(4));
        config(['cache.stores.knowledge.path' => $path, 'cache.stores.knowledge.lock_path' => $path]);
        $store = Cache::store('knowledge');
        foreach (['old' => 100, 'older' => 95, 'new' => 1, 'newest' => 0] as $name => $days) {
            $store->forever($name, str_repeat('x', 600_000));
        }
        $files = glob("{$path}/*/*/*") ?: [];
        self::assertCount(4, $files);
        foreach (['old' => 100, 'older' => 95, 'new' => 1, 'newest' => 0] as $name => $days) {
            touch(
                $path . '/' . substr(sha1($name), 0, 2) . '/' . substr(sha1($name), 2, 2) . '/' . sha1($name),
                time() - 86_400 * $days,
            );
        }
        $this->artisan('oculant:prune', ['--days' => 90])
            ->expectsOutput('2 of 4 files taken away.')
            ->assertSuccessful();
        self::assertNull($store->get('old'));
        $this->artisan('oculant:prune', ['--megabytes' => 1])
            ->expectsOutput('1 of 2 files taken away.')
            ->assertSuccessful();
        self::assertNull($store->get('new'));
        self::assertNotNull($store->get('newest'));
        File::deleteDirectory($path);
    }

    public function testWhatWasPrunedInPartIsNotSolvedByWhoeverAsks(): void
    {
        $store = new Repository(new ArrayStore(true));
        $supply = Supplies::demo('tuner-feed');
        (new CachedKnowledge($supply, $store, 'one'))->solve(static fn() => null);
        $store->forget("oculant:one:{$supply->hash()}:d:");
        $left = new CachedKnowledge($supply, $store, 'one');

        self::assertFalse($left->isWhole());
        self::assertSame([], $left->dictionary(null)->hypotheses);
    }

    public function testAMishapIsHeldAsLikelyAsThisUnitsLifeMakesIt(): void
    {
        $supply = Supplies::demo('tuner-feed');
        $store = new Repository(new ArrayStore(true));
        $knowledge = new CachedKnowledge($supply, $store, 'one');
        $knowledge->solve(static fn() => null);
        $of = static fn(float $share): Hypothesis => new Hypothesis(
            'bridge:TP3:TP4',
            'R1',
            'mistaken',
            'bridged',
            $share,
            false,
            '',
            [],
            'resistor',
            false,
            mishap: new SolderBridge($supply->point('TP3')->node, $supply->point('TP4')->node, []),
        );
        foreach ([0.001, 0.008] as $share) {
            self::assertSame(
                $share,
                (new PairKnowledge($knowledge, $supply, [$of($share)]))->dictionary(null)->hypotheses['bridge:TP3:TP4']
                    ->weight,
            );
        }
    }

    public function testTheFingerprintOfTheEngineFollowsItsCode(): void
    {
        self::assertMatchesRegularExpression('/^[0-9a-f]{12}$/', Engine::hash());
        self::assertSame(Engine::hash(), config('oculant.engine'));
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
        foreach (
            [
                $jobs->log($apprentice, $job),
                $jobs->handBack($apprentice, $job),
                $supplies->create($apprentice),
                $supplies->update($apprentice, $supply),
            ]
            as $refusal
        ) {
            self::assertTrue($refusal->denied());
            self::assertStringEndsWith('.', (string) $refusal->message());
        }
        self::assertTrue($lead->can('override gates'));
        self::assertFalse($technician->can('override gates'));
    }
}
