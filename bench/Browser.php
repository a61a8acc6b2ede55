<?php

declare(strict_types=1);

/** One browser: its cookies, its token, what it saw last. */
final class Browser
{
    public array $cookies = [];

    public string $job = '';

    public string $mark = '';

    public int $asked = 0;

    public function __construct(private readonly string $base) {}

    public function request(string $method, string $url, ?array $body = null, array $headers = []): CurlHandle
    {
        $curl = curl_init($this->base . $url);
        $cookie = implode(
            '; ',
            array_map(
                static fn(string $k, string $v): string => "{$k}={$v}",
                array_keys($this->cookies),
                $this->cookies,
            ),
        );
        curl_setopt_array(
            $curl,
            [
                CURLOPT_CUSTOMREQUEST => $method,
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_COOKIE => $cookie,
                CURLOPT_ENCODING => 'gzip',
                CURLOPT_HTTPHEADER => [
                    'Accept: application/json',
                    'Content-Type: application/json',
                    "Referer: {$this->base}/",
                    ...$headers,
                    ...isset($this->cookies['XSRF-TOKEN'])
                        ? ['X-XSRF-TOKEN: ' . urldecode($this->cookies['XSRF-TOKEN'])]
                        : [],
                ],
                CURLOPT_HEADERFUNCTION => function ($curl, string $line): int {
                    if (preg_match('/^set-cookie:\s*([^=]+)=([^;]*)/i', $line, $m) === 1) {
                        $this->cookies[$m[1]] = $m[2];
                    }
                    if (preg_match('/^etag:\s*(.+?)\s*$/i', $line, $m) === 1) {
                        $this->mark = $m[1];
                    }

                    return strlen($line);
                },
            ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => json_encode($body)]),
        );

        return $curl;
    }

    public function now(string $method, string $url, ?array $body = null): array
    {
        $curl = $this->request($method, $url, $body);
        $answer = (string) curl_exec($curl);

        return [
            curl_getinfo($curl, CURLINFO_RESPONSE_CODE),
            json_decode($answer, true) ?? [],
            curl_getinfo($curl, CURLINFO_TOTAL_TIME),
        ];
    }

    public function signIn(string $name): void
    {
        $this->cookies = [];
        $this->now('GET', '/sanctum/csrf-cookie');
        [$status] = $this->now('POST', '/api/v1/session', [
            'email' => "{$name}@tollhouse.example",
            'password' => 'harbour-light',
        ]);
        if ($status >= 300) {
            fwrite(STDERR, "Sign-in was answered with {$status}. Is bin/start running at {$this->base}?\n");
            exit(1);
        }
    }
}
