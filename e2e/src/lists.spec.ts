import { readFileSync } from 'node:fs';
import ExcelJS from 'exceljs';
import { expect, Ledger, test } from './ledger';

/** The cells of a column of the list, as far as they are in sight. */
async function cells({ page }: Ledger, column: string): Promise<string[]> {
  return page.locator(`.ag-row [col-id="${column}"]`).allTextContents();
}

async function download(ledger: Ledger, command: string): Promise<Buffer> {
  const coming = ledger.page.waitForEvent('download');
  await ledger.command('Export', command);
  return readFileSync(await (await coming).path());
}

test('items below a margin are found in two steps, and the address keeps them', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Catalogue');
  await page.getByRole('button', { name: 'Margin', exact: true }).click();
  await page.getByLabel('Less than').fill('39');
  await page.getByLabel('Less than').press('Enter');
  const chip = page.getByRole('button', { name: 'Margin: less than 39 %' });
  await expect(chip).toBeVisible();
  await expect(page.getByText(/\b\d\d? items; base prices/)).toBeVisible();
  await page.getByRole('columnheader', { name: 'Margin, %' }).click();
  await expect(page).toHaveURL(/marginBelow=39.*sort=margin/);
  await expect.poll(async () => (await cells(ledger, 'margin')).length).toBeGreaterThan(3);
  const margins = (await cells(ledger, 'margin')).map(Number);
  expect(Math.max(...margins)).toBeLessThan(39);
  expect(margins).toEqual(margins.toSorted((one, other) => one - other));

  await page.reload();
  await expect(chip).toBeVisible();
  await expect.poll(() => cells(ledger, 'margin')).toEqual(margins.map((one) => one.toFixed(2)));
  await ledger.row(((await cells(ledger, 'item'))[0] ?? '').trim()).click();
  await expect(page.getByRole('heading', { name: 'Price at each level' })).toBeVisible();
  await page.goBack();
  await expect(chip).toBeVisible();
  await page.getByRole('button', { name: 'Remove filter Margin' }).click();
  await expect(page).not.toHaveURL(/marginBelow/);
});

test('what is shown goes out as shown: filter, order and columns, as CSV, XLSX and copied', async ({
  ledger,
  page,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await ledger.signIn();
  await ledger.open('Catalogue');
  await ledger.narrow('Category', 'Pyrometric cones');
  await page.getByRole('columnheader', { name: 'Base price, EUR' }).click();
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  const columns = page.getByRole('dialog', { name: 'Columns' });
  await columns.getByRole('checkbox', { name: 'Brand' }).uncheck();
  await columns.getByRole('checkbox', { name: 'Markup on cost, %' }).check();
  await columns.getByRole('button', { name: 'Move Unit left' }).click();
  await columns.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('columnheader', { name: 'Brand' })).toBeHidden();
  const shown = await cells(ledger, 'item');
  expect(shown.length).toBeGreaterThan(3);

  const csv = (await download(ledger, 'What is shown, as CSV')).toString('utf8');
  const [heads = '', ...rows] = csv.trim().split('\r\n');
  expect(heads).toContain('Item,Name,Category,Unit');
  expect(heads).not.toContain('Brand');
  expect(heads).toContain('"Markup on cost, %"');
  expect(rows.map((row) => row.split(',')[0])).toEqual(shown.map((one) => one.trim()));

  const workbook = new ExcelJS.Workbook();
  const xlsx = await download(ledger, 'What is shown, as XLSX');
  await workbook.xlsx.load(xlsx.buffer as ArrayBuffer);
  const [sheet] = workbook.worksheets;
  expect(sheet?.name).toBe('Catalogue');
  expect(sheet?.rowCount).toBe(rows.length + 1);
  expect(typeof sheet?.getRow(2).getCell(sheet.columnCount).value).toBe('number');

  await ledger.command('Export', 'Copy all rows');
  await expect(page.getByText(`${String(rows.length)} rows copied.`)).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied.split('\n').length).toBe(rows.length + 1);
  await page
    .locator('.ag-row [col-id="item"]')
    .first()
    .click({ modifiers: ['Control'] });

  // the columns are there again for who left them so, and as they were made for everybody else
  await ledger.open('Catalogue');
  await page.reload();
  await expect(page.getByRole('columnheader', { name: 'Markup on cost, %' })).toBeVisible();
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await columns.getByRole('button', { name: 'Reset' }).click();
  await expect(page.getByRole('columnheader', { name: 'Brand' })).toBeVisible();
});

test('a list is printed with all its rows', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.open('Catalogue');
  await page.evaluate(() => {
    window.print = () => {
      document.title = `printed ${String(document.querySelectorAll('.printed-table tbody tr').length)}`;
    };
  });
  const items = Number(/\d+/.exec(await page.getByText(/\d+ items; base prices/).innerText())?.[0]);
  await ledger.command('Export', 'Print all rows…');
  await expect(page).toHaveTitle(`printed ${String(items)}`);
  await expect(page.locator('.printed-table')).toHaveCount(0);
});

test('a view that is saved and shared gives another user the same rows', async ({
  ledger,
  page,
  browser,
}) => {
  await ledger.signIn();
  await ledger.open('Customers');
  await ledger.narrow('Segment', 'Schools', 'Colleges');
  await page.getByRole('columnheader', { name: 'Name' }).click();
  await ledger.command('Views', 'Save view…');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Give the view a name.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Education');
  await page.getByRole('checkbox', { name: 'Share with everybody' }).check();
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('View Education saved.')).toBeVisible();
  const rows = await cells(ledger, 'code');

  const other = await browser.newContext();
  const elsewhere = new Ledger(await other.newPage());
  await elsewhere.signIn('noor@saltmarsh.example');
  await elsewhere.open('Customers');
  await elsewhere.command('Views', 'Education by Ines Marlow');
  await expect(
    elsewhere.page.getByRole('button', { name: 'Segment: Colleges, Schools' }),
  ).toBeVisible();
  await expect.poll(() => cells(elsewhere, 'code')).toEqual(rows);
  await other.close();

  await ledger.command('Views', 'Delete view');
  await page.getByRole('menuitem', { name: 'Education…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.getByRole('button', { name: 'Views', exact: true }).click();
  await expect(page.getByRole('menuitem', { name: 'No saved view yet' })).toBeVisible();
});

test('rules are searched and narrowed, and a list is left and found again', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Discount rules');
  await page.getByLabel('Part of a name or what it does').fill('clay');
  await expect(ledger.row('Cutting charge')).toBeHidden();
  await expect(page).toHaveURL(/text=clay/);
  const found = ledger.row('Tools with a good deal of clay');
  await expect(found).toBeVisible();
  await ledger.narrow('Activation', 'Code');
  await expect(page.getByText('Nothing fits the filters.')).toBeVisible();
  await expect(found).toBeHidden();
  await page.getByRole('button', { name: 'Remove filter Activation' }).click();
  await expect(found).toBeVisible();
  await ledger.open('Quantity breaks');
  await ledger.open('Discount rules');
  await expect(page.getByLabel('Part of a name or what it does')).toHaveValue('clay');
  await page.getByRole('button', { name: 'Clear all' }).click();
  await expect(ledger.row('Cutting charge')).toBeVisible();
});
