import { expect, test, type Page } from '@playwright/test';
import { bookIn, command, field, log, read, setPower, signIn, state } from './bench';

const suspects = (page: Page) => page.getByLabel('Suspects').getByRole('listitem');
const verdict = (page: Page) => page.getByRole('status', { name: 'Verdict' });

test('the one field takes a capacitor test, a look, a fuse and a part tested good', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Winch intercom', 'Deck intercom');
    await read(page, 'hum', /Hum at twice mains frequency/);
    await expect(suspects(page).first()).toContainText('C1');
    await read(page, 'f1 intact', /F1 intact/);
    await read(page, 'c1 esr 4', /C1\.esr 4 Ω ESR/);
    await expect(verdict(page)).toContainText('not as expected');
    await expect(suspects(page).first()).toContainText('C1 dried out');
    await read(page, 'c1 280u cap lifted', /C1 capacitance 280 µF, leg lifted/);
    await expect(verdict(page)).toContainText('very low');
    await expect(suspects(page).first()).toContainText('> 99 %');
    await suspects(page).first().getByRole('button', { name: /why/ }).click();
    await expect(suspects(page).first()).toContainText('C1 capacitance 280 µF');

    await page.getByLabel('Reading', { exact: true }).focus();
    await read(page, 'u1 esr 4', /C1 capacitance/);
    await expect(page.getByRole('alert')).toContainText('is no capacitor');
});

test('a part taken out with the fault still there is no longer suspected', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Winch intercom, spare', 'Deck intercom');
    await read(page, 'tp3 0.4 ohm', /TP3 400 mΩ/);
    await expect(suspects(page).first()).toContainText(/shorted/);
    const first = (await suspects(page).first().locator('.suspect-title').textContent())?.split(' ')[0] ?? '';
    await command(page, 'e');
    const dialog = page.getByRole('dialog', { name: 'Is the fault still here?' });
    await dialog.getByLabel('Part').fill(first);
    await page.keyboard.press('Enter');
    await dialog.getByRole('button', { name: 'Record' }).click();
    await expect(log(page).first()).toContainText(`${first} one leg lifted: the fault is still here`);
    await expect(suspects(page).first()).not.toContainText(`${first} shorted`);
    await command(page, 'u');
    await expect(suspects(page).first()).toContainText(first);
});

test('starts are counted with a big button until luck is no explanation', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Ice machine display', 'Auction scale');
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(state(page)).toContainText('Live on mains');
    await expect(field(page)).toBeFocused();
    await command(page, 'k');
    const counter = page.getByRole('dialog', { name: 'Count starts' });
    for (const button of ['Started', 'Did not start', 'Started', 'Did not start', 'Started', 'Started']) {
        const before = await log(page).count();
        await counter.getByRole('button', { name: button, exact: true }).click();
        await expect(log(page)).toHaveCount(before + 1);
    }
    await expect(counter.getByRole('status')).toContainText(
        '2 of 6 starts failed: the true rate is between 4 % and 78 %. ' +
            'After the repair 8 clean starts in a row are needed for 95 % confidence at the rate as counted, 33 %; ' +
            'at the lowest that fits, 4 %, it takes 68.',
    );
    await counter.getByRole('button', { name: 'Back' }).click();
    await expect(suspects(page).first()).toContainText(/S1|W|J|C1/);
});

test('milliohms along a rail name the shorted part, or say that the meter cannot', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Winch intercom, third', 'Deck intercom');
    await command(page, 'a');
    await page
        .getByRole('dialog', { name: 'What do you know?' })
        .getByRole('button', { name: /find a short/ })
        .click();
    const finder = page.getByRole('dialog', { name: 'Find a short along a rail' });
    await finder.getByLabel('Reading at BR1').fill('43');
    await finder.getByLabel('Reading at C1').fill('24');
    await finder.getByLabel('Reading at U1').fill('31');
    await finder.getByRole('button', { name: 'Find it' }).click();
    await expect(finder.getByRole('status')).toContainText('C1: more than 99 %');
    await finder.getByLabel(/Resolution/).fill('30m');
    await finder.getByRole('button', { name: 'Find it' }).click();
    await expect(finder.getByRole('status')).toContainText('This meter cannot tell');
    await finder.getByRole('button', { name: 'Back' }).click();
    await expect(suspects(page).first()).toContainText('shorted');
});

test('what a workshop has found before leads the next time, and can be started anew', async ({ page }) => {
    await signIn(page, 'tarik');
    await bookIn(page, 'Wireless of the net loft', 'Kitchen wireless');
    await command(page, 'h');
    const sheet = page.getByRole('dialog', { name: 'What is known of its life?' });
    await sheet.getByLabel('Years old').fill('45');
    await sheet.getByLabel('kept damp').check();
    await sheet.getByRole('button', { name: 'Record' }).click();
    await expect(log(page).first()).toContainText('Background: 45 years old, kept damp');
    await page.getByRole('link', { name: 'Library' }).click();
    await page
        .getByRole('link', { name: /Kitchen wireless/ })
        .or(page.getByRole('button', { name: /Kitchen wireless/ }))
        .first()
        .click();
    await page.getByRole('tab', { name: 'Versions' }).click();
    await expect(page.getByLabel('Found on this board before')).toBeVisible();
});

test('lost isolation condemns the unit, and the notebook keeps what was ruled out', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Wireless with a tingle', 'Kitchen wireless');
    await command(page, 'i');
    const sheet = page.getByRole('dialog', { name: 'Isolation of the mains side' });
    await sheet.getByLabel('It shows').fill('470');
    await page.keyboard.press('Enter');
    const next = page.getByLabel('Next step');
    await expect(next).toContainText('Condemned: mains where people touch.');
    await expect(next).toContainText('Never patch a transformer');
    // A safety test that failed is not taken back: it is made again.
    await command(page, 'u');
    await expect(page.getByRole('alert').filter({ hasText: 'is not struck out' })).toBeVisible();
    await command(page, 'i');
    await sheet.getByLabel('It shows').fill('OL');
    await page.keyboard.press('Enter');
    await expect(next).not.toContainText('Condemned');

    await command(page, 'j');
    const notebook = page.getByRole('dialog', { name: 'Notebook' });
    await notebook.getByLabel('Idea', { exact: true }).fill('the tingle comes from the aerial socket');
    await notebook.getByLabel('How to test it').fill('measure with the aerial off');
    await page.keyboard.press('Enter');
    await notebook.getByRole('button', { name: /the tingle comes from the aerial socket/ }).click();
    await notebook.getByLabel('What came of it').fill('0.01 mA without it');
    await notebook.getByLabel('So it is').click();
    await page.getByTitle('holds', { exact: true }).click();
    await notebook.getByRole('button', { name: 'Bring up to date' }).click();
    await expect(log(page).first()).toContainText(
        'Idea: the tingle comes from the aerial socket, holds (0.01 mA without it)',
    );
});

test('a twin that works shows where the faulty unit parts from it', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Wireless beside its twin', 'Kitchen wireless');
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(log(page).first()).toContainText('Live on mains');
    await read(page, 'tp3 16.9', /TP3 16\.90 V/);
    await read(page, 'tp4 4.2', /TP4 4\.20 V/);
    await read(page, 'twin tp3 16.7', /Twin: TP3 16\.70 V/);
    await command(page, 'w');
    const twin = page.getByRole('dialog', { name: 'Beside a twin that works' });
    await twin.getByLabel('Twin at TP4').fill('9.2');
    await page.keyboard.press('Enter');
    await expect(twin.getByRole('status')).toContainText('They still agree at TP3 and part at TP4');
    await expect(twin.getByRole('row', { name: /TP4/ })).toContainText('they part');
});

test('the dead checks stand on one sheet, and what is typed there moves the suspects', async ({ page }) => {
    await signIn(page, 'ines');
    await bookIn(page, 'Scale from the weigh house', 'Auction scale');
    await command(page, 'd');
    const sheet = page.getByRole('dialog', { name: 'Dead checks' });
    await sheet.getByLabel('F1 shows').fill('OL');
    await page.keyboard.press('Enter');
    await expect(sheet.getByRole('row', { name: /F1/ }).first()).toContainText('not as expected');
    await sheet.getByLabel('TP3 shows').fill('1R9');
    await page.keyboard.press('Enter');
    await expect(log(page).first()).toContainText('TP3 1.9 Ω');
    await sheet.getByRole('button', { name: 'Back' }).click();
    await expect(suspects(page).first()).toContainText(/shorted/);
});
