<?php

declare(strict_types=1);

use App\Http\Controllers\Api\AddedPartController;
use App\Http\Controllers\Api\BenchController;
use App\Http\Controllers\Api\CircuitController;
use App\Http\Controllers\Api\EngineController;
use App\Http\Controllers\Api\ExportController;
use App\Http\Controllers\Api\HistoryController;
use App\Http\Controllers\Api\ImportController;
use App\Http\Controllers\Api\InstrumentController;
use App\Http\Controllers\Api\InvitationController;
use App\Http\Controllers\Api\JobController;
use App\Http\Controllers\Api\JobInstrumentController;
use App\Http\Controllers\Api\KindController;
use App\Http\Controllers\Api\LogController;
use App\Http\Controllers\Api\NetworkController;
use App\Http\Controllers\Api\PartsController;
use App\Http\Controllers\Api\PasswordController;
use App\Http\Controllers\Api\PeopleController;
use App\Http\Controllers\Api\PhotoController;
use App\Http\Controllers\Api\PowerUpController;
use App\Http\Controllers\Api\ProveController;
use App\Http\Controllers\Api\ReportController;
use App\Http\Controllers\Api\ReservationController;
use App\Http\Controllers\Api\RunController;
use App\Http\Controllers\Api\SafetyRulesController;
use App\Http\Controllers\Api\SchemaController;
use App\Http\Controllers\Api\SecondFactorController;
use App\Http\Controllers\Api\SessionController;
use App\Http\Controllers\Api\StockController;
use App\Http\Controllers\Api\SupplyController;
use App\Http\Controllers\Api\TemplateController;
use App\Http\Controllers\Api\TokenController;
use App\Http\Controllers\Api\TraceController;
use App\Http\Controllers\Api\VersionController;
use App\Http\Controllers\Api\WordsController;
use App\Http\Controllers\Api\WorkshopController;
use App\Http\Middleware\SignedInStill;
use App\Http\Middleware\TokenMay;
use Illuminate\Support\Facades\Route;
use Oculant\Core\PowerUp\Plan;

Route::post('session', [SessionController::class, 'store']);
Route::get('schema/supply', SchemaController::class);
Route::middleware('throttle:links')->group(function (): void {
    Route::get('invitations/{word}', [InvitationController::class, 'show']);
    Route::post('invitations/{word}', [InvitationController::class, 'store']);
});

// Every route stands in the group that says what a token must have been made for.
Route::middleware(['auth:sanctum', SignedInStill::class, 'throttle:api'])->group(function (): void {
    Route::middleware(TokenMay::class . ':' . TokenMay::NOBODY)->group(function (): void {
        Route::delete('session', [SessionController::class, 'destroy']);
        Route::delete('session/everywhere', [SessionController::class, 'everywhere']);
        Route::post('session/code', [SecondFactorController::class, 'store']);
        Route::put('session/code', [SecondFactorController::class, 'update']);
        Route::delete('session/code', [SecondFactorController::class, 'destroy']);
        Route::put('session/password', PasswordController::class);
        Route::put('workshop', [WorkshopController::class, 'update']);
        Route::post('workshop/mark', [WorkshopController::class, 'mark']);
        Route::delete('workshop/mark', [WorkshopController::class, 'unmark']);
        Route::get('people', [PeopleController::class, 'index']);
        Route::post('people/invitations', [PeopleController::class, 'invite']);
        Route::delete('people/invitations/{invitation}', [PeopleController::class, 'withdraw']);
        Route::put('people/{person}', [PeopleController::class, 'update'])->whereNumber('person');
        Route::post('people/{person}/reset', [PeopleController::class, 'reset'])->whereNumber('person');
        Route::post('people/{person}/close', [PeopleController::class, 'close'])->whereNumber('person');
        Route::post('people/{person}/open', [PeopleController::class, 'open'])->whereNumber('person');
        Route::get('tokens', [TokenController::class, 'index']);
        Route::post('tokens', [TokenController::class, 'store']);
        Route::delete('tokens/{token}', [TokenController::class, 'destroy'])->whereNumber('token');
    });

    Route::middleware(TokenMay::class . ':read')->group(function (): void {
        Route::get('session', [SessionController::class, 'show']);
        Route::get('workshop', [WorkshopController::class, 'show']);
        Route::get('workshop/mark', [WorkshopController::class, 'picture']);
        Route::get('jobs', [JobController::class, 'index']);
        Route::get('jobs/{job}', [JobController::class, 'show']);
        Route::get('jobs/{job}/bench', BenchController::class);
        Route::get('jobs/{job}/circuit', [CircuitController::class, 'job']);
        Route::get('jobs/{job}/between', [CircuitController::class, 'between']);
        Route::get('jobs/{job}/levels', [CircuitController::class, 'jobLevels']);
        Route::get('jobs/{job}/powerup/{section}', PowerUpController::class)->whereIn('section', Plan::SECTIONS);
        Route::get('jobs/{job}/photos/{photo}', [PhotoController::class, 'show']);
        Route::get('jobs/{job}/report', [ReportController::class, 'show']);
        Route::get('jobs/{job}/report.json', [ReportController::class, 'json']);
        Route::get('jobs/{job}/report.csv', [ReportController::class, 'csv']);
        Route::get('jobs/{job}/archive.zip', [ReportController::class, 'archive']);
        Route::get('jobs/{job}/report.pdf', [ReportController::class, 'pdf']);
        Route::get('jobs/{job}/parts/{part}', [PartsController::class, 'show']);
        Route::post('jobs/{job}/parts/{part}/compare', [PartsController::class, 'compare']);
        Route::post('jobs/{job}/parts/{part}/judge', [PartsController::class, 'judge']);
        Route::get('jobs/{job}/recap', [PartsController::class, 'recap']);
        Route::post('jobs/{job}/recap/list', [PartsController::class, 'list']);
        Route::get('jobs/{job}/order.csv', [PartsController::class, 'order']);
        Route::get('jobs/{job}/economics', [PartsController::class, 'economics']);
        Route::get('jobs/{job}/reservations', [ReservationController::class, 'index']);
        Route::get('stock', [StockController::class, 'index']);
        Route::get('stock.csv', [StockController::class, 'export']);
        Route::post('stock/combinations', [StockController::class, 'combine']);
        Route::get('jobs/{job}/prove/load', [ProveController::class, 'load']);
        Route::get('jobs/{job}/prove/soak', [ProveController::class, 'soak']);
        Route::get('jobs/{job}/prove/heat', [ProveController::class, 'heat']);
        Route::get('jobs/{job}/prove/calibration', [ProveController::class, 'calibration']);
        Route::get('jobs/{job}/prove/safety', [ProveController::class, 'safety']);
        Route::get('jobs/{job}/runs', [RunController::class, 'index']);
        Route::get('jobs/{job}/runs/{run}/plot', [RunController::class, 'plot']);
        Route::get('jobs/{job}/instruments/{instrument}/effect', [JobInstrumentController::class, 'effect']);
        Route::get('instruments', [InstrumentController::class, 'index']);
        Route::get('networks', [NetworkController::class, 'show']);
        Route::get('safety-rules', [SafetyRulesController::class, 'show']);
        Route::get('wire', [ProveController::class, 'wire']);
        Route::get('words', WordsController::class);
        Route::get('templates', [TemplateController::class, 'index']);
        Route::get('kinds', KindController::class);
        Route::get('supplies', [SupplyController::class, 'index']);
        Route::post('supplies/trace', TraceController::class);
        Route::post('supplies/circuit', [CircuitController::class, 'draft']);
        Route::post('supplies/check', [EngineController::class, 'check']);
        Route::post('supplies/template', [TemplateController::class, 'draft']);
        Route::get('supplies/{supply}', [SupplyController::class, 'show']);
        Route::get('supplies/{supply}/versions', [VersionController::class, 'index']);
        Route::get('supplies/{supply}/differences', [VersionController::class, 'differences']);
        Route::get('supplies/{supply}/progress', [EngineController::class, 'progress']);
        Route::get('supplies/{supply}/circuit', [CircuitController::class, 'supply']);
        Route::get('supplies/{supply}/levels', [CircuitController::class, 'supplyLevels']);
        Route::get('supplies/{supply}/budget', [EngineController::class, 'budget']);
        Route::get('supplies/{supply}/waveforms', [EngineController::class, 'waveforms']);
        Route::get('history', [HistoryController::class, 'workshop']);
        Route::get('supplies/{supply}/history', [HistoryController::class, 'show']);
        Route::get('supplies/{supply}/spice', [ExportController::class, 'spice']);
        Route::get('supplies/{supply}/json', [ExportController::class, 'json']);
    });

    Route::middleware(TokenMay::class . ':log')->group(function (): void {
        Route::post('jobs', [JobController::class, 'store']);
        Route::post('jobs/import', [ReportController::class, 'import']);
        Route::post('jobs/{job}/log', LogController::class);
        Route::post('jobs/{job}/photos', [PhotoController::class, 'store']);
        Route::post('jobs/{job}/changes/{entry}/description', AddedPartController::class);
        Route::post('jobs/{job}/reservations', [ReservationController::class, 'store']);
        Route::delete('jobs/{job}/reservations/{reservation}', [ReservationController::class, 'destroy']);
        Route::post('jobs/{job}/runs/{run}/samples', [RunController::class, 'samples']);
    });

    Route::middleware(TokenMay::class . ':library')->group(function (): void {
        Route::post('stock', [StockController::class, 'store']);
        Route::post('stock/import', [StockController::class, 'import']);
        Route::put('stock/{item}', [StockController::class, 'update']);
        Route::delete('stock/{item}', [StockController::class, 'destroy']);
        Route::put('safety-rules', [SafetyRulesController::class, 'update']);
        Route::post('supplies', [SupplyController::class, 'store']);
        Route::post('supplies/import', ImportController::class);
        Route::put('supplies/{supply}', [SupplyController::class, 'update']);
        Route::post('supplies/{supply}/duplicate', [SupplyController::class, 'duplicate']);
        Route::delete('supplies/{supply}/history', [HistoryController::class, 'forget']);
    });

    Route::middleware(TokenMay::class . ':instruments')->group(function (): void {
        Route::post('jobs/{job}/runs/prepare', [RunController::class, 'prepare']);
        Route::post('jobs/{job}/runs', [RunController::class, 'store']);
        Route::post('jobs/{job}/runs/{run}/stop', [RunController::class, 'stop']);
        Route::post('jobs/{job}/instruments/{instrument}/read', [JobInstrumentController::class, 'read']);
        Route::post('jobs/{job}/instruments/{instrument}/prepare', [JobInstrumentController::class, 'prepare']);
        Route::post('jobs/{job}/instruments/{instrument}/set', [JobInstrumentController::class, 'set']);
        Route::post('instruments', [InstrumentController::class, 'store']);
        Route::put('instruments/{instrument}', [InstrumentController::class, 'update']);
        Route::delete('instruments/{instrument}', [InstrumentController::class, 'destroy']);
        Route::post('instruments/{instrument}/try', [InstrumentController::class, 'try']);
        Route::put('networks', [NetworkController::class, 'update']);
    });
});
