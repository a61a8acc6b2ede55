import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/** Prints one plain closing line: 'N passed, N failed, N skipped'. */
export default class ClosingLine implements Reporter {
    private readonly last = new Map<string, TestResult['status']>();

    onTestEnd(test: TestCase, result: TestResult): void {
        this.last.set(test.id, result.status);
    }

    onEnd(): void {
        const statuses = [...this.last.values()];
        const passed = statuses.filter((s) => s === 'passed').length;
        const skipped = statuses.filter((s) => s === 'skipped').length;
        console.log(`${passed} passed, ${statuses.length - passed - skipped} failed, ${skipped} skipped`);
    }
}
