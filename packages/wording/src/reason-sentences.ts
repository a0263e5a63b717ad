import type { ClosedBy, LevelChooser, Serialized, Reason, Window } from '@honest-ledger/engine';
import { moreWords, tierWords } from './break-sentences';
import { effectWords } from './effect-sentences';
import { unmetWords, usesWords, validityWords } from './rule-sentences';
import { orWords } from './or-words';
import { wordsIn, type TableOfWords } from './table-of-words';
import {
  basisName,
  entrySentence,
  plainWriter,
  scopeWords,
  type Names,
  type Writer,
} from './setup-sentences';

/** Why something that was considered did not apply. */
export function reasonSentence(
  reason: Serialized<Reason>,
  names: Names,
  write: Writer = plainWriter,
): string {
  return wordsIn(REASONS, reason, { names, write });
}

const REASONS: TableOfWords<Serialized<Reason>> = {
  nothingGivesALevel: 'not set on the line, document, customer or outlet',
  notInVersion: (reason) => `not in version ${String(reason.version)}`,
  notAllowedAtOutlet: (reason) => `not allowed at ${reason.outlet}`,
  outsideWindow: (reason, { write }) => outsideWords(reason.window, reason.day, write),
  asksForMore: (reason, { names, write }) =>
    `${moreWords(reason.missing, reason.unit, names, write)} needed`,
  unitNotOfItem: (reason) => `item is not sold by ${reason.unit}`,
  anotherLevelFirst: (reason, { names }) =>
    `level ${reason.level.name} comes first, ${chooserWords(reason.by, names)}`,
  priceAgreed: 'an agreed price comes first',
  priceTyped: 'the level has an item price, so nothing more is taken off',
  anotherAgreementFirst: (reason, { write }) =>
    `${write.number(reason.price.amount)} ${reason.price.currency} comes first`,
  anotherTypedPriceFirst: (reason, { write }) =>
    `${write.number(reason.price.amount)} ${reason.price.currency} comes first`,
  itemExcepted: (reason) => `${reason.item} is excluded`,
  noEntryReachesItem: (reason) => `no entry covers ${reason.item}`,
  basisMissing: (reason, { names }) => `item has no ${basisName(reason.basis, names)}`,
  levelsInACircle: 'the price levels are based on each other',
  belowFirstBand: (reason, { write }) =>
    `${write.number(reason.price)} is less than its first band, ${write.number(reason.from)}`,
  narrowerEntryApplies: (reason, { names, write }) =>
    `a more specific entry applies: ${entrySentence(reason.entry, reason.currency, names, write)}`,
  earlierEntryApplies: (reason, { names, write }) =>
    `an earlier entry applies: ${entrySentence(reason.entry, reason.currency, names, write)}`,
  noCost: (reason, { names }) =>
    reason.kinds.length === 0
      ? 'item has no cost'
      : `item has no ${orWords(reason.kinds.map(names.cost))} cost`,
  tableNotAtOutlet: (reason) =>
    reason.outlet === null
      ? 'outlet not set; it is for certain outlets'
      : `not used at ${reason.outlet}`,
  noEntryPricedItem: 'no entry of the level made the price',
  lineClosed: (reason) => CLOSED_WORDS[reason.by],
  notAtOutlet: (reason) =>
    reason.outlet === null
      ? 'outlet not set; it is for certain outlets'
      : `not for outlet ${reason.outlet}`,
  notForLevel: (reason) =>
    reason.level === null
      ? 'price level not set; it is for certain price levels'
      : `not for price level ${reason.level.name}`,
  noRate: (reason) => `no ${reason.from} to ${reason.to} rate`,
  notCounted: (reason) =>
    reason.measure === 'term' ? 'items have no term to count' : 'line is not counted',
  belowFirstTier: (reason, { names, write }) => {
    const more = moreWords(reason.missing, reason.measured, names, write);
    const bring = tierWords(reason.tier.adjustment, reason.currency, write);
    return `${more}: ${bring}`;
  },
  anotherBreakFirst: (reason) => `break ${reason.break.name} comes first`,
  ruleNotNow: (reason, { write }) =>
    `not now; active ${validityWords(reason.validity, write).join(', ')}`,
  codeNeeded: 'code not entered',
  handNeeded: (reason, { names, write }) =>
    `not applied manually: ${effectWords(reason.effect, reason.currency, names, write)}`,
  takenOff: 'excluded on this document',
  usedUp: (reason) => usedUpWords(reason),
  promisedOtherwise: (reason, { names, write }) => {
    const { quantity, unit, duration, currency } = reason.promised;
    const time = duration === null ? '' : ` for ${write.number(duration)}`;
    return `held for ${write.number(quantity)} ${names.unit(unit, quantity)}${time} in ${currency}`;
  },
  noOwnPrice: 'no item price for this item',
  levelMakesNoPrice: (reason) => `price level ${reason.level.name} gives no price`,
  conditionFails: (reason, { names, write }) => unmetWords(reason.unmet, names, write),
  anotherRuleStandsAlone: (reason) => `${reason.rule.name} is not combined and comes first`,
  ruleMeetsOthers: (reason) => `not combined with other rules, and ${reason.rule.name} comes first`,
  ruleStopsBefore: (reason) => `${reason.rule.name} skips later rules`,
  unitsMissing: (reason, { names }) => unitsMissingWords(reason, names),
  dearerTogether: 'its items cost less singly',
  nothingToTake: 'nothing left to discount',
  overtakenBy: (reason) => `replaced by ${reason.rule.name}`,
  leavesMoreToPay: (reason) => `${reason.rule.name} gives a lower price`,
  priceBaseMissing: (reason) =>
    reason.base === 'listPrice' ? 'item has no list price' : 'item has no base price',
  notLower: (reason, { write }) => `${write.number(reason.price)} is not lower`,
  ruleInOtherCurrency: (reason) => `for prices in ${reason.rule}; this price is in ${reason.price}`,
};

function usedUpWords({ by, limit }: Extract<Serialized<Reason>, { kind: 'usedUp' }>): string {
  const uses = limit === 1 ? 'its only use is taken' : `all ${usesWords(limit)} are taken`;
  return by === 'all' ? uses : `${uses} by this customer`;
}

const CLOSED_WORDS: Readonly<Record<ClosedBy, string>> = {
  priceByHand: 'line has a manual price',
  kept: 'line has a held price',
  agreement: 'excluded by the agreed price',
  typedPrice: 'excluded by the item price of its level',
  levelEntry: 'excluded by the entry of its level',
};

function outsideWords({ from, until }: Window, day: string, write: Writer): string {
  if (until !== null && day > until) return `ended on ${write.day(until)}`;
  return `starts on ${write.day(from ?? day)}`;
}

/** Who or what gave a line its level. */
export function chooserWords(by: Serialized<LevelChooser>, names: Names): string {
  switch (by.kind) {
    case 'line':
      return 'chosen on the line';
    case 'document':
      return 'chosen on the document';
    case 'assignment':
      return `assigned to the customer for ${scopeWords(by.assignment.scope, names)}`;
    case 'customer':
      return 'assigned to the customer';
    case 'segment':
      return `of segment ${by.name}`;
    case 'outlet':
      return `of outlet ${by.name}`;
    case 'setup':
      return 'default price level';
  }
}

/** "2 more units of Clay and 1 more unit of GL-1180 would be needed" */
function unitsMissingWords(
  { missing, goods }: Serialized<Extract<Reason, { kind: 'unitsMissing' }>>,
  names: Names,
): string {
  const units = (count: number): string =>
    `${String(count)} more ${count === 1 ? 'unit' : 'units'}`;
  if (!goods) return `${units(missing)} needed`;
  const told = goods.map(
    ({ quantity, scopes }) =>
      `${units(quantity)} of ${orWords(scopes.map((scope) => scopeWords(scope, names)))}`,
  );
  return `${told.join(' and ')} needed`;
}
