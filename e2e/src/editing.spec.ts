import type { Page } from '@playwright/test';
import { expect, Ledger, test, choose } from './ledger';

test('what is typed wrongly is told beside it, and nothing is lost', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.beginDocument('Winterbourne');
  await ledger.addLine('CL-0207', '2');
  await ledger.saved();

  const quantity = page.getByLabel('Quantity of CL-0207');
  await quantity.fill('a dozen');
  await quantity.press('Tab');
  await expect(page.getByText('“a dozen” is not a number')).toBeVisible();
  await expect(quantity).toHaveValue('a dozen');

  await quantity.fill('1,5');
  await quantity.press('Tab');
  await expect(
    page.getByRole('cell', { name: 'Part of a bag is not possible. Enter a whole number.' }),
  ).toBeVisible();
  await expect(page.getByText('without 1 line that has no price')).toBeVisible();

  await quantity.fill('0');
  await quantity.press('Tab');
  await expect(
    page.locator('mat-error').filter({ hasText: 'must be above 0' }).first(),
  ).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Not saved yet' })).toBeVisible();

  // leaving now loses nothing: what is not saved is told, and is there again
  await page.getByRole('navigation').getByRole('link', { name: 'Price levels' }).click();
  const unsent = page.getByRole('alert').filter({ hasText: 'an edit is not saved' });
  await expect(unsent).toContainText('must be above 0');
  await unsent.getByRole('link', { name: 'Open it' }).click();
  await expect(quantity).toHaveValue('0');
  await expect(unsent).toBeHidden();

  await quantity.fill('3');
  await quantity.press('Tab');
  await ledger.saved();
  await page.reload();
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('3');
});

test('every edit of a quote can be undone and done again', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.beginDocument('Oyster Quay');
  await ledger.addLine('GL-1180', '4');
  await ledger.addLine('GL-1181', '1');
  await page.getByRole('button', { name: 'Remove GL-1180' }).click();
  await expect(page.getByLabel('Quantity of GL-1180')).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Quantity of GL-1180')).toHaveValue('4');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByLabel('Quantity of GL-1180')).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await ledger.saved();
  await page.reload();
  await expect(page.getByLabel('Quantity of GL-1180')).toHaveValue('4');
});

test('a quote tells what a newer version would make of it before anything changes', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Marsh End');
  await ledger.addLine('GL-1180', '1');
  await ledger.saved();
  const quote = page.url();

  await ledger.open('Customers');
  await ledger.row('Marsh End').first().getByText('Marsh End').click();
  await choose(page.getByLabel('Level', { exact: true }), 'Clubs');
  await page.getByRole('button', { name: 'Save customer' }).click();
  await ledger.beginLevel('Anything else', '1');
  await ledger.saved();
  await ledger.publish('');

  await page.goto(quote);
  await expect(page.getByText('GL-1180 goes from 11.95 to 11.40.')).toBeVisible();
  await expect(page.getByTestId('total')).toHaveText('11.95');
  await page.getByRole('button', { name: /^Price again under version/ }).click();
  await expect(page.getByTestId('total')).toHaveText('11.40');
});

test('the second of two people on one quote sees both and decides', async ({
  ledger,
  page,
  browser,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Tern Point');
  await ledger.saved();
  const other = await secondPerson(await browser.newPage(), page.url());
  await page.getByLabel('What the quote is for').fill('Mine');
  await page.getByLabel('What the quote is for').press('Tab');
  await ledger.saved();

  const title = other.page.getByLabel('What the quote is for');
  await title.fill('Theirs');
  await title.press('Tab');
  await expect(other.page.getByText('Ines Marlow has changed this quote')).toBeVisible();
  await expect(title).toHaveValue('Theirs');
  await other.page.getByRole('button', { name: 'Keep mine' }).click();
  await other.saved();
  await page.reload();
  await expect(page.getByLabel('What the quote is for')).toHaveValue('Theirs');
  await other.page.close();
});

test('an edit made while the server cannot be reached is sent when it can', async ({
  page,
  context,
}) => {
  const ledger = new Ledger(page);
  await ledger.signIn();
  await ledger.beginDocument('Kiln Yard');
  await ledger.addLine('CL-0207', '2');
  await ledger.saved();
  await context.setOffline(true);
  await page.getByLabel('Quantity of CL-0207').fill('5');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await expect(page.getByRole('status').filter({ hasText: 'cannot be reached' })).toBeVisible();
  await context.setOffline(false);
  await ledger.saved();
  await page.reload();
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('5');
});

test('an edit made after the session ended is kept once its user has signed in again', async ({
  ledger,
  page,
  context,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Curlew Hill');
  await ledger.addLine('CL-0207', '2');
  await ledger.saved();
  await context.clearCookies();
  await page.getByLabel('Quantity of CL-0207').fill('6');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await page.getByLabel('E-mail address').fill('ines@saltmarsh.example');
  await page.getByLabel('Password').fill('clay-and-kiln');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('6');
  await ledger.saved();
  await page.reload();
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('6');
});

test('the second of two people on one level sees both, and what is taken is in the draft', async ({
  ledger,
  page,
  browser,
}) => {
  await ledger.signIn();
  await ledger.open('Price levels');
  await ledger.row('Clubs').getByText('Clubs').click();
  await page.getByRole('heading', { name: 'Clubs' }).waitFor();
  const other = await secondPerson(await browser.newPage(), page.url());
  await page.getByLabel('Percent', { exact: true }).first().fill('6');
  await page.getByLabel('Percent', { exact: true }).first().press('Tab');
  await ledger.saved();
  await other.page.getByLabel('Percent', { exact: true }).first().fill('7');
  await other.page.getByLabel('Percent', { exact: true }).first().press('Tab');
  await expect(other.page.getByText('Theirs:')).toBeVisible();
  await expect(other.page.getByRole('alert')).toContainText(
    '6 % off the base price of all items in Glazes',
  );
  await other.page.getByRole('button', { name: 'Use theirs' }).click();
  await expect(other.page.getByLabel('Percent', { exact: true }).first()).toHaveValue('6');
  await other.page.close();
  await page.getByRole('link', { name: 'Review and publish' }).click();
  await ledger.discardEdit();
  await expect(page.getByText('No changes in this draft yet.')).toBeVisible();
});

test('a level says what is wrong with it and is kept once it is right', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginLevel('', '101');
  await expect(page.getByText('percent must be at least -100', { exact: true })).toBeVisible();
  await expect(page.getByText('Name is missing')).toBeVisible();
  await page.getByLabel('Percent', { exact: true }).fill('100');
  await page.getByLabel('Percent', { exact: true }).press('Tab');
  await page.getByLabel('Name', { exact: true }).fill('trade');
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await expect(page.getByText('There is a level trade already')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Giveaways');
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await ledger.saved();
  await page.getByRole('link', { name: 'Review and publish' }).click();
  await ledger.discardEdit();
  await expect(page.getByText('No changes in this draft yet.')).toBeVisible();
});

async function secondPerson(page: Page, url: string): Promise<Ledger> {
  const ledger = new Ledger(page);
  await ledger.signIn('tom@saltmarsh.example');
  await page.getByRole('heading', { name: 'Today' }).waitFor();
  await page.goto(url);
  // what they see is read by now, before the first person goes on
  await page.getByRole('heading', { level: 1 }).waitFor();
  return ledger;
}
