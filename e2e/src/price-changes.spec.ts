import type { Locator } from '@playwright/test';
import { expect, test, type Ledger, choose } from './ledger';

/** A cell of the grid of prices, by its row's item and its column. */
function cell({ page }: Ledger, item: string, column: string): Locator {
  return page
    .getByRole('row')
    .filter({ has: page.getByRole('gridcell', { name: item, exact: true }) })
    .locator(`[col-id="${column}"]`);
}

test('a range is changed to a target margin in a grid, put into the draft, and taken back out in one step', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();

  await test.step('begin with what the catalogue shows', async () => {
    await ledger.open('Catalogue');
    await ledger.narrow('Category', 'Modelling tools');
    await expect(page.getByText(/\d+ items; base prices/)).toBeVisible();
    await page.getByRole('link', { name: 'Change these prices…' }).click();
  });

  await test.step('say what is to become of them', async () => {
    await page.getByLabel('Name', { exact: true }).fill('Modelling tools to 45 %');
    await choose(page.getByLabel('Based on'), 'the cost: last');
    await choose(page.getByLabel('Change', { exact: true }), 'to a margin of');
    await page.getByLabel('Amount of change').fill('45');
    await page.getByRole('button', { name: 'Compute prices' }).click();
    await expect(
      page.getByText('base prices; from the last cost, to a margin of 45 %.'),
    ).toBeVisible();
  });

  const item = 'TL-0042';
  await test.step('type a margin and get the price; type a price and get the margin', async () => {
    await expect(cell(ledger, item, 'margin')).toContainText(/^4[45]\./);
    await cell(ledger, item, 'margin').click();
    await page.keyboard.type('50');
    await page.keyboard.press('Enter');
    await expect(cell(ledger, item, 'markup')).toContainText(/^(99|100)\./);
    await cell(ledger, item, 'after').click();
    await page.keyboard.type('7,77');
    await page.keyboard.press('Enter');
    await expect(cell(ledger, item, 'after')).toContainText('7.77');
    await page.keyboard.press('Control+z');
    await expect(cell(ledger, item, 'after')).not.toContainText('7.77');
    await page.keyboard.press('Control+Shift+z');
    await expect(cell(ledger, item, 'after')).toContainText('7.77');
  });

  await test.step('what is no number changes nothing and says so', async () => {
    await cell(ledger, item, 'margin').click();
    await page.keyboard.type('half');
    await page.keyboard.press('Enter');
    await expect(page.getByText('“half” is not a number')).toBeVisible();
    await expect(cell(ledger, item, 'after')).toContainText('7.77');
  });

  await test.step('leave a row out with a key, and see all of it again after a reload', async () => {
    await cell(ledger, item, 'name').click();
    await page.keyboard.press('x');
    await expect(cell(ledger, item, 'marks')).toContainText('excluded');
    await page.keyboard.press('x');
    await expect(cell(ledger, item, 'marks')).not.toContainText('excluded');
    await page.reload();
    await expect(cell(ledger, item, 'after')).toContainText('7.77');
  });

  await test.step('put them into the draft as one edit, and take them back out', async () => {
    await page.getByRole('button', { name: /^Add \d+ prices to draft$/ }).click();
    await expect(page.getByText('They are in draft')).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText(/\d+ edits/);
    await page.goto(`/catalogue/${item}`);
    await expect(page.getByLabel(/^Base price per/).first()).toHaveValue('7.77');
    await page.goBack();
    await page.getByRole('button', { name: 'Remove all from draft' }).click();
    await expect(page.getByText('undone', { exact: true })).toBeVisible();
    await page.goto(`/catalogue/${item}`);
    await expect(page.getByRole('heading', { name: 'Price at each level' })).toBeVisible();
    await expect(page.getByLabel(/^Base price per/).first()).not.toHaveValue('7.77');
  });

  await test.step('the file has the prices before and after', async () => {
    await page.goBack();
    const file = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Export as CSV' }).click();
    const stream = await (await file).createReadStream();
    const parts: Buffer[] = [];
    for await (const part of stream) parts.push(part as Buffer);
    const text = Buffer.concat(parts).toString('utf8');
    expect(text).toContain('Price before,New price');
    expect(text).toContain('price 7.77');
  });
});
