import { expect, test, choose, typeInto } from './ledger';

test('a quote goes back to what it was, seen first, and that is undone, too', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('Oyster Quay');
  await ledger.addLine('GL-1180', '4');
  await ledger.saved();
  await page.getByLabel('Quantity of GL-1180').fill('40');
  await page.getByLabel('Quantity of GL-1180').press('Tab');
  await page.getByLabel('What the quote is for').fill('A mistake');
  await page.getByLabel('What the quote is for').press('Tab');
  await ledger.saved();
  await page.reload(); // what the page remembers is gone; what is on record is not

  await page.getByRole('main').getByRole('button', { name: 'History' }).click();
  const done = page.getByRole('table', { name: 'What was done' });
  // the quantity is sent with the line, or after it when the machine is slow
  const four = done
    .getByRole('row')
    .filter({ hasText: /GL-1180 added|quantity 1 → 4/ })
    .first();
  await four.getByRole('button', { name: /^Restore, / }).click();
  await expect(done).toContainText('GL-1180: quantity 40 → 4');
  await expect(done).toContainText('what it is for A mistake → none');
  await expect(page.getByLabel('Quantity of GL-1180')).toHaveValue('40');
  await page.getByRole('button', { name: 'Restore', exact: true }).click();
  await expect(page.getByLabel('Quantity of GL-1180')).toHaveValue('4');
  await ledger.saved();
  await expect(done.getByRole('row').nth(1)).toContainText('GL-1180: quantity 40 → 4');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Quantity of GL-1180')).toHaveValue('40');
  await ledger.saved();
});

test('an order repeats, a sale is sent, and some of its goods come back at its own prices', async ({
  ledger,
  page,
}) => {
  await ledger.signIn('noor@saltmarsh.example');
  await ledger.beginDocument('Tern Point Pottery');
  await ledger.addLine('TL-0042', '4');
  await ledger.saved();
  const step = async (button: string, taking: RegExp): Promise<void> => {
    await page.getByRole('button', { name: button, exact: true }).click();
    await page.getByRole('button', { name: taking }).click();
  };
  await step('Convert to order', /^Convert quote \d+ to order/);
  await expect(page.getByRole('heading', { name: /^Order \d+$/ })).toBeVisible();
  await step('Confirm', /^Confirm order/);
  const order = (await page.getByRole('heading', { level: 1 }).textContent())?.trim() ?? '';

  await page.getByRole('button', { name: 'Repeat…' }).click();
  await choose(page.getByLabel('Interval'), 'week');
  await typeInto(page.getByLabel('The first day'), '2099-01-05');
  await page.getByRole('radio', { name: 'at the prices of each day' }).check();
  await page.getByRole('button', { name: 'Repeat order' }).click();
  await expect(page.getByText('Repeats every week, at the prices of each day')).toContainText(
    '12 Jan 2099',
  );
  await page.getByRole('button', { name: 'Cancel the order' }).click();
  await expect(page.getByText(`${order} repeats. End that first.`)).toBeVisible();
  await page.getByRole('button', { name: 'Stop repeating' }).click();
  await expect(page.getByText('Repeats every week')).toBeHidden();

  await step('Convert to sale', /^Convert order \d+ to sale/);
  await expect(page.getByRole('heading', { name: /^Sale \d+$/ })).toBeVisible();
  await step('Post', /^Post sale/);
  await expect(page.getByText(/^posted/)).toBeVisible();
  const sale = (await page.getByRole('heading', { level: 1 }).textContent())?.trim() ?? '';

  await page.getByRole('button', { name: 'Send…' }).click();
  const form = page.getByRole('form', { name: 'Send the document' });
  await expect(form.getByLabel('Subject')).toHaveValue(sale);
  await form.getByLabel('To').fill('buyer@ternpoint.example');
  await form.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.getByText('Sent to buyer@ternpoint.example')).toBeVisible();
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: sale, exact: true }).click();
  expect((await saving).suggestedFilename()).toMatch(/^message-\d+\.eml$/);

  const whole = (await page.getByTestId('total').textContent())?.trim() ?? '';
  await page.getByRole('button', { name: 'Create return' }).click();
  const back = page.getByLabel('How much of TL-0042 comes back');
  await back.fill('5');
  await back.press('Tab');
  await expect(page.getByText('At most 4')).toBeVisible();
  await back.fill('4');
  await back.press('Tab');
  await page.getByLabel('Reason for the return').fill('the wrong ones');
  await expect(page.getByRole('table', { name: 'What comes back' })).toContainText(whole);
  await page.getByRole('button', { name: 'Post the return' }).click();
  await expect(page.getByText(/Return \d+,/)).toContainText('4 pieces of TL-0042');
  await expect(page.getByRole('button', { name: 'Create return' })).toBeHidden();
});
