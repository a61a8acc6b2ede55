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

test('the guide is inside, is searched, and a refusal leads to its place in it', async ({ page }) => {
    await signIn(page, 'tarik');
    await page.getByRole('link', { name: 'Help' }).click();
    const pages = page.getByRole('navigation', { name: 'Pages of the guide' });
    await expect(page.getByRole('heading', { name: 'Safety first' })).toBeVisible();
    await expect(pages.getByRole('listitem')).toHaveCount(10);
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
