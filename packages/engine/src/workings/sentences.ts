import type { RoundingMode } from '../number/rounding';
import type { LineProblem } from '../pricing/priced';
import type { Printed } from './printed';
import {
  entrySentence,
  plainNumber,
  roundingSentence,
  type Names,
  type NumberWriter,
} from './setup-sentences';
import type { NotApplied, NotAppliedSubject, Reason, WorkingSource } from './workings';

/** What a reader sees for one step or one thing passed over: a heading and a plain sentence. */
export interface Wording {
  readonly title: string;
  readonly sentence: string;
}

/** Words for a step of the workings. They are made on demand from its structure, never stored. */
export function stepWording(
  source: Printed<WorkingSource>,
  names: Names,
  write: NumberWriter = plainNumber,
): Wording {
  switch (source.kind) {
    case 'basePrice':
      return {
        title: 'Base price',
        sentence: `of ${source.item} in version ${String(source.version)}`,
      };
    case 'levelEntry':
      return {
        title: `Level ${source.level.name}`,
        sentence: entrySentence(source.entry, names, write),
      };
    case 'levelRounding':
      return {
        title: roundingSentence(source.rule, write),
        sentence: `the rounding of level ${source.level.name}`,
      };
    case 'unitRounding':
      return {
        title: `to ${digitsWords(source.digits)}`,
        sentence: `a unit price in ${source.currency} ends there, ${MODE_WORDS[source.mode]}`,
      };
  }
}

/** Words for something that was considered and did not apply. */
export function notAppliedWording(
  { subject, reasons }: Printed<NotApplied>,
  names: Names,
  write: NumberWriter = plainNumber,
): Wording {
  return {
    title: subjectTitle(subject, names, write),
    sentence: reasons.map((reason) => reasonSentence(reason, names, write)).join('; '),
  };
}

/** Why a line has no price, and what would give it one. */
export function problemSentence(problem: Printed<LineProblem>, write = plainNumber): string {
  switch (problem.kind) {
    case 'itemUnknown':
      return 'The catalogue does not have this item.';
    case 'quantityNotPositive':
      return 'A quantity must be above zero.';
    case 'quantityTooFine':
      return problem.digits === 0
        ? `A quantity in ${problem.unit} must be a whole number.`
        : `A quantity in ${problem.unit} may have ${digitsWords(problem.digits)}.`;
    case 'noStartPrice':
      return 'No price: the item has no base price.';
    case 'noExchangeRate':
      return `No price: base prices are in ${problem.from} and there is no rate to ${problem.to}.`;
    case 'roundsToZero':
      return `No price: ${write(problem.unitPrice)} rounded to ${digitsWords(problem.digits)} would be zero.`;
  }
}

const MODE_WORDS: Readonly<Record<RoundingMode, string>> = {
  halfAwayFromZero: 'halves away from zero',
  halfToEven: 'halves to the even digit',
  awayFromZero: 'always away from zero',
  towardsZero: 'always towards zero',
};

function digitsWords(digits: number): string {
  return digits === 1 ? '1 decimal' : `${String(digits)} decimals`;
}

function subjectTitle(
  subject: Printed<NotAppliedSubject>,
  names: Names,
  write: NumberWriter,
): string {
  switch (subject.kind) {
    case 'anyLevel':
      return 'A price level';
    case 'missingLevel':
      return 'The customer’s level';
    case 'level':
      return `Level ${subject.level.name}`;
    case 'levelEntry':
      return entrySentence(subject.entry, names, write);
    case 'levelRounding':
      return `Rounding ${roundingSentence(subject.rule, write)}`;
  }
}

function reasonSentence(reason: Printed<Reason>, names: Names, write: NumberWriter): string {
  switch (reason.kind) {
    case 'customerUnknown':
      return 'the document has no customer';
    case 'customerHasNoLevel':
      return 'the customer has none';
    case 'notInVersion':
      return `it is not in version ${String(reason.version)}`;
    case 'noEntryReachesItem':
      return `no entry of it reaches ${reason.item}`;
    case 'narrowerEntryApplies':
      return `a narrower entry applies: ${entrySentence(reason.entry, names, write)}`;
    case 'earlierEntryApplies':
      return `an entry as narrow stands before it: ${entrySentence(reason.entry, names, write)}`;
    case 'noEntryPricedItem':
      return 'the level has no entry for this item, so it rounds nothing';
    case 'ruleInOtherCurrency':
      return `it rounds prices in ${reason.rule}, and this one is in ${reason.price}`;
  }
}
