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
        .small { font-size: 8pt; }
        .bad { font-weight: bold; color: #b3261e; }
        .owner td { font-size: 11pt; padding: 2.5mm 3mm 2.5mm 0; }
        .owner th { font-size: 10pt; width: 36mm; padding: 2.5mm 3mm 2.5mm 0; }
        .sign td { border: none; padding-top: 12mm; }
        .next { page-break-before: always; }
        .foot { position: fixed; bottom: -13mm; left: 0; right: 0; font-size: 8pt; color: #6a5f50; text-align: center; }
        .mark { float: right; max-width: 50mm; max-height: 20mm; }
    </style>
</head>
<body>
    @if ($report['workshop']['footer'] !== '')
        <div class="foot">{{ $report['workshop']['footer'] }}</div>
    @endif
    @if ($mark !== null)
        <img class="mark" src="data:image/png;base64,{{ $mark }}" alt="">
    @endif
    <h1>Repair report {{ $job->number }}</h1>
    <div class="quiet">
        {{ $report['workshop']['name'] }}@if ($report['workshop']['address'] !== ''),
        {{ str_replace("\n", ', ', $report['workshop']['address']) }}@endif
        · booked in {{ $job->created_at?->format('j F Y') }}@if ($origin !== null) · {{ $origin['sentence'] }}@endif

    </div>

    <table style="margin-top: 4mm">
        <tr><th style="width: 36mm">Unit</th><td>{{ $job->unit }}</td></tr>
        <tr><th>Owner</th><td>{{ $job->owner }}</td></tr>
        <tr><th>Owner's words</th><td>{{ $job->complaint }}</td></tr>
    </table>

    @if ($report['condemned'] !== null)
        <p class="bad" style="font-size: 14pt">CONDEMNED. {{ $report['condemned'] }}</p>
    @endif
    <table class="owner" style="margin-top: 4mm">
        @foreach ($report['owner'] as $row)
            <tr><th>{{ $row['title'] }}</th><td>{{ $row['text'] }}</td></tr>
        @endforeach
        @if ($report['cost'] !== [])
            <tr>
                <th>What it costs</th>
                <td>
                    @foreach ($report['cost'] as $row)
                        {{ $row['what'] }}:
                        <span class="figure">
                            {{ trim(number_format($row['amount'], 2) . ' ' . $report['workshop']['currency']) }}
                        </span>
                        @if (! $loop->last)
                            <br>
                        @endif
                    @endforeach
                </td>
            </tr>
        @endif
    </table>
    <table class="sign"><tr>
        <td>Closed: {{ $report['closedAt'] === null ? 'not yet' : \Illuminate\Support\Carbon::parse($report['closedAt'])->format('j F Y, H:i') }}</td>
        <td>Handed back: {{ $report['handedBackAt'] === null ? 'not yet' : \Illuminate\Support\Carbon::parse($report['handedBackAt'])->format('j F Y, H:i') }}</td>
        <td>Signature: ______________________</td>
    </tr></table>
    <p class="quiet small">The following pages are for whoever has to check the work.</p>

    <h1 class="next">Record</h1>
    <table>
        <tr><th style="width: 36mm">Meant for</th><td>{{ $job->mains }}</td></tr>
        <tr><th>Supply</th><td>{{ $supply->title }}, revision {{ $supply->revision }}</td></tr>
        <tr><th>Technician</th><td>{{ $job->user->name }}</td></tr>
        <tr><th>Instruments</th><td>{{ $report['instruments'] === [] ? 'none recorded: readings were typed from a hand-held meter' : implode('; ', $report['instruments']) }}</td></tr>
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
    @foreach ($report['origins'] as $why)
        <div>{{ $why }}</div>
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

    @if ($report['load'] !== null)
        <h2>Load test</h2>
        <table>
            <tr><th style="width: 30mm">Step</th><th style="width: 34mm">Rail</th><th>Volts</th><th>A good unit</th><th>Ripple, p-p</th><th>Limit</th></tr>
            @foreach ($report['load']['steps'] as $step)
                @foreach ($step['rails'] as $rail)
                    <tr><td>{{ $step['title'] }}</td><td>{{ $rail['name'] }}</td><td class="figure">{{ $rail['dc']['text'] ?? '–' }} <span class="{{ ($rail['dc']['good'] ?? true) ? 'quiet' : 'bad' }}">{{ $rail['dc']['word'] ?? '' }}</span></td><td class="figure quiet">{{ $rail['expected'] }}</td><td class="figure">{{ $rail['pp']['text'] ?? '–' }}</td><td class="figure quiet">{{ $rail['ripple'] }}</td></tr>
                @endforeach
            @endforeach
        </table>
        <table>
            @foreach ($report['load']['between'] as $row)
                <tr><td style="width: 74mm">{{ $row['title'] }}</td><td class="figure">{{ $row['value'] }}</td><td class="quiet">{{ $row['expected'] }}</td><td class="{{ $row['good'] ? '' : 'bad' }}">{{ $row['good'] ? 'good' : $row['sentence'] }}</td></tr>
            @endforeach
        </table>
    @endif

    @if ($report['starts'] !== null)
        <h2>Starts</h2>
        <div>{{ $report['starts'] }}</div>
    @endif

    @foreach ($report['runs'] as $run)
        <h2>{{ ['soak' => 'Soak', 'heat' => 'Heat run', 'starts' => 'Repeated starts'][$run['kind']] }} {{ $run['number'] }}: {{ $run['title'] }}, {{ $run['state'] }}, {{ $run['progress'] }}</h2>
        @foreach ($run['alarms'] as $alarm)<div class="bad">Alarm: {{ $alarm['sentence'] }}</div>@endforeach
        @foreach ($run['gaps'] as $gap)<div>Gap of {{ $gap['to'] - $gap['from'] }} s: {{ $gap['why'] }}.</div>@endforeach
        @if ($run['summary'] !== [])
            <table>
                <tr><th>Channel</th><th>Lowest</th><th>Mean</th><th>Highest</th><th>Limits</th><th>At rest</th></tr>
                @foreach ($run['summary'] as $row)
                    <tr><td>{{ $row['channel'] }}</td><td class="figure">{{ $row['low'] }}</td><td class="figure">{{ $row['mean'] }}</td><td class="figure">{{ $row['high'] }}</td><td class="figure quiet">{{ $row['limits'] }}</td><td>{{ $row['steady'] ?? '' }}</td></tr>
                @endforeach
            </table>
        @endif
        @foreach ($drawings[$run['number']] ?? [] as $panel)
            <div class="small" style="page-break-inside: avoid">{{ $panel['title'] }}<br><img src="{{ $panel['image'] }}" style="width: 172mm; height: 31.6mm" alt=""></div>
        @endforeach
    @endforeach

    @if ($report['heat'] !== [])
        <h2>Heat, at rest</h2>
        <table>
            <tr><th style="width: 52mm">Part</th><th>Measured</th><th>At 40 °C and highest mains</th><th>Limit</th><th>Verdict</th></tr>
            @foreach ($report['heat'] as $row)
                <tr><td>{{ $row['label'] }}</td><td class="figure">{{ round($row['celsius']) }} °C</td><td class="figure">{{ round($row['worst']) }} °C</td><td class="figure quiet">{{ round($row['limit']) }} °C</td><td class="{{ $row['good'] ? '' : 'bad' }}">{{ $row['word'] }}@if ($row['life'] !== null)<br><span class="quiet small">life {{ $row['life'] }}</span>@endif</td></tr>
            @endforeach
        </table>
    @endif

    @if ($report['calibration'] !== [])
        <h2>Calibration</h2>
        <table>
            <tr><th>Point</th><th>Limits</th><th>As found</th><th>As left</th><th>Second pass</th></tr>
            @foreach ($report['calibration'] as $point)
                <tr><td>{{ $point['title'] }}</td><td class="figure quiet small">{{ $point['limits'] }}</td>
                    @foreach (['as_found', 'as_left', 'second'] as $phase)
                        <td>@if ($point[$phase] !== null)<span class="figure">{{ $point[$phase]['value'] }}</span> {{ $point[$phase]['word'] }}<br><span class="quiet small">{{ $point[$phase]['uncertainty'] }}@if ($point[$phase]['ratio'] !== null), {{ $point[$phase]['ratio'] }}:1 @endif</span>@else – @endif</td>
                    @endforeach
                </tr>
            @endforeach
        </table>
        <div class="quiet small">A value passes inside its limits less the expanded uncertainty (k = 2) and fails outside its limits plus it (ISO 14253-1); between the two nothing is said.</div>
    @endif

    <h2>Electrical safety</h2>
    @if ($report['safety'] === [])
        <div class="quiet">No test recorded.</div>
    @else
        <table>
            <tr><th style="width: 74mm">Test</th><th>Result</th><th>Limit</th><th></th></tr>
            @foreach ($report['safety'] as $row)
                <tr><td>{{ $row['test'] }}</td><td class="figure">{{ $row['value'] }}</td><td class="figure quiet">{{ $row['limit'] }}</td><td class="{{ $row['passed'] ? '' : 'bad' }}">{{ $row['stale'] ? 'before the last repair' : ($row['passed'] ? 'passed' : 'FAILED') }}</td></tr>
            @endforeach
        </table>
        <div class="quiet small">{{ $report['safety'][0]['source'] }}, class {{ $report['safety'][0]['class'] }}.</div>
    @endif

    @if ($report['notes'] !== [])
        <h2>Notes</h2>
        @foreach ($report['notes'] as $note)
            <div>{{ $note }}</div>
        @endforeach
    @endif

    <h2>Who did what, and when</h2>
    <table class="small">
        @foreach ($report['chronicle'] as $row)
            <tr><td class="figure" style="width: 34mm">{{ \Illuminate\Support\Carbon::parse($row['at'])->format('Y-m-d H:i') }}</td><td style="width: 32mm">{{ $row['by'] }}</td><td>@if ($row['struck'])<s>{{ $row['line'] }}</s>@else{{ $row['line'] }}@endif</td></tr>
        @endforeach
    </table>

    <p class="quiet small" style="margin-top: 6mm">
        Expected values are computed from the supply's description for the mains as measured, as a window that holds 90 % of good units.
        Electrical safety tests before use, and who may carry them out, are for local codes and licensed practice to decide.
    </p>

    @if ($circuit !== null)
        @include('report-circuit')
    @endif
</body>
</html>
