import { expect, type Page } from '@playwright/test';

export const log = (page: Page) => page.getByLabel('Log').getByRole('listitem');

export const state = (page: Page) => page.getByLabel('State of the unit').getByRole('status');

export const field = (page: Page) => page.getByLabel('Reading', { exact: true });

export async function signIn(page: Page, name = 'tarik'): Promise<void> {
    await page.goto('/');
    await page.getByLabel('Address').fill(name.includes('@') ? name : `${name}@tollhouse.example`);
    await page.getByLabel('Password').fill('harbour-light');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
}

/** Types into the one field, as a technician does, and waits until the log has it. */
export async function read(page: Page, text: string, inLog: RegExp): Promise<void> {
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await expect(page.locator('.log .waiting')).toHaveCount(0);
    await expect(page.getByLabel('Log').getByRole('listitem').first()).toHaveText(inLog);
}

/** The space bar, then a letter: a command by keyboard. */
export async function command(page: Page, letter: string): Promise<void> {
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
    await page.keyboard.press('Space');
    await page.keyboard.press(letter);
}

/**
 * Chooses in the power sheet once it has opened and stands still: while it grows, what is under the pointer moves away.
 */
export async function setPower(page: Page, label: string): Promise<void> {
    const sheet = page.getByRole('dialog', { name: 'How does the unit stand now?' });
    await expect(sheet.locator('input:checked').first()).toBeFocused();
    await sheet.getByLabel(label, { exact: true }).check();
}

/** A fresh job on a supply of the library, so that tests leave each other alone. */
export async function bookIn(page: Page, unit: string, supply: string): Promise<void> {
    await page.getByRole('link', { name: 'Book in' }).click();
    await page.getByLabel('What is it').fill(unit);
    await page.getByLabel('Whose is it').fill('Net loft, Quay 3');
    await page.getByLabel('Supply inside').fill(supply);
    await page.getByTitle(new RegExp(supply)).first().click();
    await page.getByLabel('Mains it is meant for').fill('230 V');
    await page.getByRole('button', { name: 'Book in', exact: true }).click();
    await expect(page.getByLabel('Reading', { exact: true })).toBeFocused();
}

const functions: [RegExp, string][] = [
    [/^DC/, 'dc'],
    [/^AC/, 'ac'],
    [/^Oscilloscope/, 'ripple'],
    [/^Diode/, 'diode'],
    [/^ESR/, 'esr'],
    [/^Ohms/, 'resistance'],
];

/** What the next step asks for. */
export async function asked(page: Page): Promise<{ target: string; quantity: string; mode: string }> {
    const target = ((await field(page).getAttribute('placeholder')) ?? '').replace(/ …$/, '');
    const meter = await page.getByLabel('Next step').locator('.meter b').innerText();
    const quantity = functions.find(([words]) => words.test(meter))?.[1] ?? '';
    return { target, quantity, mode: (await page.locator('.state-mode').innerText()).split('\n')[0] ?? '' };
}
