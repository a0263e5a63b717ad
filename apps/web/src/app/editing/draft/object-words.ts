import type { AnyObjectChange, SetupContents } from '@honest-ledger/contracts';
import type { FloorAction, RoundingMode, RuleChoice } from '@honest-ledger/engine';
import {
  breakSentence,
  conditionWords,
  costTableSentence,
  leastWords,
  levelSentence,
  type Names,
  scopeWords,
  ruleSentence,
  windowWords,
  type Writer,
} from '@honest-ledger/wording';

const KIND_WORDS: Readonly<Record<AnyObjectChange['kind'], string>> = {
  level: 'Price level',
  basePrice: 'Base price',
  sharedPrice: 'Shared price',
  agreement: 'Agreement',
  costTable: 'Cost table',
  break: 'Quantity break',
  rule: 'Discount rule',
  condition: 'Saved condition',
  settings: 'Settings',
};

/** "Level Schools": what an object of the setup is called. */
export function objectTitle({ kind, name }: AnyObjectChange): string {
  return kind === 'settings' ? name : `${KIND_WORDS[kind]} ${name}`;
}

/** One side of a change in words. */
export function objectSentence(
  change: AnyObjectChange,
  side: 'before' | 'after',
  names: Names,
  write: Writer,
): string | null {
  switch (change.kind) {
    case 'level':
      return change[side] && levelSentence(change[side], names, write);
    case 'basePrice':
      return change[side] && basePriceSentence(change[side], write);
    case 'sharedPrice':
      return change[side] && `${change[side].name}: ${write.number(change[side].price)}.`;
    case 'agreement':
      return change[side] && agreementSentence(change[side], names, write);
    case 'costTable':
      return change[side] && costTableSentence(change[side], names, write);
    case 'break':
      return change[side] && breakSentence(change[side], names, write);
    case 'rule':
      return change[side] && ruleSentence(change[side], names, write);
    case 'condition':
      return change[side] && conditionSentence(change[side], names, write);
    case 'settings':
      return change[side] && settingsSentence(change[side], names);
  }
}

/** Where an object is edited. */
export function objectAddress({ kind, key, before, after }: AnyObjectChange): string[] | null {
  switch (kind) {
    case 'level':
      return ['/levels', key];
    case 'basePrice':
      return ['/catalogue', key];
    case 'agreement': {
      const party = (after ?? before)?.party;
      if (!party) return null;
      return party.kind === 'customer'
        ? ['/customers', party.customer]
        : ['/customers/segments', party.segment];
    }
    case 'costTable':
      return ['/cost-tables', key];
    case 'break':
      return ['/breaks', key];
    case 'rule':
      return ['/rules', key];
    case 'condition':
      return ['/rules/conditions', key];
    case 'sharedPrice':
    case 'settings':
      return ['/basics'];
  }
}

/** A saved condition in one sentence; its money is in the currency of the rule that names it. */
export function conditionSentence(
  { when }: SetupContents['condition'],
  names: Names,
  write: Writer,
): string {
  return `Met if ${conditionWords(when, 'in the rule’s currency', names, write)}.`;
}

function basePriceSentence(prices: SetupContents['basePrice'], write: Writer): string {
  if (prices.length === 0) return 'No base price.';
  const one = prices.map((price) => {
    const per = price.unit === null ? '' : ` per ${price.unit}`;
    return price.kind === 'own' ? `${write.number(price.price)}${per}` : `shared price${per}`;
  });
  return `${one.join(', ')}.`;
}

function agreementSentence(
  agreement: SetupContents['agreement'],
  names: Names,
  write: Writer,
): string {
  const { party, item, price, currency, unit, minQuantity, window, open } = agreement;
  const who =
    party.kind === 'customer' ? party.customer : `segment ${names.segment(party.segment)}`;
  const per = unit === null ? '' : ` per ${unit}`;
  const from = /^0+(\.0+)?$/.test(minQuantity) ? '' : `, at least ${write.number(minQuantity)}`;
  const days = windowWords(window, write);
  return (
    `${item} for ${who} at ${write.number(price)} ${currency}${per}${from}` +
    `${days === null ? '' : `, ${days}`}${open ? ', breaks and rules allowed' : ''}.`
  );
}

/** How figures between two digits are rounded, in words. */
export const MODE_WORDS: Readonly<Record<RoundingMode, string>> = {
  halfAwayFromZero: 'halves away from zero',
  halfToEven: 'halves to the even digit',
  awayFromZero: 'always away from zero',
  towardsZero: 'always towards zero',
};

/** Who wins where a rule that stands alone meets others, in words. */
export const CHOICE_WORDS: Readonly<Record<RuleChoice, string>> = {
  first: 'when rules conflict: first in list',
  least: 'when rules conflict: lowest price',
};

const FLOOR_WORDS: Readonly<Record<FloorAction, string>> = {
  warn: 'warn of',
  hold: 'hold',
  lift: 'lift',
};

function settingsSentence(
  {
    homeCurrency,
    roundingMode,
    unitPriceDigits,
    defaultLevel,
    costOrder,
    ruleChoice,
    floors,
  }: SetupContents['settings'],
  names: Names,
): string {
  const digits = Object.entries(unitPriceDigits)
    .map(([currency, count]) => `, unit prices in ${currency} with ${String(count)} decimals`)
    .join('');
  const least = floors
    .map(
      ({ scope, least, then }) =>
        `, ${FLOOR_WORDS[then]} ${scopeWords(scope, names)} below ${leastWords(least)}`,
    )
    .join('');
  const level = defaultLevel === null ? '' : `, default price level ${names.level(defaultLevel)}`;
  return `Home currency ${homeCurrency}, ${MODE_WORDS[roundingMode]}${digits}${level}, cost order ${costOrder.map(names.cost).join(', ')}, ${CHOICE_WORDS[ruleChoice]}${least}.`;
}
