<?php

declare(strict_types=1);

namespace App\Providers;

use App\Instruments\AllowList;
use App\Models\Instrument;
use App\Models\RepairJob;
use App\Models\Run;
use App\Models\Supply;
use App\Policies\InstrumentPolicy;
use App\Policies\RepairJobPolicy;
use App\Policies\SupplyPolicy;
use App\Proving\FastClock;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;
use Psr\Clock\ClockInterface;
use Symfony\Component\Clock\Clock;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(ClockInterface::class, static fn(): ClockInterface => (float) config('oculant.time.factor') > 1.0 ? new FastClock((float) config('oculant.time.epoch'), (float) config('oculant.time.factor')) : new Clock());
        $this->app->singleton(AllowList::class, static fn(): AllowList => new AllowList((array) config('oculant.instruments')));
    }

    public function boot(): void
    {
        Model::shouldBeStrict(! $this->app->isProduction());
        JsonResource::withoutWrapping();
        // Paths without a host: the same page works on any address or port it is reached by.
        Vite::createAssetPathsUsing(static fn(string $path): string => '/'.$path);
        Gate::policy(RepairJob::class, RepairJobPolicy::class);
        Gate::policy(Instrument::class, InstrumentPolicy::class);
        Gate::policy(Supply::class, SupplyPolicy::class);
        Route::model('job', RepairJob::class);
        Route::model('run', Run::class);
        RateLimiter::for('sign-in', static fn(Request $request): Limit => Limit::perMinute(config()->integer('oculant.sign_ins_per_minute'))
            ->by(mb_strtolower((string) $request->input('email')).'|'.$request->ip()));
        RateLimiter::for('api', static fn(Request $request): Limit => Limit::perMinute(600)->by((string) ($request->user()?->getAuthIdentifier() ?? $request->ip())));
    }
}
