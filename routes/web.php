<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

Route::view('/{any?}', 'app')->where('any', '^(?!api|sanctum|build|up|off).*$')->name('login');
