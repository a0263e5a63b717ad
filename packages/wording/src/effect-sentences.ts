import type {
  GroupEffect,
  PriceBase,
  Serialized,
  RuleEffect,
  UnitOffer,
  UnitsOf,
} from '@honest-ledger/engine';
import { orWords } from './or-words';
import { plainWriter, scopeWords, type Names, type Writer } from './setup-sentences';

const BASE_WORDS: Readonly<Record<PriceBase, string>> = {
  running: 'price so far',
  afterLevel: 'price after the price level',
  basePrice: 'base price',
  listPrice: 'list price',
};

/** "10 % off price so far", "4.00 EUR off the line for every 4" */
export function effectWords(
  effect: Serialized<RuleEffect>,
  currency: string,
  names: Names,
  write: Writer = plainWriter,
): string {
  switch (effect.kind) {
    case 'percent': {
      const what = signed(effect.percent, ' %', write);
      const of = ` ${BASE_WORDS[effect.of]}`;
      return `${what}${of}${triggerWords(effect.startsFrom)}`;
    }
    case 'amountEach': {
      const per = effect.unit === null ? ' each' : ` per ${effect.unit}`;
      const what = signed(effect.amount, ` ${currency}`, write);
      const said = effect.unit === null ? what : what.replace(/ to$/, '');
      return `${said}${per}${triggerWords(effect.startsFrom)}`;
    }
    case 'set': {
      const per = effect.unit === null ? ' each' : ` per ${effect.unit}`;
      return `${write.number(effect.price)} ${currency}${per}, ${whereLower(effect)}`;
    }
    case 'level':
      return `price of price level ${names.level(effect.level)}, ${whereLower(effect)}`;
    case 'ownPrices': {
      const items = effect.prices.length;
      return `item prices for ${items === 1 ? '1 item' : `${String(items)} items`}, ${whereLower(effect)}`;
    }
    case 'flat': {
      const every = effect.every === null ? '' : ` for every ${write.number(effect.every)}`;
      return `${signed(effect.amount, ` ${currency}`, write)} the line${every}`;
    }
    case 'buyAndGet':
      return buyAndGetWords(effect, currency, names, write);
    case 'bundle':
      return bundleWords(effect, currency, names, write);
    case 'allocate': {
      const every = effect.every === null ? '' : ` for every ${write.number(effect.every)} units`;
      return `${signed(effect.amount, ` ${currency}`, write)} those units${every}, shared by units`;
    }
    case 'subtotal':
    case 'shipping': {
      const { off } = effect;
      const what =
        off.kind === 'percent'
          ? signed(off.percent, ' %', write)
          : signed(off.amount, ` ${currency}`, write);
      return `${what} ${effect.kind === 'subtotal' ? 'the document' : 'shipping'}`;
    }
    case 'charge':
      return `charge of ${write.number(effect.amount)} ${currency} on the document`;
  }
}

function whereLower({ raises }: { readonly raises: boolean }): string {
  return raises ? 'even if higher' : 'only if lower';
}

function signed(figure: string, unit: string, write: Writer): string {
  return figure.startsWith('-')
    ? `${write.number(figure.slice(1))}${unit} off`
    : `${write.number(figure.replace('+', ''))}${unit} added to`;
}

function triggerWords(base: PriceBase): string {
  return base === 'running' ? '' : `, based on ${BASE_WORDS[base]}, only if lower`;
}

/** "for every 2 of all items in Clay bought, 1 of all items in Clay free, cheapest first" */
function buyAndGetWords(
  { buy, get, offer, dearest, most }: Extract<Serialized<GroupEffect>, { kind: 'buyAndGet' }>,
  currency: string,
  names: Names,
  write: Writer,
): string {
  const which = dearest ? 'most expensive first' : 'cheapest first';
  const cap = most === null ? '' : `, at most ${String(most)} times`;
  return `for every ${unitsWords(buy, names)} bought, ${unitsWords(get, names)} ${offerWords(offer, currency, write)}, ${which}${cap}`;
}

function offerWords(offer: Serialized<UnitOffer>, currency: string, write: Writer): string {
  switch (offer.kind) {
    case 'percent':
      return Number(offer.percent) === -100
        ? 'free'
        : `at ${signed(offer.percent, ' %', write).replace(' added to', ' more')}`;
    case 'amount':
      return `at ${signed(offer.amount, ` ${currency}`, write).replace(' added to', ' more')} each`;
    case 'set':
      return `for ${write.number(offer.price)} ${currency} each`;
  }
}

function bundleWords(
  { parts, total }: Extract<Serialized<GroupEffect>, { kind: 'bundle' }>,
  currency: string,
  names: Names,
  write: Writer,
): string {
  const said = parts.map((part) => {
    const each =
      total === null && part.price !== null
        ? ` at ${write.number(part.price)} ${currency} each`
        : '';
    return `${unitsWords(part, names)}${each}`;
  });
  const price = total === null ? '' : ` for ${write.number(total)} ${currency}`;
  return `${said.join(' with ')} together${price}, only if lower`;
}

function unitsWords({ quantity, scopes }: UnitsOf, names: Names): string {
  return `${String(quantity)} of ${orWords(scopes.map((scope) => scopeWords(scope, names)))}`;
}
