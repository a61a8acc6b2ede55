<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @mixin User */
final class UserResource extends JsonResource
{
    /** @return array<string, mixed> */
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
