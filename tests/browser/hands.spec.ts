import { expect, test } from '@playwright/test';
import { bookIn, command, field, log, read, setPower, signIn, state } from './bench';

test('a second screen shows step, verdict and state as they change at the bench', async ({ page, context }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom on the far bench', 'Deck intercom');
    const far = await context.newPage();
    await far.goto(`${page.url()}/far`);
    const screen = far.getByRole('main', { name: 'Far screen' });
    await expect(screen.getByLabel('State of the unit')).toContainText('Unplugged');
    await expect(far.getByRole('link', { name: 'Library' })).toBeHidden();

    await read(page, 'c1 0.2 ohm', /C1/);
    await expect(screen.getByLabel('Verdict')).toContainText('C1');
    await expect(screen.getByLabel('Verdict')).toContainText('not as expected');
    await expect(screen.getByLabel('Next step')).toContainText(
        (await page.getByLabel('Next step').getByRole('status').first().innerText()).slice(0, 20),
    );
    // Letters that are read from two metres: a hundredth of the height at the least, times five.
    const size = await screen.locator('.far-step').evaluate((node) => parseFloat(getComputedStyle(node).fontSize));
    expect(size).toBeGreaterThan(48);
    await screen.getByRole('link', { name: 'Back to the bench' }).click();
    await expect(field(far)).toBeFocused();
});

test('every key is on one sheet, and does there what it does at the field', async ({ page }) => {
    await signIn(page, 'ines');
    await page
        .getByRole('link', { name: /Tide recorder/ })
        .first()
        .click();
    await expect(state(page)).toBeVisible();
    await expect(field(page)).toBeFocused();
    await command(page, '?');
    const sheet = page.getByRole('dialog', { name: 'All keys' });
    for (const label of [
        'dead checks',
        'the ledger, from everywhere',
        'taken off',
        'far screen',
        'everything off, from everywhere',
    ]) {
        await expect(sheet.getByText(label)).toBeVisible();
    }
    await sheet.getByRole('button', { name: /dead checks/ }).click();
    await expect(sheet).toBeHidden();
    await expect(page.getByRole('dialog', { name: /dead/i })).toBeVisible();
});

test('the guide is inside, is searched, and a refusal leads to its place in it', async ({ page }) => {
    await signIn(page, 'tarik');
    await page.getByRole('link', { name: 'Help' }).click();
    const pages = page.getByRole('navigation', { name: 'Pages of the guide' });
    await expect(page.getByRole('heading', { name: 'Safety first' })).toBeVisible();
    await expect(pages.getByRole('listitem')).toHaveCount(11);
    await pages.getByRole('link', { name: 'A first repair in ten minutes' }).click();
    await expect(page.getByRole('img', { name: /The bench/ })).toBeVisible();
    await pages.getByLabel('Search the guide').fill('reformed resistor');
    const found = page.getByLabel('Found in the guide');
    await expect(found).toContainText('Old capacitors');
    await found.getByRole('link', { name: /Old capacitors/ }).click();
    await expect(page.getByRole('heading', { name: 'Power-up methods, and when' })).toBeVisible();

    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await bookIn(page, 'Intercom with a question', 'Deck intercom');
    await page.keyboard.type('blah blah');
    await page.keyboard.press('Enter');
    const refusal = page.getByLabel('Next step').getByRole('alert');
    await refusal.getByRole('link', { name: /guide/ }).click();
    await expect(page.getByRole('heading', { name: 'What you can tell it' })).toBeVisible();
});

test('with both hands on the probes: readings are taken when the leads stand still, and undo strikes them', async ({
    page,
}) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom, walked with the meter', 'Deck intercom');
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page
        .getByRole('dialog', { name: 'How does the unit stand now?' })
        .getByRole('button', { name: 'Record' })
        .click();
    await expect(state(page)).toContainText('Live on mains');
    await command(page, '.');
    const sheet = page.getByRole('dialog', { name: 'Instruments' });
    await sheet.getByRole('radio', { name: /^Bench meter/ }).check();
    await sheet.getByLabel(/Walk with the meter/).check();
    await sheet.getByRole('button', { name: 'Back' }).click();

    // Nobody presses: the first point is read, the step goes on, and the next one that differs is read as well.
    const readings = log(page).filter({ hasText: /TP\d [\d.]+ V/ });
    await expect(readings).not.toHaveCount(0);
    await expect(readings.first()).toContainText('by itself');
    await expect(page.getByLabel('Verdict')).toContainText(/fine|low|high|dead/);
    // On the hot side a hand presses.
    await command(page, '.');
    await sheet.getByLabel(/Walk with the meter/).uncheck();
    await sheet.getByRole('button', { name: 'Back' }).click();
    const count = await readings.count();
    await command(page, 'u');
    await expect(page.locator('.log .struck')).toHaveCount(1);
    await expect(readings).toHaveCount(count);
});
