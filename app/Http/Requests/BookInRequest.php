<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Archive\Limits;
use App\Models\RepairJob;
use App\Models\Supply;
use App\Models\User;
use Closure;
use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;
use InvalidArgumentException;
use Oculant\Core\Bench\Entry\Symptom;
use Oculant\Core\Bench\Purpose;
use Oculant\Core\Quantity\Quantity;
use Oculant\Core\Quantity\Unit;

/**
 * @phpstan-type BookIn array{
 *     unit: string,
 *     owner: string,
 *     complaint?: ?string,
 *     mains: string,
 *     supply_id: string,
 *     // fault (if left out), check, calibration, recap or unknown
 *     purpose?: string,
 *     symptoms: list<string>,
 * }
 */
final class BookInRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect('create', RepairJob::class);
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'unit' => ['required', 'string', 'max:' . Limits::UNIT],
            'owner' => ['required', 'string', 'max:' . Limits::OWNER],
            'complaint' => ['nullable', 'string', 'max:' . Limits::COMPLAINT],
            'mains' => [
                'bail',
                'required',
                'string',
                'max:' . Limits::MAINS,
                static function (string $field, mixed $value, Closure $fail): void {
                    try {
                        Quantity::parse(is_string($value) ? $value : '', Unit::Volt);
                    } catch (InvalidArgumentException $e) {
                        $fail($e->getMessage());
                    }
                },
            ],
            'supply_id' => [
                'required',
                'string',
                Rule::exists('supplies', 'id')->where('workshop_id', $this->technician()->workshop_id),
            ],
            'purpose' => ['string', Rule::in(array_column(Purpose::cases(), 'value'))],
            'symptoms' => ['array', 'max:20'],
            'symptoms.*' => ['string', Rule::in(array_keys(Symptom::WORDS))],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'unit.required' => 'Say what the unit is, for example "echo sounder, bridge of the ferry".',
            'owner.required' => 'Say whose it is.',
            'supply_id.required' => 'Choose the supply from the library, or make one first.',
            'supply_id.exists' => 'There is no such supply in your workshop\'s library. Choose one from the list.',
            'mains.required' => 'Say what mains the unit is meant for, for example "230 V".',
        ];
    }

    public function supply(): Supply
    {
        return Supply::query()->findOrFail($this->string('supply_id')->toString());
    }

    public function technician(): User
    {
        $user = $this->user();
        assert($user instanceof User);

        return $user;
    }
}
