import { expect, test, choose } from './ledger';

test('a price that items share is changed, looked at, and taken back with Ctrl+Z', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Pricing settings');
  const price = page.getByLabel('Price of Underglaze, 118 ml');
  await price.fill('7,95');
  await price.press('Enter');
  const bar = page.getByRole('complementary', { name: 'Draft' });
  await expect(bar).toContainText('20 prices change');
  await expect(page.getByText(/△ changed in/)).toBeVisible();
  await price.press('Control+z');
  await expect(bar).toBeHidden();
  await expect(price).toHaveValue('7.45');
  await page.keyboard.press('Control+Shift+z');
  await expect(bar).toContainText('20 prices change');
  await page.getByRole('button', { name: 'Discard', exact: true }).click();
  await expect(bar).toBeHidden();
});

test('an attribute is made, given to an item, and finds its way into the file', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Settings');
  await page.getByRole('link', { name: 'Custom fields' }).click();
  await page.getByLabel('New code').fill('shelf');
  await page.getByLabel('New name').fill('Shelf');
  await page.getByRole('button', { name: 'Add' }).click();
  const choices = page.getByLabel('What shelf is chosen from');
  await choices.fill('A1; B2');
  await choices.press('Enter');
  await expect(page.getByLabel('What shelf is', { exact: true })).toContainText('one of');
  await page.goto('/catalogue/CL-0213');
  await page.getByRole('button', { name: 'Edit details' }).click();
  await choose(page.getByLabel('Shelf'), 'B2');
  await page.getByLabel('Also known as').fill('00417; MK-213');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('00417, MK-213')).toBeVisible();
  await ledger.open('Catalogue');
  await page.getByLabel('Part of an item number or name').fill('mk-213');
  await expect(page.getByRole('gridcell', { name: 'CL-0213' })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    ledger.command('Export', 'For importing again, as CSV'),
  ]);
  const stream = await file.createReadStream();
  let text = '';
  for await (const part of stream) text += String(part);
  expect(text).toContain('shelf B2');
  expect(text.trim().split('\r\n').length).toBe(2);
});
