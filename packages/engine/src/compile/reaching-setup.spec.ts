import { decimal } from '../number/decimal';
import type { Agreement } from '../setup/agreement';
import type { Scope } from '../setup/scope';
import {
  agreement,
  basePrice,
  breakOf,
  costTable,
  customerOf,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
  ruleOf,
  schools,
  setupOf,
} from '../testing/saltmarsh';
import { reachingSetup } from './reaching-setup';

describe('the part of a setup that a document reaches', () => {
  const clay = itemOf();
  const glaze = itemOf({ item: 'GL-1180', categories: [{ code: 'glaze', name: 'Glazes' }] });
  const document = documentOf('1', {
    facts: factsOf({ items: [clay, glaze] }),
    lines: [lineOf('1'), lineOf('1', { id: '2', item: 'GL-1180' })],
  });
  const under = (category: string): Scope => ({ kind: 'category', category });
  const times = (id: string, ...scopes: Scope[]) =>
    costTable({ '0': { kind: 'multiplier', factor: decimal('2') } }, { id, scopes });

  it('has the tables that take in any of its items, and those that its levels name', () => {
    const named = entryOf({ kind: 'percent', percent: decimal('0') }, under('clay'), {
      basis: { kind: 'costTable', table: 'named' },
    });
    const setup = setupOf({
      levels: [schools({ entries: [named] })],
      costTables: [
        times('of the first', under('clay')),
        times('of the second', under('tools'), under('glaze')),
        times('of others', under('tools')),
        times('named', under('tools')),
      ],
    });
    expect(reachingSetup(setup, document).costTables.map(({ id }) => id)).toEqual([
      'of the first',
      'of the second',
      'named',
    ]);
  });

  it('has the breaks for any of its items and its customer', () => {
    const tiers = { '2': '-10' };
    const others = { customers: ['OTHER'], segments: [] };
    const setup = setupOf({
      breaks: [
        breakOf(tiers, { id: 'first', scopes: [under('clay')] }),
        breakOf(tiers, { id: 'second', scopes: [under('tools'), under('glaze')] }),
        breakOf(tiers, { id: 'other goods', scopes: [under('tools')] }),
        breakOf(tiers, { id: 'others', parties: others }),
      ],
    });
    expect(reachingSetup(setup, document).breaks.map(({ id }) => id)).toEqual(['first', 'second']);
  });

  it('has the prices of its items alone: base prices, shared ones, and those of rules', () => {
    const shared = (id: string) => ({ id, name: id, price: decimal('9.00') });
    const of = (item: string) => ({ item, price: decimal('1.00'), unit: null });
    const own = { kind: 'ownPrices', prices: [of('CL-0207'), of('XX-1')], raises: false } as const;
    const setup = setupOf({
      basePrices: [
        basePrice('18.40'),
        { kind: 'shared', item: 'GL-1180', unit: null, shared: 'glazes' },
        { ...basePrice('1.00'), item: 'XX-1' },
      ],
      sharedPrices: [shared('others'), shared('glazes')],
      rules: [ruleOf(own)],
    });
    const part = reachingSetup(setup, document);
    expect(part.basePrices.map(({ item }) => item)).toEqual(['CL-0207', 'GL-1180']);
    expect(part.sharedPrices.map(({ id }) => id)).toEqual(['glazes']);
    expect(part.rules.map(({ effect }) => effect)).toEqual([{ ...own, prices: [of('CL-0207')] }]);
  });

  it('has the levels that it may ask for, with all that they start from', () => {
    const from = (id: string, base: string | null) =>
      schools({
        id,
        entries: [
          entryOf(
            { kind: 'percent', percent: decimal('-1') },
            { kind: 'all' },
            {
              basis: base === null ? { kind: 'basePrice' } : { kind: 'level', level: base },
            },
          ),
        ],
      });
    const setup = setupOf({
      levels: [
        from('schools', 'middle'),
        from('middle', 'lowest'),
        from('lowest', null),
        from('other', null),
      ],
    });
    expect(reachingSetup(setup, document).levels.map(({ id }) => id)).toEqual([
      'schools',
      'middle',
      'lowest',
    ]);
  });

  it('has the prices agreed with its customer or their segment, and nobody else’s', () => {
    const of = (id: string, party: Agreement['party'], item = 'CL-0207') =>
      agreement('9.00', { id, party, item });
    const setup = setupOf({
      agreements: [
        of('theirs', { kind: 'customer', customer: 'HARBOUR' }),
        of('others', { kind: 'customer', customer: 'OTHER' }),
        of('their segment', { kind: 'segment', segment: 'schools' }),
        of('other segment', { kind: 'segment', segment: 'clubs' }),
        // a segment of the same name as the customer is not the customer
        of('confused', { kind: 'segment', segment: 'HARBOUR' }),
        of('other goods', { kind: 'customer', customer: 'HARBOUR' }, 'XX-1'),
      ],
    });
    const segment = { code: 'schools', name: 'Schools', level: null };
    const facts = factsOf({ items: [clay], customer: customerOf({ segment }) });
    expect(reachingSetup(setup, documentOf('1', { facts })).agreements.map(({ id }) => id)).toEqual(
      ['theirs', 'their segment'],
    );
    const nobody = documentOf('1', { facts: factsOf({ customer: null }) });
    expect(reachingSetup(setup, nobody).agreements).toEqual([]);
  });
});
