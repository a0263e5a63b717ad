import type {
  RepricedPrice,
  PriceChangeContent,
  PriceChangeTotals,
  PriceChangeView,
} from '@honest-ledger/contracts';

/** One price of a change of prices. */
export function repriced(changes: Partial<RepricedPrice>): RepricedPrice {
  return {
    row: 1,
    item: 'TL-1',
    name: 'Loop tool',
    level: null,
    unit: 'piece',
    minQuantity: '0',
    from: null,
    until: null,
    currency: 'EUR',
    cost: '5.00',
    costKind: 'last',
    before: '9.00',
    after: '9.36',
    change: '0.36',
    move: '4.00',
    markupBefore: '80.00',
    marginBefore: '44.44',
    markup: '87.20',
    margin: '46.58',
    typed: null,
    leftOut: false,
    remark: null,
    fixed: false,
    belowCost: false,
    belowMargin: false,
    ...changes,
  };
}

export function priceChangeContent(changes: Partial<PriceChangeContent> = {}): PriceChangeContent {
  return {
    name: 'Tools up',
    goods: { category: ['tools'] },
    prices: [{ kind: 'basePrice' }],
    basis: { kind: 'present' },
    change: { kind: 'percent', percent: '4' },
    rounding: null,
    leastMargin: null,
    at: null,
    quotes: 'leave',
    ...changes,
  };
}

const TOTALS: PriceChangeTotals = {
  rows: 2,
  items: 2,
  raised: 2,
  lowered: 0,
  fresh: 0,
  unchanged: 0,
  changing: 2,
  leftOut: 0,
  withoutPrice: 0,
  withoutCost: 0,
  belowCost: 0,
  belowMargin: 0,
  largestRise: { item: 'TL-1', move: '4.0' },
  largestFall: null,
  meanMove: '4.0',
  meanMarginBefore: '44.4',
  meanMarginAfter: '46.6',
};

export function priceChangeView(changes: Partial<PriceChangeView> = {}): PriceChangeView {
  return {
    id: 'r-1',
    content: priceChangeContent(),
    state: 'open',
    revision: 1,
    remark: null,
    by: 'Ines Marlow',
    own: true,
    at: '2026-11-26T08:00:00Z',
    totals: TOTALS,
    quotes: { total: 3, numbers: [1003, 1002, 1001] },
    draft: null,
    ...changes,
  };
}
