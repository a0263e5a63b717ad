import {
  decimal,
  type DocumentName,
  type KeptPrice,
  type KeptSetUp,
  type LineWithPrice,
  type Serialized,
  rulesOn,
  subtract,
  sum,
} from '@honest-ledger/engine';
import { customerWords } from './customer-words';

/**
 * What a priced line promises to the document that is made from its own: all that it is sold for, its
 * shares of rules for the document among it.
 */
export function promiseOf(
  line: Serialized<LineWithPrice>,
  currency: string,
  from: DocumentName,
): KeptPrice {
  const { quantity, unit, duration, net, kept } = line;
  const slices = line.slices.map((slice) => ({
    quantity: decimal(slice.quantity),
    unit: slice.unit,
    unitPrice: decimal(slice.unitPrice),
    amount: decimal(slice.amount),
  }));
  const rules = new Map(rulesOn(line).map((rule) => [rule.id, rule]));
  return {
    // what was promised first stays promised by whoever did
    from: kept?.from ?? from,
    currency,
    quantity: decimal(quantity),
    unit,
    duration: duration === null ? null : decimal(duration),
    slices,
    rest: subtract(decimal(net), sum(slices.map(({ amount }) => amount))),
    rules: [...rules.values()].map(({ id, name, words, currency: of }) => ({
      id,
      name,
      words,
      currency: of,
    })),
    words: customerWords(line),
    setUp: keptSetUp(line),
  };
}

/** What was told as paid is not asked again where it is not paid after all: it is not promised. */
function keptSetUp({ setUp, kept }: Serialized<LineWithPrice>): KeptSetUp | null {
  const asked = setUp ?? kept?.setUp ?? null;
  if (!asked || setUp?.paid) return null;
  const { break: of, words, amount } = asked;
  return { break: of, words, amount: decimal(amount) };
}
