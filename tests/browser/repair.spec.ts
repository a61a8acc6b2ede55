import { expect, test, type Page } from '@playwright/test';
import { command, read, signIn, state } from './bench';
import { Unit } from './unit';

const next = (page: Page) => page.getByLabel('Next step');
const suspects = (page: Page) => page.getByLabel('Suspects');

test('a missing rail is found, repaired, proven and handed back without a mouse', async ({ page }) => {
    await signIn(page);
    // The list is reached by Tab; the job's link opens with Enter.
    const job = page.getByRole('link', { name: /26-001 Tide recorder/ });
    await job.focus();
    await page.keyboard.press('Enter');

    await expect(state(page)).toHaveText(/Live on mains 233 V/);
    // A meter is at hand, and tells as much as a scope would: volts in front of the regulator.
    await expect(next(page)).toContainText('Red on input of U2');
    await expect(next(page)).toContainText(/a good unit: −2\d\.\d+ to −2\d\.\d+ V/);
    await expect(suspects(page).getByRole('listitem').nth(1)).toContainText('J2');

    await read(page, 'tp7 -24.7', /TP7 −24.7 V/);
    await expect(suspects(page).getByRole('listitem').first()).toContainText(/U2 no output\s*(9\d|> 99) %/);
    await expect(next(page)).toContainText('Found: U2 no output.');
    await expect(next(page)).toContainText('Unplug and discharge first');

    // The suspect says why.
    await suspects(page)
        .getByRole('button', { name: /U2 no output/ })
        .focus();
    await page.keyboard.press('Enter');
    await expect(suspects(page)).toContainText(/for\s*TP6 0.00 V/);
    await page.getByLabel('Reading', { exact: true }).focus();

    await command(page, 'p');
    await expect(page.getByRole('radio', { name: 'Live on mains' })).toBeFocused();
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('radio', { name: /Unplugged/ })).toBeChecked();
    await page.keyboard.press('Enter');
    await expect(state(page)).toHaveText('Unplugged and discharged');

    // What is found is tested by itself. Had it tested good, the search would go on; that was the wrong one in the
    // hand.
    await expect(next(page).getByRole('group', { name: 'U2 by itself' })).toBeVisible();
    await read(page, 'good', /U2 tested good/);
    await expect(next(page)).not.toContainText('Found:');
    await expect(suspects(page)).toContainText('C4 shorted');
    await expect(suspects(page).getByRole('listitem').first()).not.toContainText('U2 no output');
    await command(page, 'u');
    await expect(next(page)).toContainText('Found: U2 no output.');
    await read(page, 'bad', /U2 tested bad/);
    await expect(next(page)).toContainText('Found and confirmed: U2 no output.');

    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toContainText('Name the cause');
    await page.keyboard.type('heatsink grease dried out');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toContainText('What was replaced');
    await expect(page.getByLabel('Out', { exact: true })).toHaveValue('U2 regulator 7915');
    await page.keyboard.type('7915 from the drawer, new grease');
    await page.keyboard.press('Enter');

    // Before power: no output may be shorted, and what was taken off is back.
    const good = new Unit('tide-recorder', []);
    await expect(next(page)).toContainText('so that it does not start into a short');
    await read(page, good.read('loaded', 'TP4', 'resistance'), /TP4 .*Ω/);
    await read(page, good.read('loaded', 'TP6', 'resistance'), /TP6 .*Ω/);
    await expect(next(page)).toContainText('Shields, insulating sheets, sleeves and the earth wire');
    await page.keyboard.press('Enter');

    // What to expect afterwards is shown; power up and measure it.
    await expect(next(page)).toContainText('Power it: lamp limiter first');
    await expect(next(page)).toContainText('14.40 to 15.60 V');
    await page.keyboard.press('Enter');
    await expect(state(page)).toHaveText(/Live on mains/);
    await expect(next(page)).toContainText('+15 V output');
    await read(page, '15.04', /TP4 15.04 V/);
    await expect(next(page)).toContainText('−15 V output');
    await read(page, '-15.1', /TP6 −15.10 V/);
    // What was wrong is proven, too.
    await expect(next(page)).toContainText('input of U2');
    await read(page, good.read('loaded', 'TP7', 'dc'), /TP7 −2\d/);
    await expect(next(page)).toContainText('All rails are right');
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Insulation');
    await read(page, 'OL', /Insulation.*over range, passed/);
    await expect(next(page)).toContainText('Touch current');
    await read(page, 'touch 12u', /Touch current.*12 µA, passed/);
    await expect(next(page)).toContainText('close it');
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Hand the unit back');
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Handed back');

    await page.getByRole('link', { name: 'report' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /Repair report/ })).toBeVisible();
    await expect(
        page.getByRole('region', { name: 'For the owner' }).getByText('U2 regulator 7915: no output.'),
    ).toBeVisible();
    await expect(
        page.getByRole('region', { name: 'For the owner' }).getByText('heatsink grease dried out'),
    ).toBeVisible();
    // Drawn by a worker: whoever comes too early is asked to come again.
    const href = (await page.getByRole('link', { name: 'PDF' }).getAttribute('href')) ?? '';
    await expect(async () => {
        const pdf = await page.request.get(href, { headers: { Referer: page.url() } });
        expect(pdf.headers()['content-type']).toBe('application/pdf');
        expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    }).toPass({ timeout: 30_000 });
});

test('a reading that cannot be read says so and stays in the field', async ({ page }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: /Kitchen wireless/ }).click();
    const field = page.getByLabel('Reading', { exact: true });
    await expect(field).toBeFocused();
    await page.keyboard.type('12,5x');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('Cannot read "12,5x" as a reading. Use a point for decimals.');
    await expect(field).toHaveValue('12,5x');
});

test('a slip asks to measure again and is struck out with one command', async ({ page }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: /Kitchen wireless/ }).click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await read(page, 'tp4 -9.28', /TP4 −9.28 V/);
    await expect(next(page)).toContainText('Measure again? swapped leads.');
    await command(page, 'u');
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('Struck out');
    await expect(next(page)).not.toContainText('swapped leads');
});

test('the path shows where the energy stops', async ({ page }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: /Kitchen wireless/ }).click();
    const path = page.getByLabel('Power path');
    await expect(path.getByLabel(/Rectifier and reservoir, energy present/)).toBeVisible();
    await read(page, 'tp4 0.21', /TP4 0.21 V/);
    await expect(path.getByLabel(/Shunt regulator, energy absent/)).toBeVisible();
    await expect(suspects(page).getByRole('listitem').first()).toContainText(/R1|Z1|C2|RL1/);
    await command(page, 'u');
    await expect(path.getByLabel(/Shunt regulator, energy unknown/)).toBeVisible();
});

test('entries wait while the network is away, survive a reload, and arrive once', async ({ page, context }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: /Kitchen wireless/ }).click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await page.route('**/log', (route) => route.abort());
    await page.keyboard.type('tp2 14.3 ac');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('on its way to the server');
    await page.reload();
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('on its way to the server');
    await page.unroute('**/log');
    await context.setOffline(true);
    await context.setOffline(false);
    await expect(page.getByLabel('Log').getByText('on its way to the server')).toHaveCount(0);
    await expect(page.getByLabel('Log').getByText('TP2 14.30 V AC')).toHaveCount(1);
});
