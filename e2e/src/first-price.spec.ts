import { readFileSync } from 'node:fs';
import { expect, test, choose } from './ledger';

test('a new user makes a level, publishes it, gives it, quotes with it, and reads the price', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();

  await test.step('see the catalogue', async () => {
    await ledger.open('Catalogue');
    await expect(page.getByText('237 items; base prices as in version 1')).toBeVisible();
    await page.getByLabel('Part of an item number or name').fill('buff grogged');
    await expect(ledger.row('CL-0207')).toContainText('18.40');
    await expect(page.getByText('1 item;')).toBeVisible();
  });

  await test.step('make a level: Schools, 12 % off clay, rounded to 0.05', async () => {
    await ledger.beginLevel('Schools', '12');
    await choose(page.getByLabel('Rounding', { exact: true }), 'to a multiple of');
    await expect(page.locator('hl-level-editor hl-level-sentence').first()).toHaveText(
      '12 % off the base price of all items in Clay; other items: base price; rounded to nearest 0.05 EUR.',
    );
    await ledger.saved();
    await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText('1 edit');
    await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText(
      '35 prices change',
    );
  });

  await test.step('publish it', async () => {
    await ledger.publish('Schools from the new term');
    await expect(page.getByRole('heading', { name: 'Version 2' })).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Draft' })).toBeHidden();
  });

  await test.step('give it to a customer, seeing first what it moves', async () => {
    await ledger.open('Customers');
    await ledger.row('Harbour Lane School').getByText('Harbour Lane School').click();
    await choose(page.getByLabel('Level', { exact: true }), 'Schools');
    await expect(page.getByText('34 of 237 prices change: 34 lower')).toBeVisible();
    await page.getByRole('button', { name: 'Save customer' }).click();
    await expect(page.getByRole('heading', { name: 'Review before saving' })).toBeHidden();
  });

  await test.step('write a quote for that customer', async () => {
    await page.getByRole('link', { name: 'Create quote' }).click();
    await expect(page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
    await ledger.addLine('CL-0207', '1');
    await ledger.addLine('tidewater', '5');
    await ledger.saved();
    await expect(page.getByTestId('total')).toHaveText('75.95');
  });

  await test.step('read on the line what the price is and how it came about', async () => {
    await page.getByRole('button', { name: /^Price of CL-0207, 16.20/ }).focus();
    expect(await ledger.workingRows()).toEqual([
      ['Base price', '', '18.40'],
      ['Level Schools', '−2.208', '16.192'],
      ['Rounded to nearest 0.05 EUR', '+0.008', '16.20'],
      ['Each, EUR per bag', '', '16.20'],
      ['1 × 16.20', '', '16.20'],
    ]);
    await page.getByRole('button', { name: /^Price of GL-1180, 11.95/ }).focus();
    await expect(ledger.workings()).toContainText('no entry covers GL-1180');
  });

  await test.step('take the setup and the quote away as files', async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'As JSON' }).click(),
    ]);
    const file = readFileSync(await download.path(), 'utf8');
    expect((JSON.parse(file) as { format: string }).format).toBe('honest-ledger-document');
  });
});
