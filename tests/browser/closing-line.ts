import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/**
 * Prints one plain closing line: 'N passed, N failed, N skipped', and how many of the passed ones needed a second try.
 */
export default class ClosingLine implements Reporter {
    private readonly last = new Map<string, TestResult['status']>();

    private readonly tried = new Map<string, number>();

    onTestEnd(test: TestCase, result: TestResult): void {
        this.last.set(test.id, result.status);
        this.tried.set(test.id, result.retry);
    }

    onEnd(): void {
        const statuses = [...this.last.values()];
        const passed = statuses.filter((s) => s === 'passed').length;
        const skipped = statuses.filter((s) => s === 'skipped').length;
        const again = [...this.last].filter(
            ([id, status]) => status === 'passed' && (this.tried.get(id) ?? 0) > 0,
        ).length;
        console.log(
            `${passed} passed, ${statuses.length - passed - skipped} failed, ${skipped} skipped` +
                `${again > 0 ? ` (${again} at the second try)` : ''}`,
        );
    }
}
