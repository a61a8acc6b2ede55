<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\Invitations;
use App\Accounts\People;
use App\Accounts\Roles;
use App\Models\AccountEvent;
use App\Models\Invitation;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/**
 * The people of a workshop, for its leads; always as a person, never by a token.
 *
 * @phpstan-type NewLink array{
 *     id: string,
 *     // of the link; not shown again
 *     path: string,
 *     name: string,
 *     expires_at: string,
 * }
 *
 * @phpstan-type Person array{
 *     id: int,
 *     name: string,
 *     email: string,
 *     role: string,
 *     closed_at: ?string,
 *     is_you: bool,
 * }
 *
 * @phpstan-type OpenLink array{
 *     id: string,
 *     purpose: string,
 *     name: string,
 *     role: ?string,
 *     expires_at: string,
 * }
 *
 * @phpstan-type RoleMay array{
 *     name: string,
 *     may: list<string>,
 * }
 *
 * @phpstan-type Right array{
 *     name: string,
 *     means: string,
 * }
 *
 * @phpstan-type AccountEventAnswer array{
 *     at: string,
 *     by: ?string,
 *     about: ?string,
 *     what: string,
 * }
 *
 * @phpstan-type PeopleAnswer array{
 *     people: list<Person>,
 *     links: list<OpenLink>,
 *     roles: list<RoleMay>,
 *     rights: list<Right>,
 *     // newest first
 *     events: list<AccountEventAnswer>,
 * }
 */
final readonly class PeopleController
{
    private const EVENTS = 200;

    public function __construct(private People $people, private Invitations $invitations) {}

    #[
        OA\Get(
            path: '/people',
            operationId: 'listPeople',
            summary: 'Accounts, links that are out, what each role may do, and what was done to accounts',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'People',
                    content: new OA\JsonContent(ref: '#/components/schemas/PeopleAnswer'),
                ),
                new OA\Response(response: 403, description: 'You do not lead this workshop'),
            ],
        ),
    ]
    public function index(Request $request): JsonResponse
    {
        return $this->view($this->lead($request));
    }

    #[
        OA\Post(
            path: '/people/invitations',
            operationId: 'invite',
            summary: 'Make a link by which somebody joins; it is shown this once',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['role', 'name'],
                    properties: [
                        new OA\Property(property: 'role', type: 'string', enum: ['lead', 'technician', 'apprentice']),
                        new OA\Property(property: 'name', type: 'string', maxLength: 80),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'The link',
                    content: new OA\JsonContent(ref: '#/components/schemas/NewLink'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'There is no such role',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function invite(Request $request): JsonResponse
    {
        $lead = $this->lead($request);
        /** @var array{role: string, name: string} $given */
        $given = $request->validate(
            ['role' => ['required', 'string', self::role()], 'name' => ['required', 'string', 'max:80']],
            ['name.required' => 'Say who it is for; the name can still be changed when the link is used.'],
        );

        return self::link(...$this->invitations->toJoin($lead, $given['role'], trim($given['name'])));
    }

    #[
        OA\Delete(
            path: '/people/invitations/{invitation}',
            operationId: 'withdrawInvitation',
            summary: 'Make a link good for nothing',
            parameters: [
                new OA\Parameter(name: 'invitation', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [new OA\Response(response: 204, description: 'Withdrawn')],
        ),
    ]
    public function withdraw(Request $request, string $invitation): Response
    {
        $lead = $this->lead($request);
        $found = Invitation::query()
            ->with('user')
            ->where('workshop_id', $lead->workshop_id)
            ->whereNull('used_at')
            ->whereKey($invitation)
            ->firstOrFail();
        $this->invitations->withdraw($found, $lead);

        return response()->noContent();
    }

    #[
        OA\Put(
            path: '/people/{person}',
            operationId: 'setRole',
            summary: 'Give somebody another role',
            parameters: [
                new OA\Parameter(name: 'person', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['role'],
                    properties: [
                        new OA\Property(property: 'role', type: 'string', enum: ['lead', 'technician', 'apprentice']),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'People',
                    content: new OA\JsonContent(ref: '#/components/schemas/PeopleAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Nobody would lead',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(Request $request, int $person): JsonResponse
    {
        $lead = $this->lead($request);
        /** @var array{role: string} $given */
        $given = $request->validate(['role' => ['required', 'string', self::role()]]);
        $this->people->give($lead, $this->person($lead, $person), $given['role']);

        return $this->view($lead);
    }

    #[
        OA\Post(
            path: '/people/{person}/reset',
            operationId: 'resetPassword',
            summary: 'Make a link by which somebody sets a new password; it is shown this once',
            parameters: [
                new OA\Parameter(name: 'person', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'The link',
                    content: new OA\JsonContent(ref: '#/components/schemas/NewLink'),
                ),
            ],
        ),
    ]
    public function reset(Request $request, int $person): JsonResponse
    {
        $lead = $this->lead($request);

        return self::link(...$this->invitations->toSetPassword($lead, $this->person($lead, $person)));
    }

    #[
        OA\Post(
            path: '/people/{person}/close',
            operationId: 'closeAccount',
            summary: 'Shut the door to somebody who left; the logs keep the name',
            parameters: [
                new OA\Parameter(name: 'person', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'People',
                    content: new OA\JsonContent(ref: '#/components/schemas/PeopleAnswer'),
                ),
                new OA\Response(
                    response: 422,
                    description: 'Nobody would lead',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function close(Request $request, int $person): JsonResponse
    {
        $lead = $this->lead($request);
        $this->people->close($lead, $this->person($lead, $person));

        return $this->view($lead);
    }

    #[
        OA\Post(
            path: '/people/{person}/open',
            operationId: 'openAccount',
            summary: 'Open an account again',
            parameters: [
                new OA\Parameter(name: 'person', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'People',
                    content: new OA\JsonContent(ref: '#/components/schemas/PeopleAnswer'),
                ),
            ],
        ),
    ]
    public function open(Request $request, int $person): JsonResponse
    {
        $lead = $this->lead($request);
        $this->people->open($lead, $this->person($lead, $person));

        return $this->view($lead);
    }

    private function lead(Request $request): User
    {
        $user = $request->user();
        abort_if(!($user instanceof User) || !$user->can('manage people'), 403, 'People are for the lead to manage.');

        return $user;
    }

    private function person(User $lead, int $id): User
    {
        return User::query()->where('workshop_id', $lead->workshop_id)->findOrFail($id);
    }

    private static function role(): mixed
    {
        return Rule::in(array_keys(Roles::ALL));
    }

    private static function link(Invitation $invitation, string $word): JsonResponse
    {
        return new JsonResponse(
            [
                'id' => $invitation->id,
                'path' => "/join/{$word}",
                'name' => $invitation->name,
                'expires_at' => $invitation->expires_at->toIso8601String(),
            ],
            201,
        );
    }

    private function view(User $lead): JsonResponse
    {
        $workshop = $lead->workshop_id;

        return new JsonResponse([
            'people' => User::query()
                ->with('roles')
                ->where('workshop_id', $workshop)
                ->orderByRaw('closed_at is not null, name')
                ->get()
                ->map(
                    static fn(User $user): array => [
                        'id' => $user->id,
                        'name' => $user->name,
                        'email' => $user->email,
                        'role' => $user->getRoleNames()->first() ?? '',
                        'closed_at' => $user->closed_at?->toIso8601String(),
                        'is_you' => $user->id === $lead->id,
                    ],
                ),
            'links' => Invitation::query()
                ->where('workshop_id', $workshop)
                ->whereNull('used_at')
                ->where('expires_at', '>', now())
                ->orderBy('id')
                ->get()
                ->map(
                    static fn(Invitation $one): array => [
                        'id' => $one->id,
                        'purpose' => $one->purpose,
                        'name' => $one->name,
                        'role' => $one->role,
                        'expires_at' => $one->expires_at->toIso8601String(),
                    ],
                ),
            'roles' => array_map(
                static fn(string $role, array $may): array => ['name' => $role, 'may' => $may],
                array_keys(Roles::ALL),
                Roles::ALL,
            ),
            'rights' => array_map(
                static fn(string $name, string $means): array => ['name' => $name, 'means' => $means],
                array_keys(Roles::MEANS),
                Roles::MEANS,
            ),
            'events' => AccountEvent::query()
                ->with(['by', 'about'])
                ->where('workshop_id', $workshop)
                ->orderByDesc('id')
                ->limit(self::EVENTS)
                ->get()
                ->map(
                    static fn(AccountEvent $event): array => [
                        'at' => $event->at->toIso8601String(),
                        'by' => $event->by?->name,
                        'about' => $event->about?->name,
                        'what' => $event->what,
                    ],
                ),
        ]);
    }
}
