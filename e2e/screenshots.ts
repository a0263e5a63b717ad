/** Walks through the application with the demo data and takes one picture of each main view. */
import { chromium, type Page } from '@playwright/test';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { choose, Ledger, typeInto } from './src/ledger';

const FOLDER = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const address = process.env['HONEST_LEDGER_ADDRESS'];
if (address === undefined) throw new Error('run this with: npm run screenshots');

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const context = await browser.newContext({
  baseURL: address,
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  timezoneId: 'Europe/London',
  colorScheme: 'light',
});
const page = await context.newPage();
const ledger = new Ledger(page);

await page.goto('/sign-in');
await page.getByRole('button', { name: 'Sign in', exact: true }).waitFor();
await ledger.signIn();

await page.getByRole('heading', { name: 'Waiting for you' }).waitFor();
await page.locator('hl-plot svg').first().waitFor();
await picture(page, 'today');

await ledger.open('Catalogue');
await page.getByRole('gridcell').first().waitFor();
await picture(page, 'catalogue');

await ledger.beginLevel('Schools', '12');
await choose(page.getByLabel('Rounding', { exact: true }), 'to a multiple of');
await page.getByRole('combobox', { name: 'Type an item to try it on' }).fill('CL-0207');
await page.locator('mat-option').first().waitFor();
await page.keyboard.press('Enter');
await page.getByRole('button', { name: /^With this edit/ }).waitFor();
await ledger.saved();
await page.getByText('35 prices change').waitFor();
await picture(page, 'level');

await page.getByRole('link', { name: 'Review and publish' }).click();
await page.getByLabel('Version note').fill('Schools from the new term');
await picture(page, 'draft');
await page.getByRole('button', { name: 'Publish', exact: true }).click();
await page.getByRole('heading', { name: 'Version 2' }).waitFor();

await ledger.open('Customers');
await ledger.row('Harbour Lane School').getByText('Harbour Lane School').click();
await choose(page.getByLabel('Level', { exact: true }), 'Schools');
await page.getByText('34 of 237 prices change').waitFor();
await picture(page, 'customer');
await page.getByRole('button', { name: 'Save customer' }).click();
await page.getByRole('heading', { name: 'Review before saving' }).waitFor({ state: 'hidden' });

await page.goto('/catalogue/CL-0207');
await page.getByRole('button', { name: /^Price at level Trade:/ }).focus();
await picture(page, 'item');
await ledger.open('Discount rules');
await page.getByRole('gridcell', { name: 'Tools with a good deal of clay', exact: true }).click();
await page.getByRole('heading', { name: 'Effect' }).waitFor();
await picture(page, 'rule');
await page.goto('/rules/calendar');
await typeInto(page.getByLabel('Day', { exact: true }), '2026-12-01');
await typeInto(page.getByLabel('Time of day'), '18:30');
await page.getByRole('table', { name: 'Rules by day' }).getByRole('link').first().waitFor();
await picture(page, 'calendar');

await page.goto('/cost-tables/7d1c4a90-2f6b-4e1d-9a57-0c8e5b3f6d01');
await page.locator('hl-plot svg').first().waitFor();
await picture(page, 'cost-table');
await ledger.sendPriceFile();
await page.getByRole('button', { name: /^Compare all/ }).click();
await page.getByRole('gridcell').first().waitFor();
await picture(page, 'price-file');
await page.getByRole('button', { name: /^Import \d/ }).click();
await page.getByRole('link', { name: /proposed prices?/ }).click();
await page.getByText('Mean margin').waitFor();
await page.getByLabel('Choose TL-0042').check();
await page.getByLabel('Choose TL-0044').check();
await page.getByText('Their mean margin').waitFor();
await picture(page, 'waiting-prices');

await page.goto('/purchase-desk?item=TL-0042');
await page.getByLabel('Quantity').fill('60');
await page.getByLabel('Quantity').press('Tab');
await ledger.row('Orrin & Daughter').getByText('cheapest').waitFor();
await picture(page, 'purchase-desk');
await ledger.open('Quantity breaks');
await page.getByRole('gridcell', { name: 'Clay by the bag' }).click();
await page.getByText('2 snags in this break.').waitFor();
await page.locator('hl-plot svg').first().waitFor();
await picture(page, 'break');

await page.goto('/price-changes/new?category=clay');
await page.getByLabel('Name', { exact: true }).fill('Clay to 38 %');
await choose(page.getByLabel('Based on'), 'the cost: last');
await choose(page.getByLabel('Change', { exact: true }), 'to a margin of');
await page.getByLabel('Amount of change').fill('38');
await page.getByLabel('Minimum margin').fill('36');
await choose(page.getByLabel('Rounding', { exact: true }), 'to a multiple of');
await page.getByRole('button', { name: 'Compute prices' }).click();
const cell = (item: string, column: string) =>
  page
    .getByRole('row')
    .filter({ has: page.getByRole('gridcell', { name: item, exact: true }) })
    .locator(`[col-id="${column}"]`)
    .first();
await cell('CL-0213', 'margin').click();
await page.keyboard.type('41');
await page.keyboard.press('Enter');
await page.locator('.ag-cell.typed').waitFor();
await cell('CL-0225', 'after').click();
await page.keyboard.type('13.20');
await page.keyboard.press('Enter');
await page.getByText('low margin').nth(1).waitFor();
await cell('CL-0237', 'name').click();
await page.keyboard.press('x');
await page.locator('.ag-row.left-out').waitFor();
await picture(page, 'change-prices');

await page.goto('/customers/C1001');
await page.getByRole('link', { name: 'Create quote' }).click();
await page.getByLabel('What the quote is for').fill('Year 9 studio');
for (const [item, quantity] of [
  ['CL-0207', '24'],
  ['CL-0311', '6'],
  ['GL-1180', '5'],
  ['GL-1184', '7'],
  ['TL-0042', '12'],
  ['OX-0009', '30'],
] as const) {
  await ledger.addLine(item, quantity);
}
await ledger.saved();
await page.getByRole('button', { name: /^Price of CL-0207/ }).focus();
await picture(page, 'quote');
const quoted = page.url();

await page.goto('/approvals');
await page.getByText('Harbour Lane Potters').click();
await page.getByRole('button', { name: /^Price of GL-1180/ }).focus();
await page.getByRole('button', { name: /^Price of GL-1180/ }).click();
await page.emulateMedia({ colorScheme: 'dark' });
await picture(page, 'approval');
await page.emulateMedia({ colorScheme: 'light' });

await page.goto('/customers/C1001');
await choose(page.getByLabel('Level', { exact: true }), 'Studios');
await page.getByRole('button', { name: 'Save customer' }).click();
await page.getByRole('heading', { name: 'Review before saving' }).waitFor({ state: 'hidden' });
await page.goto(quoted);
await page.getByRole('button', { name: 'Convert to order' }).click();
await page.getByRole('table', { name: 'Prices that differ' }).waitFor();
await picture(page, 'order-step');

await page.goto('/price-desk');
await page
  .getByRole('combobox', { name: 'Type a customer’s name or code' })
  .fill('Tern Point Pottery');
await page.locator('mat-option').first().waitFor();
await page.keyboard.press('Enter');
await page.getByRole('combobox', { name: 'Type or scan an item' }).fill('CL-0207');
await page.locator('mat-option').first().waitFor();
await page.keyboard.press('Enter');
await page.getByLabel('Quantity', { exact: true }).fill('24');
await page.getByLabel('Quantity', { exact: true }).press('Enter');
await page.getByRole('table', { name: 'By quantity' }).getByRole('row', { name: /^24 / }).waitFor();
await page.getByRole('table', { name: 'Tern Point Pottery paid' }).waitFor();
await picture(page, 'price-desk');

await ledger.open('Discount rules');
await ledger.row('Welcome code').getByText('Welcome code').click();
await choose(page.getByLabel('Activation'), 'Automatic');
await page
  .getByRole('complementary', { name: 'Draft' })
  .getByText(/prices? changes?/)
  .waitFor();
await ledger.open('Sales re-pricing');
await choose(page.getByLabel('Priced by'), 1);
await page.getByRole('button', { name: 'Price again' }).click();
await page.getByText(/; done/).waitFor({ timeout: 120_000 });
await page.getByRole('table', { name: 'Lines that differ' }).waitFor();
await picture(page, 'sales-again');
await browser.close();

async function picture(of: Page, name: string): Promise<void> {
  await of.mouse.move(640, 796);
  await of.evaluate(() => document.fonts.ready);
  await of.waitForTimeout(300);
  await of.screenshot({ path: path.join(FOLDER, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}
