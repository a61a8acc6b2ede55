<?php

declare(strict_types=1);

/* Four benches that write, each entry until it is taken; then what is in the database of them. By bench/full-disk. */

require __DIR__ . '/Browser.php';

[, $base, $port] = $argv;
$ulid = static fn(): string => strtoupper(
    substr(
        '01J' . str_pad(dechex((int) (microtime(true) * 1000)), 11, '0', STR_PAD_LEFT) . bin2hex(random_bytes(6)),
        0,
        26,
    ),
);
$browser = new Browser($base);
$browser->signIn('ines');
$supplies = $browser->now('GET', '/api/v1/supplies')[1];
$small = array_values(array_filter($supplies, static fn(array $s): bool => str_starts_with($s['title'], 'Kitchen')))[0];
$jobs = [];
for ($k = 0; $k < 4; $k++) {
    $jobs[] = $browser->now('POST', '/api/v1/jobs', [
        'supply_id' => $small['id'],
        'unit' => "Full disk {$k}",
        'owner' => 'bench/full-disk',
        'mains' => '230 V',
    ])[1]['id'];
}
$taken = $said = [];
$start = microtime(true);
$longest = 0.0;
for ($k = 0; microtime(true) - $start < 65; $k++) {
    $job = $jobs[$k % 4];
    // Long words, so that what little room a database keeps is used up soon.
    $entry = [
        'id' => $ulid(),
        'kind' => 'note',
        'payload' => ['text' => str_repeat("Note {$k}. ", 90)],
        'at' => date('c'),
    ];
    $begun = microtime(true);
    do {
        $curl = $browser->request('POST', "/api/v1/jobs/{$job}/log", ['entries' => [$entry]]);
        curl_setopt($curl, CURLOPT_TIMEOUT, 10);
        $answer = (string) curl_exec($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        $is = $status > 0 && $status < 300;
        if (!$is) {
            $message = json_decode($answer, true)['message'] ?? substr($answer, 0, 60);
            $said["{$status} " . mb_substr((string) $message, 0, 110)] =
                ($said["{$status} " . mb_substr((string) $message, 0, 110)] ?? 0) + 1;
            usleep(500_000);
        }
    } while (!$is && microtime(true) - $begun < 60);
    if ($is) {
        $taken[] = $entry['id'];
        $longest = max($longest, microtime(true) - $begun);
    }
}
$db = new PDO("mysql:host=127.0.0.1;port={$port};dbname=oculant", 'oculant', 'full-only');
$list = implode(',', array_map($db->quote(...), $jobs));
$there = $db
    ->query("SELECT id FROM log_entries WHERE kind = 'note' AND repair_job_id IN ({$list})")
    ->fetchAll(PDO::FETCH_COLUMN);
printf(
    'accepted %d, there %d; accepted and not there %d, there and never accepted %d; ' .
        "longest wait for one entry %.1f s\n",
    count($taken),
    count($there),
    count(array_diff($taken, $there)),
    count(array_diff($there, $taken)),
    $longest,
);
arsort($said);
foreach ($said as $words => $times) {
    printf("%5d times: %s\n", $times, $words);
}
