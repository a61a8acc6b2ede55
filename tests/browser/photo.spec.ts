import { expect, test } from '@playwright/test';
import { bookIn, command, log, read, setPower, signIn } from './bench';

const picture = 'database/demo/photos/tide-recorder.jpg';

test('a photograph is added, a pin set with the arrow keys, and the reading typed at the pin', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom with its cover off', 'Deck intercom');
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(page.getByLabel('State of the unit').getByRole('status')).toHaveText(/Live on mains/);

    await command(page, 'v');
    const sheet = page.getByRole('dialog', { name: 'Photographs' });
    await expect(sheet).toContainText('No photograph yet.');
    await sheet.getByLabel('Add a photograph').fill('Opened, from above');
    await sheet.getByLabel('Photograph file').setInputFiles(picture);
    await expect(log(page).first()).toContainText('Photograph: Opened, from above');
    const board = sheet.getByRole('group', { name: 'Opened, from above' });
    await expect
        .poll(() =>
            board
                .getByRole('img', { name: 'Opened, from above' })
                .evaluate((image: HTMLImageElement) => image.naturalWidth),
        )
        .toBe(1600);

    await sheet.getByLabel('Place a pin').fill('TP3');
    await page.getByTitle(/^TP3/).click();
    await expect(board).toBeFocused();
    for (const key of ['ArrowLeft', 'Shift+ArrowUp', 'Enter']) {
        await page.keyboard.press(key);
    }
    await expect(log(page).first()).toContainText('Pin: TP3 on the photograph');
    const pin = sheet.getByRole('button', { name: /Pin TP3/ });
    const place = await pin
        .locator('..')
        .evaluate((element) => [(element as HTMLElement).style.left, (element as HTMLElement).style.top]);
    expect(place).toEqual(['49%', '45%']);

    // By mouse or finger the place is where one clicks.
    await sheet.getByLabel('Place a pin').fill('C1');
    await page.locator('.ant-select-dropdown').getByTitle(/^C1 /).click();
    await board.click({ position: { x: 200, y: 300 } });
    await expect(sheet.getByRole('button', { name: /Pin C1/ })).toBeVisible();

    await pin.click();
    await expect(sheet.getByLabel('Reading at TP3')).toBeFocused();
    await page.keyboard.type('1.2');
    await page.keyboard.press('Enter');
    await expect(sheet.getByRole('button', { name: 'Pin TP3, 1.20 V' })).toBeVisible();
    await expect(sheet.locator('.pin-sheet').getByRole('status')).toContainText('very low');
    await expect(sheet.getByRole('button', { name: /Pin C1/ }).locator('..')).toHaveAttribute(
        'style',
        /--share: 0\.\d/,
    );
    await sheet.getByRole('button', { name: 'Back' }).click();
    await expect(log(page).first()).toContainText('TP3 1.20 V');
});

test('a photograph taken without a network waits and arrives', async ({ page, context }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom in the hold', 'Deck intercom');
    await command(page, 'v');
    const sheet = page.getByRole('dialog', { name: 'Photographs' });
    await context.setOffline(true);
    await sheet.getByLabel('Photograph file').setInputFiles(picture);
    await expect(page.locator('.log .waiting')).toHaveCount(1);
    await context.setOffline(false);
    await expect(page.locator('.log .waiting')).toHaveCount(0, { timeout: 15_000 });
    await expect(sheet.getByRole('group', { name: 'Photograph' })).toBeVisible();
});

test('what is no picture is refused in words', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom with a note', 'Deck intercom');
    await command(page, 'v');
    await page
        .getByLabel('Photograph file')
        .setInputFiles({ name: 'note.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('C1 is bulging') });
    await expect(page.getByRole('dialog', { name: 'Photographs' }).getByRole('alert')).toContainText(
        'This is not a photograph that can be kept: JPEG, PNG and WebP can.',
    );
});

test('a picture of the point in hand is one press, with its reading, and pinned to it', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Intercom, a picture each', 'Deck intercom');
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await read(page, 'tp3 18.2', /TP3 18.20 V/);
    const asks = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'picture of TP3' }).click();
    await (await asks).setFiles(picture);
    await expect(log(page).first()).toContainText('Photograph: TP3 18.20 V');
    await command(page, 'v');
    const sheet = page.getByRole('dialog', { name: 'Photographs' });
    await expect(sheet.getByRole('button', { name: /Pin TP3/ })).toBeVisible();
    await expect(sheet.getByRole('list', { name: 'Pins' })).toContainText('TP3 18.20 V');
});
