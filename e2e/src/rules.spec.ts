import { expect, test, choose, typeInto } from './ledger';

test('a rule with a code is written as a tree, published, and started by its code on a quote', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();

  await test.step('say where it holds and what it does', async () => {
    await ledger.open('Discount rules');
    await page.getByRole('button', { name: 'Create rule' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Porcelain days');
    await page.keyboard.press('Tab');
    await ledger.pickGoods('porcelain', 'Porcelain bodies');
    // nothing of it counts before it is complete
    await expect(page.getByText('Not complete yet. It counts nowhere')).toBeVisible();
    await page.getByRole('textbox', { name: 'Percent' }).fill('10');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Add condition' }).click();
    await choose(page.getByRole('combobox', { name: 'Condition' }).nth(1), 'quantity is');
    await page.getByRole('textbox', { name: 'Value' }).fill('2');
    await page.keyboard.press('Tab');
    await choose(page.getByRole('combobox', { name: 'Activation' }), 'Code');
    await page.getByRole('textbox', { name: 'Code' }).fill('PORCELAIN');
    await page.keyboard.press('Tab');
    await page.waitForLoadState('networkidle');
    await expect(
      page.getByText(
        'If item is in Porcelain bodies and quantity is at least 2: 10 % off price so far, with code PORCELAIN',
      ),
    ).toBeVisible();
    await ledger.publish('Porcelain days');
  });

  await test.step('without the code, the workings say that it is needed', async () => {
    await ledger.beginDocument('A. Bramble');
    await ledger.addLine('CL-0311', '2');
    await ledger.saved();
    await expect(page.getByTestId('total')).toHaveText('62.00');
    await page.getByRole('button', { name: /^Price of CL-0311/ }).focus();
    await expect(ledger.workings()).toContainText('code not entered');
  });

  await test.step('with it, the rule takes its part', async () => {
    await page.getByLabel('Codes').fill('porcelain');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('total')).toHaveText('55.80');
    await ledger.saved();
    await page.getByRole('button', { name: /^Price of CL-0311/ }).focus();
    await expect(ledger.workings()).toContainText('Rule Porcelain days');
    await page.reload();
    await expect(page.getByTestId('total')).toHaveText('55.80');
    await expect(page.getByLabel('Codes')).toHaveValue('porcelain');
  });
});

test('units are given for others, codes say what became of them, and shipping comes on top', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('A. Bramble');
  await ledger.addLine('BR-0001', '3');
  await ledger.saved();
  // 3 x 4.25, one of them at half price: 2.125, rounded once
  await expect(page.getByTestId('total')).toHaveText('10.62');
  await expect(page.getByText('Every third brush at half price')).toBeVisible();
  await page.getByRole('button', { name: /^Price of BR-0001/ }).focus();
  await expect(ledger.workings()).toContainText('Rule Three brushes, the cheapest half');
  await expect(ledger.workings()).toContainText('on 1 unit of this line');

  await page.getByLabel('Codes').fill('nope STARTER');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No rule has code nope.')).toBeVisible();
  await expect(page.getByText('STARTER is the code of Modelling starter set')).toBeVisible();

  await page.getByRole('textbox', { name: 'Shipping' }).fill('5');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('total')).toHaveText('15.62');
  await ledger.saved();
  await page.reload();
  await expect(page.getByTestId('total')).toHaveText('15.62');
  await expect(page.getByText('which covers none of these items')).toBeVisible();
});

test('a rule is put on a line by hand, another taken off, and what ceases to hold says so', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.beginDocument('A. Bramble');
  await ledger.addLine('BR-0001', '3');
  await ledger.saved();
  await expect(page.getByTestId('total')).toHaveText('10.62');

  await test.step('take the rule off that is applied, and put it back', async () => {
    await page.getByRole('button', { name: /^Form of supply.*BR-0001/ }).click();
    await page
      .getByRole('button', { name: 'Exclude rule Three brushes, the cheapest half, BR-0001' })
      .click();
    await expect(page.getByTestId('total')).toHaveText('12.75');
    await page
      .getByRole('button', { name: 'Include Three brushes, the cheapest half, BR-0001' })
      .click();
    await expect(page.getByTestId('total')).toHaveText('10.62');
  });

  await test.step('put one on that waits for a hand', async () => {
    const lines = page.getByRole('table', { name: 'Lines' });
    await expect(lines.getByText('not applied manually: 5 % off price so far')).toBeVisible();
    await page.getByRole('button', { name: 'Apply rule Counter favour, BR-0001' }).click();
    // 4.25 less 5 % is 4.04: two of them, and one at half of it
    await expect(page.getByTestId('total')).toHaveText('10.10');
    await ledger.saved();
    await page.reload();
    await expect(page.getByTestId('total')).toHaveText('10.10');
    await page.getByRole('button', { name: /^Price of BR-0001/ }).focus();
    await expect(ledger.workings()).toContainText('Rule Counter favour');
  });

  await test.step('with fewer brushes the other goes, and is said to', async () => {
    await page.getByLabel('Quantity of BR-0001').fill('2');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Three brushes, the cheapest half applies no more')).toBeVisible();
    await page.getByRole('button', { name: 'All right' }).click();
    await expect(page.getByText('applies no more')).toHaveCount(0);
    await ledger.saved();
  });
});

test('rules are tried on a basket, and the calendar says what is in force at a moment', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Discount rules');
  await page.getByRole('tab', { name: 'Test' }).click();
  await choose(page.getByRole('combobox', { name: 'Try it on' }), 'A basket of items');
  await page.getByRole('combobox', { name: 'Put an item into the basket' }).fill('TL-0042');
  await page.getByRole('option', { name: /TL-0042/ }).click();
  await choose(page.getByRole('combobox', { name: 'Outlet of the basket' }), 'Quay counter');
  const fates = page.getByRole('table', { name: 'Outcome of each rule' });
  // a Tuesday in winter, when the clock there is that of UTC
  await typeInto(page.getByLabel('As of', { exact: true }), '2026-12-01');
  await typeInto(page.getByLabel('As of, time'), '18:30');
  await expect(fates.getByRole('row', { name: /Tools with a good deal of clay/ })).toContainText(
    'total spend on all items in Clay is 0 EUR; at least 200 EUR needed',
  );
  await page.getByRole('tab', { name: 'Calendar' }).click();
  await typeInto(page.getByLabel('Day', { exact: true }), '2026-12-01');
  await typeInto(page.getByLabel('Time of day'), '18:30');
  const live = page.locator('.live');
  await expect(live.filter({ hasText: 'Tuesday class hour' })).toBeVisible();
  await typeInto(page.getByLabel('Time of day'), '20:00');
  await expect(live.filter({ hasText: 'Tuesday class hour' })).toHaveCount(0);
  await typeInto(page.getByLabel('Time of day'), '18:30');
  await choose(page.getByRole('combobox', { name: 'Outlet' }), 'Mill Street counter');
  await expect(live.filter({ hasText: 'Tuesday class hour' })).toHaveCount(0);
});

test('a condition is saved under a name, used by a rule, and changed for it', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Discount rules');
  await page.getByRole('tab', { name: 'Saved conditions' }).click();
  await page.getByRole('button', { name: 'Create condition' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Two of them');
  await page.keyboard.press('Tab');
  await choose(page.getByRole('combobox', { name: 'Condition' }), 'quantity is');
  await page.getByRole('textbox', { name: 'Value' }).fill('2');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Met if quantity is at least 2.')).toBeVisible();
  await ledger.publish('Two of them');

  await ledger.open('Discount rules');
  await page.getByRole('button', { name: 'Create rule' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Underglaze in twos');
  await page.keyboard.press('Tab');
  await ledger.pickGoods('underglazes', 'Underglazes');
  await page.getByRole('textbox', { name: 'Percent' }).fill('10');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Add condition' }).click();
  await choose(page.getByRole('combobox', { name: 'Condition' }).nth(1), 'saved condition');
  await choose(page.getByRole('combobox', { name: 'Saved condition' }), 'Two of them');
  await expect(
    page.getByText('and condition “Two of them” is met: 10 % off price so far'),
  ).toBeVisible();
  await ledger.publish('Underglaze in twos');

  await ledger.beginDocument('A. Bramble');
  await ledger.addLine('UG-0301', '2');
  await ledger.saved();
  await page.getByRole('button', { name: /^Price of UG-0301/ }).focus();
  await expect(ledger.workings()).toContainText('Rule Underglaze in twos');
  await page.getByLabel('Quantity of UG-0301').fill('1');
  await page.keyboard.press('Enter');
  await expect(ledger.workings()).toContainText('1; at least 2 needed (1 more)');
});
