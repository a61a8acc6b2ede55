<?php

declare(strict_types=1);

use App\Http\Controllers\OffController;
use App\Http\Middleware\MayPressOff;
use Illuminate\Support\Facades\Route;

// Neither session nor database stands before these: they have to work when both are gone.
Route::middleware(MayPressOff::class)->group(function (): void {
    Route::get('off', [OffController::class, 'show']);
    Route::post('off', [OffController::class, 'page']);
    Route::post('api/v1/emergency-off', [OffController::class, 'api']);
});
