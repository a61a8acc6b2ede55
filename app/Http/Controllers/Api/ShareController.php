<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\Events;
use App\Accounts\WorkshopKey;
use App\Http\Controllers\KnowsWhoAsks;
use App\Http\Resources\ShareView;
use App\Models\SharedBoard;
use App\Models\ShareKey;
use App\Models\ShareSource;
use App\Models\Supply;
use App\Models\User;
use App\Models\Workshop;
use App\Sharing\Publisher;
use App\Sharing\ReadSource;
use App\Sharing\SharedFile;
use App\Sharing\Sources;
use App\Sharing\TakeIn;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Gate;
use OpenApi\Attributes as OA;

/**
 * Boards between workshops: what this one gives, what it took in, and whose word counts. For its lead.
 *
 * @phpstan-type Publishing array{
 *     // supplies of the design
 *     revisions: list<string>,
 *     // and what failed how often
 *     failures: bool,
 * }
 */
final readonly class ShareController
{
    use KnowsWhoAsks;

    private const MOST_SOURCES = 50;

    public function __construct(
        private Publisher $publisher,
        private TakeIn $takeIn,
        private Sources $sources,
        private ShareView $view,
        private Events $events,
    ) {}

    #[
        OA\Get(
            path: '/shares',
            operationId: 'showShares',
            summary: 'What this workshop publishes, what it took in, whose key counts, and where it reads',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All of it',
                    content: new OA\JsonContent(ref: '#/components/schemas/Shares'),
                ),
                new OA\Response(response: 403, description: 'Only its lead may'),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        return $this->all($this->lead($request));
    }

    #[
        OA\Post(
            path: '/shares',
            operationId: 'takeInBoard',
            summary: 'Take in a board that another workshop published, from its file',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\MediaType(
                    mediaType: 'multipart/form-data',
                    schema: new OA\Schema(
                        required: ['file'],
                        properties: [
                            new OA\Property(
                                property: 'file',
                                description: 'docs/shared.schema.json, up to 2 MB',
                                type: 'string',
                                format: 'binary',
                            ),
                        ],
                    ),
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'All of it',
                    content: new OA\JsonContent(ref: '#/components/schemas/Shares'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'It is not whole, or not what it says it is',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function store(Request $request): JsonResponse
    {
        $lead = $this->lead($request);
        $request->validate(
            ['file' => ['required', 'file', 'max:' . intdiv(SharedFile::MOST, 1000)]],
            ['file.*' => 'Choose the file of a board that was published, JSON of at most 2 MB.'],
        );
        $file = $request->file('file');
        assert($file instanceof UploadedFile);
        $this->takeIn->file($lead, (string) $file->get());

        return $this->all($lead, 201);
    }

    #[
        OA\Delete(
            path: '/shares/{board}',
            operationId: 'forgetSharedBoard',
            summary: 'What others found on it counts no more; the description stays in the library',
            parameters: [
                new OA\Parameter(name: 'board', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Gone')],
        ),
    ]
    public function destroy(Request $request, string $board): Response
    {
        $lead = $this->lead($request);
        SharedBoard::query()->where('workshop_id', $lead->workshop_id)->findOrFail($board)->delete();

        return response()->noContent();
    }

    #[
        OA\Put(
            path: '/shares/keys/{key}',
            operationId: 'acceptShareKey',
            summary: 'Whether what a workshop found counts here: after its fingerprint was compared with it',
            parameters: [
                new OA\Parameter(name: 'key', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['accepted'],
                    properties: [new OA\Property(property: 'accepted', type: 'boolean')],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All of it',
                    content: new OA\JsonContent(ref: '#/components/schemas/Shares'),
                ),
            ],
        ),
    ]
    public function accept(Request $request, string $key): JsonResponse
    {
        $lead = $this->lead($request);
        $accepted = $request->validate(['accepted' => ['required', 'boolean']])['accepted'];
        $found = ShareKey::query()->where('workshop_id', $lead->workshop_id)->findOrFail($key);
        $found->update(['accepted_at' => $accepted ? now() : null]);
        $this->events->record(
            $lead->workshop_id,
            $lead,
            null,
            sprintf(
                '%s what %s found count (%s)',
                $accepted ? 'lets' : 'no longer lets',
                $found->name,
                WorkshopKey::fingerprint($found->key),
            ),
        );

        return $this->all($lead);
    }

    #[
        OA\Post(
            path: '/shares/sources',
            operationId: 'addShareSource',
            summary: 'Read an address at which another workshop publishes, now and every night',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['address'],
                    properties: [new OA\Property(property: 'address', type: 'string', maxLength: 200)],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'All of it; the address is being read',
                    content: new OA\JsonContent(ref: '#/components/schemas/Shares'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'This server does not read there',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function addSource(Request $request): JsonResponse
    {
        $lead = $this->lead($request);
        $address = trim($request->validate(['address' => ['required', 'string', 'max:200']])['address']);
        $this->sources->mustAllow($address);
        abort_if(
            ShareSource::query()->where('workshop_id', $lead->workshop_id)->count() >= self::MOST_SOURCES,
            422,
            sprintf('%d addresses are kept at most: take one out that nobody needs.', self::MOST_SOURCES),
        );
        $source = ShareSource::query()->updateOrCreate(
            ['workshop_id' => $lead->workshop_id, 'address' => $address],
            ['user_id' => $lead->id, 'read_at' => null, 'said' => null],
        );
        ReadSource::dispatch($source->id);

        return $this->all($lead, 201);
    }

    #[
        OA\Delete(
            path: '/shares/sources/{source}',
            operationId: 'removeShareSource',
            summary: 'Read this address no more; what came from it stays',
            parameters: [
                new OA\Parameter(name: 'source', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [new OA\Response(response: 204, description: 'Gone')],
        ),
    ]
    public function removeSource(Request $request, string $source): Response
    {
        $lead = $this->lead($request);
        ShareSource::query()->where('workshop_id', $lead->workshop_id)->findOrFail($source)->delete();

        return response()->noContent();
    }

    #[
        OA\Post(
            path: '/supplies/{supply}/share/draft',
            operationId: 'draftShare',
            summary: 'The file as it would be published, to be looked at or given by hand',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/Publishing'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'docs/shared.schema.json',
                    content: new OA\JsonContent(type: 'object', additionalProperties: true),
                ),
            ],
        ),
    ]
    public function draft(Request $request, Supply $supply): JsonResponse
    {
        [$lead, $revisions, $failures] = $this->asked($request, $supply);

        return JsonResponse::fromJsonString($this->publisher->draft($lead, $supply, $revisions, $failures)[0], 200, [
            'Content-Disposition' => sprintf('attachment; filename="board-%s.json"', strtolower($supply->id)),
        ]);
    }

    #[
        OA\Put(
            path: '/supplies/{supply}/share',
            operationId: 'publishBoard',
            summary: 'Publish a board at the address of this workshop, or what it is now in place of what it was',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/Publishing'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'All of it',
                    content: new OA\JsonContent(ref: '#/components/schemas/Shares'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Nothing was chosen',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function publish(Request $request, Supply $supply): JsonResponse
    {
        [$lead, $revisions, $failures] = $this->asked($request, $supply);
        $this->publisher->publish($lead, $supply, $revisions, $failures);
        $this->events->record($lead->workshop_id, $lead, null, "published \"{$supply->title}\"");

        return $this->all($lead);
    }

    #[
        OA\Delete(
            path: '/supplies/{supply}/share',
            operationId: 'withdrawBoard',
            summary: 'Publish a board no more; what others took in by then stays with them',
            parameters: [
                new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Gone')],
        ),
    ]
    public function withdraw(Request $request, Supply $supply): Response
    {
        $lead = $this->lead($request);
        Gate::authorize('update', $supply);
        $this->publisher->withdraw($lead, $supply);
        $this->events->record($lead->workshop_id, $lead, null, "no longer publishes \"{$supply->title}\"");

        return response()->noContent();
    }

    #[
        OA\Get(
            path: '/shared/{word}/{file}',
            operationId: 'readShared',
            summary: 'What a workshop publishes, for anybody who has its address: index.json, and the boards it names',
            security: [],
            parameters: [
                new OA\Parameter(name: 'word', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
                new OA\Parameter(name: 'file', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'docs/shared.schema.json, or the index as docs/formats.md has it',
                    content: new OA\JsonContent(type: 'object', additionalProperties: true),
                ),
                new OA\Response(response: 404, description: 'Nothing is published there'),
            ],
        ),
    ]
    public function read(string $word, string $file): JsonResponse
    {
        $json = $this->publisher->file($word, $file);
        abort_if($json === null, 404, 'Nothing is published at this address.');

        return JsonResponse::fromJsonString($json, 200, ['Cache-Control' => 'public, max-age=60']);
    }

    /** @return array{User, list<string>, bool} */
    private function asked(Request $request, Supply $supply): array
    {
        $lead = $this->lead($request);
        Gate::authorize('update', $supply);
        /** @var Publishing $given */
        $given = $request->validate([
            'revisions' => ['required', 'array', 'max:' . SharedFile::MOST_REVISIONS],
            'revisions.*' => ['string', 'max:26'],
            'failures' => ['required', 'boolean'],
        ]);

        return [$lead, $given['revisions'], (bool) $given['failures']];
    }

    private function lead(Request $request): User
    {
        $user = $this->user($request);
        abort_if(
            !$user->can('manage people'),
            403,
            'What goes to other workshops, and comes from them, is for the lead.',
        );

        return $user;
    }

    private function all(User $lead, int $status = 200): JsonResponse
    {
        return new JsonResponse($this->view->of(Workshop::query()->findOrFail($lead->workshop_id)), $status);
    }
}
