<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Accounts\Workshops;
use App\Http\Controllers\KnowsWhoAsks;
use App\Models\User;
use App\Models\Workshop;
use App\Models\WorkshopSettings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use OpenApi\Attributes as OA;

/**
 * What the workshop says of itself: everybody may read it, its leads change it.
 *
 * @phpstan-type WorkshopSettingsAnswer array{
 *     name: string,
 *     address?: string,
 *     // of every page of a report
 *     footer?: string,
 *     // as units are booked in, "230 V"
 *     mains?: string,
 *     // beside every amount
 *     currency?: string,
 *     // price of an hour
 *     rate?: ?float,
 *     // months after hand-back; null for ever
 *     keep_photographs?: ?int,
 * }
 *
 * @phpstan-type WorkshopAnswer array{
 *     name: string,
 *     address: string,
 *     footer: string,
 *     mains: string,
 *     currency: string,
 *     rate: ?float,
 *     keep_photographs: ?int,
 *     has_mark: bool,
 *     may_edit: bool,
 * }
 */
final readonly class WorkshopController
{
    use KnowsWhoAsks;

    /** Kilobytes of a mark as it comes. */
    private const MARK = 2048;

    public function __construct(private Workshops $workshops) {}

    #[
        OA\Get(
            path: '/workshop',
            operationId: 'showWorkshop',
            summary: 'Name, address, mains, money and what else the workshop says once',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'The workshop',
                    content: new OA\JsonContent(ref: '#/components/schemas/WorkshopAnswer'),
                ),
            ],
        ),
    ]
    public function show(Request $request): JsonResponse
    {
        $user = $this->user($request);

        return self::view(Workshop::query()->findOrFail($user->workshop_id), $user);
    }

    #[
        OA\Put(
            path: '/workshop',
            operationId: 'keepWorkshop',
            summary: 'Change what the workshop says; what is left out stays as it is',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/WorkshopSettingsAnswer'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Kept',
                    content: new OA\JsonContent(ref: '#/components/schemas/WorkshopAnswer'),
                ),
                new OA\Response(response: 403, description: 'You do not lead this workshop'),
                new OA\Response(
                    response: 422,
                    description: 'No name, or something that cannot be so',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function update(Request $request): JsonResponse
    {
        $lead = $this->lead($request);
        $given = $request->validate(
            [
                'name' => ['required', 'string', 'max:120'],
                'address' => ['sometimes', 'nullable', 'string', 'max:300'],
                'footer' => ['sometimes', 'nullable', 'string', 'max:300'],
                'mains' => ['sometimes', 'required', 'string', 'max:20'],
                'currency' => ['sometimes', 'nullable', 'string', 'max:8'],
                'rate' => ['sometimes', 'nullable', 'numeric', 'between:0,100000'],
                'keep_photographs' => ['sometimes', 'nullable', 'integer', 'between:1,240'],
            ],
            [
                'name.required' => 'Give the workshop its name; it stands on every report.',
                'currency.max' => 'Write the currency as it stands beside an amount, with at most 8 letters.',
                'rate.*' => 'The price of an hour is a number from 0 to 100000, with a point for decimals.',
                'keep_photographs.*' =>
                    'Photographs are kept for 1 to 240 months after hand-back; leave it empty to keep them for ever.',
            ],
        );
        $now = Workshop::query()->findOrFail($lead->workshop_id)->settings()->toArray();
        $asked = array_intersect_key($given, $now);
        if (isset($asked['mains'])) {
            $asked['mains'] = Workshops::mains(trim($asked['mains']));
        }
        $trimmed = array_map(static fn(mixed $v): mixed => is_string($v) ? trim($v) : $v, $asked);

        return self::view(
            $this->workshops->keep($lead, trim($given['name']), WorkshopSettings::of($trimmed + $now)),
            $lead,
        );
    }

    #[
        OA\Get(
            path: '/workshop/mark',
            operationId: 'showMark',
            summary: 'The mark on reports',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'PNG',
                    content: new OA\MediaType(
                        mediaType: 'image/png',
                        schema: new OA\Schema(type: 'string', format: 'binary'),
                    ),
                ),
                new OA\Response(response: 404, description: 'There is none'),
            ],
        ),
    ]
    public function picture(Request $request): Response
    {
        $mark = Workshop::query()->whereKey($this->user($request)->workshop_id)->value('mark');
        abort_if(!is_string($mark), 404, 'This workshop has no mark.');

        return new Response((string) base64_decode($mark, true), 200, [
            'Content-Type' => 'image/png',
            'Cache-Control' => 'private, no-cache',
        ]);
    }

    #[
        OA\Post(
            path: '/workshop/mark',
            operationId: 'changeMark',
            summary: 'Give the reports a mark',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\MediaType(
                    mediaType: 'multipart/form-data',
                    schema: new OA\Schema(
                        required: ['mark'],
                        properties: [
                            new OA\Property(
                                property: 'mark',
                                description: 'JPEG, PNG or WebP up to 2 MB',
                                type: 'string',
                                format: 'binary',
                            ),
                        ],
                    ),
                ),
            ),
            responses: [
                new OA\Response(response: 204, description: 'Kept'),
                new OA\Response(
                    response: 422,
                    description: 'No picture that can be drawn',
                    content: new OA\JsonContent(ref: '#/components/schemas/Refusal'),
                ),
            ],
        ),
    ]
    public function mark(Request $request): Response
    {
        $lead = $this->lead($request);
        $request->validate(
            ['mark' => ['required', 'file', 'max:' . self::MARK]],
            ['mark.*' => 'The mark is one picture, JPEG, PNG or WebP, of at most 2 MB.'],
        );
        $picture = $request->file('mark');
        assert($picture instanceof UploadedFile);
        $this->workshops->mark($lead, (string) $picture->get());

        return response()->noContent();
    }

    #[
        OA\Delete(
            path: '/workshop/mark',
            operationId: 'removeMark',
            summary: 'Take the mark off reports',
            responses: [new OA\Response(response: 204, description: 'Gone')],
        ),
    ]
    public function unmark(Request $request): Response
    {
        $this->workshops->unmark($this->lead($request));

        return response()->noContent();
    }

    private static function view(Workshop $workshop, User $user): JsonResponse
    {
        return new JsonResponse([
            'name' => $workshop->name,
            ...$workshop->settings()->toArray(),
            'has_mark' => $workshop->mark !== null,
            'may_edit' => $user->can('manage people'),
        ]);
    }

    private function lead(Request $request): User
    {
        $user = $this->user($request);
        abort_if(!$user->can('manage people'), 403, 'What the workshop says of itself is for its lead to change.');

        return $user;
    }
}
