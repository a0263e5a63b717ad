import type { RepricedPrices, PriceChangeContent } from '@honest-ledger/contracts';
import { basisName, type Names, orWords, roundingSentence } from '@honest-ledger/wording';
import { ITEM_KIND_CHOICES } from '../../shared/reference/item-kinds';
import { writeInstant } from '../../shared/numbers/dates';
import { writeChange, writeNumber, writer } from '../../shared/numbers/numbers';

/** A change of many prices in one sentence, made from what it says. */
export function priceChangeSentence(content: PriceChangeContent, names: Names): string {
  const { prices, rounding, at, quotes } = content;
  const said = [
    `${goodsWords(content, names)}: ${prices.map((one) => pricesWords(one, names)).join(' and ')}`,
    `${fromWords(content, names)}, ${byWords(content)}`,
    ...(rounding ? [`rounded ${roundingSentence(rounding, writer)}`] : []),
    ...(at === null ? [] : [`from ${writeInstant(at)}`]),
    ...(quotes === 'leave' ? [] : ['open quotes priced again then']),
  ];
  return `${said.join('; ')}.`;
}

function goodsWords({ goods }: PriceChangeContent, names: Names): string {
  const { text, category, brand, supplier, kind } = goods;
  const { basePriceFrom, basePriceTo, marginFrom, marginBelow } = goods;
  const kindName = (code: string): string =>
    ITEM_KIND_CHOICES.find((one) => one.code === code)?.name ?? code;
  const parts = [
    ...some(category, (codes) => `all items in ${orWords(codes.map(names.category))}`),
    ...some(brand, (codes) => `the brand ${orWords(codes.map(names.brand))}`),
    ...some(supplier, (codes) => `from ${orWords(codes.map(names.supplier))}`),
    ...some(kind, (codes) => orWords(codes.map(kindName))),
    ...(text ? [`with “${text}”`] : []),
    ...some(basePriceFrom, (price) => `base price at least ${writeNumber(price)}`),
    ...some(basePriceTo, (price) => `base price at most ${writeNumber(price)}`),
    ...some(marginFrom, (percent) => `margin at least ${writeNumber(percent)} %`),
    ...some(marginBelow, (percent) => `margin less than ${writeNumber(percent)} %`),
  ];
  return parts.length === 0 ? 'All items' : capital(parts.join(', '));
}

/** What is said of something that a filter asks; nothing where it does not. */
function some<T>(asked: T | undefined, words: (asked: T) => string): string[] {
  return asked === undefined ? [] : [words(asked)];
}

function pricesWords(prices: RepricedPrices, names: Names): string {
  if (prices.kind === 'basePrice') return 'base prices';
  const level = names.level(prices.level);
  return prices.all ? `a price typed on ${level} for each` : `the prices typed on ${level}`;
}

function fromWords({ basis }: PriceChangeContent, names: Names): string {
  if (basis.kind === 'present') return 'from each price as it is';
  if (basis.kind === 'cost' && basis.cost === null) return 'from the cost';
  return `from the ${basisName(basis.kind === 'cost' ? { ...basis, cost: basis.cost ?? '' } : basis, names)}`;
}

function byWords({ change }: PriceChangeContent): string {
  switch (change.kind) {
    case 'percent':
      return `${writeChange(change.percent)} %`;
    case 'amount':
      return writeChange(change.amount);
    case 'markup':
      return `to a markup of ${writeNumber(change.percent)} %`;
    case 'margin':
      return `to a margin of ${writeNumber(change.percent)} %`;
  }
}

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
