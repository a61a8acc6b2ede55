<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <title>Repair report {{ $job->number }}</title>
    <style>
        @page { margin: 18mm 16mm 20mm; }
        body { font-family: 'DejaVu Sans', sans-serif; font-size: 9.5pt; color: #1c1813; line-height: 1.35; }
        h1 { font-size: 17pt; margin: 0 0 1mm; }
        h2 { font-size: 11pt; margin: 6mm 0 1.5mm; border-bottom: 0.6pt solid #a9652c; padding-bottom: 0.8mm; }
        table { width: 100%; border-collapse: collapse; }
        td, th { text-align: left; vertical-align: top; padding: 0.9mm 2mm 0.9mm 0; border-bottom: 0.3pt solid #d8cfc0; }
        th { font-size: 8pt; color: #6a5f50; font-weight: normal; }
        .figure { font-family: 'DejaVu Sans Mono', monospace; white-space: nowrap; }
        .quiet { color: #6a5f50; }
        .sign td { border: none; padding-top: 12mm; }
    </style>
</head>
<body>
    <h1>Repair report {{ $job->number }}</h1>
    <div class="quiet">{{ $job->user->workshop->name ?? '' }} · booked in {{ $job->created_at?->format('j F Y') }}</div>

    <table style="margin-top: 4mm">
        <tr><th style="width: 32mm">Unit</th><td>{{ $job->unit }}</td></tr>
        <tr><th>Owner</th><td>{{ $job->owner }}</td></tr>
        <tr><th>Meant for</th><td>{{ $job->mains }}</td></tr>
        <tr><th>Supply</th><td>{{ $supply->title }}, revision {{ $supply->revision }}</td></tr>
        <tr><th>Owner's words</th><td>{{ $job->complaint }}</td></tr>
        <tr><th>Technician</th><td>{{ $job->user->name }}</td></tr>
    </table>

    <h2>As found</h2>
    @if ($report['symptoms'] !== [] || $report['findings'] !== [])
        <div>{{ implode('; ', [...$report['symptoms'], ...$report['findings']]) }}.</div>
    @endif
    @include('report-readings', ['readings' => $report['asFound']])

    @if ($report['tried'] !== [])
        <h2>Tested and tried</h2>
        @foreach ($report['tried'] as $line)
            <div>{{ $line }}.</div>
        @endforeach
    @endif

    <h2>Cause</h2>
    @if ($report['cause'] === null)
        <div class="quiet">Not named yet.</div>
    @else
        <div><b>{{ $report['cause']['part'] }}: {{ $report['cause']['fault'] }}.</b> {{ $report['cause']['text'] }}</div>
        @foreach ($report['cause']['chain'] as $link)
            <div class="quiet">What it takes with it: {{ $link }}.</div>
        @endforeach
    @endif
    @foreach ($report['origins'] as $origin)
        <div>{{ $origin }}</div>
    @endforeach

    <h2>Work done</h2>
    @forelse ($report['work'] as $work)
        <div><b>{{ $work['part'] }}.</b> Out: {{ $work['out'] }}. In: {{ $work['in'] }}.</div>
    @empty
        <div class="quiet">Nothing was replaced.</div>
    @endforelse

    @if ($report['changes'] !== [])
        <h2>Temporary changes</h2>
        @foreach ($report['changes'] as $line)
            <div>{{ ucfirst($line) }}.</div>
        @endforeach
    @endif

    <h2>As left</h2>
    @include('report-readings', ['readings' => $report['asLeft']])
    @if ($report['open'] !== [])
        <div class="quiet">Still to do: {{ implode('; ', $report['open']) }}.</div>
    @endif

    @if ($report['notes'] !== [])
        <h2>Notes</h2>
        @foreach ($report['notes'] as $note)
            <div>{{ $note }}</div>
        @endforeach
    @endif

    <p class="quiet" style="margin-top: 6mm">
        Expected values are computed from the supply's description for the mains as measured, as a window that holds 90 % of good units.
        Electrical safety tests before use, and who may carry them out, are for local codes and licensed practice to decide.
    </p>
    <table class="sign"><tr>
        <td>Closed: {{ $report['closedAt'] === null ? 'not yet' : \Illuminate\Support\Carbon::parse($report['closedAt'])->format('j F Y, H:i') }}</td>
        <td>Handed back: {{ $report['handedBackAt'] === null ? 'not yet' : \Illuminate\Support\Carbon::parse($report['handedBackAt'])->format('j F Y, H:i') }}</td>
        <td>Signature: ______________________</td>
    </tr></table>
</body>
</html>
