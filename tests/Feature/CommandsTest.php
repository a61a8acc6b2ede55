<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Tests\Support\Ngspice;

/** The command line works without a database: this test case opens none. */
final class CommandsTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        config(['database.connections.mariadb.port' => 1]);
    }

    public function testExpect(): void
    {
        $points = $this->printed('oculant:expect', ['--mode' => 'loaded'])['points'];

        self::assertSame(['TP1', 'TP2', 'TP3', 'TP4'], array_column($points, 'point'));
        self::assertEqualsWithDelta(9.28, $points[3]['dc_v'], 0.05);
        self::assertLessThan($points[3]['dc_v'], $points[3]['low_v']);
        self::assertGreaterThan($points[3]['dc_v'], $points[3]['high_v']);
        self::assertTrue($points[3]['settled']);
        self::assertCount(8, $this->printed('oculant:expect')['points'], 'all modes without --mode');
    }

    public function testFaults(): void
    {
        $faults = $this->printed('oculant:faults', ['--mode' => 'loaded'])['faults'];
        $shorted = array_values(
            array_filter($faults, static fn(array $f): bool => $f['part'] === 'Z1' && $f['fault'] === 'short'),
        )[0];

        self::assertLessThan(0.5, $shorted['points'][3]['dc_v']);
        self::assertSame('intact', $shorted['fuse']);
        self::assertContains('F1 intact', $shorted['signs']);
    }

    public function testDiagnose(): void
    {
        $csv = $this->csv(
            "point,mode,quantity,value,unit\nTP3,loaded,dc_voltage,14.9,V\n" .
                "TP4,loaded,dc_voltage,40,mV\nTP2,loaded,ac_voltage,14.2,V\n",
        );
        $result = $this->printed('oculant:diagnose', ['--readings' => $csv]);

        self::assertContains(
            ['part' => 'Z1', 'fault' => 'short'],
            [...$result['suspects'][0]['parts'], ...$result['suspects'][1]['parts']],
        );
        self::assertArrayHasKey('unexplained', $result);
        self::assertNotEmpty($result['next']['action']);
    }

    /** Another program plays by lines of JSON; the exercise goes from hand to hand as a file. */
    public function testPracticeIsPlayedByLinesAndGraded(): void
    {
        $keep = sys_get_temp_dir() . '/oculant-practice-' . bin2hex(random_bytes(4));
        $exercise = "{$keep}.json";
        $demo = base_path('database/demo/supplies/tuner-feed.json');
        self::assertSame(
            0,
            Artisan::call('oculant:practice', ['file' => $demo, '--export' => $exercise, '--seed' => 2]),
        );
        $script = "{$keep}.txt";
        file_put_contents($script, "tp4\nsee to mains\npower live\ntp4\nhint what\ngive up\n");

        Artisan::call('oculant:practice', ['file' => $exercise, '--script' => $script, '--json' => true]);
        $lines = array_map(
            static fn(string $line): array => (array) json_decode($line, true),
            array_values(array_filter(explode("\n", Artisan::output()))),
        );

        self::assertCount(8, $lines, 'the story, six lines, the grade');
        self::assertTrue($lines[6]['over']);
        self::assertSame('live', $lines[4]['power']);
        $last = $lines[7];
        self::assertSame(0.0, (float) $last['grade']['found']);
        self::assertSame('hint: what', $last['grade']['deducted'][0]['what']);
        self::assertNotEmpty($last['hidden']);
        self::assertSame('TP4', end($last['replay'])['target']);
        foreach ([['file' => "{$keep}.none"], ['file' => $demo, '--difficulty' => 'unheard of']] as $wrong) {
            self::assertSame(1, Artisan::call('oculant:practice', $wrong));
        }
        array_map(unlink(...), [$exercise, $script]);
    }

    public function testDiagnoseFindsASlip(): void
    {
        $csv = $this->csv("point,mode,quantity,value,unit\nTP4,loaded,dc_voltage,-9.28,V\n");

        self::assertSame(
            'swapped leads',
            $this->printed('oculant:diagnose', ['--readings' => $csv])['slips'][0]['slip'],
        );
    }

    public function testDiagnoseTakesChecksAndSigns(): void
    {
        $csv = $this->csv("point,mode,quantity,value,unit\nF1,,resistance,OL,\nD1,,diode,0.58,V\n,,sign,dead,\n");
        $result = $this->printed('oculant:diagnose', ['--readings' => $csv]);

        self::assertContains(['part' => 'F1', 'fault' => 'open'], $result['suspects'][0]['parts']);
    }

    /** Each line as its entry kind takes it at a bench, so that others can play a whole repair from outside. */
    public function testDiagnoseTakesWhateverABenchCanSay(): void
    {
        $readings = "point,mode,quantity,value,unit\nTP3,loaded,dc_voltage,14.9,V\nTP4,loaded,dc_voltage,40,mV\n";
        $shares = fn(string $lines): array => $this->shares(
            $this->printed('oculant:diagnose', ['--readings' => $this->csv($readings . $lines)]),
        );
        $before = $shares('');

        self::assertGreaterThan(0.5, $shares("Z1,,test,bad,\n")['Z1'] ?? 0.0);
        self::assertLessThan(0.02 * $before['Z1'], $shares("Z1,,test,good,\n")['Z1'] ?? 0.0);
        self::assertGreaterThan($before['Z1'], $shares("Z1,,lifted,gone,\n")['Z1'] ?? 0.0);
        self::assertGreaterThan($before['Z1'], $shares("Z1,,beeps,yes,\n")['Z1'] ?? 0.0);
        self::assertLessThan($before['Z1'], $shares("Z1,,beeps,no,\n")['Z1'] ?? 0.0);
        self::assertGreaterThan($before['Z1'], $shares("Z1,,alone,0.01,\n")['Z1'] ?? 0.0);
        self::assertLessThan(0.5 * $before['RL1'], $shares("RL1,,dummy_load,fails,\n")['RL1'] ?? 0.0);
        self::assertGreaterThan($before['RL1'], $shares("RL1,,load_unplugged,works,\n")['RL1'] ?? 0.0);
        self::assertSame($before, $shares("TP2,,skip,ac,\n"));
        self::assertNotSame(
            'TP2',
            $this->printed('oculant:diagnose', [
                '--readings' => $this->csv("point,mode,quantity,value,unit\nTP2,,skip,ac,\n"),
            ])['next']['point'],
        );
        $blown = $this->shares(
            $this->printed('oculant:diagnose', [
                '--readings' => $this->csv("point,mode,quantity,value,unit\nF1,,fuse,blackened,\n"),
            ]),
        );
        self::assertArrayHasKey('T1', $blown);
        $mended = $this->printed('oculant:diagnose', [
            '--readings' => $this->csv($readings . "Z1,,replaced,,\nTP4,loaded,dc_voltage,9.25,V\n"),
        ]);
        self::assertSame('Z1', $mended['suspects'][0]['parts'][0]['part'], 'what it was before is not forgotten');
    }

    public function testDiagnoseTakesTheLogOfAJobAndKeepsWhatItSolved(): void
    {
        $reading = static fn(string $text, string $target): array => [
            'kind' => 'reading',
            'payload' => ['text' => $text, 'target' => $target, 'quantity' => 'dc'],
        ];
        $log = [
            ['kind' => 'power', 'payload' => ['power' => 'live', 'mode' => 'loaded']],
            $reading('14.9 V', 'TP3'),
            $reading('40 mV', 'TP4'),
        ];
        $keep = sys_get_temp_dir() . '/oculant-kept-' . bin2hex(random_bytes(4));
        $csv = $this->csv(
            "point,mode,quantity,value,unit\nTP3,loaded,dc_voltage,14.9,V\nTP4,loaded,dc_voltage,40,mV\n",
        );
        $fromLog = $this->shares(
            $this->printed('oculant:diagnose', [
                '--log' => $this->csv(json_encode($log, JSON_THROW_ON_ERROR)),
                '--keep' => $keep,
            ]),
        );
        $fromRows = $this->shares($this->printed('oculant:diagnose', ['--readings' => $csv, '--keep' => $keep]));

        self::assertNotEmpty(glob("{$keep}/*"));
        self::assertEqualsWithDelta($fromRows, $fromLog, 1e-4, 'the same bench, told in two ways');
        self::assertSame(
            $this->shares($this->printed('oculant:diagnose', ['--readings' => $csv])),
            $fromRows,
            'kept or not',
        );
    }

    public function testASimulatedUnitShowsItsFault(): void
    {
        $good = $this->printed('oculant:unit', ['--mode' => 'loaded']);
        $bad = $this->printed('oculant:unit', ['--mode' => 'loaded', '--fault' => ['Z1 short']]);
        $at = static fn(array $shown, string $target, string $quantity): float|string => array_values(
            array_filter(
                $shown['readings'],
                static fn(array $r): bool => $r['target'] === $target && $r['quantity'] === $quantity,
            ),
        )[0]['value'];

        self::assertEqualsWithDelta(9.28, $at($good, 'TP4', 'dc'), 0.6, 'within the tolerances of its parts');
        self::assertLessThan(0.5, $at($bad, 'TP4', 'dc'));
        self::assertGreaterThan(0.3, $at($good, 'Z1.reverse', 'diode'), 'the load beside it');
        self::assertSame('OL', $at($this->printed('oculant:unit', ['--fault' => ['F1 open']]), 'F1', 'resistance'));
        self::assertLessThan(0.1, $at($bad, 'Z1.reverse', 'diode'));
        self::assertSame($good, $this->printed('oculant:unit', ['--mode' => 'loaded']), 'the same specimen every time');
        self::assertNotSame(
            $good['readings'],
            $this->printed('oculant:unit', ['--mode' => 'loaded', '--seed' => '2'])['readings'],
        );
    }

    public function testASimulatedUnitKnowsOnlyRealFaults(): void
    {
        self::assertSame(1, Artisan::call('oculant:unit', ['file' => $this->file(), '--fault' => ['Z1 haunted']]));
    }

    public function testSpiceRunsInNgspice(): void
    {
        Artisan::call('oculant:spice', ['file' => $this->file(), '--fault' => 'Z1 short', '--mode' => 'loaded']);
        $readings = Ngspice::run(Artisan::output());

        self::assertLessThan(0.5, $readings['tp4']['dc']);
    }

    public function testRefusalsNameTheMend(): void
    {
        $bad = $this->csv('{"format": "oculant/supply", "version": 1, "colour": "red"}');
        foreach (
            [
                ['oculant:expect', ['file' => '/nowhere.json'], 'There is no readable file'],
                ['oculant:expect', ['file' => $bad], 'There is no field "colour"'],
                ['oculant:expect', ['file' => $this->file(), '--mode' => 'turbo'], 'It has: loaded, unloaded'],
                [
                    'oculant:spice',
                    ['file' => $this->file(), '--fault' => 'Z1 melted'],
                    'It can be: short, open, drifted',
                ],
                ['oculant:diagnose', ['file' => $this->file()], '--readings=FILE'],
                [
                    'oculant:diagnose',
                    ['file' => $this->file(), '--log' => $this->csv('{"a": 1}')],
                    'is no log of a job',
                ],
                [
                    'oculant:diagnose',
                    ['file' => $this->file(), '--log' => $this->csv('[{"kind": "reading"}]')],
                    'Entry 1',
                ],
                [
                    'oculant:diagnose',
                    [
                        'file' => $this->file(),
                        '--readings' => $this->csv("point,mode,quantity,value,unit\nZ1,,test,perhaps,\n"),
                    ],
                    'is one of: good, bad',
                ],
                [
                    'oculant:diagnose',
                    [
                        'file' => $this->file(),
                        '--readings' => $this->csv("point,mode,quantity,value,unit\nQ9,,lifted,gone,\n"),
                    ],
                    'Line 2',
                ],
                [
                    'oculant:diagnose',
                    [
                        'file' => $this->file(),
                        '--readings' => $this->csv("point,mode,quantity,value,unit\nTP4,loaded,smell,bad,\n"),
                    ],
                    'Known: dc_voltage',
                ],
                [
                    'oculant:diagnose',
                    ['file' => $this->file(), '--readings' => $this->csv("a,b\n1,2\n")],
                    '"point" is missing',
                ],
                [
                    'oculant:diagnose',
                    [
                        'file' => $this->file(),
                        '--readings' => $this->csv("point,mode,quantity,value,unit\nTP9,loaded,dc_voltage,1,V\n"),
                    ],
                    'Line 2',
                ],
                [
                    'oculant:diagnose',
                    [
                        'file' => $this->file(),
                        '--readings' => $this->csv("point,mode,quantity,value,unit\nTP4,loaded,dc_voltage,much,V\n"),
                    ],
                    'Cannot read',
                ],
            ]
            as [$command, $arguments, $words]
        ) {
            $this->artisan($command, $arguments)->expectsOutputToContain($words)->assertFailed();
        }
    }

    /**
     * @param array<string, mixed> $result of oculant:diagnose
     *
     * @return array<string, float> probability by part
     */
    private function shares(array $result): array
    {
        $shares = [];
        foreach ($result['suspects'] as $suspect) {
            foreach (array_unique(array_column($suspect['parts'], 'part')) as $part) {
                $shares[$part] = ($shares[$part] ?? 0.0) + $suspect['probability'];
            }
        }
        ksort($shares);

        return $shares;
    }

    private function file(): string
    {
        return database_path('demo/supplies/tuner-feed.json');
    }

    private function csv(string $text): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'oculant');
        file_put_contents($path, $text);

        return $path;
    }

    /**
     * @param array<string, string> $options
     *
     * @return array<string, mixed>
     */
    private function printed(string $command, array $options = []): array
    {
        $status = Artisan::call($command, ['file' => $this->file()] + $options);
        $output = Artisan::output();
        self::assertSame(0, $status, $output);

        return json_decode($output, true, 32, JSON_THROW_ON_ERROR);
    }
}
