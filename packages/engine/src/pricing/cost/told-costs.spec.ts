import { decimal } from '../../number/decimal';
import { serialized } from '../../number/serialized';
import { price } from '../price-document';
import type { PricingDocument } from '../../setup/document';
import type { Setup } from '../../setup/setup';
import { pricedLine } from '../../testing/priced';
import {
  basePrice,
  costOf,
  costTable,
  documentOf,
  factsOf,
  itemOf,
  markup,
  setupOf,
} from '../../testing/saltmarsh';

const shop = {
  code: 'shop',
  name: 'Harbour shop',
  timeZone: 'UTC',
  level: null,
  levelsAllowed: null,
} as const;
const dear = costTable({ '0': markup('50') });

function line(setup: Partial<Setup>, document: Partial<PricingDocument> = {}) {
  const whole = setupOf({ basePrices: [basePrice('18.40')], ...setup });
  return pricedLine(whole, documentOf('1', document));
}

describe('what is told of cost tables that make no price', () => {
  /** One that makes a price where the others do not. */
  const other = costTable({ '0': markup('10') }, { id: 'other', name: 'Other' });
  const why = (setup: Partial<Setup>, facts: Partial<Parameters<typeof factsOf>[0]> = {}) =>
    serialized(
      line(
        { ...setup, basePrices: [], costTables: [...(setup.costTables ?? []), other] },
        { facts: factsOf({ customer: null, ...facts }) },
      ).notApplied,
    )
      .filter(({ subject }) => subject.kind === 'costTable')
      .flatMap(({ reasons }) => reasons as unknown[]);
  const bag = itemOf({ costs: [costOf('10')] });

  it('is that they are for other outlets, and which one this is', () => {
    const table = { ...dear, outlets: ['kiln'] };
    expect(why({ costTables: [table] }, { items: [bag], outlet: shop })).toEqual([
      { kind: 'tableNotAtOutlet', outlet: 'Harbour shop' },
    ]);
    expect(why({ costTables: [table] }, { items: [bag] })).toEqual([
      { kind: 'tableNotAtOutlet', outlet: null },
    ]);
    const here = { ...dear, outlets: ['shop'] };
    expect(why({ costTables: [here] }, { items: [bag], outlet: shop })).toEqual([]);
  });

  it('is the cost that lies below their first band, and where that begins', () => {
    const table = costTable({ '12.50': markup('50') });
    expect(why({ costTables: [table] }, { items: [bag] })).toEqual([
      { kind: 'belowFirstBand', price: '10', from: '12.50' },
    ]);
  });
});

describe('the fees and charges of a cost table', () => {
  const steps = (changes: Parameters<typeof costTable>[1], cost = '10') => {
    const facts = factsOf({ customer: null, items: [itemOf({ costs: [costOf(cost)] })] });
    const setup = { basePrices: [], costTables: [costTable({ '0': markup('50') }, changes)] };
    return line(setup, { facts }).slices[0]?.steps.map(({ source }) => source.kind);
  };

  it('are steps of their own where there are any, and none where they are nothing', () => {
    const nothing = { fees: { percent: decimal('0'), fixed: decimal('0') } };
    expect(steps(nothing)).toEqual(['cost', 'costTable']);
    expect(steps({ fees: { percent: decimal('5'), fixed: decimal('0') } })).toContain('tableFees');
    expect(steps({ fees: { percent: decimal('0'), fixed: decimal('1') } })).toContain('tableFees');
    expect(steps({})).not.toContain('pieceCharge');
  });

  it('take no more than there is', () => {
    const charge = (amount: string) => ({
      pieceCharges: [{ scope: { kind: 'all' }, amount: decimal(amount) }] as never,
    });
    const took = (amount: string) => {
      const facts = factsOf({ customer: null, items: [itemOf({ costs: [costOf('10')] })] });
      const setup = setupOf({
        basePrices: [],
        costTables: [costTable({ '0': markup('50') }, charge(amount))],
      });
      const [one] = price(setup, documentOf('1', { facts })).lines;
      if (one?.kind !== 'priced') return one?.problem.kind;
      const step = one.slices[0]?.steps.find(({ source }) => source.kind === 'pieceCharge');
      return step?.source.kind === 'pieceCharge' && step.source.tookAll;
    };
    expect(took('-14.99')).toBeFalse();
    expect(took('-15')).toBeFalse();
    expect(took('-15.01')).toBeTrue();
  });
});
