<?php

declare(strict_types=1);

namespace Oculant\Core\PowerUp;

use Oculant\Core\Bench\PowerMethod;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Expectations;
use Oculant\Core\Expectation\Run;
use Oculant\Core\Parts\Part;
use Oculant\Core\Parts\UnderVoltageLockout;
use Oculant\Core\Supply\Alteration;
use Oculant\Core\Supply\Description;
use Oculant\Core\Supply\Mode;

/** A unit with a bench supply where its own feed was. */
final readonly class FedUnit
{
    /** Current limits of a bench supply's knob, amperes. */
    private const LIMITS = [0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0];

    /**
     * @param Part|null        $at   the capacitor that the bench supply is clipped to; null for a unit's own two
     *     terminals
     * @param list<Alteration> $else what else is not as described
     */
    public function __construct(
        public Description $supply,
        public Mode $mode,
        public ?Part $at,
        private array $else = [],
    ) {}

    public function method(float $volts, float $limit): PowerMethod
    {
        return new PowerMethod(PowerMethod::BENCH, volts: $volts, limit: $limit, part: $this->at?->ref);
    }

    /** What a good unit takes from the bench supply, in its hungriest phase, amperes. */
    public function drawn(float $volts, ?ScaledResistor $scaled): float
    {
        $most = 0.0;
        foreach ($this->run($volts, $scaled)->phases ?? [] as $phase) {
            $most = max($most, abs($phase->record->currentSignal('BENCH')->average));
        }

        return $most;
    }

    /** Half as much again as that, on the next step of the knob. */
    public static function limit(float $amperes): float
    {
        foreach (self::LIMITS as $limit) {
            if ($limit >= 1.5 * $amperes) {
                return $limit;
            }
        }

        return self::generous();
    }

    public function isAwake(Part $controller, float $volts, ?ScaledResistor $scaled): bool
    {
        foreach ($this->run($volts, $scaled)->phases ?? [] as $phase) {
            if (UnderVoltageLockout::isRunning($phase->parts[$controller->ref])) {
                return true;
            }
        }

        return false;
    }

    /** The same windows that the bench judges by. */
    public function expected(float $volts, float $limit, ?ScaledResistor $scaled): Expectations
    {
        $fed = $this->fed($volts, $limit, $scaled);

        return Expectations::of($fed, $fed->mode(null));
    }

    private static function generous(): float
    {
        return self::LIMITS[count(self::LIMITS) - 1];
    }

    private function run(float $volts, ?ScaledResistor $scaled): ?Run
    {
        $fed = $this->fed($volts, self::generous(), $scaled);
        try {
            return (new Behaviour($fed))->run($fed->mode(null));
        } catch (CircuitError) {
            return null;
        }
    }

    private function fed(float $volts, float $limit, ?ScaledResistor $scaled): Description
    {
        return $this->supply->altered($this->mode->id, [
            ...$this->method($volts, $limit)->alterations($this->supply),
            ...$this->else,
            ...$scaled === null ? [] : [Alteration::set($scaled->part->ref, ['value' => $scaled->ohms])],
        ]);
    }
}
