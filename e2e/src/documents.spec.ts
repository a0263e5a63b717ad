import type { Page } from '@playwright/test';
import { expect, Ledger, test, choose } from './ledger';

/** Takes the step that a button begins, at the prices that are shown. */
async function step(page: Page, button: string, taking: RegExp): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click();
  await page.getByRole('button', { name: taking }).click();
}

/** The rule of the code WELCOME, as somebody edits and publishes it. */
async function changeWelcome(
  ledger: Ledger,
  page: Page,
  edit: () => Promise<void>,
  note: string,
): Promise<void> {
  await ledger.open('Discount rules');
  await ledger.row('Welcome code').getByText('Welcome code').click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Welcome code');
  await edit();
  await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText('1 edit');
  await ledger.publish(note);
}

/** A quote of tools under the code WELCOME. */
async function welcomeQuote(ledger: Ledger, page: Page, customer: string): Promise<string> {
  await ledger.beginDocument(customer);
  await ledger.addLine('TL-0042', '4');
  await page.getByLabel('Codes').fill('WELCOME');
  await page.getByLabel('Codes').press('Tab');
  await ledger.saved();
  await expect(page.getByText(/WELCOME.*Welcome code/)).toBeVisible();
  return (await page.getByTestId('total').textContent()) ?? '';
}

const total = (page: Page) => page.getByTestId('total');

test('a quote for a day in spring is under the rule of that week, until it is of now again', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Harbour Lane Pottery');
  await ledger.addLine('GL-1190', '1');
  await ledger.saved();
  const now = (await total(page).textContent()) ?? '';
  const day = page.getByLabel('Priced as of', { exact: true });
  await page.getByRole('button', { name: 'Price it as of another time' }).click();
  await day.fill('2027-04-08');
  await day.press('Tab');
  await page.getByLabel('Priced as of, time').fill('10:00');
  await page.getByLabel('Priced as of, time').press('Tab');
  const notice = page.locator('.conflict');
  await expect(notice).toContainText('As of 8 Apr 2027, 10:00');
  await expect(notice).toContainText('Spring glaze week');
  await ledger.saved();
  const then = (await total(page).textContent()) ?? '';
  expect(Number(then)).toBeLessThan(Number(now));

  await page.reload();
  await expect(day).toHaveValue('8 Apr 2027');
  await expect(page.getByLabel('Priced as of, time')).toHaveValue('10:00');
  await expect(total(page)).toHaveText(then);
  await day.fill('');
  await day.blur();
  await ledger.saved();
  await expect(total(page)).toHaveText(now);
});

test('a price is asked at the desk, quoted, ordered, sold, and told as paid', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await page.keyboard.press('F9');
  await expect(page.getByRole('heading', { name: 'Price desk' })).toBeVisible();
  await page
    .getByRole('combobox', { name: 'Type a customer’s name or code' })
    .fill('Tern Point Pottery');
  await page.locator('mat-option').first().waitFor();
  await page.keyboard.press('Enter');

  // the stand-in types a number, as a scanner does, into the field that listens
  await page.getByRole('button', { name: 'Scan something' }).click();
  await expect(page.getByRole('table', { name: 'By level' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Another item' }).fill('TL-0042');
  await page.locator('mat-option').first().waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'TL-0042' })).toBeVisible();
  await page.getByLabel('Quantity', { exact: true }).fill('3');
  await page.getByLabel('Quantity', { exact: true }).press('Enter');
  const row = page.getByRole('table', { name: 'By quantity' }).getByRole('row', { name: /^3 / });
  const amount = (await row.getByRole('cell').last().textContent())?.trim() ?? '';

  await page.getByRole('button', { name: 'Create quote' }).click();
  await expect(page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
  await expect(total(page)).toHaveText(amount);
  await step(page, 'Convert to order', /^Convert quote \d+ to order/);
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await step(page, 'Confirm', /^Confirm order/);
  await expect(page.getByText(/^confirmed/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Type an item number or a name' })).toBeHidden();
  await step(page, 'Convert to sale', /^Convert order \d+ to sale/);
  await expect(page.getByRole('heading', { name: /^Sale \d+$/ })).toBeVisible();
  await step(page, 'Post', /^Post sale/);
  await expect(page.getByText(/^posted/)).toBeVisible();
  await expect(total(page)).toHaveText(amount);
  const sale = (await page.getByRole('heading', { level: 1 }).textContent())?.trim() ?? '';

  await page.keyboard.press('F9');
  await page.getByLabel('Quantity', { exact: true }).fill('5');
  await page.getByLabel('Quantity', { exact: true }).press('Enter');
  await expect(page.getByRole('table', { name: 'Tern Point Pottery paid' })).toContainText(sale);
});

test('what was promised is kept or given up where a rule ended since, by choice', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  const promised = await welcomeQuote(ledger, page, 'Winterbourne Potters');
  const first = page.url();
  await welcomeQuote(ledger, page, 'Winterbourne Potters');
  const second = page.url();
  const paused = page.getByRole('checkbox', { name: /paused/i });
  await changeWelcome(ledger, page, () => paused.check(), 'No more welcome');

  await page.goto(first);
  await page.getByRole('button', { name: 'Convert to order' }).click();
  const differs = page.getByRole('table', { name: 'Prices that differ' });
  await expect(differs).toContainText('Rule Welcome code no longer applies');
  await expect(differs.getByRole('checkbox')).toBeChecked();
  await page.getByRole('button', { name: /^Convert quote \d+ to order/ }).click();
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await expect(total(page)).toHaveText(promised);
  await expect(page.getByRole('cell', { name: /^price held from Quote \d+/ })).toBeVisible();

  await page.goto(second);
  await page.getByRole('button', { name: 'Convert to order' }).click();
  await differs.getByRole('checkbox').uncheck();
  await page.getByRole('button', { name: /^Convert quote \d+ to order/ }).click();
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await expect(total(page)).not.toHaveText(promised);

  // back to an earlier state: the promise is given up on the first order, and taken up again
  await page.goto(first);
  await page.getByRole('link', { name: /^Order \d+$/ }).click();
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take today’s price of TL-0042' }).click();
  await ledger.saved();
  await expect(total(page)).not.toHaveText(promised);
  await page.keyboard.press('Control+z');
  await ledger.saved();
  await expect(total(page)).toHaveText(promised);

  await changeWelcome(ledger, page, () => paused.uncheck(), 'Welcome again');
});

test('a code that somebody else used up in between says so before anything is accepted', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  const often = page.getByLabel('Limit in total');
  const once = async (): Promise<void> => {
    await often.fill('1');
    await often.press('Tab');
  };
  await changeWelcome(ledger, page, once, 'Welcome for one');
  await welcomeQuote(ledger, page, 'Harbour Lane Pottery');
  const first = page.url();
  await welcomeQuote(ledger, page, 'Tern Point Pottery');
  await step(page, 'Convert to order', /^Convert quote \d+ to order/);
  await step(page, 'Confirm', /^Confirm order/);
  await expect(page.getByText(/^confirmed/)).toBeVisible();

  await page.goto(first);
  await page.getByRole('button', { name: 'Convert to order' }).click();
  await expect(page.getByRole('table', { name: 'Prices that differ' })).toContainText(
    'its only use is taken',
  );
  await page.getByRole('button', { name: 'Cancel' }).click();
  const any = async (): Promise<void> => {
    await often.fill('');
    await often.press('Tab');
  };
  await changeWelcome(ledger, page, any, 'Welcome for everybody');
});

test('past sales are priced again by a draft, watched, narrowed and taken out', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Discount rules');
  await ledger.row('Gloss over matt').getByText('Gloss over matt').click();
  await choose(page.getByLabel('Activation'), 'Automatic');
  await expect(page.getByRole('complementary', { name: 'Draft' })).toContainText('1 edit');
  await ledger.open('Sales re-pricing');
  await choose(page.getByLabel('Priced by'), 1);
  await page.getByRole('button', { name: 'Price again' }).click();
  await expect(page.getByText(/; done/)).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText(/all of them come out as they were sold/)).toBeVisible();
  const because = page.getByRole('table', { name: 'Causes' });
  await because.getByRole('button', { name: 'Rule Gloss over matt now applies' }).click();
  const lines = page.getByRole('table', { name: 'Lines that differ' });
  await expect(lines.getByRole('row').nth(1)).toContainText('Rule Gloss over matt now applies');
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export as CSV' }).click();
  expect((await saving).suggestedFilename()).toMatch(/^sales-priced-again-.*\.csv$/);
  await lines.getByRole('link').first().click();
  await expect(page.getByRole('heading', { name: /^Sale \d+/ })).toBeVisible();
});

test('a discount beyond one’s limit waits until somebody approves', async ({
  ledger,
  page,
  browser,
}) => {
  await ledger.signIn('noor@saltmarsh.example');
  await ledger.beginDocument('Winterbourne Potters');
  await ledger.addLine('TL-0042', '10');
  await page.getByRole('button', { name: /^Form of supply, level, price, discount/ }).click();
  await page.getByLabel('Discount on TL-0042', { exact: true }).fill('20');
  await page.getByLabel('Discount on TL-0042', { exact: true }).press('Tab');
  await page.getByLabel('Reason, Discount on TL-0042').fill('They take the whole shelf');
  await page.getByLabel('Reason, Discount on TL-0042').press('Tab');
  await ledger.saved();
  const panel = page.getByRole('region', { name: 'Approval' });
  await expect(panel).toContainText('20.00 %; role sales may give at most 5 %');
  await expect(page.getByRole('button', { name: 'Convert to order' })).toBeDisabled();
  await expect(page.getByRole('link', { name: 'As PDF' })).toBeHidden();
  await page.getByLabel('Message to the approver').fill('Before they go elsewhere');
  await page.getByRole('button', { name: 'Ask for approval' }).click();
  await expect(panel).toContainText('It waits for an approver.');
  const quote = (await page.getByRole('heading', { level: 1 }).textContent())?.trim() ?? '';

  const other = await browser.newContext();
  const theirs = await other.newPage();
  const manager = new Ledger(theirs);
  await manager.signIn('ada@saltmarsh.example');
  await expect(theirs.getByRole('heading', { name: 'Today' })).toBeVisible();
  await manager.open('Approvals');
  await expect(manager.row(quote)).toContainText('20.00 % off, 5 % allowed');
  await manager.row(quote).getByText('Winterbourne Potters').click();
  await expect(theirs.getByRole('region', { name: 'Approval' })).toContainText(
    'Before they go elsewhere',
  );
  await theirs.getByLabel('Comment').fill('For the whole shelf, yes');
  await theirs.getByRole('button', { name: 'Approve' }).click();
  await expect(theirs.getByText('Approved by Ada Fenwick')).toBeVisible();
  await other.close();

  await page.reload();
  await expect(page.getByText('For the whole shelf, yes')).toBeVisible();
  await step(page, 'Convert to order', /^Convert quote \d+ to order/);
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await step(page, 'Confirm', /^Confirm order/);
  await expect(page.getByText(/^confirmed/)).toBeVisible();
});
