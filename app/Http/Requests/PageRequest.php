<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Supply;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Bench\EntryRefused;

/** A page of a service document. */
final class PageRequest extends FormRequest
{
    /** Words of a page that are kept, and letters of each: what stands in a circuit diagram is short. */
    private const MOST_WORDS = 3000;

    private const LONGEST = 60;

    public function authorize(): Response
    {
        $supply = $this->route('supply');
        assert($supply instanceof Supply);

        return Gate::inspect('update', $supply);
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'id' => ['required', 'string', 'ulid'],
            'document' => ['required', 'string', 'max:120'],
            'number' => ['required', 'integer', 'between:1,2000'],
            'picture' => ['bail', 'required', 'file', 'mimetypes:image/jpeg,image/png,image/webp', 'max:8000'],
            'words' => ['nullable', 'json', 'max:400000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'document.required' => 'Say which document the page is of, for example "service notes, 2nd edition".',
            'picture.mimetypes' => 'This is no page that can be kept: a PDF, JPEG, PNG and WebP can.',
            'picture.max' => 'The page is larger than 8 MB. Scan it at a lower resolution.',
            'picture.uploaded' => 'The page did not arrive whole, or is larger than 8 MB. Add it again.',
        ];
    }

    /**
     * @return array{id: string, document: string, number: int, words: list<array{text: string, x: float, y: float}>}
     *
     * @throws EntryRefused if the words are not as they are asked for
     */
    public function page(): array
    {
        $words = [];
        foreach ((array) json_decode($this->string('words', '[]')->value(), true) as $word) {
            if (
                !is_array($word) ||
                !is_string($word['text'] ?? null) ||
                !is_numeric($word['x'] ?? null) ||
                !is_numeric($word['y'] ?? null) ||
                min($word['x'], $word['y']) < 0 ||
                max($word['x'], $word['y']) > 1
            ) {
                throw EntryRefused::because(
                    'words',
                    'Each word of a page is {"text": ..., "x": 0 to 1, "y": 0 to 1}, from the upper left corner.',
                );
            }
            if (count($words) < self::MOST_WORDS) {
                $words[] = [
                    'text' => mb_substr($word['text'], 0, self::LONGEST),
                    'x' => (float) $word['x'],
                    'y' => (float) $word['y'],
                ];
            }
        }

        return [
            'id' => strtoupper($this->string('id')->value()),
            'document' => trim($this->string('document')->value()),
            'number' => $this->integer('number'),
            'words' => $words,
        ];
    }

    public function picture(): string
    {
        $file = $this->file('picture');
        assert($file instanceof UploadedFile);

        return (string) $file->get();
    }
}
