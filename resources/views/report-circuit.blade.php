<h1 class="next">Circuit</h1>
<div class="quiet small">
    {{ $supply->title }}, revision {{ $supply->revision }}, drawn from its description: not the maker's own diagram.
    What was read is as found and as left; framed is what failed or is new.
</div>
<div style="position: relative; height: {{ $circuit['turned'] ? $circuit['width'] : $circuit['height'] }}mm; margin-top: 3mm">
    <div style="position: absolute; top: 0; left: {{ $circuit['turned'] ? $circuit['height'] : 0 }}mm; width: {{ $circuit['width'] }}mm; height: {{ $circuit['height'] }}mm; transform-origin: 0 0; @if ($circuit['turned']) transform: rotate(90deg); @endif">
        <img src="{{ $circuit['image'] }}" alt="" style="position: absolute; top: 0; left: 0; width: {{ $circuit['width'] }}mm; height: {{ $circuit['height'] }}mm">
        @foreach ($circuit['texts'] as $text)
            <div style="position: absolute; line-height: 1; white-space: nowrap; font-size: {{ round($text['size'], 2) }}mm; top: {{ round($text['y'] - 0.93 * $text['size'], 2) }}mm; left: {{ round($text['x'] - ['start' => 0, 'middle' => 30, 'end' => 60][$text['anchor']], 2) }}mm; width: 60mm; text-align: {{ ['start' => 'left', 'middle' => 'center', 'end' => 'right'][$text['anchor']] }}; {{ $text['bold'] ? 'font-weight: bold;' : '' }} {{ $text['bad'] ? 'color: #b3261e;' : '' }}">{{ $text['text'] }}</div>
        @endforeach
    </div>
</div>
