import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './ledger';

/** In the dark only the colours are others than in the light. */
async function violations(page: Page, colours: 'light' | 'dark'): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  if (colours === 'dark') axe.withRules(['color-contrast']);
  const { violations: found } = await axe.analyze();
  return found.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
  );
}

for (const colorScheme of ['light', 'dark'] as const) {
  test(`axe finds nothing on any screen, ${colorScheme}`, async ({ ledger, page }) => {
    await page.emulateMedia({ colorScheme });
    await page.goto('/sign-in');
    await page.getByRole('button', { name: 'Sign in', exact: true }).waitFor();
    expect(await violations(page, colorScheme), 'sign-in').toEqual([]);
    await ledger.signIn();
    for (const screen of ['Catalogue', 'Customers', 'Levels', 'Versions', 'Quotes']) {
      await ledger.open(screen);
      await expect(page.getByRole('gridcell').first()).toBeVisible();
      expect(await violations(page, colorScheme), screen).toEqual([]);
    }
    await page.goto('/quotes/1001');
    await page
      .getByRole('button', { name: /^Price of/ })
      .first()
      .focus();
    await expect(ledger.workings()).toBeVisible();
    expect(await violations(page, colorScheme), 'a quote').toEqual([]);
    await page.goto('/customers/C2001');
    await page.getByLabel('Level', { exact: true }).selectOption('Trade');
    await page.getByRole('button', { name: 'Save the customer' }).waitFor();
    expect(await violations(page, colorScheme), 'a customer').toEqual([]);
    await ledger.beginLevel(`Looked at in ${colorScheme}`, '3');
    await ledger.kept();
    expect(await violations(page, colorScheme), 'a level').toEqual([]);
    await page.getByRole('link', { name: 'Look through and publish' }).click();
    await page.getByRole('button', { name: 'Publish', exact: true }).waitFor();
    expect(await violations(page, colorScheme), 'the draft').toEqual([]);
    await page.getByRole('button', { name: 'Discard this edit' }).click();
    await page.goto('/catalogue/CL-0207');
    await page.getByRole('heading', { name: 'What each level makes of it' }).waitFor();
    expect(await violations(page, colorScheme), 'an item').toEqual([]);
    await page.goto('/changes');
    await page.getByRole('button', { name: 'Show', exact: true }).first().click();
    expect(await violations(page, colorScheme), 'the changes').toEqual([]);
    for (const list of ['categories', 'outlets', 'rates', 'users']) {
      await page.goto(`/settings/${list}`);
      await page.getByRole('table').waitFor();
      expect(await violations(page, colorScheme), `settings, ${list}`).toEqual([]);
    }
    await page.goto('/files?kind=customers');
    await page.getByLabel('Choose a CSV or XLSX file').setInputFiles({
      name: 'customers.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('Customer,Name\nC1001,Another name\nC1002,\n'),
    });
    await page.getByRole('button', { name: /Wrong 1/ }).waitFor();
    await page.getByRole('gridcell').first().waitFor();
    expect(await violations(page, colorScheme), 'a file').toEqual([]);
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.goto('/catalogue/new/item');
    await page.getByRole('button', { name: 'Save' }).waitFor();
    expect(await violations(page, colorScheme), 'a new item').toEqual([]);
    await page.keyboard.press('Control+k');
    await expect(page.getByLabel('Part of a number or a name')).toBeFocused();
    await page.keyboard.type('glaze');
    await page.getByRole('dialog').getByRole('option').first().waitFor();
    expect(await violations(page, colorScheme), 'finding anything').toEqual([]);
    await page.keyboard.press('Escape');
    await page.goto('/versions/1');
    await page.getByRole('heading', { name: 'Version 1' }).waitFor();
    expect(await violations(page, colorScheme), 'a version').toEqual([]);
    await page.goto('/nowhere');
    await page.getByRole('heading', { name: 'There is nothing at this address' }).waitFor();
    expect(await violations(page, colorScheme), 'no screen').toEqual([]);
  });
}

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
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await page.goto('/sign-in?back=//elsewhere.example/');
  await ledger.page.getByLabel('E-mail address').fill('ines@saltmarsh.example');
  await page.getByLabel('Password').fill('clay-and-kiln');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
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
  await page.getByRole('button', { name: 'Appearance: system' }).click();
  await page.getByRole('button', { name: 'Appearance: light' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Appearance: dark' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('data-appearance', 'dark');
});
