<?php

declare(strict_types=1);

use App\Accounts\AccountRefused;
use App\Archive\ArchiveRefused;
use App\Files\DiskFull;
use App\Files\NotKept;
use App\Http\Middleware\CookieOnChange;
use App\Http\Middleware\OwnName;
use App\Http\Middleware\SaneInput;
use App\Instruments\InstrumentFailed;
use App\Instruments\OffKey;
use App\Knowledge\BeingWorkedOut;
use App\Sharing\ShareRefused;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Database\QueryException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Oculant\Core\Bench\EntryRefused;
use Oculant\Core\Circuit\CircuitError;
use Oculant\Core\Proving\Instrument\AnswerUnreadable;
use Oculant\Core\Proving\PlanRefused;
use Oculant\Core\Replacement\Drawer\StockRefused;
use Oculant\Core\Replacement\UnreadableComponent;
use Oculant\Core\Supply\DescriptionRefused;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        api: __DIR__ . '/../routes/api.php',
        commands: __DIR__ . '/../routes/console.php',
        health: '/up',
        apiPrefix: 'api/v1',
        then: static function (): void {
            require __DIR__ . '/../routes/off.php';
            require __DIR__ . '/../routes/shell.php';
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->append(OwnName::class);
        // It carries its own signature, and is read where nothing is decrypted.
        $middleware->encryptCookies(except: [OffKey::COOKIE]);
        $middleware->statefulApi();
        $middleware->prependToGroup('api', CookieOnChange::class);
        $middleware->appendToGroup('api', SaneInput::class);
        $middleware->redirectGuestsTo('/');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(
            static fn(Request $request): bool => $request->is('api/*') || $request->expectsJson(),
        );
        $exceptions->dontReport([
            BeingWorkedOut::class,
            AccountRefused::class,
            ArchiveRefused::class,
            ShareRefused::class,
            InstrumentFailed::class,
            PlanRefused::class,
            AnswerUnreadable::class,
            EntryRefused::class,
            DescriptionRefused::class,
            StockRefused::class,
            UnreadableComponent::class,
        ]);
        $exceptions->render(
            static fn(BeingWorkedOut $e, Request $request): JsonResponse => new JsonResponse(
                ['message' => $e->getMessage()],
                202,
                // A browser that follows a link asks again as well.
                ['Retry-After' => '1', 'Cache-Control' => 'no-store'] +
                    ($request->expectsJson() ? [] : ['Refresh' => '1']),
            ),
        );
        $exceptions->render(
            static fn(
                StockRefused|UnreadableComponent|ArchiveRefused|ShareRefused $e,
            ): JsonResponse => new JsonResponse(
                ['message' => $e->getMessage(), 'errors' => ['text' => [$e->getMessage()]]],
                422,
            ),
        );
        $exceptions->render(
            static fn(InstrumentFailed|AnswerUnreadable $e): JsonResponse => new JsonResponse(
                ['message' => $e->getMessage(), 'errors' => ['instrument' => [$e->getMessage()]]],
                422,
            ),
        );
        $exceptions->render(
            static fn(AccountRefused $e): JsonResponse => new JsonResponse(
                ['message' => $e->getMessage(), 'errors' => [$e->field => [$e->getMessage()]]],
                422,
            ),
        );
        $exceptions->render(
            static fn(NotKept $e): JsonResponse => new JsonResponse(['message' => $e->getMessage()], 507),
        );
        $exceptions->render(
            static fn(QueryException $e): ?JsonResponse => DiskFull::is($e)
                ? new JsonResponse(['message' => DiskFull::SENTENCE], 507)
                : null,
        );
        $exceptions->render(
            static fn(EntryRefused|PlanRefused $e): JsonResponse => new JsonResponse(
                [
                    'message' => $e->getMessage(),
                    'errors' => [$e->field => [$e->getMessage()]],
                ],
                422,
            ),
        );
        $exceptions->render(
            static fn(DescriptionRefused $e): JsonResponse => new JsonResponse(
                [
                    'message' =>
                        count($e->problems) === 1
                            ? $e->getMessage()
                            : count($e->problems) . ' things in this description need mending.',
                    'problems' => $e->problems,
                ],
                422,
            ),
        );
        $exceptions->render(static function (NotFoundHttpException $e, Request $request): ?JsonResponse {
            // Laravel names the class it looked for; whoever asked wants to know what is not there.
            $missing =
                $e->getPrevious() instanceof ModelNotFoundException
                    ? 'Your workshop has nothing at this address: it may belong to another, or the address is mistyped.'
                    : null;

            return $missing !== null && $request->is('api/*') ? new JsonResponse(['message' => $missing], 404) : null;
        });
        $exceptions->render(
            static fn(CircuitError $e): JsonResponse => new JsonResponse(['message' => $e->getMessage()], 422),
        );
        $exceptions->respond(static function (Response $response, Throwable $e, Request $request): Response {
            // What went wrong is for the server's log; whoever works is told what to do.
            return $response->getStatusCode() === 500 && $request->is('api/*') && !config('app.debug')
                ? new JsonResponse(
                    [
                        'message' =>
                            'The server could not answer this: the fault is its own, and stands in its log. What you ' .
                            'typed is kept. Try again; if it stays so, tell who looks after this installation.',
                    ],
                    500,
                )
                : $response;
        });
    })
    ->create();
