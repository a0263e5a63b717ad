import type { ItemContent, ProblemDetails } from '@honest-ledger/contracts';
import { CATEGORY_ROWS, problemBody, showScreen, type ShownScreen } from '../../testing/screens';
import { ItemFacts } from './item-facts';
import { NewItem } from './new-item';

const facts: ItemContent = {
  name: 'Stoneware body',
  customerName: null,
  gtin: null,
  kind: 'stock',
  category: 'clay',
  family: null,
  brand: 'ebb',
  supplier: null,
  taxClass: null,
  unit: 'bag',
  quantityDigits: 0,
  timeUnit: null,
  units: [{ unit: 'pallet', factor: '60', digits: 2 }],
  listPrice: null,
  namedPrices: [],
  active: true,
  replacedBy: null,
  crossReferences: ['00417'],
  attributes: { weight: '12.5' },
};

describe('the facts of an item as a form', () => {
  let screen: ShownScreen<ItemFacts>;
  let saved: ItemContent[];
  beforeEach(async () => {
    screen = await showScreen(ItemFacts, { facts });
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    await screen.answerReference();
    saved = [];
    screen.fixture.componentInstance.saved.subscribe((content) => saved.push(content));
  });

  it('give back what they were where nothing was typed', async () => {
    await screen.press('Save');
    expect(saved).toEqual([facts]);
  });

  it('give what was typed and chosen; an empty field is nothing', async () => {
    await screen.type('Name', ' Porcelain body ');
    await screen.type('GTIN', '6291041500213');
    await screen.choose('Brand', 'none');
    await screen.choose('Category', 'Glazes');
    await screen.type('Further units', 'pallet 48; box 12');
    await screen.type('List price', '19.5');
    await screen.type('Its currency', 'eur');
    await screen.press('Save');
    expect(saved[0]).toEqual({
      ...facts,
      name: 'Porcelain body',
      gtin: '6291041500213',
      brand: null,
      category: 'glaze',
      // a unit that stays keeps how many decimals its quantities may have
      units: [
        { unit: 'pallet', factor: '48', digits: 2 },
        { unit: 'box', factor: '12', digits: 0 },
      ],
      listPrice: { amount: '19.5', currency: 'EUR' },
    });
    await screen.type('GTIN', '');
    await screen.press('Save');
    expect(saved[1]?.gtin).toBeNull();
  });

  it('give other numbers, named prices and attributes, with either decimal mark', async () => {
    await screen.type('Also known as', 'MK-207; 00417');
    await screen.type('Named prices', 'fair stand 17,50 EUR');
    await screen.choose('Finish', 'matt');
    await screen.type('Weight', '');
    await screen.choose('Tax class', 'Standard rate');
    await screen.press('Save');
    expect(saved[0]).toEqual({
      ...facts,
      crossReferences: ['MK-207', '00417'],
      namedPrices: [{ name: 'fair stand', amount: '17.50', currency: 'EUR' }],
      attributes: { finish: 'matt' },
      taxClass: 'standard',
    });
  });

  it('cannot be saved with units that nobody can read', async () => {
    await screen.type('Further units', 'pallet of sixty');
    expect(screen.text()).toContain('Write it like this: box 12; pallet 480');
    await screen.press('Save');
    expect(saved).toEqual([]);
  });

  it('tell what is wrong beside the field', async () => {
    const problem = problemBody(422, 'Wrong.', {
      fields: [{ path: 'gtin', sentence: 'Item CL-0311 has this GTIN' }],
    }) as ProblemDetails;
    screen.fixture.componentRef.setInput('problem', problem);
    await screen.settle();
    expect(screen.text()).toContain('Item CL-0311 has this GTIN');
    expect(screen.field('GTIN').getAttribute('aria-invalid')).toBe('true');
  });
});

describe('a new item', () => {
  let screen: ShownScreen<NewItem>;
  beforeEach(async () => {
    screen = await showScreen(NewItem, {});
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    await screen.answerReference();
  });

  it('needs a number', async () => {
    await screen.press('Save');
    expect(screen.text()).toContain('Give the item a number.');
  });

  it('is made under its number, and not in the place of another', async () => {
    await screen.type('Item number', 'NEW-1');
    await screen.type('Name', 'New thing');
    await screen.press('Save');
    const there = problemBody(422, 'There is an item NEW-1 already.');
    const sent = await screen.answer('PUT', '/api/items/NEW-1', there, 422);
    expect(sent).toEqual(jasmine.objectContaining({ name: 'New thing', revision: 0 }));
    expect(screen.text()).toContain('There is an item NEW-1 already.');
  });
});
