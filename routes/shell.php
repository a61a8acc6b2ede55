<?php

declare(strict_types=1);

use App\Http\Controllers\MetricsController;
use Illuminate\Support\Facades\Route;

// Counts for those who scrape.
Route::get('metrics', MetricsController::class);

// The app itself: the same for everybody, without session and database.
Route::view('/{any?}', 'app')->where('any', '^(?!api|sanctum|build|up|off|metrics).*$')->name('login');
