<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// The app itself: the same for everybody, without session and database.
Route::view('/{any?}', 'app')->where('any', '^(?!api|sanctum|build|up|off).*$')->name('login');
