<?php

declare(strict_types=1);

use App\Http\Controllers\OffPageController;
use Illuminate\Support\Facades\Route;

Route::middleware('auth')->group(function (): void {
    Route::get('off', [OffPageController::class, 'show']);
    Route::post('off', [OffPageController::class, 'press']);
});

Route::view('/{any?}', 'app')->where('any', '^(?!api|sanctum|build|up).*$')->name('login');
