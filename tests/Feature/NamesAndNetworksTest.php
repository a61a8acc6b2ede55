<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Instruments\AllowList;
use App\Models\Workshop;
use Illuminate\Http\Middleware\TrustProxies;

/** By which names the server answers, behind which proxies, and in which networks it talks to anything. */
final class NamesAndNetworksTest extends FeatureTestCase
{
    protected function tearDown(): void
    {
        TrustProxies::flushState();
        parent::tearDown();
    }

    public function testAMadeUpHostGetsNeitherPageNorRedirect(): void
    {
        foreach (['/', '/off', '/api/v1/jobs'] as $path) {
            $answer = $this->call('GET', "http://elsewhere.example{$path}");
            self::assertSame(421, $answer->status());
            self::assertStringNotContainsString('elsewhere.example', (string) $answer->headers->get('Location'));
        }
        config(['oculant.hosts' => ['bench.harbour.example']]);
        $this->call('GET', 'http://bench.harbour.example/')->assertOk();
    }

    public function testBehindAProxyThatEndsTlsSigningInWorksAndCookiesAreSecure(): void
    {
        TrustProxies::at(['10.9.9.9']);
        $user = $this->person('technician');
        $headers = [
            'X-Forwarded-Proto' => 'https',
            'X-Forwarded-Host' => 'bench.harbour.example',
            'Origin' => 'https://bench.harbour.example',
            'Referer' => 'https://bench.harbour.example/',
        ];
        $through = fn(string $method, string $path, array $body = []) => $this->withServerVariables([
            'REMOTE_ADDR' => '10.9.9.9',
        ])
            ->withHeaders($headers)
            ->json($method, $path, $body);
        $answer = $through('POST', '/api/v1/session', [
            'email' => $user->email,
            'password' => 'a long enough word',
        ])->assertOk();
        foreach ($answer->headers->getCookies() as $cookie) {
            self::assertTrue($cookie->isSecure(), $cookie->getName());
        }
        self::assertNotSame([], $answer->headers->getCookies());
        $through('GET', '/api/v1/session')->assertOk()->assertJsonPath('name', $user->name);
        // Whoever is no such proxy may say what they like.
        $this->withServerVariables(['REMOTE_ADDR' => '10.9.9.8'])
            ->withHeaders($headers)
            ->json('GET', '/api/v1/schema/supply')
            ->assertHeaderMissing('Strict-Transport-Security');
        $forged = $this->withServerVariables(['REMOTE_ADDR' => '10.9.9.8'])
            ->withHeaders(['Origin' => config('app.url'), 'Referer' => config('app.url')] + $headers)
            ->json('POST', config('app.url') . '/api/v1/session', [
                'email' => $user->email,
                'password' => 'a long enough word',
            ])
            ->assertOk();
        self::assertSame([], array_filter($forged->headers->getCookies(), static fn($c): bool => $c->isSecure()));
    }

    public function testNoOtherSiteIsLetIn(): void
    {
        foreach (['GET', 'OPTIONS'] as $method) {
            $this->withHeaders(['Origin' => 'https://elsewhere.example', 'Access-Control-Request-Method' => 'POST'])
                ->json($method, '/api/v1/jobs')
                ->assertHeaderMissing('Access-Control-Allow-Origin');
        }
    }

    public function testTheServersOwnPortsAreNoInstruments(): void
    {
        config([
            'oculant.own' => ['ports' => [3386, 8086], 'hosts' => ['127.0.0.1', '10.0.0.5']],
            'oculant.instruments' => ['127.0.0.0/8', '10.0.0.0/24'],
        ]);
        $this->app->forgetInstance(AllowList::class);
        $this->actingAs($this->person('technician'));
        $add = fn(string $host, int $port) => $this->postJson('/api/v1/instruments', [
            'name' => "M {$host} {$port}",
            'kind' => 'meter',
            'host' => $host,
            'port' => $port,
        ]);
        foreach (
            [
                ['127.0.0.1', 3386],
                ['127.0.0.1', 8086],
                ['127.9.9.9', 3386],
                ['127.0.0.1', 3306],
                ['127.0.0.1', 6379],
                ['10.0.0.5', 8086],
            ]
            as [$host, $port]
        ) {
            $add($host, $port)
                ->assertUnprocessable()
                ->assertJsonPath('message', fn(string $m): bool => str_contains($m, 'that is no instrument'));
        }
        $add('127.0.0.1', 5025)->assertCreated();
        $add('10.0.0.6', 3386)->assertCreated();
    }

    public function testNetworksAreOfTheWorkshopWithinThoseOfTheServer(): void
    {
        config(['oculant.instruments' => ['10.0.0.0/16', '127.0.0.1']]);
        $this->app->forgetInstance(AllowList::class);
        $lead = $this->person('lead');
        $this->actingAs($this->person('technician'))
            ->putJson('/api/v1/networks', ['networks' => ['10.0.3.0/24']])
            ->assertForbidden();
        $this->actingAs($lead)
            ->putJson('/api/v1/networks', ['networks' => ['10.0.3.0/24']])
            ->assertOk()
            ->assertJsonPath('networks', ['10.0.3.0/24'])
            ->assertJsonPath('server', ['10.0.0.0/16', '127.0.0.1']);
        foreach (['192.168.1.0/24', '10.0.0.0/4', 'localhost', '10.0.3.0/99', '10.0.3', '::/8'] as $network) {
            $this->putJson('/api/v1/networks', ['networks' => [$network]])->assertUnprocessable();
        }
        $add = fn(string $host, string $name) => $this->postJson('/api/v1/instruments', [
            'name' => $name,
            'kind' => 'meter',
            'host' => $host,
            'port' => 5025,
        ]);
        $add('10.0.3.7', 'In')->assertCreated();
        $add('10.0.4.7', 'Out')->assertUnprocessable();
        $add('127.0.0.1', 'Here')->assertUnprocessable();
        // The neighbour's list is the neighbour's.
        $this->actingAs($this->person('lead', Workshop::query()->create(['name' => 'Elsewhere'])));
        $add('10.0.4.7', 'Theirs')->assertCreated();
    }
}
