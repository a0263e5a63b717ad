import type { DocumentContent } from '@honest-ledger/contracts';
import { NO_SALES_CONTEXT } from '@honest-ledger/engine';
import { writeWallClock } from '../../../shared/numbers/dates';
import { documentLine } from '../../../testing/goods';
import { tellingNames } from '../../../testing/names';
import { contentDifferences } from './content-differences';

const THEN: DocumentContent = {
  customer: 'C1001',
  title: '',
  outlet: 'shop',
  currency: 'EUR',
  asOf: null,
  validUntil: null,
  codes: [],
  shipping: null,
  byHand: [],
  discount: null,
  attributes: {},
  salesContext: NO_SALES_CONTEXT,
  level: null,
  lines: [documentLine('a', 'CL-0207', '2'), documentLine('b', 'GL-0101', '1')],
};

describe('what two states of a document differ in', () => {
  const told = (change: Partial<DocumentContent>): readonly string[] =>
    contentDifferences(
      THEN,
      { ...THEN, ...change },
      { ...tellingNames(), rule: (id) => `rule ${id}` },
    );
  const [clay, glaze] = THEN.lines;
  if (!clay || !glaze) throw new Error('there are two lines');

  it('is nothing where they say the same', () => {
    expect(told({})).toEqual([]);
  });

  it('names what holds for the whole document as people call it', () => {
    const discount = { off: { kind: 'percent', percent: '-5' }, reason: 'a fair' } as const;
    const salesContext = { ...NO_SALES_CONTEXT, deliveryPostcode: 'PL4' };
    const codes = ['WELCOME', 'SPRING'];
    expect(told({ customer: null, codes, shipping: '1250', discount, salesContext })).toEqual([
      'customer C1001 → an unknown customer',
      'codes none → WELCOME, SPRING',
      'shipping none → 1,250',
      'discount on the whole none → 5 % (a fair)',
      'delivery postcode none → PL4',
    ]);
    expect(told({ asOf: '2026-11-20T09:00' })).toEqual([
      `priced as of now → ${writeWallClock('2026-11-20T09:00')}`,
    ]);
    expect(told({ level: 'x', attributes: { job: 'K7' } })).toEqual([
      'level none → level x',
      'attribute job none → K7',
    ]);
  });

  it('tells which rules somebody put on or took off, and where', () => {
    const byHand = [
      { rule: 'favour', line: 'b', is: 'on' },
      { rule: 'spring', line: null, is: 'off' },
    ] as const;
    expect(told({ byHand })).toEqual([
      'rules applied manually none → applied rule favour (GL-0101), excluded rule spring',
    ]);
  });

  it('follows each line by itself, wherever it stands', () => {
    const priceByHand = { price: '17.00', reason: '' };
    const more = { ...glaze, quantity: '12', priceByHand, note: 'in blue' };
    const one = documentLine('c', 'TO-0300', '3');
    expect(told({ lines: [more, { ...one, unit: 'box' }] })).toEqual([
      'GL-0101: quantity 1 → 12',
      'GL-0101: manual price none → 17.00 (…)',
      'GL-0101: note none → in blue',
      '3 box of TO-0300 added',
      '2 CL-0207 removed',
    ]);
    expect(told({ lines: [glaze, clay] })).toEqual(['lines in another order']);
  });
});
