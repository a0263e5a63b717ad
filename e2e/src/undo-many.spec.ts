import { expect, test, type Ledger, choose } from './ledger';

const undo = async ({ page }: Ledger, says: string): Promise<void> => {
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText(says);
  await dialog.getByRole('button', { name: 'Undo' }).click();
  await expect(dialog).toBeHidden();
};

async function takeIn({ page }: Ledger, kind: string, content: string): Promise<void> {
  await page.goto(`/files?kind=${kind}`);
  await page.getByLabel('Choose a CSV or XLSX file').setInputFiles({
    name: `${kind}.csv`,
    mimeType: 'text/csv',
    buffer: Buffer.from(content),
  });
  await page.getByRole('button', { name: /^Import \d/ }).click();
}

test('a level given to several customers, and a file taken in, are undone in one step', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Customers');
  // three that no other walk gives a level to: who has it already does not go back
  const box = (code: string) => ledger.row(code).getByRole('checkbox');
  await box('C1006').check();
  await expect(page.getByText('1 customer given the level')).toBeVisible();
  await choose(page.getByLabel('Price level to assign'), 'Clubs');
  await expect(page.getByRole('button', { name: 'Assign to 1' })).toBeVisible();
  // more are chosen: what is given is what was looked at
  await box('C1007').check();
  await box('C1008').check();
  await page.getByRole('button', { name: 'Assign to 3' }).click();
  await expect(page.getByText('3 customers have the level Clubs now.')).toBeVisible();
  await page.getByRole('link', { name: 'Level assignments' }).click();
  await page
    .getByRole('button', { name: /^Undo Clubs/ })
    .first()
    .click();
  await undo(ledger, '3 customers go back to what was there before.');
  await expect(page.getByText('undone by Ines Marlow')).toBeVisible();

  await takeIn(ledger, 'customers', 'Customer,Name\nC1001,Renamed\nN-77,Somebody new');
  await expect(page.getByText(/Imported\./)).toBeVisible();
  await page.goto('/customers/N-77');
  await expect(page.getByRole('heading', { name: 'Somebody new' })).toBeVisible();
  await page.goBack();
  await page.getByRole('button', { name: 'Undo import' }).click();
  await undo(ledger, '1 entry goes back to what was there before. 1 entry is deleted.');
  await expect(page.getByText('Imported, then undone.')).toBeVisible();
});

test('past sales come in part by part, and can be undone', async ({ ledger, page }) => {
  await ledger.signIn();
  await ledger.open('Imports');
  const rows = Array.from({ length: 600 }, (_, place) => {
    const day = `2023-02-${String(1 + (place % 28)).padStart(2, '0')}`;
    return `U-${String(place)},1,${day},C4001,quay,GL-1180,1,11.50`;
  });
  const head = 'Sale,Line,Posted,Customer,Outlet,Item,Quantity,Price';
  await takeIn(ledger, 'sales', [head, ...rows].join('\n'));
  await expect(page.getByText('of 600 rows imported')).toBeVisible();
  await expect(page.getByText(/Imported\./)).toBeVisible();
  await page.getByRole('button', { name: 'Undo import' }).click();
  await undo(ledger, '600 entries are deleted.');
  await expect(page.getByText('Imported, then undone.')).toBeVisible();
});

test('an item that nothing names is deleted, and one that is named says why not', async ({
  ledger,
  page,
}) => {
  await ledger.signIn();
  await ledger.open('Imports');
  await takeIn(ledger, 'items', 'Item,Name,Category,Unit\nZZ-1,By mistake,dipping,piece');
  await expect(page.getByText(/Imported\./)).toBeVisible();
  await page.goto('/catalogue/ZZ-1');
  await page.getByRole('button', { name: 'Delete…' }).click();
  await expect(page.getByRole('dialog')).toContainText('Delete item ZZ-1?');
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Catalogue' })).toBeVisible();
  await page.goto('/catalogue/CL-0207');
  await page.getByRole('button', { name: 'Delete…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('CL-0207 cannot be deleted:')).toBeVisible();
});
