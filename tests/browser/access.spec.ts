import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { signIn } from './bench';

/** WCAG 2.2 AA, as far as a machine can tell (axe-core's own rules for it). */
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

async function check(page: Page, what: string): Promise<string[]> {
    const { violations } = await new AxeBuilder({ page }).withTags(TAGS).analyze();
    return violations.map(
        (one) =>
            `${what}: ${one.id} (${one.help}): ${one.nodes
                .slice(0, 3)
                .map((node) => `${node.target.join(' ')} ${node.failureSummary?.split('\n')[1] ?? ''}`)
                .join(' | ')}`,
    );
}

/** Views by address; a job's own are relative to it. */
const pages: [string, string][] = [
    ['list', '/'],
    ['booking in', '/book-in'],
    ['library', '/library'],
    ['drawer', '/drawer'],
    ['instruments', '/instruments'],
    ['settings', '/settings'],
    ['practice', '/practice'],
    ['history', '/history'],
    ['people', '/people'],
    ['guide', '/help/evidence'],
    ['families', '/library/new'],
    ['import', '/library/import'],
    ['tracing', '/library/trace'],
];
const job: [string, string][] = [
    ['bench', ''],
    ['far screen', '/far'],
    ['parts', '/parts?part=U2'],
    ['recap', '/parts/recap'],
    ['cost', '/parts/cost'],
    ['load', '/prove/load'],
    ['heat', '/prove/heat'],
    ['calibration', '/prove/calibration'],
    ['safety', '/prove/safety'],
    ['report', '/report'],
];

for (const scheme of ['light', 'dark'] as const) {
    test(`every main view can be used with what people have, ${scheme}`, async ({ page }) => {
        test.setTimeout(240_000);
        await signIn(page, 'ines');
        if (scheme === 'dark') {
            await page.getByRole('button', { name: 'Dark' }).click();
        }
        const address = await page.getByRole('link', { name: /26-001 ?Tide recorder/ }).getAttribute('href');
        const found: string[] = [];
        for (const [what, at] of [...pages, ...job.map(([name, end]) => [name, `${address ?? ''}${end}`] as const)]) {
            await page.goto(at);
            await expect(page.locator('main')).toBeVisible();
            await expect(
                page.locator('main [role="status"]', { hasText: /Asking|Solving|Fetching|Reading the/ }),
            ).toHaveCount(0);
            await page.waitForLoadState('networkidle');
            found.push(...(await check(page, what)));
        }
        expect(found).toEqual([]);
    });
}

test('at twice the size nothing runs off to the side, and at the bench every target is a finger wide', async ({
    page,
}) => {
    test.setTimeout(240_000);
    await signIn(page, 'ines');
    const address = await page.getByRole('link', { name: /26-001 ?Tide recorder/ }).getAttribute('href');
    // 1280 x 800 at 200 %.
    await page.setViewportSize({ width: 640, height: 400 });
    const wide: string[] = [];
    for (const [what, at] of [...pages, ...job.map(([name, end]) => [name, `${address ?? ''}${end}`] as const)]) {
        await page.goto(at);
        await expect(page.locator('main')).toBeVisible();
        await page.waitForLoadState('networkidle');
        const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
        if (over > 1) {
            wide.push(`${what}: ${over} px too wide`);
        }
    }
    expect(wide).toEqual([]);

    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(address ?? '/');
    await expect(page.getByLabel('Next step')).toBeVisible();
    await page.waitForLoadState('networkidle');
    const small = await page
        .locator('.state button, .next .entry button, .next input, .commands button, .answers button')
        .evaluateAll((nodes) =>
            nodes
                .map((node) => ({ text: node.textContent, box: node.getBoundingClientRect() }))
                .filter(({ box }) => box.width > 0 && (box.height < 44 || box.width < 44))
                .map(({ text, box }) => `${text ?? ''} ${Math.round(box.width)} x ${Math.round(box.height)}`),
        );
    expect(small).toEqual([]);
});
