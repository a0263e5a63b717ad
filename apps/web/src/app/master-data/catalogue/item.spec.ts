import type { ItemView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { itemRow } from '../../testing/goods';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { itemCostsFeature } from './item-costs.feature';
import { itemEffects } from './item.effects';
import { itemActions, itemFeature } from './item.feature';
import { Item } from './item';

const ADDRESS = '/api/items/CL-0207';
const FORESEE = `${ADDRESS}/foresee`;
const EDIT = '/api/edits/basePrice/CL-0207';
const own = (price: string) => ({ kind: 'own', item: 'CL-0207', unit: null, price }) as const;

function view(changes: Partial<ItemView> = {}): ItemView {
  const { basePrice: _, ...item } = itemRow('CL-0207', '18.40');
  return {
    ...item,
    gtin: null,
    customerName: null,
    active: true,
    revision: 1,
    facts: {
      name: 'Stoneware body',
      customerName: null,
      gtin: null,
      kind: 'stock',
      category: 'clay',
      family: null,
      brand: null,
      supplier: null,
      taxClass: null,
      unit: 'bag',
      quantityDigits: 0,
      timeUnit: null,
      units: [],
      listPrice: null,
      namedPrices: [],
      active: true,
      replacedBy: null,
      crossReferences: ['EB0207'],
      attributes: { finish: 'matt' },
    },
    currency: 'EUR',
    version: 3,
    basePrices: [own('18.40')],
    draft: null,
    sharedPrices: [{ id: 'grog', name: 'Grogged bodies', price: '17.00' }],
    levels: [],
    ...changes,
  };
}

const drafted = (price: string, revision: number): ItemView =>
  view({ draft: { draft: 'd', draftName: 'Autumn', content: [own(price)], revision } });

describe('an item', () => {
  let screen: ShownScreen<Item>;
  beforeEach(async () => {
    screen = await showScreen(
      Item,
      { item: 'CL-0207' },
      provideState(itemFeature),
      provideState(itemCostsFeature),
      provideEffects(itemEffects),
    );
    signedIn(screen);
    await screen.answer('GET', ADDRESS, view());
    await screen.answerReference();
  });
  const figure = (): string | undefined =>
    screen.host.querySelector<HTMLInputElement>('[aria-label^="Base price per"]')?.value;
  const saved = (revision: number) =>
    screen.answer('PUT', EDIT, { revision, draft: 'd' }) as Promise<{ content: unknown }>;

  it('says what else it is known by, and what the company keeps of it', () => {
    for (const part of ['EB0207', 'Finish', 'matt']) expect(screen.text()).toContain(part);
  });

  it('has its base price edited in a draft, taken back and edited again', async () => {
    const field = 'Base price per ' + view().unit;
    await screen.type(field, '19,20');
    expect((await saved(1)).content).toEqual([own('19.20')]);
    await screen.answer('GET', ADDRESS, drafted('19.20', 1));
    expect(screen.text()).toContain('changed in draft Autumn');
    await screen.press('Undo');
    await screen.answer('DELETE', EDIT, null);
    await screen.answer('GET', ADDRESS, view());
    expect(figure()).toBe('18.40');
    await screen.press('Redo');
    expect((await saved(1)).content).toEqual([own('19.20')]);
    await screen.answer('GET', ADDRESS, drafted('19.20', 1));
    expect(figure()).toBe('19.20');
    await screen.press('Discard edit');
    await screen.answer('DELETE', EDIT, null);
    await screen.answer('GET', ADDRESS, view());
    await screen.press('Undo');
    expect((await saved(1)).content).toEqual([own('19.20')]);
  });

  it('keeps what was refused as it was typed, and says why', async () => {
    await screen.type('Base price per ' + view().unit, '19.2012');
    await screen.answer('PUT', EDIT, problemBody(422, 'The price may have 6 decimals.'), 422);
    expect(screen.text()).toContain('The price may have 6 decimals.');
    expect(figure()).toBe('19.2012');
    await screen.press('Undo');
    expect(figure()).toBe('18.40');
  });

  it('takes a shared price, and its own again', async () => {
    await screen.choose('Shared price per ' + view().unit, 'Grogged bodies');
    const [shared] = (await saved(1)).content as unknown[];
    expect(shared).toEqual(jasmine.objectContaining({ kind: 'shared', shared: 'grog' }));
  });

  it('shows both where two edited its facts, and lets the second decide', async () => {
    await screen.press('Edit details');
    await screen.type('Name', 'Mine');
    await screen.press('Save');
    const detail = 'Not saved: Noor Salter changed this item.';
    const current = { ...view().facts, name: 'Theirs', revision: 7 };
    await screen.answer('POST', FORESEE, problemBody(409, detail, { current }), 409);
    const cells = [...screen.host.querySelectorAll('hl-both-values td')];
    expect(cells.map(({ textContent }) => textContent.trim())).toEqual(['name', 'Theirs', 'Mine']);
    await screen.press('Keep mine');
    const saved = view({ revision: 8, facts: { ...view().facts, name: 'Mine' } });
    await screen.answer('POST', FORESEE, { moves: [] });
    const sent = await screen.answer('PUT', ADDRESS, saved);
    expect(sent).toEqual(jasmine.objectContaining({ name: 'Mine', revision: 7 }));
    expect(screen.text()).not.toContain('Keep mine');
  });

  it('shows what its facts would move before they are saved, and saves once that is taken', async () => {
    const move = { level: null, break: 'By the box', quantity: '10', unit: 'bag', currency: 'EUR' };
    const moves = [{ ...move, was: '98.00', now: '1100.50' }];
    await screen.press('Edit details');
    await screen.type('Name', 'Mine');
    await screen.press('Save');
    await screen.answer('POST', FORESEE, { moves });
    const told = screen.host.querySelector('hl-item-moves tbody')?.textContent ?? '';
    for (const cell of ['By the box', '10 bag', '98.00 EUR', '1,100.50 EUR']) {
      expect(told).toContain(cell);
    }
    await screen.press('Keep editing');
    expect(screen.host.querySelector('hl-item-moves')).toBeNull();
    await screen.press('Save');
    await screen.answer('POST', FORESEE, { moves });
    await screen.press('Save and change these prices');
    const saved = view({ revision: 2, facts: { ...view().facts, name: 'Mine' } });
    const sent = await screen.answer('PUT', ADDRESS, saved);
    expect(sent).toEqual(jasmine.objectContaining({ name: 'Mine' }));
    expect(screen.host.querySelector('hl-item-moves')).toBeNull();
  });

  it('keeps its facts open that are being edited while the same revision comes again', async () => {
    await screen.press('Edit details');
    const isOpen = (): boolean => screen.host.querySelector('hl-item-facts') !== null;
    expect(isOpen()).toBeTrue();
    screen.store.dispatch(itemActions.came({ item: view() }));
    await screen.settle();
    expect(isOpen()).toBeTrue();
    screen.store.dispatch(itemActions.came({ item: view({ revision: 2 }) }));
    await screen.settle();
    expect(isOpen()).toBeFalse();
  });
});
