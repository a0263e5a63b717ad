import fc from 'fast-check';
import { make, print } from '../../number/decimal';
import type { CustomerFacts } from '../../setup/facts';
import { BREAK_COUNTS, type QuantityBreak } from '../../setup/quantity-break';
import type { Scope } from '../../setup/scope';
import { leastMet, runs } from '../../testing/runs';
import {
  breakOf,
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';

/*
 * A slow second way to the same amounts: it knows no indexes, no bands and no decimals of ours. It
 * walks through every break for every single unit and counts in whole cents.
 */

interface Case {
  readonly prices: readonly number[];
  readonly lines: readonly { readonly item: number; readonly quantity: number }[];
  readonly breaks: readonly Simple[];
  readonly segment: boolean;
}

/** A break by quantity, with whole percents off. */
interface Simple {
  readonly goods: readonly ('all' | 'clay' | 'glaze' | 0 | 1 | 2)[];
  readonly party: 'customer' | 'other' | 'segment' | null;
  readonly count: QuantityBreak['count'];
  readonly incremental: boolean;
  readonly tiers: readonly (readonly [from: number, percentOff: number])[];
}

const CATEGORIES = ['clay', 'clay', 'glaze'];

function takesIn(goods: Simple['goods'][number], item: number): boolean {
  return goods === 'all' || goods === item || goods === CATEGORIES[item];
}

/** How narrowly, the lower the narrower; none where it does not take the item in. */
function rankFor({ goods, party }: Simple, item: number, segment: boolean): number | null {
  if (party === 'other' || (party === 'segment' && !segment)) return null;
  const own = goods.filter((one) => takesIn(one, item));
  if (own.length === 0) return null;
  const narrow = Math.min(...own.map((one) => (one === item ? 0 : one === 'all' ? 2 : 1)));
  return (party === 'customer' ? 0 : party === 'segment' ? 1 : 2) * 10 + narrow;
}

/** What each line comes to, in cents. */
function slowly({ prices, lines, breaks, segment }: Case): number[] {
  return lines.map(({ item, quantity }, place) => {
    let best: Simple | null = null;
    for (const one of breaks) {
      const rank = rankFor(one, item, segment);
      if (rank === null) continue;
      if (countOf(one, place, lines, segment).all < (one.tiers[0]?.[0] ?? 0)) continue;
      if (!best || rank < (rankFor(best, item, segment) ?? 99)) best = one;
    }
    let cents = 0;
    for (let unit = 1; unit <= quantity; unit += 1) {
      const each = prices[item] ?? 0;
      const { all, before } = best ? countOf(best, place, lines, segment) : { all: 0, before: 0 };
      const at = best?.incremental ? before + unit : all;
      let off = 0;
      for (const [from, percent] of best?.tiers ?? []) if (at >= from) off = percent;
      cents += Math.floor((each * (100 - off) * 2 + 100) / 200); // half a cent goes up
    }
    return cents;
  });
}

/** All that a break counts for a line, and what lies before the line. */
function countOf(
  one: Simple,
  place: number,
  lines: Case['lines'],
  segment: boolean,
): { readonly all: number; readonly before: number } {
  let [all, before] = [0, 0];
  lines.forEach(({ item, quantity }, other) => {
    const counts = {
      line: other === place,
      item: item === lines[place]?.item,
      goods: rankFor(one, item, segment) !== null,
      document: true,
    }[one.count];
    if (!counts) return;
    all += quantity;
    if (other < place) before += quantity;
  });
  return { all, before };
}

const NUMBERS = ['CL-1', 'CL-2', 'GL-1'];

function byEngine({ prices, lines, breaks, segment }: Case): number[] {
  const customer: CustomerFacts = customerOf({
    level: null,
    segment: segment ? { code: 'schools', name: 'Schools', level: null } : null,
  });
  const items = NUMBERS.map((item, place) => {
    const code = CATEGORIES[place] ?? '';
    return itemOf({ item, categories: [{ code, name: code }], family: null });
  });
  const setup = setupOf({
    basePrices: NUMBERS.map((item, place) => ({
      kind: 'own',
      item,
      unit: null,
      price: make(prices[place] ?? 0, 2),
    })),
    breaks: breaks.map((one, place) => {
      const tiers = Object.fromEntries(
        one.tiers.map(([from, percent]) => [String(from), `-${String(percent)}`]),
      );
      return breakOf(tiers, {
        id: String(place),
        scopes: one.goods.map(scopeOf),
        count: one.count,
        mode: one.incremental ? 'incremental' : 'allUnits',
        parties:
          one.party === null
            ? null
            : {
                customers: one.party === 'segment' ? [] : [PARTIES[one.party]],
                segments: one.party === 'segment' ? ['schools'] : [],
              },
      });
    }),
  });
  const document = documentOf('1', {
    facts: factsOf({ customer, items }),
    lines: lines.map(({ item, quantity }, place) =>
      lineOf(String(quantity), { id: String(place), item: NUMBERS[item] ?? '' }),
    ),
  });
  return price(setup, document).lines.map((line) =>
    line.kind === 'priced' ? Number(print(line.amount).replace('.', '')) : -1,
  );
}

const PARTIES = { customer: 'HARBOUR', other: 'SOMEBODY' } as const;

function scopeOf(goods: Simple['goods'][number]): Scope {
  if (typeof goods === 'number') return { kind: 'item', item: NUMBERS[goods] ?? '' };
  return goods === 'all' ? { kind: 'all' } : { kind: 'category', category: goods };
}

const cases: fc.Arbitrary<Case> = fc.record({
  prices: fc.array(fc.integer({ min: 50, max: 5000 }), { minLength: 3, maxLength: 3 }),
  lines: fc.array(fc.record({ item: fc.nat(2), quantity: fc.integer({ min: 1, max: 30 }) }), {
    minLength: 1,
    maxLength: 5,
  }),
  segment: fc.boolean(),
  breaks: fc.array(
    fc.record({
      goods: fc.uniqueArray(
        fc.constantFrom<Simple['goods'][number]>('all', 'clay', 'glaze', 0, 1),
        {
          minLength: 1,
          maxLength: 2,
        },
      ),
      party: fc.constantFrom(null, null, 'customer', 'other', 'segment'),
      count: fc.constantFrom(...BREAK_COUNTS),
      incremental: fc.boolean(),
      tiers: fc
        .uniqueArray(fc.tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 60 })), {
          selector: ([from]) => from,
          minLength: 1,
          maxLength: 4,
        })
        .map((tiers) => tiers.toSorted(([a], [b]) => a - b)),
    }),
    { maxLength: 5 },
  ),
});

describe('quantity breaks and a slow second way to the same amounts', () => {
  it('agree on twenty thousand random documents', () => {
    let touched = 0;
    fc.assert(
      fc.property(cases, (one) => {
        const amounts = byEngine(one);
        const whole = byEngine({ ...one, breaks: [] });
        if (amounts.some((cents, place) => cents !== whole[place])) touched += 1;
        expect(amounts).toEqual(slowly(one));
      }),
      { numRuns: runs(20_000) },
    );
    expect(touched).withContext('breaks must touch lines').toBeGreaterThan(leastMet(8000));
  });

  it('changes nothing for lines that no break reaches, whatever stands beside them', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const never: Simple = {
          goods: ['all'],
          party: null,
          count: 'document',
          incremental: false,
          tiers: [[100_000, 50]],
        };
        expect(byEngine({ ...one, breaks: [...one.breaks, never] })).toEqual(byEngine(one));
      }),
      { numRuns: runs(500) },
    );
  });
});
