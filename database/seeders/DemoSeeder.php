<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Bench\BookIn;
use App\Bench\JobLog;
use App\Bench\JobSummary;
use App\Bench\PhotoAlbum;
use App\Drawer\Drawer;
use App\Instruments\OffList;
use App\Knowledge\Solutions;
use App\Library\Documents;
use App\Library\Shelf;
use App\Models\Instrument;
use App\Models\PracticeSeries;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use App\StandIn\Server;
use Illuminate\Database\Seeder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Str;
use Oculant\Core\Practice\RunningUnit;
use Oculant\Core\Practice\SimulatedUnit;
use Oculant\Core\Proving\Load\LoadTest;
use Oculant\Core\Proving\Load\Rail;
use Oculant\Core\Proving\MeterProfile;
use Oculant\Core\Replacement\Drawer\StockImport;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\IsolationBarrier;

/**
 * The demo workshop. Readings are never written down anywhere: a simulated unit with the job's fault is measured with
 * a simulated meter, from a fixed seed.
 */
final class DemoSeeder extends Seeder
{
    /** Seconds after which a unit counts as warm, and those of a soak. */
    private const WARM = 5400.0;

    private const SOAKED = 14_400.0;

    public function run(BookIn $bookIn, JobLog $log, Shelf $shelf, PhotoAlbum $album, Solutions $solutions): void
    {
        $workshop = self::file('workshop.json');
        $known = Workshop::query()->where('is_demo', true)->orderBy('id')->first();
        if ($known !== null) {
            $this->moveStandIns($known);

            return;
        }
        $home = Workshop::query()->create(['name' => $workshop['workshop'], 'is_demo' => true]);
        $people = [];
        foreach ($workshop['people'] as $person) {
            $people[$person['email']] = $this->person($home, $person, $workshop['password']);
        }
        $other = $workshop['other'];
        $this->person(
            Workshop::query()->create(['name' => $other['workshop'], 'is_demo' => true]),
            $other,
            $workshop['password'],
        );

        $supplies = [];
        foreach (glob(database_path('demo/supplies/*.json')) ?: [] as $path) {
            $description = DescriptionReader::fromJson((string) file_get_contents($path));
            if (!$description->isLarge()) {
                // What is quick is ready at the first look; the rest is for the workers.
                $solutions->solve($description, static fn() => null);
            }
            $supplies[basename($path, '.json')] = $shelf->keep($people['ines@tollhouse.example'], $description);
        }
        $this->documents($people['ines@tollhouse.example'], $supplies);
        $this->instruments($home);
        app(Drawer::class)->import(
            $home->id,
            StockImport::read((string) file_get_contents(database_path('demo/stock.csv'))),
        );
        foreach (self::file('jobs.json') as $story) {
            $this->play($story, $people[$story['by']], $supplies[$story['supply']], $bookIn, $log, $album);
        }
        Carbon::setTestNow();
        $this->practice($people, $supplies);
    }

    /**
     * Two series that the lead sets, and what the apprentice did before: workers play that.
     *
     * @param array<string, User>   $people
     * @param array<string, Supply> $supplies
     */
    private function practice(array $people, array $supplies): void
    {
        $wilma = $people['wilma@tollhouse.example'];
        $series = [
            ['First week: the wireless', 'tuner-feed', [31, 32, 33], ['difficulty' => 'easy']],
            ['Two things at once', 'deck-intercom', [41, 42], ['twist' => 'two']],
        ];
        foreach ($series as [$title, $supply, $seeds, $asked]) {
            PracticeSeries::query()->create([
                'workshop_id' => $wilma->workshop_id,
                'title' => $title,
                'due_on' => Carbon::now()->addDays(14)->toDateString(),
                'items' => array_map(
                    static fn(int $seed): array => $asked + [
                        'supply' => $supplies[$supply]->id,
                        'title' => $supplies[$supply]->title,
                        'difficulty' => null,
                        'mechanism' => null,
                        'twist' => null,
                        'seed' => $seed,
                    ],
                    $seeds,
                ),
                'people' => [$wilma->id],
            ]);
        }
        foreach (array_keys(DemoPractice::RUNS) as $number) {
            DemoPractice::dispatch($wilma->id, $supplies['tuner-feed']->id, $number);
        }
    }

    /**
     * Service sheets, with what is printed and pinned on them: drawn by database/demo/documents/draw.mjs.
     *
     * @param array<string, Supply> $supplies
     */
    private function documents(User $user, array $supplies): void
    {
        $documents = app(Documents::class);
        foreach (glob(database_path('demo/documents/*.json')) ?: [] as $path) {
            $name = basename($path, '.json');
            $sheet = json_decode((string) file_get_contents($path), true);
            $page = $documents->add(
                $user,
                $supplies[$name],
                ['id' => strtoupper((string) Str::ulid()), ...array_diff_key($sheet, ['pins' => ''])],
                (string) file_get_contents(database_path("demo/documents/{$name}.jpg")),
            );
            foreach ($sheet['pins'] as $pin) {
                $documents->pin($supplies[$name], $page, $pin['target'], $pin['x'], $pin['y']);
            }
        }
    }

    /** @param array<string, mixed> $story */
    private function play(
        array $story,
        User $user,
        Supply $supply,
        BookIn $bookIn,
        JobLog $log,
        PhotoAlbum $album,
    ): void {
        $clock = Carbon::now()->subHours($story['hours_ago']);
        Carbon::setTestNow($clock);
        $job = $bookIn->unit($user, $supply, $story);
        $job->update([
            'stand_in' => [
                'faults' => $story['fault'],
                'ageing' => $story['ageing'] ?? [],
                'shy' => $story['shy'] ?? 0.0,
            ],
        ]);
        $unit = new SimulatedUnit(DescriptionReader::fromArray($supply->description), $story['fault'], $story['seed']);
        $running = new RunningUnit(DescriptionReader::fromArray($supply->description), $story['fault'], $story['seed']);
        $mode = array_key_first(DescriptionReader::fromArray($supply->description)->modes);
        $taken = [];
        foreach ($story['play'] as $move) {
            // Pins are set in one go.
            $clock = $clock->copy()->addSeconds($move['do'] === 'pin' ? 10 : 180);
            Carbon::setTestNow($clock);
            $mode = $move['mode'] ?? $mode;
            if ($move['do'] === 'soak') {
                $clock = app(DemoSoak::class)->run($job, $user, $running, $story['mains_volts'], $clock);
                continue;
            }
            if ($move['do'] === 'photo') {
                $photo = strtoupper((string) Str::ulid($clock));
                $album->add(
                    $job,
                    $user,
                    $photo,
                    (string) file_get_contents(database_path("demo/photos/{$move['file']}")),
                );
            }
            if ($move['do'] === 'repair') {
                $unit->repair($move['part']);
                $running->repair($move['part']);
            }
            $entry = $log->append($job, $user, [
                'id' => strtoupper((string) Str::ulid($clock)),
                'at' => $clock->toIso8601String(),
                'kind' => in_array($move['do'], ['read', 'dead'], true) ? 'reading' : $move['do'],
                'payload' => match ($move['do']) {
                    'read' => [
                        'target' => $move['target'],
                        'quantity' => $move['quantity'],
                        'text' => (string) $unit->live(
                            $move['target'],
                            $move['quantity'],
                            (string) $mode,
                            $story['mains_volts'],
                        ),
                    ],
                    'ramp' => [
                        'volts' => $move['volts'],
                        'amperes' => $unit->amperes((string) $mode, (float) $move['volts']),
                        'rails' => array_combine(
                            $move['rails'],
                            array_map(
                                static fn(string $id): float => $unit->live(
                                    $id,
                                    'dc',
                                    (string) $mode,
                                    (float) $move['volts'],
                                ),
                                $move['rails'],
                            ),
                        ),
                    ],
                    'refitted' => ['step' => $taken[$move['of']]],
                    'dead' => self::dead($unit, $supply, $move['target'], (string) $mode),
                    'load_step' => self::loadStep($running, $move['step'], $story['mains_volts']),
                    'heat' => [
                        'part' => $move['part'],
                        'text' => sprintf('%.1fC', $running->celsius($move['part'], self::SOAKED)),
                        'room' => sprintf('%.1fC', $running->room),
                    ],
                    'safety' => ['test' => $move['test'], 'text' => self::safety($supply, $move['test'])],
                    'photo' => ['photo' => $photo ?? '', 'caption' => $move['caption']],
                    'pin' => [
                        'photo' => $photo ?? '',
                        'target' => $move['target'],
                        'x' => $move['x'],
                        'y' => $move['y'],
                    ],
                    'mains' => ['text' => (string) $story['mains_volts']],
                    default => $move,
                },
            ]);
            if ($move['do'] === 'taken') {
                $taken[] = $entry->id;
            }
        }
        app(JobSummary::class)->workOut($job);
        Carbon::setTestNow();
    }

    /** @return array<string, mixed> what meter and AC source show with the loads set so */
    private static function loadStep(RunningUnit $unit, string $step, float $mains): array
    {
        $rails = array_keys(Rail::all($unit->supply));
        $share = LoadTest::SHARES[$step];
        $unit->set(0.0, $mains, null, array_fill_keys($rails, $share));
        $shows = static fn(string $id, string $quantity): string => sprintf(
            '%.4g',
            $unit->reading($id, $quantity, self::WARM),
        );

        return [
            'step' => $step,
            'watts' => sprintf('%.4g', $unit->watts(self::WARM)),
            'rails' => array_combine(
                $rails,
                array_map(
                    static fn(string $id): array => ['dc' => $shows($id, 'dc'), 'ripple' => $shows($id, 'ripple')],
                    $rails,
                ),
            ),
        ];
    }

    private static function safety(Supply $supply, string $test): string
    {
        return match ($test) {
            'insulation' => 'OL',
            'touch' => sprintf(
                '%.3gu',
                1e6 * (new IsolationBarrier(DescriptionReader::fromArray($supply->description)))->expectedLeakage() + 4,
            ),
            default => 'ok',
        };
    }

    /** @return array{target: string, quantity: string, text: string} */
    private static function dead(SimulatedUnit $unit, Supply $supply, string $target, string $mode): array
    {
        $shown = $unit->dead($target, $mode);

        return [
            'target' => $target,
            'quantity' => DescriptionReader::fromArray($supply->description)->deadCheck($target)->quantity ?? '',
            'text' => is_infinite($shown) ? 'OL' : (string) $shown,
        ];
    }

    /** A demo of before there were instruments gets them; those that are simulated follow their ports. */
    private function moveStandIns(Workshop $home): void
    {
        $port = (int) config('oculant.stand_ins.port');
        if (!Instrument::query()->ofWorkshop($home->id)->exists()) {
            $this->instruments($home);
        }
        foreach ($port > 0 ? Server::KINDS : [] as $k => $kind) {
            Instrument::query()
                ->ofWorkshop($home->id)
                ->where('is_stand_in', true)
                ->where('kind', $kind)
                ->update(['port' => $port + $k]);
        }
        app(OffList::class)->write();
    }

    /** The simulated instruments, where they run, and one that is read by eye. */
    private function instruments(Workshop $home): void
    {
        $port = (int) config('oculant.stand_ins.port');
        foreach (self::file('instruments.json') as $row) {
            $k = array_search($row['kind'], Server::KINDS, true);
            $isOnline = ($row['stand_in'] ?? false) && $port > 0 && $k !== false;
            Instrument::query()->create([
                'workshop_id' => $home->id,
                'name' => $row['name'],
                'kind' => $row['kind'],
                'host' => $isOnline ? '127.0.0.1' : null,
                'port' => $isOnline ? $port + (int) $k : null,
                'timeout_ms' => 3000,
                'profile' => MeterProfile::of($row['profile'] ?? [])->toArray(),
                'serial' => $row['serial'],
                'calibrated_until' => Carbon::now()->addDays($row['days_left'])->format('Y-m-d'),
                'is_stand_in' => $isOnline,
            ]);
        }
    }

    /** @param array{name: string, email: string, role: string} $person */
    private function person(Workshop $workshop, array $person, string $password): User
    {
        $user = User::query()->create([
            'workshop_id' => $workshop->id,
            'name' => $person['name'],
            'email' => $person['email'],
            'password' => $password,
        ]);
        $user->assignRole($person['role']);

        return $user;
    }

    /** @return array<mixed> */
    private static function file(string $name): array
    {
        return json_decode((string) file_get_contents(database_path("demo/{$name}")), true, 32, JSON_THROW_ON_ERROR);
    }
}
