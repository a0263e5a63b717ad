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
    [{ kind: 'nothingGivesALevel' }, 'not set on the line, document, customer or outlet'],
  ],
  notInVersion: [[{ kind: 'notInVersion', version: 7 }, 'not in version 7']],
  notAllowedAtOutlet: [
    [{ kind: 'notAllowedAtOutlet', outlet: 'The fair' }, 'not allowed at The fair'],
  ],
  outsideWindow: [
    [
      { kind: 'outsideWindow', window: { from: '2026-03-01', until: null }, day: '2026-02-01' },
      'starts on 2026-03-01',
    ],
    [
      { kind: 'outsideWindow', window: { from: null, until: '2026-01-31' }, day: '2026-02-01' },
      'ended on 2026-01-31',
    ],
  ],
  asksForMore: [
    [
      { kind: 'asksForMore', minQuantity: decimal('5'), missing: decimal('3'), unit: 'bag' },
      '3 more bags needed',
    ],
    [
      { kind: 'asksForMore', minQuantity: decimal('5'), missing: decimal('156.0'), unit: 'bag' },
      '156 more bags needed',
    ],
  ],
  unitNotOfItem: [[{ kind: 'unitNotOfItem', unit: 'drum' }, 'item is not sold by drum']],
  anotherLevelFirst: [
    [
      { kind: 'anotherLevelFirst', level, by: { kind: 'customer' } },
      'level Schools comes first, assigned to the customer',
    ],
  ],
  priceAgreed: [[{ kind: 'priceAgreed' }, 'an agreed price comes first']],
  priceTyped: [
    [{ kind: 'priceTyped' }, 'the level has an item price, so nothing more is taken off'],
  ],
  anotherAgreementFirst: [[{ kind: 'anotherAgreementFirst', price }, '9.20 EUR comes first']],
  anotherTypedPriceFirst: [[{ kind: 'anotherTypedPriceFirst', price }, '9.20 EUR comes first']],
  itemExcepted: [[{ kind: 'itemExcepted', item: 'CL-1' }, 'CL-1 is excluded']],
  noEntryReachesItem: [[{ kind: 'noEntryReachesItem', item: 'CL-1' }, 'no entry covers CL-1']],
  basisMissing: [
    [{ kind: 'basisMissing', basis: { kind: 'listPrice' } }, 'item has no list price'],
    [{ kind: 'basisMissing', basis: { kind: 'basePrice' } }, 'item has no base price'],
  ],
  levelsInACircle: [[{ kind: 'levelsInACircle' }, 'the price levels are based on each other']],
  belowFirstBand: [
    [
      { kind: 'belowFirstBand', price: decimal('0.99'), from: decimal('1') },
      '0.99 is less than its first band, 1',
    ],
  ],
  narrowerEntryApplies: [
    [
      { kind: 'narrowerEntryApplies', entry, currency: 'EUR' },
      'a more specific entry applies: 5 % off the base price of all items',
    ],
  ],
  earlierEntryApplies: [
    [
      {
        kind: 'earlierEntryApplies',
        entry: entryOf({ kind: 'percent', percent: decimal('3') }),
        currency: 'EUR',
      },
      'an earlier entry applies: 3 % added to the base price of all items',
    ],
  ],
  noCost: [
    [{ kind: 'noCost', kinds: [] }, 'item has no cost'],
    [{ kind: 'noCost', kinds: ['last', 'landed'] }, 'item has no last or landed cost'],
  ],
  tableNotAtOutlet: [
    [{ kind: 'tableNotAtOutlet', outlet: null }, 'outlet not set; it is for certain outlets'],
    [{ kind: 'tableNotAtOutlet', outlet: 'The fair' }, 'not used at The fair'],
  ],
  noEntryPricedItem: [[{ kind: 'noEntryPricedItem' }, 'no entry of the level made the price']],
  lineClosed: [
    [{ kind: 'lineClosed', by: 'priceByHand' }, 'line has a manual price'],
    [{ kind: 'lineClosed', by: 'kept' }, 'line has a held price'],
    [{ kind: 'lineClosed', by: 'agreement' }, 'excluded by the agreed price'],
    [{ kind: 'lineClosed', by: 'typedPrice' }, 'excluded by the item price of its level'],
    [{ kind: 'lineClosed', by: 'levelEntry' }, 'excluded by the entry of its level'],
  ],
  notAtOutlet: [
    [{ kind: 'notAtOutlet', outlet: null }, 'outlet not set; it is for certain outlets'],
    [{ kind: 'notAtOutlet', outlet: 'The fair' }, 'not for outlet The fair'],
  ],
  notForLevel: [
    [{ kind: 'notForLevel', level: null }, 'price level not set; it is for certain price levels'],
    [{ kind: 'notForLevel', level }, 'not for price level Schools'],
  ],
  noRate: [[{ kind: 'noRate', from: 'EUR', to: 'JPY' }, 'no EUR to JPY rate']],
  notCounted: [
    [{ kind: 'notCounted', measure: 'term' }, 'items have no term to count'],
    [{ kind: 'notCounted', measure: 'amount' }, 'line is not counted'],
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
      '2 more bags: 5 % off',
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
      'not now; active from 2026-03-01, Tuesdays and Thursdays, from 18:00, before 20:00',
    ],
  ],
  codeNeeded: [[{ kind: 'codeNeeded' }, 'code not entered']],
  handNeeded: [
    [
      { kind: 'handNeeded', effect: percentOff('5'), currency: 'EUR' },
      'not applied manually: 5 % off price so far',
    ],
  ],
  takenOff: [[{ kind: 'takenOff' }, 'excluded on this document']],
  usedUp: [
    [{ kind: 'usedUp', by: 'all', limit: 1 }, 'its only use is taken'],
    [{ kind: 'usedUp', by: 'customer', limit: 3 }, 'all 3 uses are taken by this customer'],
  ],
  promisedOtherwise: [
    [
      {
        kind: 'promisedOtherwise',
        promised: { quantity: decimal('3'), unit: 'bag', duration: null, currency: 'EUR' },
      },
      'held for 3 bags in EUR',
    ],
    [
      {
        kind: 'promisedOtherwise',
        promised: { quantity: decimal('3'), unit: 'day', duration: decimal('2'), currency: 'EUR' },
      },
      'held for 3 days for 2 in EUR',
    ],
  ],
  noOwnPrice: [[{ kind: 'noOwnPrice' }, 'no item price for this item']],
  levelMakesNoPrice: [[{ kind: 'levelMakesNoPrice', level }, 'price level Schools gives no price']],
  conditionFails: [[{ kind: 'conditionFails', unmet: [] }, 'its conditions are not met']],
  anotherRuleStandsAlone: [
    [{ kind: 'anotherRuleStandsAlone', rule }, 'Glaze days is not combined and comes first'],
  ],
  ruleMeetsOthers: [
    [
      { kind: 'ruleMeetsOthers', rule },
      'not combined with other rules, and Glaze days comes first',
    ],
  ],
  ruleStopsBefore: [[{ kind: 'ruleStopsBefore', rule }, 'Glaze days skips later rules']],
  unitsMissing: [[{ kind: 'unitsMissing', missing: 2 }, '2 more units needed']],
  dearerTogether: [[{ kind: 'dearerTogether' }, 'its items cost less singly']],
  nothingToTake: [[{ kind: 'nothingToTake' }, 'nothing left to discount']],
  overtakenBy: [[{ kind: 'overtakenBy', rule }, 'replaced by Glaze days']],
  leavesMoreToPay: [[{ kind: 'leavesMoreToPay', rule }, 'Glaze days gives a lower price']],
  priceBaseMissing: [
    [{ kind: 'priceBaseMissing', base: 'listPrice' }, 'item has no list price'],
    [{ kind: 'priceBaseMissing', base: 'basePrice' }, 'item has no base price'],
  ],
  notLower: [[{ kind: 'notLower', price: decimal('9.20'), basis: null }, '9.20 is not lower']],
  ruleInOtherCurrency: [
    [
      { kind: 'ruleInOtherCurrency', rule: 'EUR', price: 'GBP' },
      'for prices in EUR; this price is in GBP',
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
        'outlet not set; it is for certain outlets',
        'item has no list price',
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
      'assigned to the customer for all items by ebb',
    ],
    [{ kind: 'customer' }, 'assigned to the customer'],
    [{ kind: 'segment', name: 'Shops' }, 'of segment Shops'],
    [{ kind: 'outlet', name: 'Quay' }, 'of outlet Quay'],
    [{ kind: 'setup' }, 'default price level'],
  ];
  for (const [by, words] of told) {
    it(`is told: ${by.kind}`, () => {
      expect(chooserWords(serialized(by), CODES)).toBe(words);
    });
  }
});
