import { expect, test, type Page } from '@playwright/test';
import { asked, bookIn, command, field, log, read, signIn } from './bench';
import { Unit } from './unit';

const next = (page: Page) => page.getByLabel('Next step');
const sentence = (page: Page) => next(page).getByRole('status').first();
const button = (page: Page) => next(page).locator('.entry button');

/** What a tester shows of a unit in order, by what the bench asks for. */
const tests: [RegExp, string][] = [
    [/insulation/i, 'insulation OL'],
    [/touch/i, 'touch 20u'],
    [/conductor/i, 'conductor 0.5mA'],
    [/earth/i, 'earth 0R05'],
    [/fuse/i, 'fuse ok'],
    [/cord/i, 'cord ok'],
];

/** Types a line and waits until the log has it. */
async function type(page: Page, text: string): Promise<void> {
    const before = await log(page).count();
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await expect(log(page)).toHaveCount(before + 1);
    await expect(page.locator('.log .waiting')).toHaveCount(0);
}

/** Does what the bench asks for, by keyboard, until it asks for what stands on its button. */
async function until(page: Page, unit: Unit, done: RegExp): Promise<void> {
    for (let moves = 0; moves < 30; moves++) {
        const label = await button(page).innerText();
        const says = await sentence(page).innerText();
        if (done.test(label)) {
            return;
        }
        const safety = /not tested as it now stands/.test(says) ? tests.find(([words]) => words.test(says)) : undefined;
        if (safety !== undefined) {
            await type(page, safety[1]);
        } else if (/Done, record it|Looked, it is right/.test(label)) {
            await type(page, '');
        } else if ((await next(page).locator('.meter').count()) === 0) {
            // A gate leads to what it asks for.
            await page.keyboard.press('Enter');
            await expect(next(page).locator('.meter')).toBeVisible();
        } else {
            const { target, quantity, mode } = await asked(page);
            await type(page, unit.read(unit.mode(mode), target, quantity));
        }
    }
    throw new Error(`Never came to ${done}: ${await sentence(page).innerText()}`);
}

async function report(page: Page): Promise<string> {
    await page.getByRole('link', { name: 'report' }).click();
    await expect(page.getByText('What was done')).toBeVisible();
    return page.locator('main').innerText();
}

test('a unit that works is checked, and goes back without a cause', async ({ page }) => {
    const unit = new Unit('tide-recorder', []);
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'Book in' }).click();
    await page.getByLabel('What is it').fill('Pen recorder, yearly check');
    await page.getByLabel('Whose is it').fill('Harbour museum');
    await page.getByLabel('Supply inside').fill(unit.title);
    await page.getByTitle(new RegExp(unit.title)).first().click();
    await page.getByText('it works: check or service').click();
    await page.getByRole('button', { name: 'Book in', exact: true }).click();
    await expect(field(page)).toBeFocused();
    await expect(page.getByLabel('State of the unit')).toContainText('it works: check or service');
    await expect(page.getByLabel('Suspects').getByRole('listitem').first()).toContainText('Nothing wrong');

    await until(page, unit, /Close the job/);
    await type(page, '');
    await expect(sentence(page)).toContainText('Hand the unit back');
    await type(page, '');
    await expect(sentence(page)).toContainText('Handed back');

    const said = await report(page);
    expect(said).toContain('It works: check or service.');
    expect(said).toContain('Nothing was replaced.');
});

test('a plug on the wrong pins is no part, is put right, and is proven', async ({ page }) => {
    const unit = new Unit('tide-recorder', []);
    await signIn(page, 'ines');
    await bookIn(page, 'Pen recorder, dead after a visit', unit.title);
    await read(page, 'tp6 beep', /TP6 beeps/);
    await expect(page.getByLabel('Suspects').getByRole('listitem').first()).not.toContainText('Nothing wrong');

    await command(page, 'c');
    const cause = page.getByRole('dialog', { name: 'Name the cause' });
    await cause.getByRole('combobox', { name: 'It was' }).click();
    await page.getByTitle('a connector, pushed on wrongly or loose').click();
    await cause.getByLabel('Where').fill('plug X3');
    await cause.getByLabel('What was wrong').fill('one pin off');
    await page.keyboard.press('Enter');
    const work = page.getByRole('dialog', { name: 'What was put right?' });
    await expect(work.getByLabel('Where')).toHaveValue('plug X3');
    await work.getByLabel('What was done').fill('put on its own pins');
    await page.keyboard.press('Enter');
    await expect(log(page).first()).toContainText('put on its own pins');
    await expect(field(page)).toBeFocused();

    await until(page, unit, /Close the job/);
    await type(page, '');
    await expect(sentence(page)).toContainText('Hand the unit back');
    const said = await report(page);
    expect(said).toContain('plug X3: a connector, pushed on wrongly or loose. one pin off');
    expect(said).toContain('plug X3: put on its own pins.');
});

test('what a line may mean is said where it cannot be read', async ({ page }) => {
    const unit = new Unit('tide-recorder', []);
    await signIn(page, 'ines');
    await bookIn(page, 'Pen recorder, words', unit.title);
    await page.keyboard.type('u1 wobbles');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: '"u1 in-out 0R3"' })).toBeVisible();
    await page.keyboard.press('Control+A');
    await read(page, 'u1 in-out 0R3', /U1.in-out 300 mΩ/);
    await expect(page.getByLabel('Suspects').getByRole('listitem').first()).toContainText(/U1/);
    await read(page, 'room 26C', /The room has 26/);
    await read(page, 'c1 out still', /C1 taken out: the fault is still here/);
});
