<?php

declare(strict_types=1);

namespace App\Providers;

use App\Accounts\FrontDoor;
use App\Accounts\SecondFactor;
use App\Accounts\SignIns;
use App\Bench\HiddenUnits;
use App\Bench\KeptBench;
use App\Bench\PreparePlan;
use App\Http\Resources\CircuitView;
use App\Instruments\AllowList;
use App\Instruments\BenchWiring;
use App\Instruments\NoWiring;
use App\Instruments\OffKey;
use App\Instruments\OffList;
use App\Instruments\OffMark;
use App\Keeping\Beats;
use App\Keeping\Health;
use App\Keeping\KeepingFailed;
use App\Keeping\Metrics;
use App\Keeping\PatientConnection;
use App\Knowledge\Pieces;
use App\Knowledge\Solutions;
use App\Knowledge\SolvedWhole;
use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Supply;
use App\Policies\InstrumentPolicy;
use App\Policies\RepairJobPolicy;
use App\Policies\SupplyPolicy;
use App\Practice\RunBook;
use App\Proving\FastClock;
use App\Report\CircuitDrawing;
use App\Sharing\Sources;
use App\Sharing\TakeIn;
use App\StandIn\Hands;
use Illuminate\Cache\RateLimiter;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Hashing\Hasher;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Foundation\Events\DiagnosingHealth;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Routing\Route as RequestedRoute;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\RateLimiter as Limits;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\PersonalAccessToken;
use Psr\Clock\ClockInterface;
use Symfony\Component\Clock\Clock;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('mariadb', static fn(...$of): PatientConnection => new PatientConnection(...$of));
        config(['permission.cache.store' => config('cache.roles')]);
        $this->app->singleton(
            ClockInterface::class,
            static fn(): ClockInterface => (float) config('oculant.time.factor') > 1.0
                ? new FastClock((float) config('oculant.time.epoch'), (float) config('oculant.time.factor'))
                : new Clock(),
        );
        $this->app->singleton(
            AllowList::class,
            static fn(): AllowList => new AllowList(
                (array) config('oculant.instruments'),
                array_values(array_filter((array) config('oculant.own.ports'))),
                array_values(array_filter((array) config('oculant.own.hosts'))),
            ),
        );
        $this->app->singleton(
            FrontDoor::class,
            static fn($app): FrontDoor => new FrontDoor(
                new RateLimiter($app->make(Repository::class)),
                $app->make(Hasher::class),
                $app->make(Repository::class),
                $app->make(SecondFactor::class),
                config()->integer('oculant.sign_ins_per_minute'),
                config()->boolean('oculant.demo'),
            ),
        );
        $this->app->bind(
            CircuitDrawing::class,
            static fn($app): CircuitDrawing => new CircuitDrawing($app->make(Repository::class), CircuitView::of(...)),
        );
        $this->app->singleton(
            SignIns::class,
            static fn($app): SignIns => new SignIns(
                $app->make(Repository::class),
                config()->integer('session.lifetime'),
            ),
        );
        $this->app->bind(
            BenchWiring::class,
            static fn($app): BenchWiring => $app->make(
                (int) config('oculant.stand_ins.port') > 0 ? Hands::class : NoWiring::class,
            ),
        );
        $this->app->bind(
            Health::class,
            static fn($app): Health => new Health(
                $app->make(ConnectionInterface::class),
                (string) config('filesystems.disks.local.root'),
                $app->make(Beats::class),
            ),
        );
        $this->app->bind(
            Metrics::class,
            static fn($app): Metrics => new Metrics(
                $app->make(ConnectionInterface::class),
                $app->make(Health::class),
                (string) config('filesystems.disks.local.root'),
            ),
        );
        $this->app->bind(
            Sources::class,
            static fn($app): Sources => new Sources($app->make(TakeIn::class), (array) config('oculant.shares')),
        );
        $this->app->singleton(Pieces::class);
        $this->app->bind(HiddenUnits::class, RunBook::class);
        $this->app
            ->when([KeptBench::class, RunBook::class, Solutions::class, Pieces::class])
            ->needs(Repository::class)
            ->give(static fn(): Repository => Cache::store('knowledge'));
        $this->app->singleton(OffList::class, static fn(): OffList => new OffList((string) config('oculant.off.list')));
        $this->app->singleton(
            OffMark::class,
            static fn($app): OffMark => new OffMark(
                (string) config('oculant.off.marks'),
                $app->make(ClockInterface::class),
            ),
        );
        $this->app->singleton(OffKey::class, static fn(): OffKey => new OffKey((string) config('app.key')));
    }

    public function boot(): void
    {
        // Emergency off reads a copy: it is written whenever what it says changes.
        $copy = static fn() => app(OffList::class)->write();
        Instrument::saved($copy);
        Instrument::deleted($copy);
        PersonalAccessToken::created($copy);
        PersonalAccessToken::deleted($copy);
        // A monitor that asks /up gets 500 where a bench could not go on.
        Event::listen(DiagnosingHealth::class, static function (): void {
            $wrong = array_filter(app(Health::class)->look());
            if ($wrong !== []) {
                throw new KeepingFailed(implode('; ', $wrong));
            }
        });
        Event::listen(static fn(SolvedWhole $solved) => PreparePlan::dispatch($solved->hash)->onQueue('default'));
        TrustProxies::at((array) config('oculant.proxies'));
        Model::shouldBeStrict(!$this->app->isProduction());
        JsonResource::withoutWrapping();
        // Paths without a host: the same page works on any address or port it is reached by.
        Vite::createAssetPathsUsing(static fn(string $path): string => '/' . $path);
        Gate::policy(RepairJob::class, RepairJobPolicy::class);
        Gate::policy(Instrument::class, InstrumentPolicy::class);
        Gate::policy(Supply::class, SupplyPolicy::class);
        // What is only practised on is found where its bench is, and nowhere else.
        Route::bind(
            'job',
            static fn(string $id, RequestedRoute $route): RepairJob => RepairJob::query()
                ->when($route->getAction('practice') === true, static fn(Builder $all) => $all->withPractice())
                ->with('practice')
                ->findOrFail($id),
        );
        Route::model('run', Run::class);
        // Nobody guesses a link of 192 bits; nobody tries for long either.
        Limits::for('shared', static fn(Request $request): Limit => Limit::perMinute(600)->by((string) $request->ip()));
        Limits::for('links', static fn(Request $request): Limit => Limit::perMinute(30)->by((string) $request->ip()));
        Limits::for(
            'api',
            static fn(Request $request): Limit => Limit::perMinute(600)->by(
                (string) ($request->user()?->getAuthIdentifier() ?? $request->ip()),
            ),
        );
    }
}
