<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The arrows between rooms run one way; PHPStan runs these rules. */
final class RoomsTest
{
    public function testCoreKnowsNothingOfTheApplication(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Oculant\Core'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Illuminate'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Laravel'),
            )
            ->because('the rules of the job are tested on their own');
    }

    public function testQuantityStandsAlone(): Rule
    {
        return $this->roomKnowsOnly('Quantity', []);
    }

    public function testCircuitKnowsQuantityOnly(): Rule
    {
        return $this->roomKnowsOnly('Circuit', ['Quantity']);
    }

    public function testPartsKnowCircuitAndQuantity(): Rule
    {
        return $this->roomKnowsOnly('Parts', ['Circuit', 'Quantity']);
    }

    public function testSupplyKnowsParts(): Rule
    {
        return $this->roomKnowsOnly('Supply', ['Parts', 'Circuit', 'Quantity']);
    }

    public function testExpectationKnowsSupply(): Rule
    {
        return $this->roomKnowsOnly('Expectation', ['Supply', 'Parts', 'Circuit', 'Quantity']);
    }

    public function testBenchKnowsSupply(): Rule
    {
        return $this->roomKnowsOnly('Bench', ['Supply', 'Parts', 'Quantity']);
    }

    public function testDiagnosisKnowsEverythingButPractice(): Rule
    {
        return $this->roomKnowsOnly('Diagnosis', ['Bench', 'Expectation', 'Supply', 'Parts', 'Circuit', 'Quantity']);
    }

    public function testReplacementKnowsTheBenchAndWhatIsExpected(): Rule
    {
        return $this->roomKnowsOnly('Replacement', ['Bench', 'Expectation', 'Supply', 'Parts', 'Circuit', 'Quantity']);
    }

    public function testPowerUpKnowsTheBenchAndWhatIsExpected(): Rule
    {
        return $this->roomKnowsOnly('PowerUp', ['Bench', 'Expectation', 'Supply', 'Parts', 'Circuit', 'Quantity']);
    }

    public function testProvingKnowsTheBenchAndWhatIsExpected(): Rule
    {
        return $this->roomKnowsOnly('Proving', ['Bench', 'Expectation', 'Supply', 'Parts', 'Circuit', 'Quantity']);
    }

    public function testModelsHoldNoTradeRules(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('App\Models'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Oculant\Core\Diagnosis'),
                Selector::inNamespace('Oculant\Core\Expectation'),
                Selector::inNamespace('Oculant\Core\Circuit'),
            )
            ->because('models speak persistence');
    }

    /** @param list<string> $known */
    private function roomKnowsOnly(string $room, array $known): Rule
    {
        $all = [
            'Quantity',
            'Circuit',
            'Supply',
            'Parts',
            'Expectation',
            'Bench',
            'Diagnosis',
            'PowerUp',
            'Practice',
            'Proving',
        ];
        $forbidden = array_values(array_diff($all, $known, [$room]));

        return PHPat::rule()
            ->classes(Selector::inNamespace("Oculant\\Core\\{$room}"))
            ->shouldNotDependOn()
            ->classes(
                ...array_map(static fn(string $other) => Selector::inNamespace("Oculant\\Core\\{$other}"), $forbidden),
            )
            ->because("{$room} lies below them");
    }
}
