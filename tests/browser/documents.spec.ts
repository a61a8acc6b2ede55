import { expect, test, type Page } from '@playwright/test';
import { bookIn, command, signIn } from './bench';

/** A page of A4 with words in Helvetica, as PDF (ISO 32000-1, 7.5): objects, a table of where they begin, a trailer. */
function pdf(words: { text: string; x: number; y: number }[]): Buffer {
    const drawn = words.map(({ text, x, y }) => `BT /F1 18 Tf ${x} ${y} Td (${text}) Tj ET`).join('\n');
    const objects = [
        '<< /Type /Catalog /Pages 2 0 R >>',
        '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
        '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R ' +
            '/Resources << /Font << /F1 5 0 R >> >> >>',
        `<< /Length ${drawn.length} >>\nstream\n${drawn}\nendstream`,
        '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    ];
    let text = '%PDF-1.4\n';
    const begins = objects.map((object, k) => {
        const at = text.length;
        text += `${k + 1} 0 obj\n${object}\nendobj\n`;
        return at;
    });
    const table = text.length;
    text += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n`;
    text += begins.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
    text += `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`;
    return Buffer.from(text, 'latin1');
}

const board = (page: Page) => page.getByRole('group', { name: /service sheet, page 1/ });

/** Presses where the page has a place, in shares of its size. */
async function press(page: Page, x: number, y: number): Promise<void> {
    const box = await board(page).boundingBox();
    if (box === null) {
        throw new Error('There is no page.');
    }
    await board(page).click({ position: { x: x * box.width, y: y * box.height } });
}

test('a service document is pinned once, its printed value counts, and the bench shows where the leads go', async ({
    page,
}) => {
    await signIn(page, 'ines');
    await page.goto('/library');
    await page
        .getByRole('link', { name: /Auction scale/ })
        .first()
        .click();
    await page.getByRole('tab', { name: 'Document' }).click();
    await page.getByLabel('Add a document').fill('service sheet');
    await page.getByLabel('Document file').setInputFiles({
        name: 'scale.pdf',
        mimeType: 'application/pdf',
        buffer: pdf([
            { text: 'TP4  5.1 V', x: 300, y: 421 },
            { text: 'chassis', x: 60, y: 80 },
        ]),
    });
    await expect(board(page)).toBeVisible();

    // The place is pressed, and what is printed beside it is offered.
    await page.getByLabel('What is where').click();
    await page.getByTitle('TP4', { exact: true }).click();
    await press(page, 0.52, 0.5);
    await expect(page.getByRole('button', { name: 'Pin TP4 not read' })).toBeVisible();
    await expect(page.getByLabel('Printed at TP4')).toHaveValue('5.1 V');
    await page.getByLabel('Within').fill('2 %');
    await page.getByRole('button', { name: 'Count it' }).click();
    await expect(page.getByText('5.1 V ±2 % counts.')).toBeVisible();
    await page.getByLabel('What is where').click();
    await page.getByTitle('black lead, 0V', { exact: true }).click();
    // By keyboard as well.
    await expect(board(page)).toBeFocused();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Enter');
    await expect(page.locator('.page-pin')).toHaveCount(2);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText(/Kept/).first()).toBeVisible();

    await page.getByRole('link', { name: 'Oculant, the bench' }).click();
    await bookIn(page, 'Scale at the quay', 'Auction scale');
    await command(page, ',');
    await expect(page.getByLabel('Service document')).toBeVisible();
    await page.getByRole('button', { name: 'Pin TP4 not read' }).click();
    await expect(page.getByLabel('Next step')).toContainText('Reading at TP4');
    await expect(page.getByLabel('Service document').getByRole('img', { name: 'red lead' })).toBeVisible();
    await expect(page.getByLabel('Service document').getByRole('img', { name: 'black lead' })).toBeVisible();
    // The value of the document counts at the bench.
    await expect(page.getByRole('button', { name: /^TP4:/ })).toHaveAccessibleName(/5\.0\d? to 5\.2/);
    await page.getByRole('button', { name: 'without its document' }).click();
    await expect(page.getByLabel('Service document')).toHaveCount(0);
});
