import { decimal, print } from '../../number/decimal';
import { printExact } from '../../number/exact';
import type { SalesContext, PricingDocument } from '../../setup/document';
import type { Condition, NumberFact, Rule, WordComparison, WordFact } from '../../setup/rule';
import { passedOver, pricedLine } from '../../testing/priced';
import {
  agreement,
  basePrice,
  costOf,
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  percentOff,
  ruleOf,
  setupOf,
} from '../../testing/saltmarsh';
import type { Unmet } from '../../result/workings';
import { amountUnder, named, underRules } from '../../testing/under-rules';

describe('the conditions of a rule', () => {
  const holds = (
    when: Condition,
    changes: Partial<PricingDocument> = {},
    quantity = '3',
    rule: Partial<Rule> = {},
  ): boolean =>
    amountUnder('4.00', [ruleOf(percentOff('50'), when, rule)], quantity, changes) !==
    amountUnder('4.00', [], quantity, changes);
  const number = (
    fact: NumberFact,
    kind: 'atLeast' | 'moreThan' | 'exactly' | 'lessThan' | 'atMost',
    value: string,
  ): Condition => ({
    kind: 'number',
    fact,
    comparison: { kind, value: decimal(value) },
  });
  const QUANTITY: NumberFact = { kind: 'quantity' };
  const CLAY: Condition = { kind: 'goods', scopes: [{ kind: 'category', category: 'clay' }] };
  const GLAZE: Condition = { kind: 'goods', scopes: [{ kind: 'category', category: 'glaze' }] };

  it('do not tell of several of which one holds, where another test does not', () => {
    const one: Condition = {
      kind: 'any',
      of: [number(QUANTITY, 'atLeast', '100'), number(QUANTITY, 'atLeast', '1')],
    };
    const when: Condition = { kind: 'all', of: [one, number(QUANTITY, 'atLeast', '50')] };
    const line = underRules('4.00', [ruleOf(percentOff('50'), when)], '3');
    const reasons = line.notApplied.flatMap((told) => told.reasons);
    const [unmet] = reasons.flatMap((told) => (told.kind === 'conditionFails' ? [told.unmet] : []));
    expect(unmet?.map(({ kind }) => kind)).toEqual(['test']);
  });

  it('ask for a segment where it is one of several that would do', () => {
    const segment = { code: 'schools', name: 'Schools', level: null };
    const of = (...segments: string[]): Condition => ({
      kind: 'any',
      of: [{ kind: 'segment', segments }, number(QUANTITY, 'atLeast', '100')],
    });
    const school = { facts: factsOf({ customer: customerOf({ level: null, segment }) }) };
    expect(holds(of('clubs', 'schools'), school)).toBeTrue();
    expect(holds(of('clubs'), school)).toBeFalse();
    expect(
      holds(of('schools'), { facts: factsOf({ customer: customerOf({ level: null }) }) }),
    ).toBeFalse();
    expect(holds(of('schools'), { facts: factsOf({ customer: null }) })).toBeFalse();
  });

  it('ask what the customer bought before: anything, the item, or its category', () => {
    const before = (
      of: 'anything' | 'item' | 'category',
      kind: 'atLeast' | 'exactly',
      value: string,
    ) => number({ kind: 'salesBefore', of }, kind, value);
    const bought = {
      sales: 5,
      items: [{ code: itemOf().item, sales: 2 }],
      categories: [{ code: itemOf().categories.at(-1)?.code ?? '', sales: 3 }],
    };
    const known = { facts: factsOf({ bought }) };
    const cases = [
      [before('anything', 'atLeast', '5'), true],
      [before('anything', 'atLeast', '6'), false],
      [before('item', 'exactly', '2'), true],
      [before('category', 'exactly', '3'), true],
      [before('category', 'exactly', '0'), false],
    ] as const;
    for (const [when, expected] of cases) {
      expect(holds(when, known)).withContext(JSON.stringify(when)).toBe(expected);
    }
    // of a customer nobody knows nothing is known, so not even that there were no sales
    const nobody = { facts: factsOf({ customer: null, bought: null }) };
    expect(holds(before('anything', 'exactly', '0'), nobody)).toBeFalse();
  });

  it('spell their boundaries', () => {
    const at = (kind: Parameters<typeof number>[1]): boolean[] =>
      ['2', '3', '4'].map((value) => holds(number(QUANTITY, kind, value)));
    expect(at('atLeast')).toEqual([true, true, false]);
    expect(at('moreThan')).toEqual([true, false, false]);
    expect(at('exactly')).toEqual([false, true, false]);
    expect(at('atMost')).toEqual([false, true, true]);
    expect(at('lessThan')).toEqual([false, false, true]);
    const between = (value: string, to: string): boolean =>
      holds({
        kind: 'number',
        fact: QUANTITY,
        comparison: { kind: 'between', value: decimal(value), to: decimal(to) },
      });
    expect([between('3', '5'), between('1', '3'), between('4', '5'), between('5', '1')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('tell either from both, and none from a missing fact', () => {
    const either: Condition = {
      kind: 'goods',
      scopes: [
        { kind: 'category', category: 'clay' },
        { kind: 'category', category: 'glaze' },
      ],
    };
    expect(holds(either)).toBeTrue();
    expect(holds({ kind: 'all', of: [CLAY, GLAZE] })).toBeFalse();
    expect(holds({ kind: 'any', of: [GLAZE, CLAY] })).toBeTrue();
    expect(holds({ kind: 'none', of: [GLAZE] })).toBeTrue();
    const brand: Condition = { kind: 'goods', scopes: [{ kind: 'brand', brand: 'ebb' }] };
    const without = factsOf({ customer: null, items: [itemOf({ brand: null })] });
    expect(holds(brand, { facts: without })).toBeFalse();
    expect(holds({ kind: 'none', of: [brand] }, { facts: without })).toBeTrue();
    // nobody is known, so no test of a customer holds
    expect(holds({ kind: 'segment', segments: ['schools'] })).toBeFalse();
    expect(holds({ kind: 'any', of: [] })).toBeFalse();
  });

  it('ask for what the company keeps besides, and say no where it is not known', () => {
    const fact = (of: 'item' | 'customer', code: string) =>
      ({ kind: 'attribute', of, code }) as const;
    const word = (asked: WordFact, comparison: WordComparison): Condition => ({
      kind: 'word',
      fact: asked,
      comparison,
    });
    const facts = factsOf({
      customer: customerOf({ attributes: { since: '2024-03-01' } }),
      items: [itemOf({ attributes: { finish: 'matt', weight: '12.5', firing: 'cone 6' } })],
    });
    const known = (when: Condition): boolean => holds(when, { facts });
    expect(known(number(fact('item', 'weight'), 'atLeast', '12.50'))).toBeTrue();
    expect(known(number(fact('item', 'weight'), 'moreThan', '12.5'))).toBeFalse();
    expect(known(number(fact('item', 'finish'), 'atLeast', '0'))).toBeFalse();
    const finish = fact('item', 'finish');
    expect(known(word(finish, { kind: 'isOneOf', values: ['gloss', 'matt'] }))).toBeTrue();
    expect(known(word(finish, { kind: 'isNoneOf', values: ['gloss'] }))).toBeTrue();
    const firing = fact('item', 'firing');
    expect(known(word(firing, { kind: 'startsWith', values: ['cone'] }))).toBeTrue();
    const since = fact('customer', 'since');
    const on = (kind: 'onOrAfter' | 'onOrBefore', day: string): boolean =>
      known(word(since, { kind, day }));
    expect([on('onOrAfter', '2024-03-01'), on('onOrBefore', '2024-03-01')]).toEqual([true, true]);
    expect([on('onOrAfter', '2024-03-02'), on('onOrBefore', '2024-02-29')]).toEqual([false, false]);
    // a missing fact makes a test false, whichever comparison; the tree is evaluated then
    const other: Condition = word(fact('item', 'gone'), { kind: 'isNoneOf', values: ['x'] });
    expect(known(other)).toBeFalse();
    expect(known({ kind: 'none', of: [other] })).toBeTrue();
    expect(known(word({ kind: 'unit' }, { kind: 'isOneOf', values: ['bag'] }))).toBeTrue();
    expect(
      known(word({ kind: 'formOfSupply' }, { kind: 'isNoneOf', values: ['split'] })),
    ).toBeFalse();
  });

  it('tell each test that does not hold, with what is there', () => {
    const gone: Condition = {
      kind: 'word',
      fact: { kind: 'attribute', of: 'item', code: 'gone' },
      comparison: { kind: 'isOneOf', values: ['x'] },
    };
    const when: Condition = {
      kind: 'all',
      of: [
        CLAY,
        number(QUANTITY, 'atLeast', '8'),
        { kind: 'any', of: [GLAZE, gone] },
        { kind: 'none', of: [CLAY, GLAZE] },
      ],
    };
    const line = underRules('4.00', [ruleOf(percentOff('50'), when)], '5');
    const reason = line.notApplied.find(({ subject }) => subject.kind === 'rule')?.reasons[0];
    const told = (unmet: readonly Unmet[]): unknown[] =>
      unmet.map((one) =>
        one.kind === 'test'
          ? typeof one.actual === 'object'
            ? one.actual && printExact(one.actual)
            : one.actual
          : one.kind === 'oneOf'
            ? one.of.map(told)
            : one.condition,
      );
    expect(reason?.kind === 'conditionFails' && told(reason.unmet)).toEqual([
      '5',
      [['CL-0207'], [null]],
      CLAY,
    ]);
  });

  it('look at the document before any rule, so that no rule unmakes its own condition', () => {
    const over: Condition = number({ kind: 'priceAfterBreak' }, 'atLeast', '4.00');
    const twice = [ruleOf(percentOff('50'), over), named('b', ruleOf(percentOff('50'), over))];
    expect(amountUnder('4.00', twice)).toBe('1.00');
    const under: Condition = number({ kind: 'priceAfterBreak' }, 'lessThan', '4.00');
    expect(amountUnder('4.00', [ruleOf(percentOff('50')), ruleOf(percentOff('50'), under)])).toBe(
      '2.00',
    );
  });

  it('count over the document what a selection reaches, closed lines too', () => {
    const clay: NumberFact = {
      kind: 'count',
      of: 'quantity',
      scopes: [{ kind: 'category', category: 'clay' }],
    };
    const lines = [lineOf('3'), lineOf('2', { id: '2' })];
    expect(holds(number(clay, 'atLeast', '5'), { lines })).toBeTrue();
    expect(holds(number(clay, 'atLeast', '6'), { lines })).toBeFalse();
    expect(holds(number({ ...clay, of: 'lines' }, 'exactly', '2'), { lines })).toBeTrue();
    expect(holds(number({ ...clay, of: 'spend' }, 'atLeast', '20.00'), { lines })).toBeTrue();
    const byHand = lineOf('2', { id: '2', priceByHand: { price: decimal('9'), reason: 'so' } });
    const closed = { lines: [lineOf('3'), byHand] };
    expect(holds(number({ ...clay, of: 'spend' }, 'atLeast', '30.00'), closed)).toBeTrue();
  });

  it('need their code, whatever its case, and their days and outlet', () => {
    const coded: Partial<Rule> = { trigger: { kind: 'code', code: 'Spring' } };
    expect(holds(CLAY, {}, '3', coded)).toBeFalse();
    expect(holds(CLAY, { codes: ['SPRING'] }, '3', coded)).toBeTrue();
    expect(holds(CLAY, { codes: ['autumn'] }, '3', coded)).toBeFalse();
    expect(holds(CLAY, {}, '3', { outlets: ['quay'] })).toBeFalse();
    expect(holds(CLAY, {}, '3', { paused: true })).toBeFalse();
    const line = underRules('4.00', [ruleOf(percentOff('50'), CLAY, coded)]);
    expect(passedOver(line)).toContain('rule: codeNeeded');
  });

  it('leave a line alone that its agreement closes', () => {
    const setup = setupOf({
      basePrices: [basePrice('4.00')],
      agreements: [agreement('3.00')],
      rules: [ruleOf(percentOff('50'))],
    });
    const line = pricedLine(setup, documentOf('1', { facts: factsOf({ customer: customerOf() }) }));
    expect(print(line.amount)).toBe('3.00');
    expect(passedOver(line)).toContain('rule: lineClosed');
  });
});

describe('conditions that ask for costs, and for what is kept of documents', () => {
  const costing = (amount: string) =>
    factsOf({
      customer: null,
      items: [itemOf({ costs: [costOf(amount)] })],
    });
  const figure = (kind: 'cost' | 'margin', value: string): Condition => ({
    kind: 'number',
    fact: { kind },
    comparison: { kind: 'atLeast', value: decimal(value) },
  });
  const under = (when: Condition, changes: Partial<PricingDocument>): string =>
    amountUnder('4.00', [ruleOf(percentOff('50'), when)], '3', changes);

  it('know the cost per base unit, and the margin before any rule', () => {
    const facts = costing('3.00');
    expect(under(figure('cost', '3.00'), { facts })).toBe('6.00');
    expect(under(figure('cost', '3.01'), { facts })).toBe('12.00');
    expect(under(figure('margin', '25'), { facts })).toBe('6.00'); // (4.00 - 3.00) / 4.00
    expect(under(figure('margin', '25.01'), { facts })).toBe('12.00');
    const lines = [lineOf('1', { unit: 'pallet' })];
    expect(under(figure('cost', '3.00'), { facts, lines })).toBe('120.00');
    expect(under(figure('cost', '3.01'), { facts, lines })).toBe('240.00');
  });

  it('do not hold where no cost is known', () => {
    expect(under(figure('cost', '0'), {})).toBe('12.00');
    expect(under(figure('margin', '-1000'), {})).toBe('12.00');
  });

  it('know what a document is written as, who sells, and where the goods go', () => {
    const word = (fact: WordFact, comparison: WordComparison): Condition => ({
      kind: 'word',
      fact,
      comparison,
    });
    const is = (kind: WordFact['kind'] & keyof SalesContext, ...values: string[]): Condition =>
      word({ kind }, { kind: 'isOneOf', values });
    const salesContext: SalesContext = {
      salesPerson: 'noor',
      department: 'trade',
      deliveryMethod: 'van',
      deliveryPostcode: 'PL4 8AA',
    };
    const said: Partial<PricingDocument> = { salesContext };
    expect(under(is('salesPerson', 'tom', 'noor'), said)).toBe('6.00');
    expect(under(is('department', 'school'), said)).toBe('12.00');
    expect(under(is('deliveryMethod', 'van'), said)).toBe('6.00');
    expect(under(is('deliveryMethod', 'van'), {})).toBe('12.00');
    // two spellings of one postcode are alike, in a list as in the beginning
    expect(under(is('deliveryPostcode', 'q1', 'pl48aa'), said)).toBe('6.00');
    const begins = (...values: string[]): Condition =>
      word({ kind: 'deliveryPostcode' }, { kind: 'startsWith', values });
    expect(under(begins('q', 'pl 4'), said)).toBe('6.00');
    expect(under(begins('pl5'), said)).toBe('12.00');
    const order = word({ kind: 'documentKind' }, { kind: 'isOneOf', values: ['order', 'sale'] });
    expect(under(order, { kind: 'order' })).toBe('6.00');
    expect(under(order, { kind: 'quote' })).toBe('12.00');
    expect(under({ kind: 'none', of: [order] }, {})).toBe('6.00'); // asked without a document
  });

  it('know the shipping before any rule, in the currency of the rule', () => {
    const dear: Condition = {
      kind: 'number',
      fact: { kind: 'shipping' },
      comparison: { kind: 'atLeast', value: decimal('10') },
    };
    expect(under(dear, { shipping: decimal('10.00') })).toBe('6.00');
    expect(under(dear, { shipping: decimal('9.99') })).toBe('12.00');
    expect(under(dear, {})).toBe('12.00');
  });

  it('know attributes of the document', () => {
    const school: Condition = {
      kind: 'word',
      fact: { kind: 'attribute', of: 'document', code: 'site' },
      comparison: { kind: 'isOneOf', values: ['school'] },
    };
    expect(under(school, { attributes: { site: 'school' } })).toBe('6.00');
    expect(under(school, { attributes: { site: 'studio' } })).toBe('12.00');
    expect(under(school, {})).toBe('12.00');
  });
});
