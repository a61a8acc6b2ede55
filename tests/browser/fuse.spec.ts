import { toString as qr } from 'qrcode';
import { expect, test, type Page } from '@playwright/test';
import { command, read, signIn } from './bench';
import { Unit } from './unit';

const next = (page: Page) => page.getByLabel('Next step');
const suspects = (page: Page) => page.getByLabel('Suspects');

async function open(page: Page, name: RegExp): Promise<void> {
    await page.getByRole('link', { name }).click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
}

test('a blown fuse is followed by dead checks, and the short behind it is cornered', async ({ page }) => {
    await signIn(page);
    await open(page, /Auction scale, buyers/);
    // Nothing asks for power while the fuse is known to be open.
    await expect(next(page)).toContainText(/Ohms|Diode test/);
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText('Unplugged and discharged');
    await expect(suspects(page).getByRole('listitem').first()).toContainText('D1 shorted or D2 shorted');
    await suspects(page)
        .getByRole('button', { name: /D1 shorted/ })
        .click();
    await expect(suspects(page)).toContainText('F1 opens');

    // Across the reservoir: a few ohms through the shorted diode and the winding, and they stay.
    await page.getByLabel('Reading', { exact: true }).focus();
    await read(page, 'tp3 1R9', /TP3 1\.9 Ω/);
    await expect(suspects(page).getByRole('listitem').first()).toContainText(
        /D1 shorted or D2 shorted(, like .*?)?\s*(9\d|> 99) %/,
    );
    await expect(next(page)).toContainText('Found: D1 shorted or D2 shorted.');
});

test('ohms on a live unit are refused before they can hurt the meter', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Kitchen wireless/);
    await page.keyboard.type('f1 0R9');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('can destroy the meter');
    await expect(page.getByLabel('Reading', { exact: true })).toHaveValue('f1 0R9');
});

test('the measured mains narrows the windows', async ({ page }) => {
    await signIn(page);
    await open(page, /Deck intercom/);
    const point = page.getByLabel('Power path').getByRole('button', { name: /TP3/ });
    await expect(point).toContainText(/16\.\d+ to 20\.\d V/);
    // Its reservoir was replaced: the gate wants the output measured, the new part's polarity and the covers looked at.
    await read(page, new Unit('deck-intercom', []).read('loaded', 'TP4', 'resistance'), /TP4 .*Ω/);
    await expect(next(page)).toContainText('polarity of the new C1');
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Shields, insulating sheets');
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Power it');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText(/Live on mains/);
    await command(page, 'm');
    await page.getByRole('dialog').getByLabel('Volts').fill('231');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText(/Live on mains 231 V/);
    await expect(point).toContainText(/17\.\d+ to 19\.\d+ V/);
    await command(page, 'u');
    await expect(page.getByLabel('State of the unit').getByRole('status')).not.toHaveText(/231 V/);
    await command(page, 'u');
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText('Unplugged and discharged');
});

test('a point is chosen on the path and read there', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Kitchen wireless/);
    await page.getByLabel('Power path').getByRole('button', { name: /TP2/ }).click();
    await expect(next(page)).toContainText('Reading at TP2: secondary.');
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await read(page, '14.6', /TP2 14\.60 V AC/);
    await expect(page.getByLabel('Power path').getByRole('button', { name: /TP2/ })).toContainText('fine');
    await command(page, 'u');
});

test('what cannot be reached is not asked for again', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Kitchen wireless/);
    const field = page.getByLabel('Reading', { exact: true });
    const asked = (await field.getAttribute('placeholder')) ?? '';
    await command(page, 'x');
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('Cannot reach');
    await expect(field).not.toHaveAttribute('placeholder', asked);
    await command(page, 'u');
    await expect(field).toHaveAttribute('placeholder', asked);
});

test('a note, a symptom and something seen go into the log', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Kitchen wireless/);
    await command(page, 'n');
    await expect(page.getByRole('dialog').getByLabel('Note')).toBeFocused();
    await page.keyboard.type('smells of diesel');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('Note: smells of diesel');

    await command(page, 's');
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Part').fill('Z1');
    await page.keyboard.press('Enter');
    await dialog.getByLabel('What you see').fill('cracked or');
    await page.keyboard.press('Enter');
    await dialog.getByLabel('In words').fill('body split along the stripe');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText(
        'Seen on Z1: cracked or a piece missing, body split along the stripe',
    );

    await command(page, 'y');
    await page.getByRole('dialog').getByLabel('Symptom').fill('hum');
    await page.keyboard.press('Enter');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toContainText('Hum at twice mains frequency');
    for (let k = 0; k < 3; k++) {
        const before = await page.getByLabel('Log').getByRole('listitem').count();
        await command(page, 'u');
        await expect(page.getByLabel('Log').getByRole('listitem')).toHaveCount(before + 1);
    }
});

test('a closed job hands back, and its report opens from the bench', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Lighting desk/);
    await expect(next(page)).toContainText('Hand the unit back with its report.');
    await page.getByRole('link', { name: 'report' }).click();
    await expect(page.getByRole('heading', { name: /Repair report/ })).toBeVisible();
    await expect(page.getByText('too much ripple')).toBeVisible();
    await page.getByRole('link', { name: 'Back to the bench' }).click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(next(page)).toContainText('Handed back');
    await page.getByRole('link', { name: 'Oculant, the bench' }).click();
    const row = page.locator('.jobs').getByRole('link', { name: /Lighting desk/ });
    await page.getByLabel('Search the jobs').fill('lighting');
    await expect(page.getByText('No job that is here says "lighting".')).toBeVisible();
    await page.getByRole('button', { name: 'Handed back' }).click();
    await expect(row).toContainText('unplugged');
    await page.getByLabel('Search the jobs').fill('lighting windmill');
    await expect(page.getByText('No job that was handed back says "lighting windmill".')).toBeVisible();
    await page.getByLabel('Search the jobs').fill('');
    await expect(row).toBeVisible();
});

test('tags for the unit and for each bag say whose they are and lead to the job', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Auction scale, buyers/);
    await page.getByRole('link', { name: 'tags' }).click();
    const job = new URL(page.url()).pathname.split('/')[2] ?? '';
    const tags = page.getByRole('list', { name: 'Tags' }).getByRole('listitem');
    await expect(tags).toHaveCount(1);
    await page.getByLabel(/Bags, one to a line/).fill('six lid screws\n\nheatsink with U1');
    await expect(tags).toHaveCount(3);
    await expect(tags.nth(2)).toContainText('bag 2 of 2: heatsink with U1');
    await expect(tags.nth(0)).toContainText('the unit');
    // The code is the job's address: the same cells as the package draws for it.
    const cells = await qr(`${new URL(page.url()).origin}/jobs/${job}`, { type: 'svg', margin: 1 });
    const drawn = [...cells.matchAll(/d="([^"]+)"/g)].at(-1)?.[1] ?? 'none';
    await expect(tags.nth(1).locator('svg path').last()).toHaveAttribute('d', drawn);
    await page.reload();
    await expect(tags).toHaveCount(3);
});

test('light and dark are remembered, and signing out ends the session', async ({ page }) => {
    await signIn(page);
    const scheme = () => page.evaluate(() => document.documentElement.dataset.scheme);
    const before = await scheme();
    await page.getByRole('button', { name: before === 'dark' ? 'Light' : 'Dark' }).click();
    await expect.poll(scheme).not.toBe(before);
    await page.reload();
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
    expect(await scheme()).not.toBe(before);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByLabel('Address')).toBeVisible();
    await page.goto('/library');
    await expect(page.getByLabel('Address')).toBeVisible();
});
