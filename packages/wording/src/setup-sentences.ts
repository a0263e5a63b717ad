import type {
  Adjusting,
  Adjustment,
  Basis,
  ItemKind,
  Level,
  LevelEntry,
  Serialized,
  Scope,
  RoundingRule,
  Window,
} from '@honest-ledger/engine';
import { markupWords } from './markup-words';

/** Writes numbers and days for a reader: canonical text in, what the reader's locale makes of it out. */
export interface Writer {
  readonly number: (decimal: string) => string;
  readonly day: (day: string) => string;
}

/** Gives the names people know things by. */
export interface Names {
  readonly category: (code: string) => string;
  readonly item: (number: string) => string;
  readonly family: (code: string) => string;
  readonly brand: (code: string) => string;
  readonly supplier: (code: string) => string;
  readonly level: (id: string) => string;
  /** A condition that is saved under a name. */
  readonly condition: (id: string) => string;
  /** Of a kind of cost, without the word: "last", "full pallet". */
  readonly cost: (kind: string) => string;
  readonly costTable: (id: string) => string;
  /** Of an attribute of items or customers: "firing temperature". */
  readonly attribute: (code: string) => string;
  readonly segment: (code: string) => string;
  readonly outlet: (code: string) => string;
  readonly salesPerson: (code: string) => string;
  readonly department: (code: string) => string;
  readonly deliveryMethod: (code: string) => string;
  /** A unit after so much of it: "bag" after 1, "bags" after 24. What is no unit stays: "EUR". */
  readonly unit: (unit: string, quantity: string) => string;
}

/** Numbers and days as they are stored. */
export const plainWriter: Writer = { number: (decimal) => decimal, day: (day) => day };

/** "12 % off the base price of all items in Clay"; amounts in it are in `currency`, the level's own. */
export function entrySentence(
  { scope, basis, adjusting, rounding, closes }: Serialized<LevelEntry>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  const goods = scopeWords(scope, names);
  const of = basisWords(basis, names);
  const sentence =
    adjusting.kind === 'plain'
      ? `${adjustmentWords(adjusting.adjustment, of, currency, write)} ${goods}`
      : `${goods}, ${bandsIntro(adjusting.kind, basis, names)} (${bandsWords(adjusting.bands, currency, write)})`;
  const round = rounding === null ? '' : `, rounded ${roundingSentence(rounding, write)}`;
  return `${sentence}${round}${closes ? ', excluded from breaks and rules' : ''}`;
}

/** "to nearest 0.05 EUR, at least 1.00 EUR" */
export function roundingSentence(
  rule: Serialized<RoundingRule>,
  write: Writer = plainWriter,
): string {
  const { currency, leastPrice } = rule;
  const least = leastPrice === null ? '' : `, at least ${write.number(leastPrice)} ${currency}`;
  return rule.kind === 'increment'
    ? `${INCREMENT_WORDS[rule.direction]} ${write.number(rule.increment)} ${currency}${least}`
    : `${ENDING_WORDS[rule.direction]} ${endingsWords(rule, write)} (${currency})${least}`;
}

/** A whole level in one sentence: its entries in order, its items apart, then its rounding. */
export function levelSentence(
  level: Omit<Serialized<Level>, 'id' | 'name'>,
  names: Names,
  write: Writer = plainWriter,
): string {
  const { entries, exceptions, typedPrices, rounding, currency, window } = level;
  const said = entries.map((entry) => entrySentence(entry, currency, names, write));
  if (said.length === 0) said.push('all items: base price');
  else if (!entries.some(({ scope }) => scope.kind === 'all')) said.push('other items: base price');
  if (exceptions.length > 0) {
    const items = exceptions.length > 3 ? [] : exceptions.map(names.item);
    const words = items.length > 0 ? items.join(', ') : `${String(exceptions.length)} items`;
    said.push(`excluded: ${words}`);
  }
  if (typedPrices.length > 0) {
    const count = typedPrices.length;
    said.push(count === 1 ? '1 item price' : `${String(count)} item prices`);
  }
  if (entries.length > 0 && rounding !== null) {
    said.push(`rounded ${roundingSentence(rounding, write)}`);
  }
  const days = windowWords(window, write);
  if (days !== null) said.push(days);
  const sentence = said.join('; ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

/** "1 March 2026 to 31 May 2026"; null for a window that is always open. */
export function windowWords({ from, until }: Window, write: Writer = plainWriter): string | null {
  if (from !== null && until !== null) return `${write.day(from)} to ${write.day(until)}`;
  if (from !== null) return `from ${write.day(from)}`;
  return until === null ? null : `until ${write.day(until)}`;
}

const INCREMENT_WORDS = {
  nearest: 'to nearest',
  up: 'up to next',
  down: 'down to next',
} as const;

const ENDING_WORDS = {
  nearest: 'to nearest price ending in',
  up: 'up to next price ending in',
  down: 'down to next price ending in',
} as const;

function endingsWords(
  { endings, period }: Extract<Serialized<RoundingRule>, { kind: 'endings' }>,
  write: Writer,
): string {
  const list = endings.map(write.number).join(' or ');
  return period === 1 ? list : `${list} in every ${String(period)}`;
}

/** What is done, up to the word before the goods. */
function adjustmentWords(
  adjustment: Serialized<Adjustment>,
  of: string,
  currency: string,
  write: Writer,
): string {
  switch (adjustment.kind) {
    case 'percent':
      return isZeroText(adjustment.percent)
        ? of.trim()
        : `${percentWords(adjustment.percent, write)}${of}`;
    case 'amount':
      return `${amountWords(adjustment, currency, write)}${of}`;
    case 'percentAndAmount':
      return `${percentWords(adjustment.percent, write).replace(' to', '')}, then ${amountWords(adjustment, currency, write)}${of}`;
    case 'set':
      return `${write.number(adjustment.price)} ${currency}${perWords(adjustment.unit)} for`;
    case 'multiplier':
      return `${write.number(adjustment.factor)} ×${of}`;
    case 'markup':
    case 'margin':
      return `${markupWords(adjustment, write)} on${of}`;
  }
}

/** What the bands are by, and what they start from where that is another thing. */
function bandsIntro(kind: 'byPrice' | 'byCost', basis: Basis, names: Names): string {
  const from = basisName(basis, names);
  return kind === 'byPrice' ? `by ${from}` : `based on ${from}, by unit cost`;
}

function bandsWords(
  bands: Extract<Serialized<Adjusting>, { kind: 'byPrice' | 'byCost' }>['bands'],
  currency: string,
  write: Writer,
): string {
  return bands
    .map(({ from, adjustment }) => {
      const what = bandWords(adjustment, currency, write);
      return `at least ${write.number(from)} ${currency}: ${what}`;
    })
    .join('; ');
}

/** What is done, without the goods: "12 % off", "7.50 EUR". */
export function bandWords(
  adjustment: Serialized<Adjustment>,
  currency: string,
  write: Writer,
): string {
  if (adjustment.kind === 'percent' && isZeroText(adjustment.percent)) return 'unchanged';
  if (adjustment.kind === 'multiplier') return `multiplied by ${write.number(adjustment.factor)}`;
  return adjustmentWords(adjustment, '', currency, write).replace(/ (to|for|on)$/, '');
}

function percentWords(percent: string, write: Writer): string {
  return percent.startsWith('-')
    ? `${write.number(percent.slice(1))} % off`
    : `${write.number(percent.replace('+', ''))} % added to`;
}

function amountWords(
  { amount, unit }: { readonly amount: string; readonly unit: string | null },
  currency: string,
  write: Writer,
): string {
  const [written, words] = amount.startsWith('-')
    ? [amount.slice(1), 'off']
    : [amount.replace('+', ''), 'added to'];
  return `${write.number(written)} ${currency}${perWords(unit)} ${words}`;
}

function perWords(unit: string | null): string {
  return unit === null ? '' : ` per ${unit}`;
}

function isZeroText(text: string): boolean {
  return /^[+-]?0+(\.0+)?$/.test(text);
}

/** " the list price of" */
function basisWords(basis: Basis, names: Names): string {
  return ` the ${basisName(basis, names)} of`;
}

export function basisName(basis: Basis, names: Names): string {
  switch (basis.kind) {
    case 'basePrice':
      return 'base price';
    case 'listPrice':
      return 'list price';
    case 'namedPrice':
      return `${basis.name} price`;
    case 'level':
      return `${names.level(basis.level)} price`;
    case 'cost':
      return `${names.cost(basis.cost)} cost`;
    case 'costTable':
      return basis.table === null
        ? 'cost table price'
        : `price by cost table ${names.costTable(basis.table)}`;
  }
}

const KIND_WORDS: Readonly<Record<ItemKind, string>> = {
  stock: 'all stock goods',
  nonStock: 'all non-stock goods',
  service: 'all services',
  fee: 'all fees',
};

export function scopeWords(scope: Scope, names: Names): string {
  switch (scope.kind) {
    case 'item':
      return names.item(scope.item);
    case 'categoryBrand':
      return `all items by ${names.brand(scope.brand)} in ${names.category(scope.category)}`;
    case 'supplierCategory':
      return `all items from ${names.supplier(scope.supplier)} in ${names.category(scope.category)}`;
    case 'family':
      return `all items of the family ${names.family(scope.family)}`;
    case 'category':
      return `all items in ${names.category(scope.category)}`;
    case 'brand':
      return `all items by ${names.brand(scope.brand)}`;
    case 'supplier':
      return `all items from ${names.supplier(scope.supplier)}`;
    case 'itemKind':
      return KIND_WORDS[scope.itemKind];
    case 'all':
      return 'all items';
  }
}
