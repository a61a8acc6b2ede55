import { expect, test } from '@playwright/test';
import { bookIn, command, field, read, signIn, state } from './bench';

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
