import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { bookIn, command, field, log, read, setPower, signIn, state } from './bench';

/** Plugs the unit in, from the bench. */
async function live(page: Page): Promise<void> {
    await command(page, 'p');
    await setPower(page, 'Live on mains');
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await expect(state(page)).toContainText('Live on mains');
}

/** To one of the tests, by keyboard. */
async function prove(page: Page, key: string, tab: string): Promise<void> {
    await command(page, '/');
    await expect(page.getByRole('navigation', { name: 'Tests' })).toBeVisible();
    await expect(async () => {
        await page.locator('h1').click();
        await page.keyboard.press(key);
        await expect(
            page.getByRole('button', { name: new RegExp(`^${key} ${tab}`) }).and(page.locator('[aria-pressed=true]')),
        ).toBeVisible({ timeout: 1000 });
    }).toPass();
}

async function chooseMeter(page: Page): Promise<void> {
    await page.getByRole('button', { name: 'Readings are typed' }).click();
    const sheet = page.getByRole('dialog', { name: 'Instruments' });
    await sheet.getByRole('radio', { name: /^Bench meter/ }).check();
    await sheet.getByRole('button', { name: 'Back' }).click();
    await expect(page.getByRole('button', { name: 'Reads with Bench meter' })).toBeVisible();
}

/** Sets an instrument: the sentence is read out first. */
async function set(page: Page, name: string, says: RegExp): Promise<void> {
    const sheet = page.getByRole('dialog', { name });
    await sheet.getByRole('button', { name: 'Read it out' }).click();
    await expect(sheet.getByRole('alertdialog')).toContainText(says);
    await sheet.getByRole('button', { name: 'Yes, set it' }).click();
    await expect(sheet).toHaveCount(0);
}

test('one key takes a reading from the meter, a foot switch does the same, and the log says whose it was', async ({
    page,
}) => {
    await signIn(page);
    await bookIn(page, 'Intercom, read by meter', 'Deck intercom');
    await live(page);
    await command(page, '.');
    const sheet = page.getByRole('dialog', { name: 'Instruments' });
    await sheet.getByRole('radio', { name: /^Bench meter/ }).check();
    await sheet.getByRole('button', { name: 'Back' }).click();
    await expect(field(page)).toBeFocused();
    const first = await page.getByLabel('Next step').getByRole('status').first().innerText();
    await expect(page.getByRole('button', { name: /Take it: Bench meter/ })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(log(page).first()).toHaveText(/TP\d [\d.]+ V/);
    await expect(page.getByLabel('Verdict')).toContainText('fine');
    await expect(page.getByLabel('Next step').getByRole('status').first()).not.toHaveText(first);
    const entries = await log(page).count();
    await page.getByRole('button', { name: /^TP3 / }).click();
    await page.keyboard.press('PageDown');
    await expect(log(page)).toHaveCount(entries + 1);
    await page.getByRole('link', { name: 'report' }).click();
    await expect(page.getByText(/Bench meter, no. TH-03, calibrated until/)).toBeVisible();
    // Typed by hand again, for whoever comes next.
    await page.goBack();
    await command(page, '.');
    await page
        .getByRole('dialog', { name: 'Instruments' })
        .getByRole('radio', { name: /keyboard/ })
        .check();
});

test('a load test with the simulated instruments finds what a healthy unit does', async ({ page }) => {
    await signIn(page);
    await bookIn(page, 'Intercom, load test', 'Deck intercom');
    await live(page);
    await prove(page, '1', 'Load');
    await chooseMeter(page);
    for (const [step, sets, button] of [
        ['No load', undefined, undefined],
        ['Half load', /draws a constant (299|300) mA at its input 1/, 'Set Electronic load'],
        ['Full load', /draws a constant (599|600) mA at its input 1/, 'Set Electronic load'],
    ] as const) {
        const part = page.getByRole('region', { name: step });
        await page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: step }).click();
        if (button !== undefined) {
            await part.getByRole('button', { name: button }).click();
            await set(page, 'Electronic load', sets);
        }
        await part.getByRole('button', { name: `Take TP4 volts, ${step}` }).click();
        await expect(part.getByLabel(`TP4 volts, ${step}`, { exact: true })).not.toHaveValue('');
        await part
            .getByLabel(`Watts from the feed, ${step}`)
            .fill({ 'No load': '1.5', 'Half load': '8.7', 'Full load': '15.6' }[step]);
        await part.getByRole('button', { name: 'Record this step' }).click();
        await expect(page.getByRole('list', { name: 'Steps' }).getByRole('button', { name: step })).toHaveClass(/done/);
    }
    const between = page.getByRole('table', { name: 'Between the steps' });
    await expect(between.getByRole('row', { name: /Regulation of \+12 V output, no to full load/ })).toContainText(
        'as it should be',
    );
    await expect(between.getByRole('row', { name: /Efficiency, Full load/ })).toContainText('as it should be');
    await page.getByLabel('Diameter of the wire').fill('2.2 mm');
    await page.getByRole('button', { name: 'Rate it' }).click();
    await expect(page.getByText(/^8 A for hours at 2.20 mm/)).toBeVisible();
    await page.getByRole('combobox', { name: 'School' }).click();
    await page.getByTitle('by the table of the standard').click();
    await page.getByRole('button', { name: 'Rate it' }).click();
    await expect(page.getByText(/^11 A for hours at 2.20 mm/)).toBeVisible();
    await page.getByRole('button', { name: 'Reads with Bench meter' }).click();
    await page
        .getByRole('dialog', { name: 'Instruments' })
        .getByRole('radio', { name: /keyboard/ })
        .check();
});

test('a soak that goes wrong raises its alarm, takes the load off, and survives a reload', async ({ page }) => {
    await signIn(page);
    await bookIn(page, 'Intercom, soak', 'Deck intercom');
    await live(page);
    await prove(page, '3', 'Soak');
    await page.getByLabel('+12 V output: alarm below').fill('12.5');
    await page.getByLabel('+12 V output: alarm above').fill('13.5');
    await page.getByRole('button', { name: 'Start the soak' }).click();
    const ask = page.getByRole('dialog', { name: 'Start it?' });
    await expect(ask).toContainText(/Electronic load draws a constant (599|600) mA/);
    await ask.getByRole('button', { name: 'Yes, start it' }).click();
    await expect(page.getByText('The server watches it: this page may be closed.')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('alert').filter({ hasText: /^Alarm: \+12 V output .* below 12.5 V/ })).toBeVisible({
        timeout: 30_000,
    });
    await expect(page.getByText(/Soak stopped/)).toBeVisible();
    await page.getByRole('link', { name: /Back to the bench/ }).click();
    await expect(log(page).filter({ hasText: /Soak alarm: \+12 V output.*Loads off/ })).toBeVisible();
});

test('a calibration says as found, as left and what the meter cannot tell', async ({ page }) => {
    await signIn(page);
    await bookIn(page, 'Crane, calibration', 'Landing crane');
    await live(page);
    await prove(page, '5', 'Calibration');
    await expect(page.getByText('Adjust in this order')).toBeVisible({ timeout: 60_000 });
    const table = page.getByRole('table', { name: 'Calibration' });
    const output = table.getByRole('row', { name: /TP9/ });
    const form = page.getByRole('form', { name: 'Calibration reading' });
    await form.getByLabel('Point').click();
    await page.locator('.ant-select-dropdown:visible').getByTitle('24 V output').click();
    await form.getByLabel('Reference reading', { exact: true }).fill('25.61');
    await form.getByRole('button', { name: 'Record it' }).click();
    await expect(output).toContainText('fails');
    await page
        .getByLabel(/was set to/)
        .first()
        .fill('TP9 to 24.00 V');
    await page.getByRole('button', { name: 'Turned' }).first().click();
    await form.getByRole('button', { name: /As left/ }).click();
    await form.getByLabel('Reference reading', { exact: true }).fill('24.02');
    await form.getByRole('button', { name: 'Record it' }).click();
    await expect(output).toContainText('passes');
    await form.getByRole('button', { name: /Second pass/ }).click();
    await form.getByLabel('Reference reading', { exact: true }).fill('24.12');
    await form.getByRole('button', { name: 'Record it' }).click();
    await expect(output).toContainText('It moved by less than a quarter of its tolerance');
    // A point of the range, through a shunt, with a tolerance that the meter is not good enough for.
    await form.getByLabel('Point').click();
    await page.locator('.ant-select-dropdown:visible').getByTitle('another point of the range').click();
    await form.getByLabel('Name of the point').fill('limit, 5 A');
    await form.getByLabel('Setting').fill('5');
    await form.getByLabel('Lower limit').fill('4.99');
    await form.getByLabel('Upper limit').fill('5.01');
    await form.getByLabel('Unit').click();
    await page.locator('.ant-select-dropdown:visible').getByTitle('amperes').click();
    await form.getByLabel('Shunt', { exact: true }).fill('0R1');
    await form.getByLabel('Reference reading', { exact: true }).fill('0.5003');
    await form.getByRole('button', { name: 'Record it' }).click();
    await expect(table.getByRole('row', { name: /limit, 5 A/ })).toContainText(
        'The meter is no better than the tolerance',
    );
});

test('a safety test that fails keeps the unit, and condemns it', async ({ page }) => {
    await signIn(page);
    await bookIn(page, 'Intercom, unsafe', 'Deck intercom');
    await prove(page, '6', 'Electrical safety');
    const tests = page.getByRole('table', { name: 'Electrical safety' });
    const insulation = tests.getByRole('row', { name: /^Insulation/ });
    await insulation.getByRole('textbox').fill('20');
    await insulation.getByRole('button', { name: 'Record' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Testers show megohms: write "20M"' })).toBeVisible();
    await insulation.getByRole('textbox').fill('300k');
    await insulation.getByRole('button', { name: 'Record' }).click();
    await expect(insulation).toContainText('FAILED');
    await expect(page.getByRole('alert').filter({ hasText: 'find the part, or condemn the unit' })).toBeVisible();
    await page.getByLabel('Why it is condemned').fill('transformer leaks, none to be had');
    await page.getByRole('button', { name: 'Condemn it' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Condemned: transformer leaks' })).toBeVisible();
    await page.getByLabel('How it is made unusable').fill('cord cut off, red label');
    await page.getByRole('button', { name: 'Hand it back condemned' }).click();
    await page.getByRole('link', { name: /Back to the bench/ }).click();
    await expect(log(page).first()).toContainText('Handed back condemned: cord cut off, red label');
    await page.getByRole('link', { name: 'report' }).click();
    await expect(page.getByRole('region', { name: 'For the owner' })).toContainText(
        'It may not be used any more: transformer leaks',
    );
});

test('the report speaks to the owner first and to the auditor after, in four forms', async ({ page, request }) => {
    await signIn(page);
    // It may have gone back by now.
    await page.getByRole('button', { name: 'All' }).click();
    await page.getByRole('link', { name: /Lighting desk/ }).click();
    await page.getByRole('link', { name: 'report' }).click();
    const owner = page.getByRole('region', { name: 'For the owner' });
    await expect(owner).toContainText("readings after the repair are as a good unit's");
    await expect(owner).toContainText('passed its electrical safety tests');
    await expect(owner).toContainText('Together 91.50');
    await expect(page.getByRole('heading', { name: 'Load test' })).toBeVisible();
    await expect(page.getByRole('row', { name: /T1 transformer .* in its limit, no margin$/ })).toBeVisible();
    await expect(page.getByRole('region', { name: /^Run / })).toContainText('steady');
    const at = page
        .url()
        .replace('/jobs/', '/api/v1/jobs/')
        .replace(/\/report$/, '');
    const cookies = (await page.context().cookies()).map((one) => `${one.name}=${one.value}`).join('; ');
    for (const [name, type] of [
        ['report.pdf', 'application/pdf'],
        ['report.json', 'application/json'],
        ['report.csv', 'text/csv'],
        ['archive.zip', 'application/zip'],
    ] as const) {
        const get = () =>
            request.get(`${at}/${name}`, { headers: { Cookie: cookies, Referer: page.url(), Accept: '*/*' } });
        // A worker draws the paper; until it has, the answer says so.
        await expect.poll(async () => (await get()).status(), { message: name, timeout: 40_000 }).toBe(200);
        const answer = await get();
        expect(answer.headers()['content-type'], name).toContain(type);
    }
    // The whole job goes to another bench and is there as it was.
    const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Whole job' }).click(),
    ]);
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await page
        .getByLabel('Archive of a job')
        .setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: await readFile(await download.path()) });
    await expect(page.getByText(/came from Tollhouse Bench/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'For the owner' })).toContainText('Together 91.50');
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await page.getByRole('link', { name: 'What this workshop has seen' }).click();
    await expect(page.getByRole('row', { name: /Theatre|Dimmer|dimmer/ }).first()).toContainText(/\d+ of \d+/);
});

test('everything off works from any tab and from a page without a script', async ({ page, browser }) => {
    await signIn(page);
    await bookIn(page, 'Intercom, off', 'Deck intercom');
    await command(page, '.');
    const sheet = page.getByRole('dialog', { name: 'Instruments' });
    await sheet.getByRole('button', { name: 'Set AC source' }).click();
    await page.getByRole('dialog', { name: 'AC source' }).getByLabel('Volts').fill('230');
    await page.getByRole('dialog', { name: 'AC source' }).getByLabel('Current limit').fill('500m');
    await set(page, 'AC source', /puts 230 V, 50 Hz on the unit, at most 500 mA/);
    await expect(state(page)).toContainText('Live on mains');
    const plain = await browser.newContext({
        javaScriptEnabled: false,
        storageState: await page.context().storageState(),
    });
    const phone = await plain.newPage();
    await phone.goto(new URL('/off', page.url()).href);
    await phone.getByRole('button', { name: 'Everything off' }).click();
    await expect(phone.getByText('AC source is off.')).toBeVisible();
    await plain.close();
});

test('a load that comes in peaks is said once: steps, current limit and heat follow it', async ({ page }) => {
    await signIn(page);
    await bookIn(page, 'Intercom, bell load', 'Deck intercom');
    await live(page);
    await read(page, 'peaks tp4 50mA 1.2A 10%', /TP4 takes 1\.2 A for 10 % of the time .* 165 mA in the mean/);
    await prove(page, '1', 'Load');
    const steps = page.getByRole('list', { name: 'Steps' });
    await steps.getByRole('button', { name: 'In the peaks' }).click();
    const peak = page.getByRole('region', { name: 'In the peaks' });
    await expect(peak.getByRole('row', { name: /TP4/ })).toContainText('1.2 A');
    await peak.getByLabel('TP4 volts, In the peaks', { exact: true }).fill('11.9');
    await peak.getByRole('button', { name: 'Record this step' }).click();
    await expect(steps.getByRole('button', { name: 'In the peaks' })).toHaveClass(/done/);
    await expect(page.getByText(/Peaks of 1\.2 A for 10 % of the time, 165 mA|0\.17 A/)).toBeVisible();

    // A peak beyond what its regulator gives is an overload; what was typed wrongly stays, with why.
    await page.getByText('A load here comes in peaks').click();
    const form = page.getByRole('form', { name: 'Load in peaks' });
    await form.getByLabel('Between the peaks').fill('50m');
    await form.getByLabel('In the peaks').fill('20m');
    await form.getByLabel('Of the time').fill('10');
    await form.getByRole('button', { name: 'Record these peaks' }).click();
    await expect(page.getByText(/not above the 50 mA between the peaks/).first()).toBeVisible();
    await expect(form.getByLabel('In the peaks')).toHaveValue('20m');
    await form.getByLabel('In the peaks').fill('4');
    await form.getByRole('button', { name: 'Record these peaks' }).click();
    await expect(page.getByText('overloaded in every peak')).toBeVisible();
    await page.getByRole('button', { name: '4 Heat' }).click();
    await expect(page.getByText('Averaged over the peaks that the loads of this job come in')).toBeVisible();
});
