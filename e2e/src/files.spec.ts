import { readFileSync } from 'node:fs';
import { expect, test, type Ledger, choose, typeInto } from './ledger';

async function exported(ledger: Ledger, format: 'CSV' | 'XLSX'): Promise<Buffer> {
  const { page } = ledger;
  const download = page.waitForEvent('download');
  await ledger.command('Export', `For importing again, as ${format}`);
  return readFileSync(await (await download).path());
}

async function send(ledger: Ledger, name: string, content: string): Promise<void> {
  const buffer = Buffer.from(content);
  await ledger.page
    .getByLabel('Choose a CSV or XLSX file')
    .setInputFiles({ name, mimeType: 'text/csv', buffer });
  await expect(ledger.page.getByRole('button', { name: /^All \d+$/ })).toBeVisible();
}

test('a catalogue goes out, is changed in a spreadsheet, and comes back seen first', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Catalogue');
  await page.getByLabel('Part of an item number or name').fill('grogged');
  await expect(ledger.row('BR-0001')).toBeHidden();
  await expect(ledger.row('CL-0207')).toBeVisible();
  const file = (await exported(ledger, 'CSV')).toString('utf8');
  const rows = file.split('\r\n').filter((row) => row !== '');
  expect(rows.length, 'the file is narrowed as the screen is').toBeLessThan(20);

  await page.getByRole('link', { name: 'Import…' }).click();
  await send(ledger, 'as-it-went-out.csv', file);
  await expect(page.getByText('Nothing to import')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Import \d/ })).toBeDisabled();

  const changed = file.replace(/(\r\nCL-0207,.*,)[\d.]+\r\n/, '$119.90\r\n');
  expect(changed).not.toBe(file);
  await page.getByRole('link', { name: 'All files' }).click();
  await send(ledger, 'wrong.csv', changed.replace('19.90', '19;90'));
  await page.getByRole('button', { name: /Error 1/ }).click();
  await expect(page.getByRole('gridcell').filter({ hasText: 'must be a number' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Import \d/ })).toBeDisabled();

  await page.getByRole('link', { name: 'All files' }).click();
  await send(ledger, 'right.csv', changed);
  await page.getByRole('button', { name: /Changed 1/ }).click();
  await expect(
    page.getByRole('gridcell').filter({ hasText: 'Base price: 18.40 → 19.90' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Import 1 row' }).click();
  await expect(page.getByText(/Imported\./)).toBeVisible();
  await page.getByRole('link', { name: 'Open draft' }).click();
  await expect(page.getByRole('heading', { name: 'Base price CL-0207' })).toBeVisible();
  await ledger.discardEdit();
  await expect(
    page.getByText('No unpublished changes.').or(page.getByText('No changes in this draft yet')),
  ).toBeVisible();
});

test('a customer’s price list goes out as a file of each kind', async ({ ledger, page }) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { level: 1, name: 'Today' })).toBeVisible();
  await page.goto('/customers/C2001');
  await page.getByRole('table', { name: 'Price list' }).waitFor();
  const part = page.locator('hl-price-list');
  const taken = async (format: string): Promise<Buffer> => {
    const download = page.waitForEvent('download');
    await part.getByRole('link', { name: `Export as ${format}` }).click();
    return readFileSync(await (await download).path());
  };
  const csv = (await taken('CSV')).toString('utf8');
  expect(csv.split('\r\n')[0]).toContain('Item,Name,Unit,Base price,Price,Currency,Made by');
  expect(csv).toContain('CL-0207');
  expect((await taken('PDF')).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await taken('XLSX')).subarray(0, 2).toString()).toBe('PK');
});

test('a draft waits for its moment, and can be taken back', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.beginLevel('From next year', '4');
  await ledger.saved();
  await page.getByRole('link', { name: 'Review and publish' }).click();
  await typeInto(page.getByLabel('Publish on', { exact: true }), '2099-01-01');
  await typeInto(page.getByLabel('Publish on, time'), '06:00');
  await page.getByRole('button', { name: 'Schedule' }).click();
  await expect(page.getByText(/Scheduled for .* by Ines/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Discard edit' })).toBeHidden();
  await page.getByRole('button', { name: 'Cancel schedule' }).click();
  await ledger.discardEdit();
  await expect(
    page.getByText('No unpublished changes.').or(page.getByText('No changes in this draft yet')),
  ).toBeVisible();
});

test('a level is given to many customers at once, seen first', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.open('Customers');
  for (const code of ['C1004', 'C1005']) {
    await ledger.row(code).getByRole('checkbox').check();
  }
  await choose(page.getByLabel('Price level to assign'), 'Clubs');
  const table = page.getByRole('table', { name: 'What it does' });
  await expect(table).toContainText('no level → Clubs');
  await page.getByRole('button', { name: 'Assign to 2' }).click();
  const rows = page.locator('hl-endless-grid').getByRole('row');
  for (const code of ['C1004', 'C1005']) {
    await expect(rows.filter({ hasText: code })).toContainText('Clubs');
  }
});
