import { expect, type Page } from '@playwright/test';

export async function signIn(page: Page, name = 'tarik'): Promise<void> {
    await page.goto('/');
    await page.getByLabel('Address').fill(`${name}@tollhouse.example`);
    await page.getByLabel('Password').fill('harbour-light');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
}

/** Types into the one field, as a technician does, and waits until the log has it. */
export async function read(page: Page, text: string, inLog: RegExp): Promise<void> {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toHaveText(inLog);
}

/** The space bar, then a letter: a command by keyboard. */
export async function command(page: Page, letter: string): Promise<void> {
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await page.keyboard.press('Space');
    await page.keyboard.press(letter);
}
