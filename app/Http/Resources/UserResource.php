<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @mixin User
 *
 * @phpstan-type UserAnswer array{
 *     // The shapes that the API sends and takes; the TypeScript client is generated from them.
 *     id: int,
 *     name: string,
 *     email: string,
 *     workshop: string,
 *     // one-time codes are on
 *     codes: bool,
 *     // in the demo workshop
 *     demo: bool,
 *     role: string,
 *     can: array{
 *         edit_library: bool,
 *         work_on_any_job: bool,
 *         hand_back: bool,
 *         manage_people: bool,
 *     },
 * }
 */
final class UserResource extends JsonResource
{
    /** @return UserAnswer */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->id,
            'name' => $this->name,
            'email' => $this->email,
            'workshop' => $this->workshop->name ?? '',
            'demo' => $this->workshop->is_demo ?? false,
            'codes' => $this->code_since !== null,
            'role' => $this->getRoleNames()->first() ?? '',
            'can' => [
                'edit_library' => $this->can('edit library'),
                'work_on_any_job' => $this->can('work on any job'),
                'hand_back' => $this->can('hand back'),
                'manage_people' => $this->can('manage people'),
            ],
        ];
    }
}
