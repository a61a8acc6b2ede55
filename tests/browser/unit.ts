import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

interface Shown {
    mode: string;
    name: string;
    signs: string[];
    readings: { target: string; quantity: string; value: number | string | null }[];
}

/**
 * One simulated specimen of a supply on the bench: what its meter shows is computed by the engine, nothing is written
 * down here.
 */
export class Unit {
    readonly title: string;
    private readonly modes: { id: string; name: string }[];
    private readonly shown = new Map<string, Shown>();

    constructor(
        private readonly supply: string,
        private readonly faults: string[],
        private readonly seed = 7,
    ) {
        const description = JSON.parse(readFileSync(this.file(), 'utf8')) as {
            title: string;
            modes: { id: string; name: string }[];
        };
        this.title = description.title;
        this.modes = description.modes;
    }

    private file(): string {
        return `database/demo/supplies/${this.supply}.json`;
    }

    /** The mode that the bench calls by this name. */
    mode(name: string): string {
        const mode = this.modes.find((one) => one.name === name);
        if (mode === undefined) {
            throw new Error(`${this.supply} has no mode "${name}".`);
        }
        return mode.id;
    }

    signs(mode: string): string[] {
        return this.at(mode).signs;
    }

    /** As a technician would type it. */
    read(mode: string, target: string, quantity: string): string {
        const reading = this.at(mode).readings.find((one) => one.target === target && one.quantity === quantity);
        if (reading === undefined || reading.value === null) {
            throw new Error(`${this.supply} shows no ${quantity} at ${target}.`);
        }
        return String(reading.value);
    }

    /** What a test of the part by itself would say. */
    isBad(part: string): boolean {
        return this.faults.some((fault) => fault.startsWith(`${part} `));
    }

    private at(mode: string): Shown {
        const known =
            this.shown.get(mode) ??
            (JSON.parse(
                execFileSync(
                    'php',
                    [
                        'artisan',
                        'oculant:unit',
                        this.file(),
                        `--mode=${mode}`,
                        `--seed=${this.seed}`,
                        ...this.faults.map((fault) => `--fault=${fault}`),
                    ],
                    { encoding: 'utf8' },
                ),
            ) as Shown);
        this.shown.set(mode, known);
        return known;
    }
}
