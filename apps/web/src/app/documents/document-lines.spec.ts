import type { OpenDocument } from './documents.feature';
import { shownLines } from './document-lines';

describe('a line as the quote shows it', () => {
  const rule = { id: 'r', name: 'Spring', words: 'Spring glazes', currency: 'EUR' };
  const source = { kind: 'quantityBreak', break: { ...rule, words: 'By the bag' } };
  const slice = (quantity: string, unitPrice: string) => ({
    quantity,
    unit: 'bag',
    unitPrice,
    steps: [{ source }],
  });
  const shown = (priced: object) => {
    const open = {
      editing: { content: { currency: 'EUR', lines: [{ id: 'a', item: 'CL-0207' }] } },
      inputs: { document: { facts: { items: [] } } },
      added: {},
      priced: {
        a: { kind: 'priced', duration: null, cost: null, flats: [], shares: [], ...priced },
      },
    };
    return shownLines(open as unknown as OpenDocument)[0];
  };

  it('has its slices in words, their average, and what the customer reads', () => {
    const line = shown({
      slices: [slice('9', '4.00'), slice('15', '3.80'), slice('6', '3.52')],
      flats: [{ rule, amount: '0.00' }],
      amount: '114.12',
    });
    expect(line?.slices).toBe('9 × 4.00 + 15 × 3.80 + 6 × 3.52 per bag');
    expect(line?.each).toBe('3.80');
    expect(line?.words).toEqual(['By the bag', 'Spring glazes']);
    const third = { ...rule, words: 'Every third at half price' };
    const given = shown({
      slices: [slice('3', '4.00')],
      shares: [
        { rule: third, of: 'group', units: 1, amount: '-2.00' },
        { rule, of: 'group', units: 0, amount: '0.00' },
        { rule: { ...rule, words: 'Over 2,500' }, of: 'document', units: null, amount: '-0.10' },
      ],
      amount: '10.00',
    });
    // what earns it for others, and the document's, is not said on the line
    expect(given?.words).toEqual(['By the bag', 'Every third at half price']);
  });

  it('that is whole has its unit price and no slices', () => {
    const line = shown({ slices: [slice('9', '4.00')], flats: [], amount: '36.00' });
    expect([line?.slices, line?.each]).toEqual([null, '4.00']);
  });
});
