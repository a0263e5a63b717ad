import { decimal } from '../number/decimal';
import type { PricingDocument } from '../setup/document';
import type { Level, LevelEntry, Setup } from '../setup/setup';

/** A small invented setup that specifications vary. */
export function setupOf(changes: Partial<Setup> = {}): Setup {
  return {
    version: 7,
    homeCurrency: 'EUR',
    roundingMode: 'halfAwayFromZero',
    unitPriceDigits: {},
    basePrices: [{ item: 'CL-0207', price: decimal('18.40') }],
    levels: [schools()],
    ...changes,
  };
}

/** 12 % off everything under Clay, to the nearest 0.05. */
export function schools(changes: Partial<Level> = {}): Level {
  return {
    id: 'schools',
    name: 'Schools',
    entries: [percentEntry('-12', { kind: 'category', category: 'clay' })],
    rounding: {
      currency: 'EUR',
      increment: decimal('0.05'),
      direction: 'nearest',
      leastPrice: null,
    },
    ...changes,
  };
}

export function percentEntry(percent: string, reach: LevelEntry['reach']): LevelEntry {
  return {
    id: `${reach.kind} ${percent}`,
    reach,
    adjustment: { kind: 'percent', percent: decimal(percent) },
  };
}

/** A school asks for a quantity of one bag of stoneware, which lies under Clay. */
export function documentOf(
  quantity = '1',
  changes: Partial<PricingDocument> = {},
): PricingDocument {
  return {
    pricedAt: '2026-11-24T14:32:00Z',
    currency: 'EUR',
    facts: {
      customer: { code: 'HARBOUR', name: 'Harbour Lane School', level: 'schools' },
      items: [
        {
          item: 'CL-0207',
          name: 'Stoneware body, buff, grogged',
          categories: [
            { code: 'clay', name: 'Clay' },
            { code: 'stoneware', name: 'Stoneware' },
          ],
          unit: 'bag',
          quantityDigits: 0,
        },
      ],
    },
    lines: [{ id: '1', item: 'CL-0207', quantity: decimal(quantity) }],
    ...changes,
  };
}
