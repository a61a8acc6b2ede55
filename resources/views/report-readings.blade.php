@if ($readings === [])
    <div class="quiet">No readings.</div>
@else
    <table>
        <tr><th style="width: 14mm">Where</th><th style="width: 44mm">What</th><th style="width: 26mm">Reading</th><th style="width: 26mm">Verdict</th><th>Expected</th></tr>
        @foreach ($readings as $reading)
            <tr>
                <td>{{ $reading['target'] }}</td>
                <td>{{ $reading['name'] }}, {{ $reading['mode'] }}</td>
                <td class="figure">{{ $reading['text'] }}@if (($reading['uncertainty'] ?? null) !== null) <span class="quiet small">{{ $reading['uncertainty'] }}</span>@endif</td>
                <td>{{ $reading['word'] }}</td>
                <td class="quiet">{{ $reading['expected'] }}</td>
            </tr>
        @endforeach
    </table>
@endif
