<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Pages of service documents belong to a design, whatever its revision.
        Schema::create('document_pages', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('workshop_id')->constrained();
            $table->foreignUlid('design_id')->constrained('supplies');
            $table->foreignId('user_id')->constrained();
            $table->string('document', 120);
            $table->unsignedSmallInteger('number');
            $table->unsignedInteger('width');
            $table->unsignedInteger('height');
            // What is printed where, if the file said so.
            $table->json('words');
            $table->timestamps();
        });
        Schema::create('page_pins', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('document_page_id')->constrained()->cascadeOnDelete();
            $table->string('target', 40);
            $table->double('x');
            $table->double('y');
            $table->unique(['document_page_id', 'target']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('page_pins');
        Schema::dropIfExists('document_pages');
    }
};
