/**
 * How fast a line is priced with our decimals, as ratios against independent implementations of
 * exact decimals in the same run. Run: npm run bench
 */
import {
  decimal,
  multiply,
  add,
  percentOf,
  roundToDigits,
  print,
  type Decimal,
} from '@honest-ledger/engine';
import Big from 'big.js';
import { Decimal as DecimalJs } from 'decimal.js';
import { machine } from './measure';

const LINES = 20_000;
const ROUNDS = 15;

/** The same made-up prices and quantities for all. */
const texts = Array.from({ length: LINES }, (_, index) => ({
  price: `${String(3 + ((index * 7919) % 9000))}.${String((index * 31) % 100).padStart(2, '0')}`,
  quantity: String(1 + (index % 60)),
}));
const ours = texts.map(({ price, quantity }) => ({
  price: decimal(price),
  quantity: decimal(quantity),
}));
const bigs = texts.map(({ price, quantity }) => ({
  price: new Big(price),
  quantity: new Big(quantity),
}));
const theirs = texts.map(({ price, quantity }) => ({
  price: new DecimalJs(price),
  quantity: new DecimalJs(quantity),
}));

/** 12 % off, rounded to two decimals, times the quantity; the sum is consumed so that all is done. */
const contestants: readonly { readonly name: string; readonly run: () => string }[] = [
  {
    name: 'engine decimal',
    run: () => {
      const percent = decimal('-12');
      let total: Decimal = decimal('0');
      for (const { price, quantity } of ours) {
        const each = roundToDigits(add(price, percentOf(price, percent)), 2, 'halfAwayFromZero');
        total = add(total, multiply(each, quantity));
      }
      return print(total);
    },
  },
  {
    name: 'big.js',
    run: () => {
      let total = new Big(0);
      for (const { price, quantity } of bigs) {
        total = total.plus(price.times('0.88').round(2, Big.roundHalfUp).times(quantity));
      }
      return total.toFixed(2);
    },
  },
  {
    name: 'decimal.js',
    run: () => {
      let total = new DecimalJs(0);
      for (const { price, quantity } of theirs) {
        const each = price.times('0.88').toDecimalPlaces(2, DecimalJs.ROUND_HALF_UP);
        total = total.plus(each.times(quantity));
      }
      return total.toFixed(2);
    },
  },
];

/** Nanoseconds a line of the best round: the others were disturbed by something else. */
function measure(run: () => string): { nanoseconds: number; total: string } {
  let best = Number.POSITIVE_INFINITY;
  let total = '';
  for (let round = 0; round < ROUNDS; round += 1) {
    const began = process.hrtime.bigint();
    total = run();
    best = Math.min(best, Number(process.hrtime.bigint() - began) / LINES);
  }
  return { nanoseconds: best, total };
}

console.log(machine());
console.log(
  `${String(LINES)} lines: 12 % off, rounded to 2, times quantity, summed; best of ${String(ROUNDS)} rounds`,
);
const results = contestants.map(({ name, run }) => ({ name, ...measure(run) }));
const reference = results[0];
for (const { name, nanoseconds, total } of results) {
  if (total !== reference?.total)
    throw new Error(`${name} sums to ${total}, not ${reference?.total ?? ''}`);
  const ratio = nanoseconds / (reference.nanoseconds || 1);
  console.log(
    `${name.padEnd(16)}${nanoseconds.toFixed(0).padStart(7)} ns a line   ${ratio.toFixed(1).padStart(6)} x`,
  );
}
