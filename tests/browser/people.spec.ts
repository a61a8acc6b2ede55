import { execFileSync } from 'node:child_process';
import { createHmac } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { signIn } from './bench';

const password = 'three gulls on a mast';

test('somebody is invited, joins by the link, and is shut out again', async ({ page, browser }) => {
    await signIn(page, 'ines');
    await expect(page.getByText('demo', { exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'People' }).click();
    await page.getByLabel('Who', { exact: true }).fill('Runa Vik');
    await page.getByRole('button', { name: 'Make a link' }).click();
    const link = await page.getByLabel('The link').inputValue();
    await expect(page.getByAltText('The link as a QR code')).toBeVisible();
    await page.getByRole('button', { name: 'Done' }).click();
    await expect(page.getByLabel('Links that are out')).toContainText('Runa Vik');

    const hers = await browser.newPage();
    await hers.goto(link);
    await expect(hers.getByText('As technician at')).toBeVisible();
    await hers.getByLabel('Address').fill('ines@tollhouse.example');
    await hers.getByLabel('Password').fill('runa vik');
    await hers.getByRole('button', { name: 'Make the account and sign in' }).click();
    await expect(hers.getByText('This address has an account already')).toBeVisible();
    await expect(hers.getByText('Take at least 10 characters')).toBeVisible();
    const address = `runa${Date.now()}@tollhouse.example`;
    await hers.getByLabel('Address').fill(address);
    await hers.getByLabel('Password').fill(password);
    await hers.getByRole('button', { name: 'Make the account and sign in' }).click();
    await expect(hers.getByRole('heading', { name: 'On the bench' })).toBeVisible();
    await expect(hers.getByRole('button', { name: /Runa Vik/ })).toBeVisible();
    await expect(hers.getByRole('link', { name: 'People' })).toHaveCount(0);

    // Her own password, by who knows the present one.
    await hers.getByRole('button', { name: /Runa Vik/ }).click();
    await hers.getByLabel('Present password').fill('guessed');
    await hers.getByLabel('New password').fill('four terns over a pier');
    await hers.getByRole('button', { name: 'Change it' }).click();
    await expect(hers.getByText('This is not your present password.')).toBeVisible();
    await hers.getByLabel('Present password').fill(password);
    await hers.getByRole('button', { name: 'Change it' }).click();
    await expect(hers.getByText('Changed.')).toBeVisible();
    await hers.getByRole('button', { name: 'Back', exact: true }).click();

    await page.reload();
    const row = page.getByLabel('People', { exact: true }).getByRole('listitem').filter({ hasText: address });
    await row.getByRole('button', { name: 'Close' }).click();
    await expect(row).toContainText('closed');
    await expect(page.getByLabel('What was done to accounts')).toContainText('closed the account of Runa Vik');
    await hers.reload();
    await expect(hers.getByLabel('Address')).toBeVisible();
    await hers.getByLabel('Address').fill(address);
    await hers.getByLabel('Password').fill('four terns over a pier');
    await hers.getByRole('button', { name: 'Sign in' }).click();
    await expect(hers.getByRole('alert')).toContainText('This account is closed.');

    // The only lead stays.
    await page
        .getByLabel('People', { exact: true })
        .getByRole('listitem')
        .filter({ hasText: 'ines@' })
        .getByRole('button', { name: 'Close' })
        .click();
    await expect(page.getByRole('alert')).toContainText('only lead');
});

test('another workshop is begun by a printed link and sees nothing of this one', async ({ page }) => {
    const printed = execFileSync('bash', ['-c', 'source bin/lib.sh; "${AS[@]}" php artisan oculant:begin --another'], {
        encoding: 'utf8',
    });
    const path = /\/join\/\S+/.exec(printed)?.[0] ?? '';
    await page.goto(path);
    await expect(page.getByRole('heading', { name: 'Begin a workshop' })).toBeVisible();
    await page.getByLabel('Workshop').fill('Slipway Bench');
    await page.getByLabel('Your name').fill('Odda Berg');
    await page.getByLabel('Address').fill(`odda${Date.now()}@slipway.example`);
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Make the account and sign in' }).click();
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
    await expect(page.getByRole('button', { name: /Odda Berg/ })).toContainText('lead, Slipway Bench');
    await expect(page.getByText('demo', { exact: true })).toHaveCount(0);
    await expect(page.locator('.jobs').getByRole('link')).toHaveCount(0);
    await page.goto(path);
    await expect(page.getByRole('alert')).toContainText('This link is used');
});

/** What an authenticator app shows (RFC 6238), from the secret as it is written. */
function codeOf(written: string, at: number): string {
    const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
    const bits = [...written].map((letter) => letters.indexOf(letter).toString(2).padStart(5, '0')).join('');
    const secret = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
    const counter = Buffer.alloc(8);
    counter.writeBigUInt64BE(BigInt(Math.floor(at / 30_000)));
    const hash = createHmac('sha1', secret).update(counter).digest();
    const four = hash.readUInt32BE((hash[19] ?? 0) & 0x0f) & 0x7fffffff;
    return String(four % 1_000_000).padStart(6, '0');
}

test('whoever turns one-time codes on is asked for one at the door', async ({ page, browser }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'People' }).click();
    await page.getByLabel('Who', { exact: true }).fill('Sigrun');
    await page.getByRole('button', { name: 'Make a link' }).click();
    const link = await page.getByLabel('The link').inputValue();

    const hers = await browser.newPage();
    await hers.goto(link);
    const address = `sigrun${Date.now()}@tollhouse.example`;
    await hers.getByLabel('Address').fill(address);
    await hers.getByLabel('Password').fill(password);
    await hers.getByRole('button', { name: 'Make the account and sign in' }).click();
    await hers.getByRole('button', { name: /Sigrun/ }).click();
    await hers.getByLabel('Password for the codes').fill(password);
    await hers.getByRole('button', { name: 'Set up an app' }).click();
    await expect(hers.getByAltText('For the authenticator app')).toBeVisible();
    const secret = await hers.getByRole('dialog').locator('code').first().innerText();
    // The code of the step before is taken as well: the one of now is left for the door.
    await hers.getByLabel('Code of the app').fill(codeOf(secret, Date.now() - 30_000));
    await hers.getByRole('button', { name: 'Turn them on' }).click();
    await expect(hers.getByText('On: signing in asks for a code')).toBeVisible();
    await hers.getByRole('button', { name: 'Back', exact: true }).click();
    await hers.getByRole('button', { name: 'Sign out' }).click();

    await hers.getByLabel('Address').fill(address);
    await hers.getByLabel('Password').fill(password);
    await hers.getByRole('button', { name: 'Sign in' }).click();
    await expect(hers.getByRole('alert')).toContainText('Give the code');
    await hers.getByLabel('Code').fill(codeOf(secret, Date.now()));
    await hers.getByRole('button', { name: 'Sign in' }).click();
    await expect(hers.getByRole('heading', { name: 'On the bench' })).toBeVisible();
});

test('what the workshop says once stands on its reports and where units are booked in', async ({ page }) => {
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'Settings' }).click();
    // Everything that goes on by itself does, and its lead reads so.
    await expect(page.getByRole('region', { name: 'The server' })).toContainText('Watch over unattended runsfine');
    const workshop = page.getByRole('region', { name: 'The workshop' });
    await workshop.getByLabel('Address').fill('Quay 3, Vesperhaven');
    await workshop.getByLabel('Mains here').fill('12 V');
    await workshop.getByLabel('Currency').fill('kr');
    await workshop.getByLabel('Price of an hour').fill('48.5');
    await workshop.getByRole('button', { name: 'Keep it so' }).click();
    await expect(workshop.getByRole('alert')).toContainText('from 90 to 440 V');
    await expect(workshop.getByLabel('Address')).toHaveValue('Quay 3, Vesperhaven');
    await workshop.getByLabel('Mains here').fill('240');
    await workshop.getByRole('button', { name: 'Keep it so' }).click();
    await expect(workshop.getByLabel('Mains here')).toHaveValue('240 V');

    await page.getByRole('link', { name: 'Book in' }).click();
    await expect(page.getByLabel('Mains it is meant for')).toHaveValue('240 V');
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await page
        .getByRole('link', { name: /Deck intercom/ })
        .first()
        .click();
    await page.getByRole('link', { name: 'report' }).click();
    await expect(page.getByText('Quay 3, Vesperhaven')).toBeVisible();

    // Who does not lead reads them, and sees why nothing gives.
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByLabel('Password')).toBeVisible();
    await signIn(page, 'tarik');
    await page.getByRole('link', { name: 'Settings' }).click();
    await expect(workshop).toContainText('for its lead to change');
    await expect(workshop.getByLabel('Price of an hour')).toBeDisabled();
    await page.getByRole('region', { name: 'This bench' }).getByLabel('dark').check();
    await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');

    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByLabel('Password')).toBeVisible();
    await signIn(page, 'ines');
    await page.getByRole('link', { name: 'Settings' }).click();
    await workshop.getByLabel('Mains here').fill('230');
    await workshop.getByRole('button', { name: 'Keep it so' }).click();
    await expect(workshop.getByLabel('Mains here')).toHaveValue('230 V');
});

test('a PIN changes the person at a bench that several use', async ({ page }) => {
    await signIn(page, 'wilma');
    await page.getByRole('button', { name: /Wilma/ }).click();
    await page.getByLabel('Password for the PIN').fill('harbour-light');
    await page.getByLabel('New PIN').fill('1234');
    await page.getByRole('button', { name: 'Set it' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('guessed first');
    await page.getByLabel('New PIN').fill('4071');
    await page.getByRole('button', { name: 'Set it' }).click();
    await expect(page.getByRole('button', { name: 'Set another' })).toBeVisible();
    await expect(page.getByLabel('Signed in')).toContainText('here');
    await page.getByRole('button', { name: 'Back', exact: true }).click();
    await page.getByRole('button', { name: 'Sign out' }).click();

    // The head of the page has her name as well, until she is out.
    await page.getByLabel('By PIN').getByRole('button', { name: /Wilma/ }).click();
    await page.getByLabel('PIN', { exact: true }).fill('4072');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('4 more tries');
    await page.getByLabel('PIN', { exact: true }).fill('4071');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();
    // The password is still asked for where accounts are concerned.
    await page.getByRole('button', { name: /Wilma/ }).click();
    await page.getByLabel('Password for the PIN').fill('harbour-light');
    await page.getByLabel('New PIN').fill('5082');
    await page.getByRole('button', { name: 'Set another' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('You came in by PIN');
});
