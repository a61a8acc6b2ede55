import { expect, test } from '@playwright/test';
import { signIn } from './bench';

test('a unit is booked in with a supply made from a few answers, and its first step is clear', async ({ page }) => {
    await signIn(page);
    await page.getByRole('button', { name: 'Book in a unit' }).click();
    await page.getByLabel('What is it', { exact: true }).fill('Fog signal timer');
    await page.getByLabel('Whose is it').fill('Harbour master');
    await page.getByRole('button', { name: 'Not in the library' }).click();

    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('What is it').fill('Fog signal timer, 12 V');
    await dialog.getByLabel('Secondary, at rated load').fill('9 V');
    await dialog.getByLabel('Regulated to').fill('12 V');
    await dialog.getByRole('button', { name: 'Make the description' }).click();
    // 9 V of AC cannot feed a 12 V regulator: it says so at the field and keeps what was typed.
    await expect(dialog.getByText(/about 2 V more than its output/).first()).toBeVisible();
    await expect(dialog.getByLabel('What is it')).toHaveValue('Fog signal timer, 12 V');
    await dialog.getByLabel('Secondary, at rated load').fill('15 V');
    await dialog.getByRole('button', { name: 'Make the description' }).click();
    await expect(dialog).toBeHidden();

    await page.getByLabel('one function or rail dead').check();
    await page.getByLabel('fuse found intact').check();
    await page.getByRole('button', { name: 'Book in', exact: true }).click();
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText('Unplugged and discharged');
    await expect(page.getByLabel('Next step').getByRole('status').first()).not.toBeEmpty();
    await expect(page.getByLabel('Power path')).toContainText('Rectifier and reservoir');
});

test("an apprentice reads other people's jobs and writes to none of them", async ({ page }) => {
    await signIn(page, 'wilma');
    await page.getByRole('link', { name: /Deck intercom/ }).click();
    await expect(page.getByLabel('Next step')).toContainText('You can read this job');
    await expect(page.getByLabel('Reading', { exact: true })).toHaveCount(0);
    // Gates, plan and reasons are there to learn from; what records is off, and says why.
    await page.getByRole('button', { name: /all keys/ }).click();
    const keys = page.getByRole('dialog', { name: 'All keys' });
    await expect(keys.getByRole('button', { name: /symptom/ })).toBeDisabled();
    await keys.getByRole('button', { name: /gates/ }).click();
    const gates = page.getByRole('dialog', { name: 'Gates' });
    await expect(gates).toContainText('What records something is switched off');
    await expect(gates.getByRole('button', { name: 'Looked, it is right' }).first()).toBeDisabled();
    await gates.getByRole('button', { name: 'Back' }).click();
    await page.keyboard.press('4');
    const plan = page.getByLabel('Power-up plan');
    await expect(plan.getByRole('button', { name: /record it/ })).toBeDisabled();
    await expect(plan).toContainText('What records something is switched off');
    await page.keyboard.press('Escape');
    await page.getByLabel('Suspects').getByRole('button', { name: 'why' }).first().click();
    await expect(page.getByLabel('Suspects')).toContainText('bulged');
});

test('on a phone the next step and its field come first', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await signIn(page, 'ines');
    await page.getByRole('link', { name: /Kitchen wireless/ }).click();
    const field = page.getByLabel('Reading', { exact: true });
    await expect(field).toBeInViewport();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(overflow).toBeLessThanOrEqual(0);
});

test('a wrong password is refused in words', async ({ page }) => {
    await page.goto('/');
    await page.getByLabel('Address').fill('tarik@tollhouse.example');
    await page.getByLabel('Password').fill('wrong');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('No account has this address and password');
    await expect(page.getByLabel('Address')).toHaveValue('tarik@tollhouse.example');
});
