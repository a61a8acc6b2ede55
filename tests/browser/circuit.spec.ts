import { expect, test, type Page } from '@playwright/test';
import { bookIn, command, read, setPower, signIn } from './bench';

const part = (page: Page, ref: string) => page.locator(`[data-part="${ref}"]`);
const flag = (page: Page, point: string) => page.getByRole('button', { name: new RegExp(`^${point}:`) });

/** Pairs of what is drawn that lie over each other and must not. */
const overlaps = (page: Page) =>
    page.evaluate(() => {
        const wrong: string[] = [];
        const shrunk = (box: DOMRect, by: number) => ({
            left: box.left + by,
            right: box.right - by,
            top: box.top + by,
            bottom: box.bottom - by,
        });
        const meet = (a: ReturnType<typeof shrunk>, b: ReturnType<typeof shrunk>) =>
            a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
        const boxes = [...document.querySelectorAll('.circuit-part > .reach, .circuit-flag > path')].map((one) => ({
            name: (one.parentElement as HTMLElement | null)?.dataset.part ?? 'a flag',
            box: shrunk(one.getBoundingClientRect(), 1),
        }));
        boxes.forEach((one, k) =>
            boxes
                .slice(k + 1)
                .filter((other) => meet(one.box, other.box))
                .forEach((other) => wrong.push(`${one.name} on ${other.name}`)),
        );
        const texts = [...document.querySelectorAll('.circuit-part text')]
            .filter((text) => text.textContent !== '')
            .map((text) => ({ name: text.textContent, box: shrunk(text.getBoundingClientRect(), 2) }));
        for (const wire of document.querySelectorAll<SVGPathElement>('.circuit-wire > .wire')) {
            const matrix = wire.getScreenCTM();
            const length = wire.getTotalLength();
            for (let at = 0; at <= length; at += 4) {
                const { x, y } = wire.getPointAtLength(at).matrixTransform(matrix ?? undefined);
                const here = { left: x - 0.1, right: x + 0.1, top: y - 0.1, bottom: y + 0.1 };
                texts
                    .filter((text) => meet(text.box, here))
                    .forEach((text) => wrong.push(`a wire of ${wire.parentElement?.textContent} over ${text.name}`));
            }
        }
        return [...new Set(wrong)];
    });

test('the circuit shows how far the energy gets, and a reading is taken where it is pointed at', async ({ page }) => {
    // The reading at R3 waits for a worker, which may be at a piece of something large.
    test.slow();
    await signIn(page);
    await bookIn(page, 'Weather drum', 'Tide recorder');
    await command(page, ',');
    await expect(part(page, 'U2')).toBeVisible();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await page.keyboard.press('Space');
    await page.keyboard.press('p');
    await setPower(page, 'Live on mains');
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(page.getByLabel('State of the unit').getByRole('status')).toContainText('Live');

    // Fine at one rail: copper up to it. The other is dead: hollow, and what feeds it suspected.
    await flag(page, 'TP4').click();
    await expect(page.getByLabel('Next step')).toContainText('Reading at TP4');
    await read(page, '15.1', /TP4 15\.1/);
    await expect(flag(page, 'TP4')).toHaveAccessibleName(/15\.1/);
    await expect(page.locator('.circuit-wire.energy-present').filter({ hasText: 'RAW+' }).first()).toBeAttached();
    await read(page, 'tp6 0', /TP6/);
    await expect(page.locator('.circuit-wire.energy-absent').filter({ hasText: 'OUT-' }).first()).toBeAttached();
    await expect(page.locator('.circuit-wire.energy-unknown').filter({ hasText: 'AC1' }).first()).toBeAttached();
    await expect(part(page, 'U2').locator('.suspicion')).toBeAttached();
    await expect(part(page, 'U2').locator('title').first()).toContainText('suspected');
    expect(await overlaps(page)).toEqual([]);

    // A suspect's volts stand beside what was read.
    await page.getByLabel('Volts beside the readings').click();
    await page
        .getByTitle(/^Volts if U2/)
        .first()
        .click();
    await expect(flag(page, 'TP6')).toHaveAccessibleName(/if so/);

    // A node without a test point says what a good unit reads there.
    await page.locator('.circuit-wire', { hasText: 'LED+' }).first().locator('.reach').click({ force: true });
    await expect(page.locator('.circuit-asked')).toContainText(/LED\+.*V/);
    // And takes a reading there, which is weighed once a worker has opened the description at that node.
    await page.getByRole('button', { name: 'Read R3.b' }).click();
    await expect(page.getByLabel('Next step')).toContainText('Reading at R3.b');
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await read(page, '14.9', /R3\.b 14\.9/);
    await expect(page.locator('.circuit .read-here')).toHaveText('14.90 V');
    await expect(page.locator('.circuit-asked')).toContainText(/Read here: 14\.90 V: .*high/, { timeout: 90_000 });

    // The choice is remembered.
    await page.reload();
    await expect(part(page, 'U2')).toBeVisible();
    await command(page, ',');
    await expect(page.getByLabel('Power path')).toBeVisible();
});

test('a temporary change stands at its part, and the list says what the picture shows', async ({ page }) => {
    await signIn(page);
    await page
        .locator('.jobs')
        .getByRole('link', { name: /Wheelhouse display/ })
        .first()
        .click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await command(page, ',');
    await expect(part(page, 'CX1').locator('.temporary')).toBeAttached();
    expect(await overlaps(page)).toEqual([]);
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG' }).click();
    const saved = await (await saving).createReadStream().then(async (stream) => {
        const pieces: Buffer[] = [];
        for await (const piece of stream) {
            pieces.push(piece as Buffer);
        }
        return Buffer.concat(pieces).toString();
    });
    // It stands by itself: its own colours, nothing fetched, every part inside.
    expect(saved).toContain('--copper: #');
    expect(saved).not.toMatch(/href="http|url\(http/);
    expect(saved.match(/data-part=/g)).toHaveLength(28);
    await page.getByRole('button', { name: 'as a list' }).click();
    const list = page.getByLabel('Parts and what they are joined to');
    await expect(list).toContainText('across the isolation');
    await expect(list.getByRole('listitem').filter({ hasText: 'R11' }).first()).toContainText('BULK+, TP2, with');
});

test('what is not joined is marked in the picture and leads to its row', async ({ page }) => {
    await signIn(page, 'ines');
    await page.goto('/library');
    await page
        .getByRole('link', { name: /Tide recorder/ })
        .first()
        .click();
    await expect(page.getByText('Every pin is joined.')).toBeVisible();
    await page.getByLabel('R3 terminal a', { exact: true }).fill('OUTT+');
    await expect(part(page, 'R3')).toHaveClass(/wrong/);
    await page.getByRole('button', { name: /Nothing but R3 a touches OUTT\+/ }).click();
    await expect(page.getByLabel('reference of part', { exact: false }).and(page.locator(':focus'))).toHaveValue('R3');
    await page.getByRole('button', { name: 'Drop changes' }).click();
    await expect(part(page, 'R3')).not.toHaveClass(/wrong/);
});

test('a family shows its picture while its questions are answered', async ({ page }) => {
    await signIn(page, 'ines');
    await page.goto('/library/new');
    await expect(part(page, 'BR1')).toBeVisible();
    await page.getByText('two diode').click();
    await expect(part(page, 'BR1')).toHaveCount(0);
    await expect(part(page, 'D2')).toBeVisible();
    await page.getByRole('button', { name: 'Television-type board' }).click();
    await expect(part(page, 'PF1')).toBeVisible();
    expect(await overlaps(page)).toEqual([]);
});
