import { expect, test, type Page } from '@playwright/test';
import { command, read, signIn } from './bench';

async function open(page: Page, name: RegExp): Promise<void> {
    await page.getByRole('link', { name: 'Library' }).click();
    await page.getByRole('link', { name }).click();
    await expect(page.getByLabel('What a good unit reads')).toContainText(/What a good unit reads in this mode/);
}

test('a part is changed in the table and the readings follow as it is typed', async ({ page }) => {
    await signIn(page);
    await open(page, /Lighting desk/);
    const path = page.getByLabel('What a good unit reads');
    const ripple = async () => Number(/TP3[\s\S]*?ripple ([\d.]+) V/.exec(await path.innerText())?.[1] ?? 'NaN');
    await expect.poll(ripple).toBeGreaterThan(0);
    const before = await ripple();

    const reservoir = page.getByLabel('C1 value', { exact: true });
    await reservoir.fill('47y');
    await expect(page.locator('td').getByText(/Cannot read "47y"/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
    // A tenth of the reservoir, ten times the ripple or so.
    await reservoir.fill('470u');
    await expect.poll(ripple).toBeGreaterThan(3 * before);
    await expect(page.getByRole('button', { name: 'Keep it' })).toBeEnabled();

    // A reload loses nothing; dropping the changes brings the kept one back.
    await page.reload();
    await expect(reservoir).toHaveValue('470u');
    await page.getByRole('button', { name: 'Drop changes' }).click();
    await expect.poll(ripple).toBeCloseTo(before, 2);
});

test('a description is edited as text, with every mistake named at its place', async ({ page }) => {
    await signIn(page);
    await open(page, /Deck intercom/);
    await page.getByRole('tab', { name: 'As text' }).click();
    const source = page.getByRole('textbox', { name: 'Description' });
    const original = await source.inputValue();
    await source.fill(original.replace('"title"', '"colour": "red", "title"'));
    await expect(page.getByRole('alert').first()).toContainText('colour');
    await source.fill(
        original.replace(/"kind": "electrolytic",\s*"value": "[^"]+"/, '"kind": "electrolytic", "value": "-2200u"'),
    );
    await expect(page.getByRole('alert').first()).toContainText('must be greater than zero');
    await source.fill(`${original.slice(0, 300)} half`);
    await expect(page.getByText(/This is not JSON/)).toBeVisible();
    await page.reload();
    await expect(source).toHaveValue(/ half$/);

    await source.fill(original.replace('"revision": "A"', '"revision": "B"'));
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Jobs that are booked in keep the description')).toBeVisible();
    await page.getByRole('tab', { name: 'Versions' }).click();
    await page.getByRole('button', { name: /^1 / }).click();
    await expect(page.getByRole('row', { name: /revision A B/ })).toBeVisible();
});

test('losses and margins stand beside the ratings, at both ends of the mains', async ({ page }) => {
    await signIn(page, 'wilma');
    await open(page, /Wheelhouse display/);
    await page.getByRole('tab', { name: 'Losses' }).click();
    const losses = page.getByLabel('Losses and margins');
    await expect(losses.getByRole('row', { name: /mains low 207 V/ })).toBeVisible();
    // A constant power draws more current from less voltage.
    const current = async (end: string) =>
        parseFloat(
            await losses
                .getByRole('row', { name: new RegExp(end) })
                .getByRole('cell')
                .nth(1)
                .innerText(),
        );
    expect(await current('mains low')).toBeGreaterThan(await current('mains high'));
    await expect(losses.getByRole('row', { name: /^D12/ })).toContainText('peak reverse voltage');
});

test('a fault is drawn beside the good unit, with the valley against the dropout', async ({ page }) => {
    await signIn(page);
    await open(page, /Deck intercom/);
    await page.getByRole('tab', { name: 'Waveforms' }).click();
    await page.getByRole('combobox', { name: 'Trace' }).fill('TP3');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/U1 needs 14\.0 V at its input/)).toBeVisible();
    await page.getByRole('combobox', { name: 'Fault' }).fill('C1 dried');
    await page.keyboard.press('Enter');
    await expect(page.getByText('it drops out in every valley')).toBeVisible();
    await expect(page.getByRole('img', { name: /TP3.*over one cycle/ })).toBeVisible();
});

test.describe('without a service worker that has everything already', () => {
    test.use({ serviceWorkers: 'block' });

    test('a plotter that does not arrive takes nothing else with it, and is fetched anew', async ({ page }) => {
        await signIn(page);
        await open(page, /Deck intercom/);
        await page.route('**/Chart-*.js', (route) => route.abort());
        await page.getByRole('tab', { name: 'Waveforms' }).click();
        await expect(page.getByRole('alert')).toContainText('The plot cannot be shown');
        await page.unroute('**/Chart-*.js');
        await page.getByRole('button', { name: 'Try again' }).click();
        await expect(page.getByRole('img', { name: /over one cycle/ })).toBeVisible();
    });
});

test('a netlist comes in with what is not understood listed, and a parts list fills in values', async ({ page }) => {
    await signIn(page);
    await page.getByRole('link', { name: 'Library' }).click();
    await page.getByRole('button', { name: 'Import a file' }).click();
    await page.getByLabel('Contents').fill('not a netlist');
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByRole('alert')).toContainText('This is not a KiCad netlist');

    // Too much even for the web server: it says so in words, too.
    await page
        .getByLabel('File', { exact: true })
        .setInputFiles({ name: 'huge.net', mimeType: 'text/plain', buffer: Buffer.alloc(9_000_000, '(') });
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByRole('alert')).toContainText('larger than 8 MB');

    await page.getByLabel('File', { exact: true }).setInputFiles('tests/Core/fixtures/import/foghorn_feed.net');
    await expect(page.getByLabel('Contents')).toHaveValue(/foghorn_feed/);
    await page.getByRole('button', { name: 'Read it' }).click();
    await expect(page.getByRole('row', { name: /U2 ATtiny13/ })).toContainText('not known here');
    await page.getByRole('button', { name: 'Look it over' }).click();
    await expect(page.getByLabel('What a good unit reads')).toContainText('Solved without 1 unknown part');
    await expect(page.getByLabel('What a good unit reads')).toContainText(/TP2\s*1[12]\.\d\d V/);

    await page
        .getByLabel('Parts list, CSV')
        .setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from('ref,value\nC1,4700u\nX7,1k') });
    await expect(page.getByRole('status').filter({ hasText: '1 parts took their values' })).toContainText('X7');
    await expect(page.getByLabel('C1 value', { exact: true })).toHaveValue('4700u');
    await page.getByRole('button', { name: 'Begin again' }).click();
});

test('a large supply is usable while its faults are still being solved', async ({ page }) => {
    await signIn(page);
    await page.getByRole('link', { name: 'Library' }).click();
    await page.getByRole('button', { name: 'Describe a supply' }).click();
    await page.getByRole('button', { name: 'Off-line flyback' }).click();
    await page.getByLabel('What is it').fill('Ice machine control, 15 V');
    await page.getByLabel('Output').fill('15 V');
    await page.getByRole('button', { name: 'Make the description' }).click();
    await expect(page.getByLabel('What a good unit reads')).toContainText(/TP5\s*15\.\d/);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText(/what each fault does/)).toBeVisible();

    await page.getByRole('link', { name: 'Book in' }).click();
    await page.getByLabel('What is it', { exact: true }).fill('Ice machine');
    await page.getByLabel('Whose is it').fill('Fish market hall');
    await page.getByLabel('Supply inside').fill('Ice machine');
    await page.getByTitle(/Ice machine control/).click();
    await page.getByRole('button', { name: 'Book in', exact: true }).click();
    await expect(page.getByLabel('Next step')).toContainText('Measure where you like');
    await command(page, 'p');
    await page.getByRole('radio', { name: 'Live on mains' }).check();
    await page.getByRole('dialog').getByRole('button', { name: 'Record' }).click();
    await read(page, 'tp5 0.02', /TP5 .*dead/);
    // The verdict is there at once, and the suspects say how far they are; that they come is tested beside the queue
    // itself.
    await expect(page.getByLabel('Suspects').getByText(/what each fault does/)).toBeVisible();
    await expect(page.getByLabel('Next step')).toContainText('Measure where you like');
});

test('revisions of a design stand together and show where they differ', async ({ page }) => {
    await signIn(page, 'ines');
    await open(page, /Salinity bridge/);
    await page.getByRole('button', { name: 'Duplicate' }).click();
    await page.getByLabel('Revision of the copy').fill('B');
    await page.getByRole('button', { name: 'Make the copy' }).click();
    await expect(page.getByRole('heading', { name: 'revision B' })).toBeVisible();
    await page.getByLabel('R1 value', { exact: true }).fill('1k5');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Jobs that are booked in keep the description')).toBeVisible();
    await page.getByRole('tab', { name: 'Versions' }).click();
    await page.getByRole('button', { name: /^A / }).click();
    await expect(page.getByRole('row', { name: /parts R1 value/ })).toContainText('1k5');

    await page.getByRole('link', { name: 'Library' }).click();
    await page.getByLabel('Search the library').fill('salinity');
    await expect(page.getByRole('link', { name: /Salinity bridge/ })).toHaveCount(2);
    await page.getByLabel('Search the library').fill('no such thing');
    await expect(page.getByText('Nothing in the library says')).toBeVisible();
});
