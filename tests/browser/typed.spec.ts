import { expect, test } from '@playwright/test';
import { bookIn, field, log, setPower, signIn, state } from './bench';

/** What a technician types is in the log, in the tray, or on its way: never gone. */
test.describe('what was typed', () => {
    test('five readings typed without network survive a reload and the end of the session', async ({
        page,
        context,
    }) => {
        await signIn(page);
        await bookIn(page, 'Wireless, five readings', 'Kitchen wireless');
        await page.keyboard.press('Space');
        await page.keyboard.press('p');
        await setPower(page, 'Live on mains');
        await page.keyboard.press('Enter');
        await expect(state(page)).toContainText('Live on mains');
        // The service worker has the page before the network goes.
        await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
        await page.reload();
        await expect(field(page)).toBeFocused();

        await context.setOffline(true);
        for (const text of ['tp4 9.1', 'tp3 16.2', 'tp2 12.9', 'tp4 9.2', 'tp3 16.1']) {
            await page.keyboard.type(text);
            await page.keyboard.press('Enter');
        }
        await expect(page.locator('.log .waiting')).toHaveCount(5);
        await page.reload();
        await expect(page.getByRole('alert').filter({ hasText: 'No network' })).toBeVisible();
        await expect(page.locator('.log .waiting')).toHaveCount(5);

        // The session ends while the network is away.
        await context.clearCookies({ name: /session|XSRF|oculant/i });
        await context.setOffline(false);
        const sheet = page.getByRole('dialog', { name: 'Sign in again to go on' });
        await expect(sheet).toBeVisible();
        await expect(page.locator('.log .waiting')).toHaveCount(5);
        await sheet.getByLabel('Password').fill('harbour-light');
        await page.keyboard.press('Enter');
        await expect(sheet).toBeHidden();
        await expect(page.locator('.log .waiting')).toHaveCount(0);
        await expect(log(page).filter({ hasText: /TP[234] / })).toHaveCount(5);
    });

    test('a bare number on an unplugged unit is asked for, and leaves the tray once it is answered', async ({
        page,
    }) => {
        await signIn(page);
        await bookIn(page, 'Wireless, a bare number', 'Kitchen wireless');
        await page.keyboard.type('tp3 13.99');
        await page.keyboard.press('Enter');
        await expect(page.getByRole('group', { name: 'Volts or ohms' })).toBeVisible();
        await expect(page.getByLabel('Not in the log yet')).toContainText('1 entry is not in the log');
        await page.getByRole('button', { name: 'tp3 13.99 V, left on it' }).click();
        await expect(log(page).first()).toContainText('TP3 13.99 V');
        await expect(page.getByLabel('Not in the log yet')).toBeHidden();
    });

    test('a refusal stays in the tray on every page until it is mended or thrown away', async ({ page }) => {
        await signIn(page);
        const unit = `Wireless, refused ${Date.now()}`;
        await bookIn(page, unit, 'Kitchen wireless');
        for (const text of ['tp3 80000 V', 'tp99 4']) {
            await page.keyboard.type(text);
            await page.keyboard.press('Enter');
            await expect(page.getByRole('alert').filter({ hasText: /more than anything|Cannot read/ })).toBeVisible();
            await field(page).fill('');
        }
        await page.getByRole('link', { name: 'Oculant, the bench' }).click();
        const tray = page.getByLabel('Not in the log yet');
        await expect(tray.getByRole('listitem')).toHaveCount(2);
        await expect(page.locator('.job').filter({ hasText: unit })).toContainText('2 on this device, not in its log');
        const first = tray.getByRole('listitem').first();
        await first.getByRole('textbox').fill('tp3 0.4 V');
        await first.getByRole('button', { name: 'Send it so' }).click();
        await expect(tray.getByRole('listitem')).toHaveCount(1);
        await tray.getByRole('button', { name: 'Throw it away' }).click();
        await expect(tray).toBeHidden();
        await page.locator('.job').filter({ hasText: unit }).click();
        await expect(log(page).first()).toContainText('TP3 0.40 V');
    });
});

test('an isolation that reads bad shuts the unit, and what is taken out one at a time leaves the list', async ({
    page,
}) => {
    await signIn(page);
    await bookIn(page, 'Net loft set, isolation', 'Net loft');
    const tell = async (text: RegExp) => expect(log(page).first()).toHaveText(text);
    await page.keyboard.press('Space');
    await page.keyboard.press('i');
    const sheet = page.getByRole('dialog', { name: 'Isolation of the mains side' });
    await sheet.getByRole('textbox').last().fill('0R8');
    await page.keyboard.press('Enter');
    await tell(/Isolation 800 mΩ/);
    await expect(page.getByLabel('Next step')).toContainText('Condemned');
    await page.keyboard.press('Space');
    await page.keyboard.press('8');
    const gates = page.getByRole('dialog', { name: 'Gates' });
    for (const gate of ['Before limited power', 'Before mains', 'Before hand-back']) {
        await expect(gates.getByRole('region', { name: gate })).toContainText(
            'The isolation of the mains side read bad',
        );
    }
    await gates.getByRole('button', { name: 'Back' }).click();
    await page.keyboard.press('Space');
    await page.keyboard.press('p');
    await setPower(page, 'Live on mains');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'isolation of the mains side' }).first()).toBeVisible();
    await expect(state(page)).toContainText('Unplugged');
});
