import { expect, test } from './ledger';

const TOOLS_SLIDING = '/cost-tables/7d1c4a90-2f6b-4e1d-9a57-0c8e5b3f6d01';

// docs/guided-tour.md goes this way, with these figures
test('one price goes from a supplier’s file to a posted sale', async ({ ledger, page }) => {
  const total = page.getByTestId('total');
  await ledger.signIn();

  await test.step('say what the columns are', async () => {
    await ledger.sendPriceFile();
    await expect(page.getByRole('combobox', { name: 'Cost', exact: true })).toContainText(
      'New price',
    );
    await expect(page.getByLabel('Decimal mark')).toContainText('comma');
  });

  await test.step('see what every row does before anything is kept', async () => {
    await page.getByRole('button', { name: 'Compare all 7 rows' }).click();
    await expect(page.getByRole('button', { name: '✕ error 2' })).toBeVisible();
    await expect(ledger.row('FETL9999')).toContainText('no item');
    await page.goto('/catalogue/TL-0042');
    await expect(page.getByText('Costs and suppliers')).toBeVisible();
    await expect(page.getByText('4.95')).toHaveCount(0);
    await page.goBack();
  });

  await test.step('take in the rows that are right', async () => {
    await page.getByRole('button', { name: 'Import 5 rows, excluding 2 with errors' }).click();
    await expect(page.getByText(/Imported\./)).toBeVisible();
    await page.getByRole('link', { name: /proposed prices?/ }).click();
  });

  await test.step('accept one of the prices that wait', async () => {
    await expect(page.getByRole('heading', { name: 'Proposed prices' })).toBeVisible();
    const row = ledger.row('TL-0042');
    for (const figure of ['4.66', '4.95', '8.80', '47.1']) await expect(row).toContainText(figure);
    await expect(row.getByRole('textbox')).toHaveValue('9.35');
    await page.getByLabel('Choose TL-0042').check();
    await page.getByRole('button', { name: 'Accept 1' }).click();
    await expect(page.getByLabel('Choose TL-0042')).toHaveCount(0);
    await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText('1 edit');
  });

  await test.step('publish it, and find price, cost and margin on the item', async () => {
    await ledger.publish('Ferrybridge from November');
    await page.goto('/catalogue/TL-0042');
    await expect(ledger.row('4.95').first()).toBeVisible();
  });

  await test.step('the phone rings', async () => {
    await page.keyboard.press('F9');
    await page
      .getByRole('combobox', { name: 'Type a customer’s name or code' })
      .fill('Tern Point Pottery');
    await page.locator('mat-option').first().waitFor();
    await page.keyboard.press('Enter');
    await page.getByRole('combobox', { name: 'Type or scan an item' }).fill('TL-0042');
    await page.locator('mat-option').first().waitFor();
    await page.keyboard.press('Enter');
    await page.getByLabel('Quantity', { exact: true }).fill('12');
    await page.getByLabel('Quantity', { exact: true }).press('Enter');
    await expect(page.getByText('EUR each for Tern Point Pottery, 108.00 in total')).toBeVisible();
    await page.getByRole('button', { name: 'Create quote' }).click();
  });

  await test.step('the quote, and why', async () => {
    await expect(page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
    await expect(total).toHaveText('108.00');
    await page.getByRole('button', { name: /^Price of TL-0042/ }).focus();
    expect((await ledger.workingRows()).slice(0, 4)).toEqual([
      ['Base price', '', '9.35'],
      ['Level Studios', '−0.374', '8.976'],
      ['Rounded to nearest 0.05 EUR', '+0.024', '9.00'],
      ['Each, EUR per piece', '', '9.00'],
    ]);
  });

  await test.step('the order and the sale', async () => {
    await page.getByRole('button', { name: 'Convert to order' }).click();
    await page.getByRole('button', { name: /^Convert quote \d+ to order/ }).click();
    await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
    await page.getByRole('button', { name: 'Confirm', exact: true }).click();
    await page.getByRole('button', { name: /^Confirm order/ }).click();
    await page.getByRole('button', { name: 'Convert to sale' }).click();
    await page.getByRole('button', { name: /^Convert order \d+ to sale/ }).click();
    await page.getByRole('button', { name: 'Post', exact: true }).click();
    await page.getByRole('button', { name: /^Post sale/ }).click();
    await expect(page.getByText(/^posted/)).toBeVisible();
    await expect(total).toHaveText('108.00');
  });

  await test.step('the evidence', async () => {
    await page.getByRole('button', { name: 'Verify prices' }).click();
    await expect(
      page.getByText('every price, all workings and the total come out the same'),
    ).toBeVisible();
    await ledger.open('Sales re-pricing');
    await page.getByRole('button', { name: 'Price again' }).click();
    await expect(page.getByText(/; done/)).toBeVisible({ timeout: 120_000 });
    await expect(page.getByText(/all of them come out as they were sold/)).toBeVisible();
  });

  await test.step('the same file again changes nothing', async () => {
    await ledger.sendPriceFile();
    await expect(page.getByRole('combobox', { name: 'Cost', exact: true })).toContainText(
      'New price',
    );
    await page.getByRole('button', { name: 'Compare all 7 rows' }).click();
    await expect(page.getByRole('button', { name: '= unchanged 5' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Import 0 rows/ })).toBeDisabled();
  });
});

test('every edge at which a dearer item sells for less is marked, and repaired in one step', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await page.goto(TOOLS_SLIDING);
  await expect(page.getByRole('heading', { name: 'Tools, sliding' })).toBeVisible();
  const falls = page.getByText(/the price falls from/);
  await expect(falls.first()).toBeVisible();
  expect(await falls.count()).toBeGreaterThan(1);
  await expect(page.locator('hl-plot svg').first()).toBeVisible();
  await page.getByRole('button', { name: /^Repair/ }).click();
  await expect(falls).toHaveCount(0);
  await expect(page.locator('.sheet-head').getByText('△ Changed in draft')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(falls.first()).toBeVisible();
  await expect(page.locator('.sheet-head').getByText('Published', { exact: true })).toBeVisible();
});

test('who may not see costs sees none', async ({ ledger, page }) => {
  await ledger.signIn('noor@saltmarsh.example');
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await expect(page.getByRole('navigation').getByRole('link', { name: 'Cost tables' })).toHaveCount(
    0,
  );
  await page.goto('/catalogue/TL-0042');
  await expect(page.getByRole('heading', { name: 'Price at each level' })).toBeVisible();
  await expect(page.getByText('Costs and suppliers')).toHaveCount(0);
  await expect(page.getByRole('columnheader', { name: 'Margin' })).toHaveCount(0);
});

test('the cheapest supplier for a quantity is found, and an order picks its cost by the day', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await page.goto('/catalogue/TL-0049');
  await page.getByRole('link', { name: 'Who is cheapest?' }).click();
  await expect(ledger.row('Ferrybridge Tools')).toContainText('● cheapest');
  await expect(ledger.row('Orrin & Daughter')).toContainText('needs more');

  await page.getByLabel('Quantity').fill('60');
  await page.getByLabel('Quantity').press('Tab');
  await expect(ledger.row('Orrin & Daughter')).toContainText('● cheapest');
  await ledger
    .row('Orrin & Daughter')
    .getByRole('button', { name: 'Create purchase order' })
    .click();
  await expect(page.getByRole('heading', { name: /^Purchase order \d+$/ })).toBeVisible();
  await expect(ledger.row('TL-0049')).toContainText('from 60 piece');

  await page.getByLabel('Quantity of TL-0049').fill('59');
  await page.getByLabel('Quantity of TL-0049').press('Tab');
  await expect(ledger.row('TL-0049')).toContainText('asks nothing for it on this day');
  await page.keyboard.press('Control+z');
  await expect(ledger.row('TL-0049')).toContainText('from 60 piece');
  await ledger.saved();
  await page.getByRole('button', { name: 'Place order' }).click();
  await expect(page.getByText('✓ placed')).toBeVisible();
  await expect(page.getByLabel('Quantity of TL-0049')).toHaveCount(0);
});
