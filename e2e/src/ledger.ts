import { expect, test as base, type Locator, type Page } from '@playwright/test';
import { PRICE_FILE } from './price-file';

/** The application as a user sees it; each test says what the user does, not how the page is built. */
export class Ledger {
  constructor(readonly page: Page) {}

  async signIn(email = 'ines@saltmarsh.example', password = 'clay-and-kiln'): Promise<void> {
    await this.page.goto('/');
    await this.page.getByLabel('E-mail address').fill(email);
    await this.page.getByLabel('Password').fill(password);
    await this.page.getByRole('button', { name: 'Sign in', exact: true }).click();
  }

  /** Opens a screen by its name in the navigation, whose groups may be folded. */
  async open(screen: string): Promise<void> {
    const navigation = this.page.getByRole('navigation', { name: 'Screens' });
    await navigation.getByRole('link', { name: 'Catalogue', exact: true }).waitFor();
    const link = navigation.getByRole('link', { name: new RegExp(`^${screen}( ?,.*)?$`) });
    if (!(await link.isVisible())) {
      const folded = navigation.locator('button[aria-expanded="false"]');
      // the group of the screen that comes up unfolds by itself meanwhile
      await expect(async () => {
        while ((await folded.count()) > 0) await folded.first().click({ timeout: 2_000 });
      }).toPass();
    }
    await link.click();
    await expect(this.page.getByRole('heading', { level: 1, name: screen })).toBeVisible();
  }

  /** The row of a list that has this text. */
  row(text: string): Locator {
    return this.page.getByRole('row').filter({ hasText: text });
  }

  /** Chooses a command of the menu under this button. */
  async command(menu: string, command: string): Promise<void> {
    await this.page.getByRole('button', { name: menu, exact: true }).click();
    await this.page.getByRole('menuitem', { name: command }).click();
  }

  /** Narrows a list to some options of a filter that is not set yet. */
  async narrow(filter: string, ...options: readonly string[]): Promise<void> {
    await this.page.getByRole('button', { name: filter, exact: true }).click();
    const panel = this.page.getByRole('dialog', { name: `Filter by ${filter}` });
    await panel.getByRole('combobox', { name: filter }).click();
    for (const option of options) {
      await this.page.getByRole('option', { name: option, exact: true }).click();
    }
    await this.page.keyboard.press('Escape');
    await panel.getByRole('button', { name: 'Done' }).click();
  }

  /** Chooses goods by a part of what they are called. */
  async pickGoods(text: string, goods: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'Applies to' }).fill(text);
    await this.page.getByRole('option', { name: goods, exact: true }).first().click();
    await this.page.getByRole('button', { name: `Remove ${goods}` }).waitFor();
  }

  async beginLevel(name: string, percent: string): Promise<void> {
    await this.open('Price levels');
    await this.page.getByRole('button', { name: 'Create price level' }).click();
    await this.page.getByLabel('Name', { exact: true }).fill(name);
    await this.page.getByRole('button', { name: 'Add entry' }).click();
    await this.pickGoods('clay', 'Clay');
    await this.page.getByLabel('Percent', { exact: true }).fill(percent);
    await this.page.getByLabel('Percent', { exact: true }).press('Tab');
  }

  async publish(note: string): Promise<void> {
    await this.page.getByRole('link', { name: 'Review and publish' }).click();
    await this.page.getByLabel('Version note').fill(note);
    // an edit that was still on its way is told, and looked at before it is published again
    await expect(async () => {
      const publish = this.page.getByRole('button', { name: 'Publish', exact: true });
      if (await publish.isVisible()) await publish.click({ timeout: 1000 });
      const published = this.page.getByRole('heading', { name: /^Version \d+$/ });
      await expect(published).toBeVisible({ timeout: 5000 });
    }).toPass();
  }

  /** Discards the only edit that the draft has, which is asked about first. */
  async discardEdit(): Promise<void> {
    await this.page.getByRole('button', { name: 'Discard edit' }).click();
    await this.page.getByRole('dialog').getByRole('button', { name: 'Discard edit' }).click();
  }

  async beginDocument(customer: string): Promise<void> {
    await this.open('Quotes');
    await this.page
      .getByRole('combobox', { name: 'Type a customer’s name or code' })
      .fill(customer);
    await this.page.locator('mat-option').first().waitFor();
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('heading', { name: /^Quote \d+$/ })).toBeVisible();
  }

  /** Types an item and a quantity, as somebody does who never takes the hands off the keyboard. */
  async addLine(item: string, quantity: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'Type an item number or a name' }).fill(item);
    await this.page.locator('mat-option').first().waitFor();
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByLabel(/^Quantity of/).last()).toBeFocused();
    await this.page.keyboard.type(quantity);
    await this.page.keyboard.press('Enter');
  }

  /** Sends in a supplier's price file; afterwards its columns can be named. */
  async sendPriceFile(): Promise<void> {
    await this.open('Cost updates');
    await choose(this.page.getByLabel('Supplier', { exact: true }), 'Ferrybridge Tools');
    await this.page.getByLabel('Choose a price file').setInputFiles(PRICE_FILE);
    await expect(this.page.getByRole('heading', { name: 'Column mapping' })).toBeVisible();
  }

  /** Waits until the last edit is kept. */
  async saved(): Promise<void> {
    // An edit shows as being kept from the next frame on; before that, what was kept earlier shows.
    await this.page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
    await expect(this.page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
  }

  workings(): Locator {
    return this.page.getByRole('region', { name: 'Workings' });
  }

  /** Rows of the workings: what, change, price; explanations left out. */
  async workingRows(): Promise<string[][]> {
    const rows = this.workings().locator('tbody tr');
    const texts: string[][] = [];
    for (const row of await rows.all()) {
      const cells = await row.locator('td').allInnerTexts();
      texts.push(cells.map((cell) => cell.split('\n')[0]?.trim() ?? ''));
    }
    return texts;
  }
}

/** Types into a field, and leaves it. */
export async function typeInto(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Tab');
}

/** Chooses an option of a field by its name, or by its place. */
export async function choose(field: Locator, option: string | number): Promise<void> {
  await field.click();
  const options = field.page().getByRole('listbox').getByRole('option');
  const wanted =
    typeof option === 'number' ? options.nth(option) : options.filter({ hasText: exactly(option) });
  await wanted.first().click();
  await expect(field.page().getByRole('listbox')).toBeHidden();
}

function exactly(text: string): RegExp {
  return new RegExp(`^\\s*${text.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`)}\\s*$`);
}

interface Fixtures {
  readonly ledger: Ledger;
}

/** A page on which nothing may be logged as an error and no policy broken. */
export const test = base.extend<Fixtures>({
  ledger: async ({ page }, use) => {
    const errors: string[] = [];
    page.on('pageerror', ({ message }) => errors.push(message));
    page.on('console', (message) => {
      const expected = /status of (401|409|422|503)/.test(message.text());
      if (message.type() === 'error' && !expected) errors.push(message.text());
    });
    await use(new Ledger(page));
    expect(errors, 'errors logged by the page').toEqual([]);
  },
});

export { expect };
