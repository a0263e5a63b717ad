import { expect, test } from './ledger';

const TOOLS_SLIDING = '/cost-tables/7d1c4a90-2f6b-4e1d-9a57-0c8e5b3f6d01';

test('a price file is mapped, compared and taken in; a price that waited is accepted and published', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();

  await test.step('say what the columns are', async () => {
    await ledger.sendPriceFile();
    await expect(page.getByRole('combobox', { name: 'Cost', exact: true })).toHaveValue('2');
    await expect(page.getByLabel('Decimal mark')).toHaveValue(',');
  });

  await test.step('see what every row does before anything is kept', async () => {
    await page.getByRole('button', { name: 'Compare all 7 rows' }).click();
    await expect(page.getByRole('button', { name: '✕ wrong 2' })).toBeVisible();
    await expect(ledger.row('FETL9999')).toContainText('no item');
    await page.goto('/catalogue/TL-0042');
    await expect(page.getByText('Costs and suppliers')).toBeVisible();
    await expect(page.getByText('4.95')).toHaveCount(0);
    await page.goBack();
  });

  await test.step('take in the rows that are right', async () => {
    await page.getByRole('button', { name: 'Take in 5 rows, without 2 wrong' }).click();
    await expect(page.getByText('Taken in.')).toBeVisible();
    await page.getByRole('link', { name: /prices? waits?/ }).click();
  });

  await test.step('accept one of the prices that wait', async () => {
    await expect(page.getByRole('heading', { name: 'Prices that wait' })).toBeVisible();
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

  await test.step('the same file again changes nothing', async () => {
    await ledger.sendPriceFile();
    await expect(page.getByRole('combobox', { name: 'Cost', exact: true })).toHaveValue('2');
    await page.getByRole('button', { name: 'Compare all 7 rows' }).click();
    await expect(page.getByRole('button', { name: '= unchanged 5' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Take in 0 rows/ })).toBeDisabled();
  });
});

test('every edge at which a dearer item sells for less is marked, and repaired in one step', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await page.goto(TOOLS_SLIDING);
  await expect(page.getByRole('heading', { name: 'Tools, sliding' })).toBeVisible();
  const falls = page.getByText(/the price falls from/);
  await expect(falls.first()).toBeVisible();
  expect(await falls.count()).toBeGreaterThan(1);
  await expect(page.locator('hl-plot svg').first()).toBeVisible();
  await page.getByRole('button', { name: /^Repair/ }).click();
  await expect(falls).toHaveCount(0);
  await expect(page.getByText('Cost table, △ changed in a draft')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(falls.first()).toBeVisible();
  await expect(page.getByText('Cost table, as published')).toBeVisible();
});

test('who may not see costs sees none', async ({ ledger, page }) => {
  await ledger.signIn('noor@saltmarsh.example');
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await expect(page.getByRole('navigation').getByRole('link', { name: 'Cost tables' })).toHaveCount(
    0,
  );
  await page.goto('/catalogue/TL-0042');
  await expect(page.getByRole('heading', { name: 'What each level makes of it' })).toBeVisible();
  await expect(page.getByText('Costs and suppliers')).toHaveCount(0);
  await expect(page.getByRole('columnheader', { name: 'Margin' })).toHaveCount(0);
});

test('the cheapest supplier for a quantity is found, and an order picks its cost by the day', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await page.goto('/catalogue/TL-0049');
  await page.getByRole('link', { name: 'Who is cheapest?' }).click();
  await expect(ledger.row('Ferrybridge Tools')).toContainText('● cheapest');
  await expect(ledger.row('Orrin & Daughter')).toContainText('needs more');

  await page.getByLabel('Quantity').fill('60');
  await page.getByLabel('Quantity').press('Tab');
  await expect(ledger.row('Orrin & Daughter')).toContainText('● cheapest');
  await ledger.row('Orrin & Daughter').getByRole('button', { name: 'Order it there' }).click();
  await expect(page.getByRole('heading', { name: /^Purchase order \d+$/ })).toBeVisible();
  await expect(ledger.row('TL-0049')).toContainText('from 60 piece');

  await page.getByLabel('Quantity of TL-0049').fill('59');
  await page.getByLabel('Quantity of TL-0049').press('Tab');
  await expect(ledger.row('TL-0049')).toContainText('asks nothing for it on this day');
  await page.keyboard.press('Control+z');
  await expect(ledger.row('TL-0049')).toContainText('from 60 piece');
  await ledger.kept();
  await page.getByRole('button', { name: 'Place the order' }).click();
  await expect(page.getByText('✓ placed')).toBeVisible();
  await expect(page.getByLabel('Quantity of TL-0049')).toHaveCount(0);
});
