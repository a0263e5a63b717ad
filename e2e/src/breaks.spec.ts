import { expect, test } from './ledger';

test('a break is written, tried, mended where more costs less, published, and read on a quote', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  const tried = page.getByRole('table', { name: 'Quantities tried' });

  await test.step('write its tiers for porcelain', async () => {
    await ledger.open('Quantity breaks');
    await page.getByRole('button', { name: 'Create quantity break' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Porcelain in bulk');
    await page.keyboard.press('Tab');
    await ledger.pickGoods('porcelain', 'Porcelain bodies');
    await page.getByRole('textbox', { name: 'Minimum quantity' }).fill('20');
    await page.getByRole('textbox', { name: 'Minimum quantity' }).press('Tab');
    await page.getByRole('textbox', { name: 'Percent' }).fill('30');
    await page.getByRole('textbox', { name: 'Percent' }).press('Tab');
    await page.getByLabel('Text for the customer').fill('Porcelain in bulk');
    await page.keyboard.press('Tab');
    await expect(
      page.getByText('All items in Porcelain bodies, counted per line; at least 20: 30 % off'),
    ).toBeVisible();
  });

  await test.step('try it on an item, and see where more costs less', async () => {
    await page.getByRole('combobox', { name: 'Another item to try' }).fill('CL-0311');
    await page.getByRole('option', { name: /CL-0311/ }).click();
    await expect(tried).toContainText('434.00'); // 20 x 21.70
    await expect(page.getByText('1 snag in this break.')).toBeVisible();
    await expect(page.getByText('15 to 19 cost more than 20').first()).toBeVisible();
  });

  await test.step('let each tier price its own units, and publish', async () => {
    await page.getByRole('button', { name: 'Price incrementally' }).click();
    await expect(page.getByText('1 snag in this break.')).toHaveCount(0);
    await expect(tried).toContainText('610.70'); // 19 x 31.00 + 21.70
    await ledger.publish('Porcelain');
  });

  await test.step('read it on a quote, slice by slice, with what the customer reads', async () => {
    await ledger.beginDocument('A. Bramble');
    await ledger.addLine('CL-0311', '24');
    await ledger.saved();
    // a row for each slice, and what the customer reads
    for (const slice of [/^\s*19\s/, /^\s*5\s/]) {
      await expect(page.locator('tr.said').filter({ hasText: slice })).toBeVisible();
    }
    await expect(page.locator('tr.said').filter({ hasText: 'Porcelain in bulk' })).toBeVisible();
    await page.getByRole('button', { name: /^Price of CL-0311/ }).focus();
    await expect(ledger.workings()).toContainText('Break Porcelain in bulk');
    await expect(ledger.workings()).toContainText('30 % off for those from 20 bags on');
  });

  await test.step('and on a smaller one, what is missing', async () => {
    await page.getByLabel('Quantity of CL-0311').fill('18');
    await page.getByLabel('Quantity of CL-0311').press('Tab');
    await page.getByRole('button', { name: /^Price of CL-0311/ }).focus();
    await expect(ledger.workings()).toContainText('2 more bags: 30 % off');
  });
});
