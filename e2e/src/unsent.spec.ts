import type { Page } from '@playwright/test';
import { expect, test } from './ledger';

/** Edits under this address are answered with "not now" until it is called. */
async function refuseEdits(page: Page, address: string): Promise<() => Promise<void>> {
  const body = { type: 'about:blank', title: 'Busy', status: 503, detail: 'Too busy.' };
  await page.route(address, (route) =>
    route.request().method() === 'PUT'
      ? route.fulfill({ status: 503, contentType: 'application/problem+json', json: body })
      : route.fallback(),
  );
  return () => page.unroute(address);
}

/** Edits under this address take a second and a half. */
async function slowEdits(page: Page, address: string): Promise<void> {
  await page.route(address, async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500));
    await route.fallback();
  });
}

const unsent = (page: Page) => page.getByRole('alert').filter({ hasText: 'an edit is not saved' });

test('a quote is edited on a slow server, and another one opened at once', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Winterbourne');
  await ledger.addLine('CL-0207', '2');
  await ledger.saved();
  const first = page.url();
  await slowEdits(page, '**/api/documents/*');
  await page.getByLabel('Quantity of CL-0207').fill('7');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await page.waitForTimeout(600); // it is on its way
  await page.getByLabel('Quantity of CL-0207').fill('9');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await ledger.beginDocument('Oyster Quay');
  await ledger.addLine('GL-1180', '4');
  await ledger.saved();
  await page.goto(first);
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('9');
});

test('a quote is edited while the server refuses: it is there after a reload, and sent at last', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Winterbourne');
  await ledger.addLine('CL-0207', '2');
  await ledger.saved();
  const address = page.url();
  const answerAgain = await refuseEdits(page, '**/api/documents/*');
  await page.getByLabel('Quantity of CL-0207').fill('11');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await expect(
    page.getByText('Not saved yet: the server cannot be reached. Tried again soon'),
  ).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await ledger.open('Price levels');
  await expect(unsent(page)).toContainText('Too busy.');
  await page.goto(address);
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('11');
  await answerAgain();
  await ledger.saved();
  await expect(unsent(page)).toBeHidden();
  await page.reload();
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('11');

  // and where the page is loaded anew before the pause after typing is over
  await page.getByLabel('Quantity of CL-0207').fill('13');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await page.reload();
  await expect(page.getByLabel('Quantity of CL-0207')).toHaveValue('13');
  await page.getByLabel('Quantity of CL-0207').fill('14');
  await page.getByLabel('Quantity of CL-0207').press('Tab');
  await ledger.saved(); // nobody was first but its own user
});

test('a level is edited while the server refuses, and another one opened', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginLevel('Unsent club', '5');
  await ledger.saved();
  const address = page.url();
  const answerAgain = await refuseEdits(page, '**/api/edits/level/*');
  await page.getByLabel('Name', { exact: true }).fill('Unsent club of clay');
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await ledger.open('Price levels');
  await page.getByRole('button', { name: 'Create price level' }).click();
  await expect(unsent(page)).toContainText('Price level Unsent club of clay');
  await answerAgain();
  await expect(unsent(page)).toBeHidden();
  await page.goto(address);
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Unsent club of clay');
});

test('a rule is left before the server has answered, and nothing of it is missing', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Discount rules');
  await page.getByRole('button', { name: 'Create rule' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Left in a hurry');
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await ledger.pickGoods('porcelain', 'Porcelain bodies');

  // what is not complete is nobody's but this page's, and is there again
  await ledger.open('Price levels');
  await expect(unsent(page)).toContainText('Discount rule Left in a hurry: an edit is not saved');
  await unsent(page).getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Left in a hurry');

  await slowEdits(page, '**/api/edits/rule/*');
  await page.getByRole('textbox', { name: 'Percent' }).fill('5');
  await page.keyboard.press('Tab');
  await page.getByLabel('Text for the customer').fill('In a hurry');
  await page.getByLabel('Text for the customer').press('Tab');
  await ledger.open('Price levels');
  await page.waitForTimeout(4000); // both have got there
  await ledger.open('Discount rules');
  await ledger.row('Left in a hurry').getByText('Left in a hurry').click();
  await expect(page.getByLabel('Text for the customer')).toHaveValue('In a hurry');
});

test('a purchase order is edited while the server refuses, and the page loaded anew', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Quotes');
  await page.goto('/purchase-desk?item=TL-0049');
  await page
    .getByRole('button', { name: /^Create purchase order/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: /^Purchase order \d+$/ })).toBeVisible();
  const address = page.url();
  const answerAgain = await refuseEdits(page, '**/api/purchase-orders/*');
  await page.getByLabel('Quantity of TL-0049').fill('17');
  await page.getByLabel('Quantity of TL-0049').press('Tab');
  page.on('dialog', (dialog) => void dialog.accept());
  await page.goto('/levels');
  await expect(unsent(page)).toContainText('Purchase order');
  await answerAgain();
  await expect(unsent(page)).toBeHidden();
  await page.goto(address);
  await expect(page.getByLabel('Quantity of TL-0049')).toHaveValue('17');
});
