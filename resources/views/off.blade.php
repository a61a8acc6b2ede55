<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Emergency off</title>
    <style>
        body { margin: 0; font: 20px/1.4 system-ui, sans-serif; background: #f6f1e7; color: #1c1813; display: grid; min-height: 100vh; place-items: center; }
        main { width: min(34rem, 92vw); text-align: center; }
        button { font: inherit; font-size: 40px; font-weight: 700; width: 100%; min-height: 220px; border: 0; border-radius: 3px; background: #b3261e; color: #fff; }
        button:focus-visible { outline: 4px solid #1c1813; outline-offset: 4px; }
        ul { text-align: left; }
        .failed { font-weight: 700; }
    </style>
</head>
<body>
<main>
    @if ($done !== null)
        <h1>{{ $done['failed'] === [] ? 'Off' : 'NOT everything is off' }}</h1>
        <ul>
            @foreach ($done['failed'] as $line)<li class="failed">NOT OFF: {{ $line }} Switch it off at its own panel.</li>@endforeach
            @foreach ($done['off'] as $name)<li>{{ $name }} is off.</li>@endforeach
            @if ($done['off'] === [] && $done['failed'] === [])<li>No source or load of this workshop is on the network.</li>@endif
            <li>Runs that were under way are stopped.</li>
        </ul>
        <p>The unit may still hold its charge, and what is plugged into the wall is not switched from here: pull the plug.</p>
    @endif
    <form method="post" action="/off"><button type="submit" autofocus>{{ $done === null ? 'Everything off' : 'Off, once more' }}</button></form>
    <p><a href="/">Back to the bench</a></p>
</main>
</body>
</html>
