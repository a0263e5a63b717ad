import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test, choose } from './ledger';

/** Looks at a screen in the light and, as only the colours are others there, at these in the dark. */
async function findsNothing(page: Page, screen: string): Promise<void> {
  const axe = (): AxeBuilder => new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  expect(await violations(axe()), `${screen}, light`).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await violations(axe().withRules(['color-contrast'])), `${screen}, dark`).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });
}

/**
 * What axe finds. It tells in full what it found wrong alone, and looks at the page as one document
 * (there are no frames): both together take a fifth of the time.
 */
async function violations(axe: AxeBuilder): Promise<string[]> {
  const { violations: found } = await axe.setLegacyMode(true).analyze();
  return found.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
  );
}

test('axe finds nothing on any screen, in the light or in the dark', async ({ ledger, page }) => {
  // without transitions, or a colour is read on its way from one to the other
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await page.goto('/sign-in');
  await page.getByRole('button', { name: 'Sign in', exact: true }).waitFor();
  await findsNothing(page, 'sign-in');
  await ledger.signIn();
  await page.getByRole('heading', { name: 'Waiting for you' }).waitFor();
  await findsNothing(page, 'Today');
  for (const screen of ['Catalogue', 'Customers', 'Price levels', 'Versions', 'Quotes', 'Sales']) {
    await ledger.open(screen);
    await expect(page.getByRole('gridcell').first()).toBeVisible();
    await findsNothing(page, screen);
  }
  await page.goto('/quotes/1001');
  await page
    .getByRole('button', { name: /^Price of/ })
    .first()
    .focus();
  await expect(ledger.workings()).toBeVisible();
  await findsNothing(page, 'a quote');
  await page.getByRole('button', { name: 'Convert to order' }).click();
  await page.getByRole('button', { name: /^Convert quote \d+ to order/ }).waitFor();
  await findsNothing(page, 'a quote on its way to an order');
  await page.goto('/price-desk');
  await page.getByRole('combobox', { name: 'Type or scan an item' }).fill('CL-0207');
  await page.locator('mat-option').first().waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('table', { name: 'By level' }).waitFor();
  await findsNothing(page, 'the price desk');
  await page.goto('/customers/C2001');
  await choose(page.getByLabel('Level', { exact: true }), 'Trade');
  await page.getByRole('button', { name: 'Save customer' }).waitFor();
  await findsNothing(page, 'a customer');
  await ledger.beginLevel('Looked at', '3');
  await ledger.saved();
  await findsNothing(page, 'a level');
  await page.getByRole('link', { name: 'Review and publish' }).click();
  await page.getByRole('button', { name: 'Publish', exact: true }).waitFor();
  await findsNothing(page, 'the draft');
  await ledger.discardEdit();
  await page.goto('/catalogue/CL-0207');
  await page.getByRole('heading', { name: 'Price at each level' }).waitFor();
  await findsNothing(page, 'an item');
  await page.getByRole('button', { name: 'Edit details' }).click();
  await page.getByLabel('Also known as').waitFor();
  await findsNothing(page, 'the facts of an item');
  await page.goto('/changes');
  await page.locator('.ag-row [col-id="action"]', { hasText: /[a-z]/ }).first().click();
  await page.getByRole('table', { name: 'Differences' }).waitFor();
  await findsNothing(page, 'the changes');
  await page.goto('/basics');
  await page.getByRole('table', { name: 'Shared prices' }).waitFor();
  await findsNothing(page, 'basics');
  await page.goto('/approvals');
  await page.getByText('Harbour Lane Potters').click();
  await page.getByRole('region', { name: 'Approval' }).waitFor();
  await findsNothing(page, 'an order that waits for approval');
  await page.goto('/customers/segments/schools');
  await page.getByRole('table').waitFor();
  await findsNothing(page, 'a segment');
  for (const list of ['attributes', 'outlets', 'rates', 'users']) {
    await page.goto(`/settings/${list}`);
    await page.getByRole('table').waitFor();
    await findsNothing(page, `settings, ${list}`);
  }
  await page.goto('/files?kind=customers');
  await page.getByLabel('Choose a CSV or XLSX file').setInputFiles({
    name: 'customers.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Customer,Name\nC1001,Another name\nC1002,\n'),
  });
  await page.getByRole('button', { name: /Error 1/ }).waitFor();
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'a file');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.goto('/catalogue/new/item');
  await page.getByRole('button', { name: 'Save' }).waitFor();
  await findsNothing(page, 'a new item');
  await page.keyboard.press('Control+k');
  await expect(page.getByLabel('Part of a number or a name')).toBeFocused();
  await page.keyboard.type('glaze');
  await page.getByRole('dialog').getByRole('option').first().waitFor();
  await findsNothing(page, 'finding anything');
  await page.keyboard.press('Escape');
  await page.goto('/versions/1');
  await page.getByRole('heading', { name: 'Version 1' }).waitFor();
  await findsNothing(page, 'a version');
  await page.goto('/nowhere');
  await page.getByRole('heading', { name: 'There is nothing at this address' }).waitFor();
  await findsNothing(page, 'no screen');
});

test('axe finds nothing on the screens of costs and of many prices', async ({ ledger, page }) => {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await ledger.signIn();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await page.goto('/cost-tables');
  await page
    .getByRole('gridcell')
    .or(page.getByRole('link', { name: 'Tools, sliding' }))
    .first()
    .waitFor();
  await findsNothing(page, 'cost tables');
  await page.goto('/cost-tables/7d1c4a90-2f6b-4e1d-9a57-0c8e5b3f6d01');
  await page.locator('hl-plot svg').first().waitFor();
  await page.getByRole('heading', { name: 'Items covered' }).waitFor();
  await findsNothing(page, 'a cost table');
  await page.goto('/rules');
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'rules');
  await page.goto('/rules/conditions');
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'saved conditions');
  await page.goto('/rules/calendar');
  await page.getByRole('table', { name: 'Rules by day' }).getByRole('link').first().waitFor();
  await findsNothing(page, 'the calendar of rules');
  await page.goto('/rules/try');
  await choose(page.getByRole('combobox', { name: 'Try it on' }), 'A basket of items');
  await findsNothing(page, 'the bench of rules');
  await page.goto('/rules/5c2f8e10-7d3b-4a96-b1e4-2f9a6c0d8e13');
  await page.getByRole('heading', { name: 'Effect' }).waitFor();
  await findsNothing(page, 'a rule');
  await page.goto('/breaks');
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'quantity breaks');
  await page.goto('/breaks/3b9e5d70-6a1c-4f28-8c43-9e0d7f5a2b10');
  await page.locator('hl-plot svg').first().waitFor();
  await page.getByRole('table', { name: 'Items covered' }).waitFor();
  await findsNothing(page, 'a quantity break');
  await page.goto('/catalogue/TL-0042');
  await page.getByRole('main').getByRole('button', { name: 'History' }).first().click();
  await page.locator('hl-plot svg').first().waitFor();
  await findsNothing(page, 'the costs of an item');
  await ledger.open('Cost updates');
  await findsNothing(page, 'costs received');
  await ledger.sendPriceFile();
  await findsNothing(page, 'the columns of a price file');
  await page.getByRole('button', { name: 'Compare all 7 rows' }).click();
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'a price file');
  await page.goto('/waiting-prices');
  await page.locator('hl-waiting-prices p.said').first().waitFor();
  await findsNothing(page, 'prices that wait');
  await page.goto('/follow-rules');
  await page.getByText('and keeps').first().waitFor();
  await findsNothing(page, 'rules for prices that follow');
  await page.goto('/purchase-desk?item=TL-0049');
  await ledger.row('Ferrybridge Tools').waitFor();
  await findsNothing(page, 'the purchase desk');
  await page.getByRole('button', { name: 'Create purchase order' }).first().click();
  await page.getByRole('heading', { name: /^Purchase order/ }).waitFor();
  await ledger.row('TL-0049').waitFor();
  await findsNothing(page, 'a purchase order');
  await ledger.open('Purchase orders');
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'purchase orders');
  await page.goto('/price-changes/new?category=tools');
  await page.getByLabel('Amount of change').fill('4');
  await findsNothing(page, 'a new change of prices');
  await page.getByRole('button', { name: 'Compute prices' }).click();
  await page.getByRole('gridcell').first().waitFor();
  await findsNothing(page, 'a change of prices');
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('heading', { name: 'Bulk change' }).waitFor();
  await findsNothing(page, 'changes of prices');
});

test('nobody gets in unsigned, and signing in leads to where one wanted to go', async ({
  ledger,
  page,
}) => {
  await page.goto('/versions');
  await expect(page).toHaveURL(/sign-in\?back=%2Fversions/);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('Type your e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail address').fill('ines@saltmarsh.example');
  await page.getByLabel('Password').fill('wrong');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The e-mail address or the password is not right.')).toBeVisible();
  await page.getByLabel('Password').fill('clay-and-kiln');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Versions' })).toBeVisible();
  await page.getByRole('button', { name: 'Account of Ines Marlow' }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await page.goto('/sign-in?back=//elsewhere.example/');
  await ledger.page.getByLabel('E-mail address').fill('ines@saltmarsh.example');
  await page.getByLabel('Password').fill('clay-and-kiln');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
});

test('the lists are sorted and opened from the keyboard', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.open('Catalogue');
  await page.getByRole('columnheader', { name: /Base price/ }).click();
  await page.getByRole('columnheader', { name: /Base price/ }).click();
  await expect(page.getByRole('gridcell', { name: /^KN-/ }).first()).toBeVisible();
  await ledger.open('Quotes');
  await page.getByRole('gridcell').first().click({ modifiers: [], trial: true });
  await page.getByRole('columnheader', { name: 'Quote', exact: true }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
});

test('the chosen appearance is remembered', async ({ ledger, page }) => {
  await ledger.signIn();
  await page.getByRole('button', { name: 'Account of Ines Marlow' }).click();
  await page.getByRole('menuitem', { name: 'Appearance' }).click();
  await page.getByRole('menuitemradio', { name: 'Dark' }).click();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('data-appearance', 'dark');
});
