import type { CustomerRow, Page } from '@honest-ledger/contracts';
import { decide, problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { CustomerList } from './customer-list';

const customer = (code: string, changes: Partial<CustomerRow> = {}): CustomerRow => ({
  code,
  name: `Customer ${code}`,
  segment: null,
  currency: null,
  outlet: null,
  level: null,
  revision: 1,
  ...changes,
});

const ALL: Page<CustomerRow> = {
  rows: [
    customer('C1', { segment: { code: 'schools', name: 'Schools' }, currency: 'GBP' }),
    customer('C2'),
  ],
  total: 3,
};

const FIRST = '/api/customers?offset=0&limit=200';

describe('the list of customers', () => {
  let screen: ShownScreen<CustomerList>;

  async function show(role?: Parameters<typeof signedIn>[1]): Promise<void> {
    screen = await showScreen(CustomerList, {});
    screen.host.style.cssText = 'display: flex; flex-direction: column; height: 600px';
    signedIn(screen, role);
    await screen.drawn();
  }
  /** What is asked for, once the grid has got to asking. */
  async function came(url: string, page: Page<CustomerRow>): Promise<void> {
    await screen.answer('GET', url, page);
    await screen.drawn();
  }
  const cells = (): string[] =>
    [...screen.host.querySelectorAll('[role=gridcell]')].map(({ textContent }) => textContent);
  const boxes = (): boolean[] =>
    [...screen.host.querySelectorAll<HTMLInputElement>('.ag-selection-checkbox input')].map(
      ({ checked }) => checked,
    );

  it('asks for the rows in sight and says how many there are', async () => {
    await show();
    await came(FIRST, ALL);
    expect(screen.text()).toContain('3 customers');
    for (const part of ['C1', 'Customer C1', 'Schools', 'GBP', '–'])
      expect(cells()).toContain(part);
  });

  it('has the server narrow it, once typing pauses', async () => {
    await show();
    await came(FIRST, ALL);
    const field = 'Part of a code, name, segment or level';
    await screen.type(field, 'no');
    await screen.type(field, 'nobody');
    await came('/api/customers?text=nobody&offset=0&limit=200', { rows: [], total: 0 });
    expect(screen.text()).toContain('No customer fits the filters.');
    await screen.press('Export');
    const links = [...document.querySelectorAll('a')].map(({ href }) => href);
    expect(links.some((href) => href.includes('/api/files/customers?text=nobody'))).toBeTrue();
  });

  it('has the server sort it', async () => {
    await show();
    await came(FIRST, ALL);
    screen.host.querySelector<HTMLElement>('[col-id=segment] .ag-header-cell-label')?.click();
    await came('/api/customers?sort=segment&descending=false&offset=0&limit=200', ALL);
  });

  it('chooses all that there are, those too that are not loaded, and takes one out', async () => {
    await show();
    await came(FIRST, ALL);
    await screen.press('Choose all 3');
    const all = { rows: [...ALL.rows, customer('C3')], total: 3 };
    await screen.answer('GET', '/api/customers?limit=5000', all);
    expect(screen.text()).toContain('3 customers given the level');
    expect(boxes().slice(0, 2)).toEqual([true, true]);
    screen.host.querySelector<HTMLElement>('.ag-selection-checkbox input')?.click();
    await screen.settle();
    expect(screen.text()).toContain('2 customers given the level');
    await screen.press('Choose none');
    expect(screen.text()).not.toContain('given the level');
  });

  it('says who was given a level, and undoes it', async () => {
    await show();
    await came(FIRST, ALL);
    const given = { massChange: 'm', level: 'Clubs', customers: 2 };
    (screen.fixture.componentInstance as unknown as { tell(one: object): void }).tell(given);
    await came(FIRST, ALL);
    expect(document.querySelector('mat-snack-bar-container')?.textContent).toContain(
      '2 customers have the level Clubs now.',
    );
    await screen.press('Undo');
    const view = { back: 1, removed: 0, stays: 1, kind: 'levels' };
    const staying = [{ what: 'customer', key: 'C1', why: 'somebody has changed it since' }];
    await screen.answer('GET', '/api/mass-changes/m', { ...view, staying });
    await decide(screen, 'Undo', '1 customer stays: C1 (somebody has changed it since).');
    const seen = await screen.answer('POST', '/api/mass-changes/m/undo', {});
    expect(seen).toEqual({ back: 1, stays: 1 });
    await came(FIRST, ALL);
    expect(screen.text()).not.toContain('have the level');
  });

  it('offers nothing to choose to who may not edit', async () => {
    await show('reader');
    await came(FIRST, ALL);
    expect(boxes()).toEqual([]);
    expect(screen.text()).not.toContain('Choose all');
  });

  it('says why it cannot be read, and asks again', async () => {
    await show();
    await screen.answer('GET', FIRST, problemBody(503, 'The database cannot be reached.'), 503);
    expect(screen.text()).toContain('The database cannot be reached.');
    await screen.press('Try again');
    await came(FIRST, ALL);
    expect(screen.text()).toContain('3 customers');
  });
});
