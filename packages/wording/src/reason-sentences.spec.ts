import { decimal, type LevelChooser, serialized, type Reason } from '@honest-ledger/engine';
import { entryOf, percentEntry, percentOff } from '@honest-ledger/engine/testing/saltmarsh';
import { CODES } from '@honest-ledger/engine/testing/priced';
import { chooserWords, reasonSentence } from './reason-sentences';

const price = { amount: decimal('9.20'), currency: 'EUR' };
const level = { id: 'l', name: 'Schools', currency: 'EUR' };
const rule = { id: 'r', name: 'Glaze days', words: '', currency: 'EUR' };
const entry = percentEntry('-5');

type Told = {
  readonly [Kind in Reason['kind']]: readonly (readonly [
    Extract<Reason, { kind: Kind }> | Reason,
    string,
  ])[];
};

/** Every reason with the sentence that it has; a kind that is missing here does not compile. */
const TOLD: Told = {
  nothingGivesALevel: [
    [
      { kind: 'nothingGivesALevel' },
      'neither the line, the document, the customer nor the outlet has one',
    ],
  ],
  notInVersion: [[{ kind: 'notInVersion', version: 7 }, 'it is not in version 7']],
  notAllowedAtOutlet: [
    [{ kind: 'notAllowedAtOutlet', outlet: 'The fair' }, 'The fair does not allow it'],
  ],
  outsideWindow: [
    [
      { kind: 'outsideWindow', window: { from: '2026-03-01', until: null }, day: '2026-02-01' },
      'begins on 2026-03-01',
    ],
    [
      { kind: 'outsideWindow', window: { from: null, until: '2026-01-31' }, day: '2026-02-01' },
      'ended on 2026-01-31',
    ],
  ],
  asksForMore: [
    [
      { kind: 'asksForMore', minQuantity: decimal('5'), missing: decimal('3'), unit: 'bag' },
      'needs 3 bag more',
    ],
  ],
  unitNotOfItem: [[{ kind: 'unitNotOfItem', unit: 'drum' }, 'the item is not sold by the drum']],
  anotherLevelFirst: [
    [
      { kind: 'anotherLevelFirst', level, by: { kind: 'customer' } },
      'level Schools comes first, the customer’s',
    ],
  ],
  priceAgreed: [[{ kind: 'priceAgreed' }, 'the price is agreed']],
  priceTyped: [[{ kind: 'priceTyped' }, 'the price is typed on it, so nothing is taken off again']],
  anotherAgreementFirst: [[{ kind: 'anotherAgreementFirst', price }, '9.20 EUR comes first']],
  anotherTypedPriceFirst: [[{ kind: 'anotherTypedPriceFirst', price }, '9.20 EUR comes first']],
  itemExcepted: [
    [{ kind: 'itemExcepted', item: 'CL-1' }, 'CL-1 is excepted and keeps its base price'],
  ],
  noEntryReachesItem: [
    [{ kind: 'noEntryReachesItem', item: 'CL-1' }, 'no entry of it reaches CL-1'],
  ],
  basisMissing: [
    [{ kind: 'basisMissing', basis: { kind: 'listPrice' } }, 'the item has no list price'],
    [{ kind: 'basisMissing', basis: { kind: 'basePrice' } }, 'the item has no base price'],
  ],
  levelsInACircle: [[{ kind: 'levelsInACircle' }, 'the levels start from each other in a circle']],
  belowFirstBand: [
    [
      { kind: 'belowFirstBand', price: decimal('0.99'), from: decimal('1') },
      '0.99 is below its first band, which starts at 1',
    ],
  ],
  narrowerEntryApplies: [
    [
      { kind: 'narrowerEntryApplies', entry, currency: 'EUR' },
      'a narrower entry applies: 5 % off all items',
    ],
  ],
  earlierEntryApplies: [
    [
      {
        kind: 'earlierEntryApplies',
        entry: entryOf({ kind: 'percent', percent: decimal('3') }),
        currency: 'EUR',
      },
      'an entry before it applies: 3 % added to all items',
    ],
  ],
  noCost: [
    [{ kind: 'noCost', kinds: [] }, 'the item has no cost'],
    [{ kind: 'noCost', kinds: ['last', 'landed'] }, 'the item has no last or landed cost'],
  ],
  tableNotAtOutlet: [
    [
      { kind: 'tableNotAtOutlet', outlet: null },
      'it is for certain outlets, and the document is at none',
    ],
    [{ kind: 'tableNotAtOutlet', outlet: 'The fair' }, 'it is not used at The fair'],
  ],
  noEntryPricedItem: [
    [{ kind: 'noEntryPricedItem' }, 'no entry of the level made the price, so it rounds nothing'],
  ],
  lineClosed: [
    [{ kind: 'lineClosed', by: 'priceByHand' }, 'the line is closed by its price by hand'],
    [{ kind: 'lineClosed', by: 'kept' }, 'the line is closed by the price promised for it'],
    [{ kind: 'lineClosed', by: 'agreement' }, 'the line is closed by its agreement'],
    [
      { kind: 'lineClosed', by: 'typedPrice' },
      'the line is closed by the price typed on its level',
    ],
    [{ kind: 'lineClosed', by: 'levelEntry' }, 'the line is closed by the entry of its level'],
  ],
  notAtOutlet: [
    [
      { kind: 'notAtOutlet', outlet: null },
      'it is for certain outlets, and the document is at none',
    ],
    [{ kind: 'notAtOutlet', outlet: 'The fair' }, 'it is not for The fair'],
  ],
  notForLevel: [
    [{ kind: 'notForLevel', level: null }, 'it is for certain levels, and the line has none'],
    [{ kind: 'notForLevel', level }, 'it is not for level Schools'],
  ],
  noRate: [[{ kind: 'noRate', from: 'EUR', to: 'JPY' }, 'there is no rate from EUR to JPY']],
  notCounted: [
    [{ kind: 'notCounted', measure: 'term' }, 'the goods have no term to count'],
    [{ kind: 'notCounted', measure: 'amount' }, 'the line is not counted'],
  ],
  belowFirstTier: [
    [
      {
        kind: 'belowFirstTier',
        counted: decimal('8'),
        missing: decimal('2'),
        tier: { from: decimal('10'), adjustment: { kind: 'percent', percent: decimal('-5') } },
        basis: { kind: 'afterLevel' },
        measured: 'bag',
        currency: 'EUR',
      },
      '2 more bag would bring 5 % off',
    ],
  ],
  anotherBreakFirst: [
    [
      { kind: 'anotherBreakFirst', break: { ...rule, name: 'By the pallet' } },
      'break By the pallet comes first',
    ],
  ],
  ruleNotNow: [
    [
      {
        kind: 'ruleNotNow',
        validity: {
          days: { from: '2026-03-01', until: null },
          weekdays: [2, 4],
          times: { from: '18:00', until: '20:00' },
        },
      },
      'it is in force from 2026-03-01, on Tuesdays or Thursdays, from 18:00 to 20:00',
    ],
  ],
  codeNeeded: [[{ kind: 'codeNeeded' }, 'its code is needed']],
  handNeeded: [
    [
      { kind: 'handNeeded', effect: percentOff('5'), currency: 'EUR' },
      'by hand: 5 % off the price',
    ],
  ],
  takenOff: [[{ kind: 'takenOff' }, 'somebody took it off']],
  usedUp: [
    [{ kind: 'usedUp', by: 'all', limit: 1 }, 'it is used up: it may be used once'],
    [
      { kind: 'usedUp', by: 'customer', limit: 3 },
      'this customer has used it up: each may use it 3 times',
    ],
  ],
  promisedOtherwise: [
    [
      {
        kind: 'promisedOtherwise',
        promised: { quantity: decimal('3'), unit: 'bag', duration: null, currency: 'EUR' },
      },
      'it was promised for 3 bag in EUR',
    ],
    [
      {
        kind: 'promisedOtherwise',
        promised: { quantity: decimal('3'), unit: 'day', duration: decimal('2'), currency: 'EUR' },
      },
      'it was promised for 3 day for 2 in EUR',
    ],
  ],
  noOwnPrice: [[{ kind: 'noOwnPrice' }, 'it has no price for this item']],
  levelMakesNoPrice: [[{ kind: 'levelMakesNoPrice', level }, 'level Schools makes no price of it']],
  conditionFails: [[{ kind: 'conditionFails', unmet: [] }, 'its conditions do not hold']],
  anotherRuleStandsAlone: [
    [{ kind: 'anotherRuleStandsAlone', rule }, 'Glaze days stands alone and comes first'],
  ],
  ruleMeetsOthers: [
    [{ kind: 'ruleMeetsOthers', rule }, 'it stands alone, and Glaze days comes first'],
  ],
  ruleStopsBefore: [[{ kind: 'ruleStopsBefore', rule }, 'Glaze days stops the rules after it']],
  unitsMissing: [[{ kind: 'unitsMissing', missing: 2 }, 'at least 2 more units would be needed']],
  dearerTogether: [[{ kind: 'dearerTogether' }, 'its goods cost less each by itself']],
  nothingToTake: [[{ kind: 'nothingToTake' }, 'there is nothing that it could take from']],
  overtakenBy: [[{ kind: 'overtakenBy', rule }, 'Glaze days takes its place']],
  leavesMoreToPay: [[{ kind: 'leavesMoreToPay', rule }, 'the customer pays less with Glaze days']],
  priceBaseMissing: [
    [{ kind: 'priceBaseMissing', base: 'listPrice' }, 'the item has no list price'],
    [{ kind: 'priceBaseMissing', base: 'basePrice' }, 'the item has no base price'],
  ],
  notLower: [
    [{ kind: 'notLower', price: decimal('9.20'), basis: null }, 'its 9.20 would not be lower'],
  ],
  ruleInOtherCurrency: [
    [
      { kind: 'ruleInOtherCurrency', rule: 'EUR', price: 'GBP' },
      'it rounds prices in EUR, and this one is in GBP',
    ],
  ],
};

describe('why something did not apply, in words', () => {
  for (const [kind, cases] of Object.entries(TOLD)) {
    it(`is told: ${kind}`, () => {
      for (const [reason, sentence] of cases) {
        expect(reason.kind as string).toBe(kind);
        expect(reasonSentence(serialized(reason), CODES)).toBe(sentence);
      }
    });
  }

  it('has no two reasons that sound alike, but for those that say the same', () => {
    const first = Object.values(TOLD).map((cases) => cases[0]?.[1] ?? '');
    const twice = first.filter((sentence, place) => first.indexOf(sentence) !== place);
    expect(new Set(twice)).toEqual(
      new Set([
        '9.20 EUR comes first',
        'it is for certain outlets, and the document is at none',
        'the item has no list price',
      ]),
    );
  });
});

describe('who gave a line its level, in words', () => {
  const told: readonly (readonly [LevelChooser, string])[] = [
    [{ kind: 'line' }, 'chosen on the line'],
    [{ kind: 'document' }, 'chosen on the document'],
    [
      {
        kind: 'assignment',
        assignment: {
          id: 'a',
          level: 'l',
          scope: { kind: 'brand', brand: 'ebb' },
          window: { from: null, until: null },
        },
      },
      'the customer’s for all items by ebb',
    ],
    [{ kind: 'customer' }, 'the customer’s'],
    [{ kind: 'segment', name: 'Shops' }, 'the segment Shops’s'],
    [{ kind: 'outlet', name: 'Quay' }, 'the outlet Quay’s'],
    [{ kind: 'setup' }, 'where nothing else gives one'],
  ];
  for (const [by, words] of told) {
    it(`is told: ${by.kind}`, () => {
      expect(chooserWords(serialized(by), CODES)).toBe(words);
    });
  }
});
