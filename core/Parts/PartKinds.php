<?php

declare(strict_types=1);

namespace Oculant\Core\Parts;

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
