<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

use Oculant\Core\Parts\Kind\AdjustableRegulator;
use Oculant\Core\Parts\Kind\Battery;
use Oculant\Core\Parts\Kind\BenchSupply;
use Oculant\Core\Parts\Kind\Bridge;
use Oculant\Core\Parts\Kind\Capacitor;
use Oculant\Core\Parts\Kind\CeramicCapacitor;
use Oculant\Core\Parts\Kind\CommonModeChoke;
use Oculant\Core\Parts\Kind\Connector;
use Oculant\Core\Parts\Kind\CurrentDriver;
use Oculant\Core\Parts\Kind\CurrentLoad;
use Oculant\Core\Parts\Kind\DcConverter;
use Oculant\Core\Parts\Kind\Diode;
use Oculant\Core\Parts\Kind\Electrolytic;
use Oculant\Core\Parts\Kind\Fan;
use Oculant\Core\Parts\Kind\FastDiode;
use Oculant\Core\Parts\Kind\FilmCapacitor;
use Oculant\Core\Parts\Kind\FlybackTransformer;
use Oculant\Core\Parts\Kind\ForwardTransformer;
use Oculant\Core\Parts\Kind\Fuse;
use Oculant\Core\Parts\Kind\HalfBridgeTransformer;
use Oculant\Core\Parts\Kind\Heater;
use Oculant\Core\Parts\Kind\InductorPart;
use Oculant\Core\Parts\Kind\InrushThermistor;
use Oculant\Core\Parts\Kind\IntegratedSwitcher;
use Oculant\Core\Parts\Kind\Joint;
use Oculant\Core\Parts\Kind\Lamp;
use Oculant\Core\Parts\Kind\Led;
use Oculant\Core\Parts\Kind\Load;
use Oculant\Core\Parts\Kind\Mains;
use Oculant\Core\Parts\Kind\Mosfet;
use Oculant\Core\Parts\Kind\OpAmp;
use Oculant\Core\Parts\Kind\Optocoupler;
use Oculant\Core\Parts\Kind\PaperSuppressor;
use Oculant\Core\Parts\Kind\PictureTube;
use Oculant\Core\Parts\Kind\Potentiometer;
use Oculant\Core\Parts\Kind\PowerFactorStage;
use Oculant\Core\Parts\Kind\PowerLoad;
use Oculant\Core\Parts\Kind\PtcThermistor;
use Oculant\Core\Parts\Kind\PwmController;
use Oculant\Core\Parts\Kind\Regulator;
use Oculant\Core\Parts\Kind\Relay;
use Oculant\Core\Parts\Kind\Resistor;
use Oculant\Core\Parts\Kind\Schottky;
use Oculant\Core\Parts\Kind\Selector;
use Oculant\Core\Parts\Kind\ShuntReference;
use Oculant\Core\Parts\Kind\SparkGap;
use Oculant\Core\Parts\Kind\SuppressorDiode;
use Oculant\Core\Parts\Kind\SwitchPart;
use Oculant\Core\Parts\Kind\SynchronousRectifier;
use Oculant\Core\Parts\Kind\Tantalum;
use Oculant\Core\Parts\Kind\ThermalSwitch;
use Oculant\Core\Parts\Kind\Thyristor;
use Oculant\Core\Parts\Kind\Trace;
use Oculant\Core\Parts\Kind\Transformer;
use Oculant\Core\Parts\Kind\Transistor;
use Oculant\Core\Parts\Kind\Trimmer;
use Oculant\Core\Parts\Kind\UltrafastDiode;
use Oculant\Core\Parts\Kind\Valve;
use Oculant\Core\Parts\Kind\VariableTransformer;
use Oculant\Core\Parts\Kind\Varistor;
use Oculant\Core\Parts\Kind\Wire;
use Oculant\Core\Parts\Kind\XCapacitor;
use Oculant\Core\Parts\Kind\YCapacitor;
use Oculant\Core\Parts\Kind\Zener;

/** The registry: one line per kind of part. */
final class PartKinds
{
    /** Names that older descriptions give. */
    private const FORMERLY = ['variac' => 'variable_transformer'];

    /** By its name, or by one that it had. */
    public static function named(string $name): ?PartKind
    {
        return self::all()[self::FORMERLY[$name] ?? $name] ?? null;
    }

    /** @return array<string, Profile> by name; each is made once, since lists ask for them line by line */
    public static function profiles(): array
    {
        static $profiles = null;

        return $profiles ??= array_map(static fn(PartKind $kind): Profile => $kind->profile(), self::all());
    }

    /** @return array<string, PartKind> by name */
    public static function all(): array
    {
        static $kinds = null;

        return $kinds ??= array_column(
            array_map(static fn(PartKind $kind): array => [$kind->name(), $kind], [
                new Mains(),
                new VariableTransformer(),
                new BenchSupply(),
                new Battery(),
                new Fuse(),
                new SwitchPart(),
                new Selector(),
                new Relay(),
                new Connector(),
                new Joint(),
                new Wire(),
                new Trace(),
                new ThermalSwitch(),
                new Varistor(),
                new SparkGap(),
                new XCapacitor(),
                new YCapacitor(),
                new PaperSuppressor(),
                new CommonModeChoke(),
                new InrushThermistor(),
                new PtcThermistor(),
                new Transformer(),
                new Bridge(),
                new Diode(),
                new FastDiode(),
                new UltrafastDiode(),
                new Schottky(),
                new SynchronousRectifier(),
                new Electrolytic(),
                new Tantalum(),
                new FilmCapacitor(),
                new CeramicCapacitor(),
                new Capacitor(),
                new InductorPart(),
                new Resistor(),
                new Potentiometer(),
                new Trimmer(),
                new Zener(),
                new SuppressorDiode(),
                new Led(),
                new Lamp(),
                new Transistor(),
                new Mosfet(),
                new Thyristor(),
                new Regulator(),
                new AdjustableRegulator(),
                new ShuntReference(),
                new OpAmp(),
                new Optocoupler(),
                new PwmController(),
                new IntegratedSwitcher(),
                new FlybackTransformer(),
                new ForwardTransformer(),
                new HalfBridgeTransformer(),
                new PowerFactorStage(),
                new DcConverter(),
                new CurrentDriver(),
                new Load(),
                new PictureTube(),
                new CurrentLoad(),
                new PowerLoad(),
                new Heater(),
                new Valve(),
                new Fan(),
            ]),
            1,
            0,
        );
    }
}
