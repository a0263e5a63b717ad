import fc from 'fast-check';
import { add, compare, decimal, print, sum, ZERO } from '../../number/decimal';
import type { PricingDocument } from '../../setup/document';
import type { Condition, DocumentEffect, DocumentOff, Rule } from '../../setup/rule';
import type { Setup } from '../../setup/setup';
import { documents, setups } from '../../testing/arbitraries';
import { documentEffects, groupEffects, rules } from '../../testing/arbitrary-rules';
import { leastMet, runs } from '../../testing/runs';
import {
  basePrice,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';
import type { PricedDocument } from '../../result/priced';

const percent = (off: string): DocumentOff => ({ kind: 'percent', percent: decimal(`-${off}`) });
const amount = (off: string): DocumentOff => ({ kind: 'amount', amount: decimal(`-${off}`) });
const subtotal = (off: DocumentOff): DocumentEffect => ({ kind: 'subtotal', off });
const shipping = (off: DocumentOff): DocumentEffect => ({ kind: 'shipping', off });
const charge = (much: string): DocumentEffect => ({ kind: 'charge', amount: decimal(much) });
const named = (name: string, rule: Rule): Rule => ({ ...rule, id: name, name });
const NOBODYS: Condition = { kind: 'any', of: [{ kind: 'segment', segments: ['x'] }] };
const FIRST: Condition = { kind: 'goods', scopes: [{ kind: 'item', item: 'IT-1' }] };

/** Lines of one unit each at these prices. */
function under(
  prices: readonly string[],
  rules: readonly Rule[],
  document: Partial<PricingDocument> = {},
  setup: Partial<Setup> = {},
): PricedDocument {
  const numbers = prices.map((_, place) => `IT-${String(place + 1)}`);
  return price(
    setupOf({
      basePrices: prices.map((each, place) => ({
        ...basePrice(each),
        item: numbers[place] ?? '',
      })),
      rules,
      ...setup,
    }),
    documentOf('1', {
      facts: factsOf({ customer: null, items: numbers.map((item) => itemOf({ item })) }),
      lines: numbers.map((item) => lineOf('1', { id: item, item })),
      ...document,
    }),
  );
}

const nets = ({ lines }: PricedDocument): string[] =>
  lines.map((line) => (line.kind === 'priced' ? print(line.net) : 'no price'));
const did = ({ rules }: PricedDocument): string[] =>
  rules.map((one) => `${one.rule.name} ${print(one.amount)}${one.tookAll ? ' all' : ''}`);
const why = ({ notApplied }: PricedDocument): string[] =>
  notApplied.flatMap(({ reasons }) => reasons.map(({ kind }) => kind));

describe('a rule for the document', () => {
  it('takes off the subtotal, shared by what the lines come to', () => {
    const done = under(['9.99', '9.99', '9.99'], [ruleOf(subtotal(amount('7.00')))]);
    expect(print(done.subtotal)).toBe('29.97');
    expect(print(done.total)).toBe('22.97');
    expect(nets(done)).toEqual(['7.65', '7.66', '7.66']);
    const tenth = under(['30.00', '10.05'], [ruleOf(subtotal(percent('10')))]);
    expect(nets(tenth)).toEqual(['27.00', '9.04']); // 40.05 - 4.01, shared 3.00 and 1.01
    expect(print(tenth.total)).toBe('36.04');
  });

  it('takes each percent of the same subtotal, then the amounts, wherever they stand', () => {
    const rules = [
      named('five', ruleOf(subtotal(amount('5.00')))),
      named('ten', ruleOf(subtotal(percent('10')))),
      named('twenty', ruleOf(subtotal(percent('20')))),
    ];
    expect(did(under(['100.00'], rules))).toEqual(['ten -10.00', 'twenty -20.00', 'five -5.00']);
    expect(print(under(['100.00'], rules).total)).toBe('65.00');
  });

  it('takes no more than there is, and says so', () => {
    const done = under(
      ['4.00'],
      [
        named('a', ruleOf(subtotal(amount('3.00')))),
        named('b', ruleOf(subtotal(amount('3.00')))),
        named('c', ruleOf(subtotal(amount('3.00')))),
      ],
    );
    expect(did(done)).toEqual(['a -3.00', 'b -1.00 all']);
    expect(why(done)).toEqual(['nothingToTake']);
    expect(done.notApplied.map(({ subject }) => subject.kind)).toEqual(['rule']);
    expect(print(done.total)).toBe('0.00');
  });

  it('takes off the shipping and charges, which no rule of the subtotal discounts', () => {
    const rules = [
      named('half', ruleOf(subtotal(percent('50')))),
      named('freight', ruleOf(shipping(percent('25')))),
      named('pallet', ruleOf(charge('6.00'))),
    ];
    const done = under(['100.00'], rules, { shipping: decimal('12.00') });
    expect(did(done)).toEqual(['half -50.00', 'freight -3.00', 'pallet 6.00']);
    expect(print(done.total)).toBe('65.00'); // 50.00 + 9.00 + 6.00
    expect(nets(done)).toEqual(['50.00']);
    expect(why(under(['100.00'], [ruleOf(shipping(amount('5.00')))]))).toEqual(['nothingToTake']);
  });

  it('leaves closed lines out, and holds where its conditions hold for one line', () => {
    const byHand = lineOf('1', {
      id: 'IT-2',
      item: 'IT-2',
      priceByHand: { price: decimal('50.00'), reason: 'so' },
    });
    const lines = [lineOf('1', { id: 'IT-1', item: 'IT-1' }), byHand];
    const rule = ruleOf(subtotal(percent('10')), FIRST);
    const done = under(['30.00', '10.00'], [rule], { lines });
    expect(nets(done)).toEqual(['27.00', '50.00']);
    const other = under(['30.00', '10.00'], [rule], { lines: [byHand] });
    expect(nets(other)).toEqual(['50.00']);
    expect(other.rules).toEqual([]);
  });

  it('goes together or alone, and stops those after it', () => {
    const alone = named('alone', ruleOf(subtotal(percent('15')), undefined, { combinable: false }));
    const pair = [
      named('a', ruleOf(subtotal(percent('10')))),
      named('b', ruleOf(subtotal(percent('10')))),
    ];
    expect(did(under(['100.00'], [alone, ...pair]))).toEqual(['alone -15.00']);
    expect(did(under(['100.00'], [...pair, alone]))).toEqual(['a -10.00', 'b -10.00']);
    const least = under(['100.00'], [alone, ...pair], {}, { ruleChoice: 'least' });
    expect(did(least)).toEqual(['a -10.00', 'b -10.00']);
    expect(why(least)).toEqual(['leavesMoreToPay']);
    const stop = named('stop', ruleOf(subtotal(percent('1')), undefined, { stopProcessing: true }));
    expect(did(under(['100.00'], [stop, ...pair]))).toEqual(['stop -1.00']);
    const fee = named('fee', ruleOf(charge('2.00')));
    expect(did(under(['100.00'], [alone, fee]))).toEqual(['alone -15.00', 'fee 2.00']);
  });

  it('says which rate an amount lacks', () => {
    const pounds: Partial<Rule> = { currency: 'GBP' };
    const off: DocumentEffect = {
      kind: 'subtotal',
      off: { kind: 'amount', amount: decimal('-5') },
    };
    const found = under(['10.00'], [ruleOf(off, undefined, pounds)]);
    expect(found.notApplied.map(({ reasons }) => reasons)).toEqual([
      [{ kind: 'noRate', from: 'GBP', to: 'EUR' }],
    ]);
    expect(found.notApplied.map(({ subject }) => subject.kind)).toEqual(['rule']);
    expect(print(found.total)).toBe('10.00');
  });

  it('goes by the places of its rules, whichever line reaches which', () => {
    const of = (item: string): Condition => ({
      kind: 'goods',
      scopes: [{ kind: 'item', item }],
    });
    const second = named('second', ruleOf(subtotal(percent('10')), of('IT-1'), { place: 2 }));
    const first = named('first', ruleOf(subtotal(percent('20')), of('IT-2'), { place: 1 }));
    for (const rules of [
      [first, second],
      [second, first],
    ]) {
      expect(under(['50.00', '50.00'], rules).rules.map(({ rule }) => rule.id)).toEqual([
        'first',
        'second',
      ]);
    }
  });

  it('says why it does nothing, by the line that lacks least', () => {
    const when: Condition = { kind: 'all', of: [FIRST, NOBODYS] };
    expect(why(under(['1.00', '2.00'], [ruleOf(subtotal(percent('10')), when)]))).toEqual([
      'conditionFails',
    ]);
  });
});

describe('a code that was typed', () => {
  const coded = (effect = percentOff('10'), changes: Partial<Rule> = {}, when = FIRST): Rule =>
    ruleOf(effect, when, { trigger: { kind: 'code', code: 'KILN' }, ...changes });
  const state = (rules: readonly Rule[], code = 'kiln') =>
    under(['30.00', '10.00'], rules, { codes: [code] }).codes.map(({ is }) => is)[0];

  it('says what became of it', () => {
    expect(state([coded()])).toEqual({ kind: 'applied', lines: 1 });
    expect(state([coded()], 'OTHER')).toEqual({ kind: 'noRule' });
    expect(state([coded(undefined, { paused: true })])).toEqual({ kind: 'paused' });
    const other: Condition = { kind: 'goods', scopes: [{ kind: 'item', item: 'IT-9' }] };
    expect(state([coded(undefined, {}, other)])).toEqual({ kind: 'otherGoods' });
    const ended = { days: { from: null, until: '2026-05-31' }, weekdays: null, times: null };
    expect(state([coded(undefined, { validity: ended })])).toEqual({
      kind: 'notApplied',
      reasons: [{ kind: 'ruleNotNow', validity: ended }],
    });
  });

  it('is not said to apply where another rule for the document does', () => {
    const when: Condition = { kind: 'all', of: [FIRST, NOBODYS] };
    const typed = ruleOf(subtotal(percent('10')), when, {
      trigger: { kind: 'code', code: 'KILN' },
    });
    const other = named('other', ruleOf(subtotal(percent('5'))));
    expect(state([typed, other])?.kind).toBe('notApplied');
    expect(state([other])?.kind).toBe('noRule');
  });

  it('says so of a rule for the document, too', () => {
    const rule = ruleOf(subtotal(percent('10')), undefined, {
      trigger: { kind: 'code', code: 'KILN' },
    });
    expect(state([rule])).toEqual({ kind: 'applied', lines: 2 });
    const fee = ruleOf(charge('2.00'), undefined, { trigger: { kind: 'code', code: 'KILN' } });
    expect(state([fee])).toEqual({ kind: 'applied', lines: 0 });
  });
});

describe('the laws of documents', () => {
  it('the parts of a document are its total, and no part is below zero', () => {
    let shared = 0;
    let charged = 0;
    // rules that hold wherever their goods are
    const open = (one: Rule): Rule => ({
      ...one,
      paused: false,
      validity: { days: { from: null, until: null }, weekdays: null, times: null },
      outlets: null,
      trigger: { kind: 'automatic' },
      when: { kind: 'all', of: [] },
    });
    const ofSeveral = fc.oneof(groupEffects, documentEffects);
    const several = fc.tuple(
      rules('line').map(open),
      ...['1', '2', '3'].map((id) =>
        fc.tuple(rules(id), ofSeveral).map(([one, effect]) => open({ ...one, effect })),
      ),
    );
    fc.assert(
      fc.property(setups, documents, several, (setup, document, all) => {
        const done = price({ ...setup, rules: all }, document);
        const lines = done.lines.filter((line) => line.kind === 'priced');
        shared += lines.filter(({ shares }) => shares.length > 0).length;
        const onTop = done.rules
          .filter(({ effect }) => effect.kind === 'shipping' || effect.kind === 'charge')
          .map((one) => one.amount);
        const once = lines.flatMap(({ setUp }) => setUp?.amount ?? []);
        charged += once.length;
        const nets = lines.map(({ net }) => net);
        const parts = [...nets, ...once, done.shipping ?? ZERO, ...onTop];
        expect(compare(sum(parts), done.total)).toBe(0);
        for (const { net } of lines) expect(compare(net, ZERO)).toBeGreaterThanOrEqual(0);
        // what a rule did in all is what it did to each line
        for (const one of done.rules) {
          if (one.effect.kind === 'shipping' || one.effect.kind === 'charge') continue;
          const own = lines.flatMap(({ shares }) =>
            shares.filter(({ rule }) => rule.id === one.rule.id).map((share) => share.amount),
          );
          expect(compare(own.reduce(add, ZERO), one.amount)).toBe(0);
        }
      }),
      { numRuns: runs(2000) },
    );
    expect(shared).withContext('there must be shared amounts').toBeGreaterThan(leastMet(50));
    expect(charged).withContext('there must be set-up charges').toBeGreaterThan(0);
  });
});
