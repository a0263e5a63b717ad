import { decimal } from '../number/decimal';
import type { Reach } from '../setup/reach';
import {
  breakOf,
  costTable,
  documentOf,
  entryOf,
  factsOf,
  itemOf,
  lineOf,
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
  const under = (category: string): Reach => ({ kind: 'category', category });
  const times = (id: string, ...reaches: Reach[]) =>
    costTable({ '0': { kind: 'multiplier', factor: decimal('2') } }, { id, reaches });

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
        breakOf(tiers, { id: 'first', reaches: [under('clay')] }),
        breakOf(tiers, { id: 'second', reaches: [under('tools'), under('glaze')] }),
        breakOf(tiers, { id: 'other goods', reaches: [under('tools')] }),
        breakOf(tiers, { id: 'others', parties: others }),
      ],
    });
    expect(reachingSetup(setup, document).breaks.map(({ id }) => id)).toEqual(['first', 'second']);
  });
});
