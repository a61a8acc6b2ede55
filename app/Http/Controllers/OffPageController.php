<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Instruments\EmergencyOff;
use App\Models\Instrument;
use App\Models\User;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;

/** Emergency off without a script: for a second window, or a phone, when the bench page hangs. */
final class OffPageController
{
    public function show(): View
    {
        Gate::authorize('viewAny', Instrument::class);

        return view('off', ['done' => null]);
    }

    public function press(Request $request, EmergencyOff $button): View
    {
        Gate::authorize('viewAny', Instrument::class);
        $user = $request->user();
        assert($user instanceof User);

        return view('off', ['done' => $button->press($user->workshop_id)]);
    }
}
