import type { ClosedBy, LevelChooser, Serialized, Reason, Window } from '@honest-ledger/engine';
import { tierWords } from './break-sentences';
import { effectWords } from './effect-sentences';
import { unmetWords, validityWords } from './rule-sentences';
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
  nothingGivesALevel: 'neither the line, the document, the customer nor the outlet has one',
  notInVersion: (reason) => `it is not in version ${String(reason.version)}`,
  notAllowedAtOutlet: (reason) => `${reason.outlet} does not allow it`,
  outsideWindow: (reason, { write }) => outsideWords(reason.window, reason.day, write),
  asksForMore: (reason, { write }) => `needs ${write.number(reason.missing)} ${reason.unit} more`,
  unitNotOfItem: (reason) => `the item is not sold by the ${reason.unit}`,
  anotherLevelFirst: (reason, { names }) =>
    `level ${reason.level.name} comes first, ${chooserWords(reason.by, names)}`,
  priceAgreed: 'the price is agreed',
  priceTyped: 'the price is typed on it, so nothing is taken off again',
  anotherAgreementFirst: (reason, { write }) =>
    `${write.number(reason.price.amount)} ${reason.price.currency} comes first`,
  anotherTypedPriceFirst: (reason, { write }) =>
    `${write.number(reason.price.amount)} ${reason.price.currency} comes first`,
  itemExcepted: (reason) => `${reason.item} is excepted and keeps its base price`,
  noEntryReachesItem: (reason) => `no entry of it reaches ${reason.item}`,
  basisMissing: (reason, { names }) => `the item has no ${basisName(reason.basis, names)}`,
  levelsInACircle: 'the levels start from each other in a circle',
  belowFirstBand: (reason, { write }) =>
    `${write.number(reason.price)} is below its first band, which starts at ${write.number(reason.from)}`,
  narrowerEntryApplies: (reason, { names, write }) =>
    `a narrower entry applies: ${entrySentence(reason.entry, reason.currency, names, write)}`,
  earlierEntryApplies: (reason, { names, write }) =>
    `an entry before it applies: ${entrySentence(reason.entry, reason.currency, names, write)}`,
  noCost: (reason, { names }) =>
    reason.kinds.length === 0
      ? 'the item has no cost'
      : `the item has no ${orWords(reason.kinds.map(names.cost))} cost`,
  tableNotAtOutlet: (reason) =>
    reason.outlet === null
      ? 'it is for certain outlets, and the document is at none'
      : `it is not used at ${reason.outlet}`,
  noEntryPricedItem: 'no entry of the level made the price, so it rounds nothing',
  lineClosed: (reason) => CLOSED_WORDS[reason.by],
  notAtOutlet: (reason) =>
    reason.outlet === null
      ? 'it is for certain outlets, and the document is at none'
      : `it is not for ${reason.outlet}`,
  notForLevel: (reason) =>
    reason.level === null
      ? 'it is for certain levels, and the line has none'
      : `it is not for level ${reason.level.name}`,
  noRate: (reason) => `there is no rate from ${reason.from} to ${reason.to}`,
  notCounted: (reason) =>
    reason.measure === 'term' ? 'the goods have no term to count' : 'the line is not counted',
  belowFirstTier: (reason, { write }) => {
    const more = `${write.number(reason.missing)} more ${reason.measured}`;
    const bring = tierWords(reason.tier.adjustment, reason.currency, write);
    return `${more} would bring ${bring}`;
  },
  anotherBreakFirst: (reason) => `break ${reason.break.name} comes first`,
  ruleNotNow: (reason, { write }) =>
    `it is in force ${validityWords(reason.validity, write).join(', ')}`,
  codeNeeded: 'its code is needed',
  handNeeded: (reason, { names, write }) =>
    `by hand: ${effectWords(reason.effect, reason.currency, names, write)}`,
  takenOff: 'somebody took it off',
  usedUp: (reason) => usedUpWords(reason),
  promisedOtherwise: (reason, { write }) => {
    const { quantity, unit, duration, currency } = reason.promised;
    const time = duration === null ? '' : ` for ${write.number(duration)}`;
    return `it was promised for ${write.number(quantity)} ${unit}${time} in ${currency}`;
  },
  noOwnPrice: 'it has no price for this item',
  levelMakesNoPrice: (reason) => `level ${reason.level.name} makes no price of it`,
  conditionFails: (reason, { names, write }) => unmetWords(reason.unmet, names, write),
  anotherRuleStandsAlone: (reason) => `${reason.rule.name} stands alone and comes first`,
  ruleMeetsOthers: (reason) => `it stands alone, and ${reason.rule.name} comes first`,
  ruleStopsBefore: (reason) => `${reason.rule.name} stops the rules after it`,
  unitsMissing: (reason, { names }) => unitsMissingWords(reason, names),
  dearerTogether: 'its goods cost less each by itself',
  nothingToTake: 'there is nothing that it could take from',
  overtakenBy: (reason) => `${reason.rule.name} takes its place`,
  leavesMoreToPay: (reason) => `the customer pays less with ${reason.rule.name}`,
  priceBaseMissing: (reason) =>
    reason.base === 'listPrice' ? 'the item has no list price' : 'the item has no base price',
  notLower: (reason, { write }) => `its ${write.number(reason.price)} would not be lower`,
  ruleInOtherCurrency: (reason) =>
    `it rounds prices in ${reason.rule}, and this one is in ${reason.price}`,
};

function usedUpWords({ by, limit }: Extract<Serialized<Reason>, { kind: 'usedUp' }>): string {
  const often = limit === 1 ? 'once' : `${String(limit)} times`;
  return by === 'all'
    ? `it is used up: it may be used ${often}`
    : `this customer has used it up: each may use it ${often}`;
}

const CLOSED_WORDS: Readonly<Record<ClosedBy, string>> = {
  priceByHand: 'the line is closed by its price by hand',
  kept: 'the line is closed by the price promised for it',
  agreement: 'the line is closed by its agreement',
  typedPrice: 'the line is closed by the price typed on its level',
  levelEntry: 'the line is closed by the entry of its level',
};

function outsideWords({ from, until }: Window, day: string, write: Writer): string {
  if (until !== null && day > until) return `ended on ${write.day(until)}`;
  return `begins on ${write.day(from ?? day)}`;
}

/** Who or what gave a line its level. */
export function chooserWords(by: Serialized<LevelChooser>, names: Names): string {
  switch (by.kind) {
    case 'line':
      return 'chosen on the line';
    case 'document':
      return 'chosen on the document';
    case 'assignment':
      return `the customer’s for ${scopeWords(by.assignment.scope, names)}`;
    case 'customer':
      return 'the customer’s';
    case 'segment':
      return `the segment ${by.name}’s`;
    case 'outlet':
      return `the outlet ${by.name}’s`;
    case 'setup':
      return 'where nothing else gives one';
  }
}

/** "2 more units of Clay and 1 more unit of GL-1180 would be needed" */
function unitsMissingWords(
  { missing, goods }: Serialized<Extract<Reason, { kind: 'unitsMissing' }>>,
  names: Names,
): string {
  const units = (count: number): string =>
    `${String(count)} more ${count === 1 ? 'unit' : 'units'}`;
  if (!goods) return `at least ${units(missing)} would be needed`;
  const told = goods.map(
    ({ quantity, scopes }) =>
      `${units(quantity)} of ${orWords(scopes.map((scope) => scopeWords(scope, names)))}`,
  );
  return `${told.join(' and ')} would be needed`;
}
