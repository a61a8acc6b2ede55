import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { bookIn, command, field, log, signIn } from './bench';

const parts = async (page: Page, key: string, tab: string) => {
    await expect(field(page)).toBeFocused();
    await command(page, '0');
    await expect(page.getByRole('navigation', { name: 'Sections' })).toBeVisible();
    // A part that is still on its way takes the keyboard when it comes.
    await expect(async () => {
        await page.locator('h1').click();
        await page.keyboard.press(key);
        await expect(page.getByRole('button', { name: tab })).toHaveAttribute('aria-pressed', 'true', {
            timeout: 1000,
        });
    }).toPass();
};

const choose = async (page: Page, ref: string) => {
    await page.getByRole('combobox', { name: 'Part' }).fill(ref);
    await page
        .locator('.ant-select-dropdown:visible')
        .getByTitle(new RegExp(`^${ref} `))
        .click();
};

test('a recap runs from an imported list to the order list', async ({ page }) => {
    // A place of its own, so that the test can run again.
    const place = `Z${String(Date.now()).slice(-7)}`;
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'Drawer' }).click();
    await page.getByRole('button', { name: 'Import a list' }).click();
    const sheet = page.getByRole('dialog', { name: 'Import a list' });
    const contents = sheet.getByLabel('Stock list, contents');
    await contents.fill(
        `part,quantity,price,location\n` +
            `electrolytic 22u 63V 105C,1,0.15,${place}\nelectrolytic 3u3 100 Hz,4,0.12,${place}\n`,
    );
    await sheet.getByRole('button', { name: 'Read it' }).click();
    await expect(sheet.getByRole('row', { name: /3u3/ })).toContainText('"100Hz" cannot be read');
    await sheet.getByRole('button', { name: 'Keep 1 lines' }).click();
    await expect(sheet.getByRole('status')).toContainText('1 added');
    // The bad line is what is left, to be mended where it stands.
    await expect(contents).toHaveValue(`part,quantity,price,location\nelectrolytic 3u3 100 Hz,4,0.12,${place}`);
    await contents.fill(`part,quantity,price,location\nelectrolytic 3u3 100 V,4,0.12,${place}`);
    await sheet.getByRole('button', { name: 'Read it' }).click();
    await sheet.getByRole('button', { name: 'Keep 1 lines' }).click();
    await expect(sheet.getByRole('status')).toContainText('1 added');
    await sheet.getByRole('button', { name: 'Back to the drawer' }).click();
    await page.getByLabel('What is needed').fill('electrolytic 22u at least 63 V');
    await expect(page.getByRole('row', { name: new RegExp(`22 µF 63 V.*${place}`) })).toBeVisible();

    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await bookIn(page, 'Salinometer, spare', 'Salinity bridge');
    await parts(page, '2', 'Recap');
    await page.getByRole('button', { name: /All electrolytics/ }).click();
    await expect(page.getByRole('status').first()).toContainText('2 of 4 to replace');

    await page.getByLabel('Capacitors, one a line').fill('C17, C18 22u 50V\nC19 sixty volts');
    await page.getByRole('button', { name: /Add them/ }).click();
    await expect(page.getByRole('status').first()).toContainText('4 of 6 to replace');
    await expect(page.getByLabel('Capacitors, one a line')).toHaveValue('C19 sixty volts');
    await expect(page.getByRole('row', { name: /C19/ })).toContainText('cannot be read');

    // The technician's own decision, and the polarity that only an eye can tell.
    await page.getByRole('row', { name: /^C18/ }).getByRole('combobox').click();
    await page.locator('.ant-select-dropdown:visible').getByTitle('keep', { exact: true }).click();
    await expect(page.getByRole('status').first()).toContainText('3 of 6 to replace');
    await page.getByRole('button', { name: 'C1 fitted' }).click();
    await expect(page.getByLabel('What went in at C1')).toHaveValue(/470 µF 50 V 105 °C/);
    await page.getByLabel('What went in at C1').fill('470u 63V 105C 1A');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Polarity of C1 looked at' }).click();
    await expect(page.getByRole('status').first()).toContainText('1 done');

    const order = page.getByRole('region', { name: 'Order list' });
    await expect(order.getByRole('row', { name: /22 µF/ })).toContainText('C17');
    await order.getByRole('button', { name: 'Keep them for this job' }).first().click();
    await expect(order.getByRole('list', { name: 'Kept for this job' })).toContainText('1 × ');
    const [download] = await Promise.all([
        page.waitForEvent('download'),
        order.getByRole('link', { name: 'as CSV' }).click(),
    ]);
    const csv = await readFile(await download.path(), 'utf8');
    expect(csv).toMatch(/"470 µF","50 V","105 °C".*,C2\n/);
    expect(csv).not.toContain('C18');
    await page.keyboard.press('Escape');
    await expect(log(page).first()).toContainText('Looked: polarity of C1 is right');
});

test('a substitution is refused, and one for a test only blocks hand-back until it is gone', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Loudhailer, quay', 'Deck intercom');
    await parts(page, '1', 'Replace and judge');
    await choose(page, 'C1');
    await expect(page.locator('.asks')).toContainText('25.3 V (Loads off, 253 V mains)');
    const candidate = page.getByLabel('What would go in');
    await expect(candidate).toBeFocused();

    await page.keyboard.type('3300u 25V 105C 2A');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('row', { name: /working voltage/ })).toContainText('25 V is too little');
    await expect(page.getByRole('button', { name: /It went in|Fit it/ })).toHaveCount(0);

    await candidate.fill('3300u 28V 105C 2A');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('row', { name: /working voltage/ })).toContainText('for a test only');
    await page.getByRole('button', { name: 'Fit it for a test' }).click();
    await expect(page.getByText('1 temporary change open')).toBeVisible();

    // What the page does not offer the log refuses as well, and keeps what was typed.
    await page.getByRole('link', { name: /Back to the bench/ }).click();
    await command(page, 'r');
    const sheet = page.getByRole('dialog', { name: 'What was replaced or made good?' });
    await sheet.getByLabel('Part').fill('C1');
    await page.locator('.ant-select-dropdown').getByTitle(/^C1 /).click();
    await sheet.getByLabel('Out', { exact: true }).fill('test part');
    await sheet.getByLabel('In', { exact: true }).fill('3300u 16V');
    await page.keyboard.press('Enter');
    await expect(sheet.getByRole('alert')).toContainText('16 V is too little');
    await expect(sheet.getByLabel('In', { exact: true })).toHaveValue('3300u 16V');
    await sheet.getByRole('button', { name: 'Back' }).click();

    await command(page, '8');
    const handBack = page.getByRole('dialog', { name: 'Gates' }).getByLabel('Before hand-back');
    await expect(handBack).toContainText('Test-only part C1 3300u 28V 105C 2A');
    await page.getByRole('dialog', { name: 'Gates' }).getByRole('button', { name: 'Back' }).click();

    await command(page, 'r');
    await sheet.getByLabel('Part').fill('C1');
    await page.locator('.ant-select-dropdown').getByTitle(/^C1 /).click();
    await sheet.getByLabel('Out', { exact: true }).fill('test part');
    await sheet.getByLabel('In', { exact: true }).fill('3300u 35V 105C 2A');
    await page.keyboard.press('Enter');
    await expect(log(page).first()).toContainText('Repaired C1');
    await command(page, '8');
    await expect(handBack).not.toContainText('Test-only part');
});

test('a measurement of one part is judged, recorded, and its cause asked for', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Loudhailer, slipway', 'Deck intercom');
    await parts(page, '1', 'Replace and judge');
    await choose(page, 'C1');
    const judge = page.getByRole('region', { name: 'Judge it' });
    await judge.getByLabel('one leg lifted, or out').check();
    await judge.getByLabel('The meter shows').fill('410u');
    await page.keyboard.press('Enter');
    await expect(judge.getByRole('status')).toContainText('C1 410 µF: very low');
    await expect(judge.getByRole('status')).toContainText('It points to: C1 dried out');
    await judge.getByRole('button', { name: 'Record it' }).click();
    const why = page.getByRole('region', { name: 'Why it failed' });
    await why.getByRole('button', { name: 'Heat from a neighbour: found' }).click();
    await expect(why.getByRole('listitem').filter({ hasText: 'Heat from a neighbour' })).toContainText('found');
    await page.getByRole('link', { name: /Back to the bench/ }).click();
    await expect(log(page).nth(1)).toContainText('C1 capacitance 410 µF, leg lifted');
    await expect(log(page).first()).toContainText('Why C1 failed: heat from a neighbour, found');
});

test('a load is made of what lies in the drawer, and what it costs is weighed', async ({ page }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'Drawer' }).click();
    await page.getByRole('button', { name: 'Make a value', exact: true }).click();
    const sheet = page.getByRole('dialog', { name: 'Make a value of what is there' });
    await expect(sheet.getByLabel('Value needed')).toBeFocused();
    await page.keyboard.type('13R 50 W');
    await page.keyboard.press('Enter');
    await expect(sheet.getByRole('list', { name: 'Sets' }).getByRole('listitem').first()).toContainText(
        '3 × 39 Ω in parallel',
    );
    await expect(sheet.getByRole('list', { name: 'Sets' })).toContainText('each 17 W = 83 % of its rating');
    await sheet.getByRole('button', { name: 'Back to the drawer' }).click();

    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await bookIn(page, 'Loudhailer, breakwater', 'Deck intercom');
    await parts(page, '3', 'What it costs');
    await page.getByLabel('Hours of work').fill('2');
    await page.getByLabel('Price of an hour').fill('60');
    await page.getByLabel("Owner's ceiling").fill('100');
    await page.keyboard.press('Enter');
    const choices = page.getByRole('list', { name: 'What can be done' });
    await expect(choices.getByRole('listitem').first()).toContainText('Give up');
    await expect(choices).toContainText('120.00 is over the ceiling of 100.00');
    await page.getByLabel("Owner's ceiling").fill('200');
    await page.keyboard.press('Enter');
    await expect(choices.getByRole('listitem').first()).toContainText('Repair');
});
