<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Rules\NotedAt;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Gate;

final class PhotoRequest extends FormRequest
{
    use WritesToJob;

    public function authorize(): Response
    {
        return Gate::inspect('log', $this->job());
    }

    /** @return array<string, list<string|NotedAt>> */
    public function rules(): array
    {
        return [
            'id' => ['required', 'string', 'ulid'],
            'photo' => ['bail', 'required', 'file', 'mimetypes:image/jpeg,image/png,image/webp', 'max:8000'],
            'caption' => ['nullable', 'string', 'max:200'],
            'target' => ['nullable', 'string', 'max:40'],
            'at' => ['required', 'string', 'max:40', new NotedAt()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'photo.mimetypes' => 'This is not a photograph that can be kept: JPEG, PNG and WebP can.',
            'photo.max' => 'The photograph is larger than 8 MB. Take it at a lower resolution.',
            'photo.uploaded' =>
                'The photograph did not arrive whole, or is larger than 8 MB. Send it again, or take it at a ' .
                'lower resolution.',
        ];
    }

    public function picture(): string
    {
        $file = $this->file('photo');
        assert($file instanceof UploadedFile);

        return (string) $file->get();
    }
}
