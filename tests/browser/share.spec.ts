import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { signIn } from './bench';

test('a board goes to another workshop as a signed file, and counts there once its lead has asked', async ({
    page,
}) => {
    await signIn(page, 'ines');
    await page.goto('/library');
    await page.getByRole('button', { name: 'Shared boards' }).click();
    const own = (await page.getByText(/Your own key has the fingerprint/).textContent()) ?? '';
    const fingerprint = /[0-9a-f]{4}( [0-9a-f]{4}){3}/.exec(own)?.[0] ?? 'none';
    await page.getByRole('combobox', { name: 'Board' }).click();
    await page.keyboard.type('Tide');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Publish' }).click();
    await expect(page.getByLabel('Published').getByRole('listitem')).toContainText('Tide recorder');
    await expect(page.getByText('Others read it at')).toContainText('/api/v1/shared/');
    // What goes out can be looked at: the description and counts, and nobody's name.
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'The file', exact: true }).click();
    const file = await (await download).path();
    const given = await readFile(file, 'utf8');
    expect(JSON.parse(given)).toMatchObject({ format: 'oculant/shared', title: expect.stringContaining('Tide') });
    expect(given).not.toContain('Ines');
    await page.getByRole('button', { name: 'Sign out' }).click();

    await signIn(page, 'odo@northmole.example');
    await page.goto('/library/shared');
    const take = async (contents: string) =>
        page.getByLabel('The file of a board').setInputFiles({
            name: 'board.json',
            mimeType: 'application/json',
            buffer: Buffer.from(contents),
        });
    await take(given.replace('Tide recorder', 'Tide reporter'));
    await expect(page.getByRole('alert')).toContainText('changed after it was signed');
    await take(given);
    const giver = page.getByRole('region', { name: /^From / });
    await expect(giver).toContainText(fingerprint);
    await expect(giver).toContainText('does not count');
    await giver.getByRole('switch').click();
    await expect(giver).toContainText('What they found counts here');
    await giver.getByRole('link', { name: /Tide recorder/ }).click();
    await expect(page.getByLabel('What a good unit reads')).toContainText(/TP4/);
});
