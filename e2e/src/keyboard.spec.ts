import { expect, test, type Ledger } from './ledger';

/** Goes to something by typing a part of what it is called. */
async function find(ledger: Ledger, text: string): Promise<void> {
  const { page } = ledger;
  await page.keyboard.press('Control+k');
  await expect(page.getByLabel('Part of a number or a name')).toBeFocused();
  await page.keyboard.type(text);
  const found = page.getByRole('dialog').getByRole('option').first();
  await expect(found).toContainText(text, { ignoreCase: true });
  await page.keyboard.press('Enter');
}

/** Presses Tab until the element with this label has the focus. */
async function tabTo(
  ledger: Ledger,
  label: string | RegExp,
  role?: 'button' | 'link',
): Promise<void> {
  const { page } = ledger;
  const wanted = role ? page.getByRole(role, { name: label }) : page.getByLabel(label);
  for (let step = 0; step < 120; step += 1) {
    const found = wanted.first();
    if (
      (await found.count()) > 0 &&
      (await found.evaluate((one) => one === document.activeElement))
    )
      return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${String(label)} cannot be reached with Tab`);
}

test('all of it can be done with the keyboard alone', async ({ ledger, page }) => {
  // Nothing below points at anything: no click, no fill.
  await test.step('sign in', async () => {
    await page.goto('/');
    await tabTo(ledger, 'E-mail address');
    await page.keyboard.type('ines@saltmarsh.example');
    await page.keyboard.press('Tab');
    await page.keyboard.type('clay-and-kiln');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Today' })).toBeVisible();
  });

  await test.step('read which keys there are', async () => {
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Today' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  });

  await test.step('make a level', async () => {
    await find(ledger, 'Price levels');
    await expect(page.getByRole('heading', { level: 1, name: 'Price levels' })).toBeVisible();
    await tabTo(ledger, 'Create price level', 'button');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Name', { exact: true })).toBeVisible();
    await tabTo(ledger, /^Name$/);
    await page.keyboard.type('By keyboard');
    await tabTo(ledger, 'Add entry', 'button');
    await page.keyboard.press('Enter');
    await tabTo(ledger, /^Applies to$/);
    await page.keyboard.type('Clay');
    await page.getByRole('option', { name: 'Clay', exact: true }).waitFor();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Remove Clay' })).toBeVisible();
    await tabTo(ledger, /^Percent$/);
    await page.keyboard.type('7');
    await page.keyboard.press('Tab');
    await ledger.saved();
  });

  await test.step('look through it and publish it', async () => {
    await tabTo(ledger, /^Review and publish/, 'link');
    await page.keyboard.press('Enter');
    await tabTo(ledger, 'Version note');
    await page.keyboard.type('Keyboard only');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Version \d+$/ })).toBeVisible();
  });

  await test.step('give it to a customer', async () => {
    await find(ledger, 'C1002');
    await expect(page.getByRole('heading', { level: 1, name: 'Marsh End Academy' })).toBeVisible();
    await tabTo(ledger, /^Level$/);
    await page.keyboard.type('By keyboard');
    await expect(page.getByRole('combobox', { name: 'Level' })).toHaveText('By keyboard');
    await tabTo(ledger, 'Save customer', 'button');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Review before saving' })).toBeHidden();
  });

  await test.step('quote with it and read the workings', async () => {
    await tabTo(ledger, 'Create quote', 'link');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
    await tabTo(ledger, 'Type an item number or a name');
    await page.keyboard.type('CL-0207');
    await page.locator('mat-option').first().waitFor();
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Quantity of CL-0207')).toBeFocused();
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await ledger.saved();
    await tabTo(ledger, /^Price of CL-0207/, 'button');
    await expect(ledger.workings()).toContainText('By keyboard');
  });

  await test.step('walk through a list and open a row', async () => {
    await find(ledger, 'Catalogue');
    // a row is there before what it shows has come
    await expect(page.getByRole('gridcell', { name: /^[A-Z]{2}-\d/ }).first()).toBeVisible();
    for (let step = 0; step < 40; step += 1) {
      await page.keyboard.press('Tab');
      const role = await page.evaluate(() => document.activeElement?.getAttribute('role'));
      if (role === 'columnheader') break;
    }
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Price at each level' })).toBeVisible();
  });
});
