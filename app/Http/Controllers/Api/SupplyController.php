<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Http\Requests\SupplyRequest;
use App\Http\Requests\TemplateRequest;
use App\Http\Resources\SupplyResource;
use App\Models\Supply;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Gate;
use Oculant\Core\Expectation\Behaviour;
use Oculant\Core\Expectation\Preview;
use Oculant\Core\Supply\DescriptionReader;
use Oculant\Core\Supply\SpiceExport;
use OpenApi\Attributes as OA;

final class SupplyController
{
    #[OA\Get(path: '/supplies', operationId: 'listSupplies', summary: 'The library', responses: [
        new OA\Response(response: 200, description: 'Supplies without their descriptions', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Supply'))),
    ])]
    public function index(Request $request): AnonymousResourceCollection
    {
        Gate::authorize('viewAny', Supply::class);

        return SupplyResource::collection(Supply::query()->ofWorkshop($this->user($request)->workshop_id)->orderBy('title')->limit(500)->get());
    }

    #[OA\Post(path: '/supplies', operationId: 'keepSupply', summary: 'Keep a description', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['description'], properties: [new OA\Property(property: 'description', type: 'object', additionalProperties: true)])), responses: [
        new OA\Response(response: 201, description: 'Kept', content: new OA\JsonContent(ref: '#/components/schemas/Supply')),
        new OA\Response(response: 422, description: 'Every problem with its path', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function store(SupplyRequest $request): JsonResponse
    {
        $description = $request->toDescription();
        $supply = Supply::query()->create([
            'workshop_id' => $this->user($request)->workshop_id, 'title' => $description->title, 'revision' => $description->revision, 'description' => $description->written,
        ]);

        return (new SupplyResource($supply))->response($request)->setStatusCode(201);
    }

    #[OA\Get(path: '/supplies/{supply}', operationId: 'showSupply', summary: 'One supply with its description', parameters: [new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'The supply', content: new OA\JsonContent(ref: '#/components/schemas/Supply')),
    ])]
    public function show(Supply $supply): SupplyResource
    {
        Gate::authorize('view', $supply);

        return new SupplyResource($supply);
    }

    #[OA\Put(path: '/supplies/{supply}', operationId: 'changeSupply', summary: 'Replace a description as a whole; jobs keep the one they were booked in with', parameters: [new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['description'], properties: [new OA\Property(property: 'description', type: 'object', additionalProperties: true)])), responses: [
        new OA\Response(response: 200, description: 'Changed', content: new OA\JsonContent(ref: '#/components/schemas/Supply')),
        new OA\Response(response: 422, description: 'Every problem with its path', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function update(SupplyRequest $request, Supply $supply): SupplyResource
    {
        $description = $request->toDescription();
        $supply->update(['title' => $description->title, 'revision' => $description->revision, 'description' => $description->written]);

        return new SupplyResource($supply);
    }

    #[OA\Post(path: '/supplies/check', operationId: 'checkSupply', summary: 'Read and solve a description without keeping it', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(required: ['description'], properties: [new OA\Property(property: 'description', type: 'object', additionalProperties: true)])), responses: [
        new OA\Response(response: 200, description: 'Expected readings in every mode', content: new OA\JsonContent(ref: '#/components/schemas/Checked')),
        new OA\Response(response: 422, description: 'Every problem with its path', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function check(SupplyRequest $request): JsonResponse
    {
        return new JsonResponse(Preview::of($request->toDescription()));
    }

    #[OA\Post(path: '/supplies/template', operationId: 'fromTemplate', summary: 'A complete description from a few answers', requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(ref: '#/components/schemas/TemplateAnswers')), responses: [
        new OA\Response(response: 200, description: 'A description to edit and keep', content: new OA\JsonContent(type: 'object', additionalProperties: true)),
        new OA\Response(response: 422, description: 'Every answer that cannot be used', content: new OA\JsonContent(ref: '#/components/schemas/Refusal')),
    ])]
    public function template(TemplateRequest $request): JsonResponse
    {
        return new JsonResponse($request->toTemplate()->describe());
    }

    #[OA\Get(path: '/supplies/{supply}/spice', operationId: 'exportSpice', summary: 'The circuit as a SPICE netlist', parameters: [new OA\Parameter(name: 'supply', in: 'path', required: true, schema: new OA\Schema(type: 'string'))], responses: [
        new OA\Response(response: 200, description: 'Netlist', content: new OA\MediaType(mediaType: 'text/plain', schema: new OA\Schema(type: 'string'))),
    ])]
    public function spice(Supply $supply): Response
    {
        Gate::authorize('view', $supply);
        $description = DescriptionReader::fromArray($supply->description);

        $phase = (new Behaviour($description))->run($description->mode(null))->longest();

        return new Response(SpiceExport::write($description, $description->mode(null), $phase->parts), 200, [
            'Content-Type' => 'text/plain; charset=utf-8', 'Content-Disposition' => 'attachment; filename="supply.cir"',
        ]);
    }

    private function user(Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);

        return $user;
    }
}
