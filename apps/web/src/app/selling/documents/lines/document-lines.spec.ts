import type { OpenDocument } from '../state/documents.feature';
import { shownLines } from './document-lines';

describe('a line as the quote shows it', () => {
  const rule = { id: 'r', name: 'Spring', words: 'Spring glazes', currency: 'EUR' };
  const tier = { from: '10', adjustment: { kind: 'percent', percent: '-5' } };
  const basis = { kind: 'afterLevel' };
  const named = { ...rule, words: 'By the bag' };
  const source = { kind: 'quantityBreak', break: named, tier, basis, measured: 'bag' };
  const slice = (quantity: string, unitPrice: string, amount: string) => ({
    quantity,
    unit: 'bag',
    unitPrice,
    amount,
    steps: [{ source }],
  });
  const shown = (priced: object) => {
    const open = {
      editing: { content: { currency: 'EUR', lines: [{ id: 'a', item: 'CL-0207' }] } },
      inputs: { document: { facts: { items: [] } } },
      added: {},
      view: { cheaper: [] },
      priced: {
        a: {
          kind: 'priced',
          duration: null,
          cost: null,
          kept: null,
          flats: [],
          shares: [],
          ...priced,
        },
      },
    };
    return shownLines(open as unknown as OpenDocument)[0];
  };

  it('has a row for each slice, their average, and what the customer reads', () => {
    const line = shown({
      slices: [slice('9', '4.00', '36.00'), slice('15', '3.80', '57.00')],
      flats: [{ rule, amount: '-3.00' }],
      amount: '90.00',
    });
    const rows = line?.parts.map(({ units, words, amount }) => [
      units ? `${units.quantity} at ${units.each}` : words,
      amount,
    ]);
    expect(rows).toEqual([
      ['9 at 4.00', '36.00'],
      ['15 at 3.80', '57.00'],
      ['Spring glazes', '-3.00'],
    ]);
    expect([line?.each, line?.isAverage]).toEqual(['3.75', true]);
    expect(line?.words).toEqual(['By the bag']);
    const third = { ...rule, words: 'Every third at half price' };
    const given = shown({
      slices: [slice('3', '4.00', '12.00')],
      shares: [
        { rule: third, of: 'group', units: 1, amount: '-2.00' },
        { rule, of: 'group', units: 0, amount: '0.00' },
        { rule: { ...rule, words: 'Over 2,500' }, of: 'document', units: null, amount: '-0.10' },
      ],
      amount: '10.00',
    });
    // what earns it for others, and the document's, is not said on the line
    expect(given?.parts.map(({ words }) => words)).toEqual(['', 'Every third at half price']);
  });

  it('that is whole has its unit price and no rows below it', () => {
    const line = shown({ slices: [slice('9', '4.00', '36.00')], amount: '36.00' });
    expect([line?.parts, line?.each, line?.isAverage]).toEqual([[], '4.00', false]);
  });

  it('says what the floor of its goods says, and nothing above it', () => {
    const at = (short: object | null) =>
      shown({
        slices: [slice('9', '4.00', '36.00')],
        amount: '36.00',
        floor: {
          version: 1,
          floor: 'a',
          least: { kind: 'ofBasePrice', percent: '85' },
          lifted: '0.00',
          short,
          untested: null,
        },
      })?.floor;
    expect(at({ amount: '1200.50', then: 'warn' })).toBe(
      '1,200.50 EUR below the minimum of 85 % of the base price',
    );
    expect(at(null)).toBeNull();
  });

  it('tells a larger quantity that costs less while it stands at its quantity', () => {
    const cheaper = { line: 'a', quantity: '25', more: '1', saves: '24.80' };
    const priced = {
      kind: 'priced',
      duration: null,
      cost: null,
      kept: null,
      flats: [],
      shares: [],
    };
    const at = (quantity: string) => {
      const open = {
        editing: { content: { currency: 'EUR', lines: [{ id: 'a', item: 'CL-0207', quantity }] } },
        inputs: { document: { facts: { items: [] } } },
        added: {},
        view: { cheaper: [cheaper] },
        priced: { a: { ...priced, slices: [slice('24', '29.45', '706.80')], amount: '706.80' } },
      };
      return shownLines(open as unknown as OpenDocument)[0]?.cheaper;
    };
    expect(at('24')).toBe(cheaper);
    expect(at('20')).toBeNull();
  });
});
