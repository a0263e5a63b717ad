import type { ClosedBy, LevelChooser, Serialized, Reason, Window } from '@honest-ledger/engine';
import { tierWords } from './break-sentences';
import { effectWords } from './effect-sentences';
import { unmetWords, validityWords } from './rule-sentences';
import { orWords } from './or-words';
import {
  basisName,
  entrySentence,
  plainWriter,
  reachWords,
  type Names,
  type Writer,
} from './setup-sentences';

/** Why something that was considered did not apply. */
export function reasonSentence(
  reason: Serialized<Reason>,
  names: Names,
  write: Writer = plainWriter,
): string {
  switch (reason.kind) {
    case 'nothingGivesALevel':
      return 'neither the line, the document, the customer nor the outlet has one';
    case 'notInVersion':
      return `it is not in version ${String(reason.version)}`;
    case 'notAllowedAtOutlet':
      return `${reason.outlet} does not allow it`;
    case 'outsideWindow':
      return outsideWords(reason.window, reason.day, write);
    case 'asksForMore':
      return `needs ${write.number(reason.missing)} ${reason.unit} more`;
    case 'unitNotOfItem':
      return `the item is not sold by the ${reason.unit}`;
    case 'anotherLevelFirst':
      return `level ${reason.level.name} comes first, ${chooserWords(reason.by, names)}`;
    case 'priceAgreed':
      return 'the price is agreed';
    case 'priceTyped':
      return 'the price is typed on it, so nothing is taken off again';
    case 'anotherAgreementFirst':
    case 'anotherTypedPriceFirst':
      return `${write.number(reason.price.amount)} ${reason.price.currency} comes first`;
    case 'itemExcepted':
      return `${reason.item} is excepted and keeps its base price`;
    case 'noEntryReachesItem':
      return `no entry of it reaches ${reason.item}`;
    case 'basisMissing':
      return `the item has no ${basisName(reason.basis, names)}`;
    case 'levelsInACircle':
      return 'the levels start from each other in a circle';
    case 'belowFirstBand':
      return `${write.number(reason.price)} is below its first band, which starts at ${write.number(reason.from)}`;
    case 'narrowerEntryApplies':
      return `a narrower entry applies: ${entrySentence(reason.entry, reason.currency, names, write)}`;
    case 'earlierEntryApplies':
      return `an entry before it applies: ${entrySentence(reason.entry, reason.currency, names, write)}`;
    case 'noCost':
      return reason.kinds.length === 0
        ? 'the item has no cost'
        : `the item has no ${orWords(reason.kinds.map(names.cost))} cost`;
    case 'tableNotAtOutlet':
      return reason.outlet === null
        ? 'it is for certain outlets, and the document is at none'
        : `it is not used at ${reason.outlet}`;
    case 'noEntryPricedItem':
      return 'no entry of the level made the price, so it rounds nothing';
    case 'lineClosed':
      return CLOSED_WORDS[reason.by];
    case 'notAtOutlet':
      return reason.outlet === null
        ? 'it is for certain outlets, and the document is at none'
        : `it is not for ${reason.outlet}`;
    case 'notForLevel':
      return reason.level === null
        ? 'it is for certain levels, and the line has none'
        : `it is not for level ${reason.level.name}`;
    case 'noRate':
      return `there is no rate from ${reason.from} to ${reason.to}`;
    case 'notCounted':
      return reason.measure === 'term'
        ? 'the goods have no term to count'
        : 'the line is not counted';
    case 'belowFirstTier': {
      const more = `${write.number(reason.missing)} more ${reason.measured}`;
      const bring = tierWords(reason.tier.adjustment, reason.currency, write);
      return `${more} would bring ${bring}`;
    }
    case 'anotherBreakFirst':
      return `break ${reason.break.name} comes first`;
    case 'ruleNotNow':
      return `it is in force ${validityWords(reason.validity, write).join(', ')}`;
    case 'codeNeeded':
      return 'its code is needed';
    case 'handNeeded':
      return `by hand: ${effectWords(reason.effect, reason.currency, names, write)}`;
    case 'takenOff':
      return 'somebody took it off';
    case 'usedUp':
      return usedUpWords(reason);
    case 'promisedOtherwise': {
      const { quantity, unit, duration, currency } = reason.promised;
      const time = duration === null ? '' : ` for ${write.number(duration)}`;
      return `it was promised for ${write.number(quantity)} ${unit}${time} in ${currency}`;
    }
    case 'noOwnPrice':
      return 'it has no price for this item';
    case 'levelMakesNoPrice':
      return `level ${reason.level.name} makes no price of it`;
    case 'conditionFails':
      return unmetWords(reason.unmet, names, write);
    case 'anotherRuleStandsAlone':
      return `${reason.rule.name} stands alone and comes first`;
    case 'ruleMeetsOthers':
      return `it stands alone, and ${reason.rule.name} comes first`;
    case 'ruleStopsBefore':
      return `${reason.rule.name} stops the rules after it`;
    case 'unitsMissing':
      return unitsMissingWords(reason, names);
    case 'dearerTogether':
      return 'its goods cost less each by itself';
    case 'nothingToTake':
      return 'there is nothing that it could take from';
    case 'overtakenBy':
      return `${reason.rule.name} takes its place`;
    case 'leavesMoreToPay':
      return `the customer pays less with ${reason.rule.name}`;
    case 'priceBaseMissing':
      return reason.base === 'listPrice'
        ? 'the item has no list price'
        : 'the item has no base price';
    case 'notLower':
      return `its ${write.number(reason.price)} would not be lower`;
    case 'ruleInOtherCurrency':
      return `it rounds prices in ${reason.rule}, and this one is in ${reason.price}`;
  }
}

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
      return `the customer’s for ${reachWords(by.assignment.reach, names)}`;
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
    ({ quantity, reaches }) =>
      `${units(quantity)} of ${orWords(reaches.map((reach) => reachWords(reach, names)))}`,
  );
  return `${told.join(' and ')} would be needed`;
}
