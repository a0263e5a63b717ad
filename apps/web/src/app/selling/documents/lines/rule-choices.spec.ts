import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import type { NotApplied, Serialized, RuleByHand } from '@honest-ledger/engine';
import { unitAfter, type Names } from '@honest-ledger/wording';
import { outcomeOf } from '../../../testing/outcome';
import { showScreen } from '../../../testing/screens';
import { lapsedRules } from '../state/lapsed-rules';
import { RuleChoiceList } from './rule-choice-list';
import {
  choicesOfDocument,
  choicesOfLine,
  namesOfRules,
  withChoice,
  type RuleChoice,
} from './rule-choices';

const itself = (code: string): string => code;
const NAMES: Names = {
  category: itself,
  item: itself,
  family: itself,
  brand: itself,
  supplier: itself,
  level: itself,
  cost: itself,
  costTable: itself,
  condition: (code) => code,
  attribute: itself,
  segment: (code) => code,
  outlet: (code) => code,
  salesPerson: (code) => code,
  department: (code) => code,
  deliveryMethod: (code) => code,
  unit: (unit, quantity) => unitAfter(quantity, unit),
};
const rule = (id: string) => ({ id, name: `Rule ${id}`, words: '', currency: 'EUR' });
const percent = {
  kind: 'percent',
  percent: '-10',
  of: 'running',
  startsFrom: 'running',
} as const;
const step = (id: string) => ({
  source: { kind: 'rule', version: 2, rule: rule(id), effect: percent, instead: null },
});
const not = (
  id: string,
  ...reasons: Serialized<NotApplied>['reasons']
): Serialized<NotApplied> => ({
  subject: { kind: 'rule', rule: rule(id) },
  reasons,
});
const HAND = { kind: 'handNeeded', effect: percent, currency: 'EUR' } as const;
/** As much of a priced line as these look at. */
const line = (
  under: readonly string[],
  notApplied: readonly Serialized<NotApplied>[] = [],
  rest: object = {},
): PricedLineForm =>
  ({
    kind: 'priced',
    id: 'a',
    slices: [{ steps: under.map(step) }],
    flats: [],
    shares: [],
    discount: null,
    floor: null,
    discountShare: null,
    notApplied,
    ...rest,
  }) as unknown as PricedLineForm;
const on: RuleByHand = { rule: 'h', line: 'a', is: 'on' };
const off: RuleByHand = { rule: 's', line: 'a', is: 'off' };
const told = (all: readonly RuleChoice[]) =>
  all.map((one) => [one.rule, one.applied, one.chosen, one.sentence]);

describe('what may be decided about rules', () => {
  it('is told by the names of rules, applied or not, on a line or on the whole', () => {
    const outcome = { ...outcomeOf('1.00'), notApplied: [not('w', HAND)] };
    const names = namesOfRules([line(['s'], [not('h', HAND)])], outcome);
    expect([...names]).toEqual([
      ['s', 'Rule s'],
      ['h', 'Rule h'],
      ['w', 'Rule w'],
    ]);
  });

  it('on a line: those that are applied, and those that wait for a hand', () => {
    const shares = [
      { rule: rule('g'), of: 'group' },
      { rule: rule('d'), of: 'document' },
    ];
    const waiting = [
      not('h', HAND),
      not('c', { kind: 'codeNeeded' }),
      not('s', { kind: 'takenOff' }),
    ];
    const flats = [{ rule: rule('f') }];
    expect(told(choicesOfLine(line(['p'], waiting, { shares, flats }), [off], NAMES))).toEqual([
      ['p', true, null, '10\u00a0% off price so far'],
      ['f', true, null, 'Amount change on the line'],
      ['g', true, null, 'for units of this line with others'],
      ['h', false, null, 'not applied manually: 10\u00a0% off price so far'],
      ['s', false, 'off', 'taken off'],
    ]);
  });

  it('one that was put on and cannot go says why', () => {
    const clash = not('h', { kind: 'ruleMeetsOthers', rule: rule('p') });
    expect(told(choicesOfLine(line(['p'], [clash]), [on], NAMES))[1]).toEqual([
      'h',
      false,
      'on',
      'not combined with other rules, and Rule p comes first',
    ]);
    expect(choicesOfLine({ kind: 'unpriced' } as PricedLineForm, [], NAMES)).toEqual([]);
  });

  it('for the document, with no word about its lines', () => {
    const off5 = { kind: 'subtotal', off: { kind: 'percent', percent: '-5' } } as const;
    const outcome: DocumentOutcome = {
      ...outcomeOf('10.00'),
      rules: [
        { version: 2, rule: rule('w'), effect: off5, times: 1, amount: '-0.50', tookAll: false },
        {
          version: 2,
          rule: rule('g'),
          effect: { kind: 'allocate', amount: '-1', every: null },
          times: 1,
          amount: '-1.00',
          tookAll: false,
        },
      ],
      notApplied: [not('h', HAND)],
    };
    expect(told(choicesOfDocument(outcome, [on], NAMES))).toEqual([
      ['w', true, null, '5\u00a0% off the document'],
      ['h', false, null, 'not applied manually: 10\u00a0% off price so far'],
    ]);
  });

  it('a word is said at one place, said again, and taken back', () => {
    expect(withChoice([on], 's', 'a', 'off')).toEqual([on, off]);
    expect(withChoice([on], 'h', 'a', 'off')).toEqual([{ ...on, is: 'off' }]);
    expect(withChoice([on], 'h', null, 'off').length).toBe(2);
    expect(withChoice([on, off], 'h', 'a', null)).toEqual([off]);
  });

  it('by one button for each', async () => {
    const choices: RuleChoice[] = [
      { rule: 'p', name: 'Spring', sentence: 'x', applied: true, chosen: null },
      { rule: 'h', name: 'Term', sentence: '', applied: false, chosen: null },
      { rule: 's', name: 'Days', sentence: 'taken off', applied: false, chosen: 'off' },
      { rule: 'k', name: 'Kilns', sentence: 'it clashes', applied: false, chosen: 'on' },
    ];
    const byHand: RuleByHand[] = [
      { rule: 's', line: 'a', is: 'off' },
      { rule: 'k', line: 'a', is: 'on' },
    ];
    const screen = await showScreen(RuleChoiceList, {
      choices,
      byHand,
      line: 'a',
      where: ', CL-0207',
    });
    const sent: (readonly RuleByHand[])[] = [];
    screen.fixture.componentInstance.changed.subscribe((all) => sent.push(all));
    const buttons = [...screen.host.querySelectorAll('button')];
    expect(buttons.map((one) => one.getAttribute('aria-label'))).toEqual([
      'Exclude rule Spring, CL-0207',
      'Apply rule Term, CL-0207',
      'Include Days, CL-0207',
      'Exclude rule Kilns, CL-0207',
    ]);
    expect(screen.host.textContent).toContain('△ Kilns');
    for (const button of buttons) button.click();
    expect(sent).toEqual([
      [...byHand, { rule: 'p', line: 'a', is: 'off' }],
      [...byHand, { rule: 'h', line: 'a', is: 'on' }],
      byHand.slice(1),
      byHand.slice(0, 1),
    ]);
  });
});

describe('rules that cease to hold', () => {
  const prices = (one: PricedLineForm, outcome = outcomeOf('1.00')) => ({
    priced: { a: one },
    outcome,
  });
  const lapsed = (...asked: Parameters<typeof lapsedRules>) =>
    lapsedRules(...asked).map(({ id, reasons }) => [id, ...reasons.map(({ kind }) => kind)]);

  it('are told with the least that keeps them away, or with nothing that they are for', () => {
    const now = line([], [not('p', { kind: 'codeNeeded' }, { kind: 'notAtOutlet', outlet: null })]);
    const two = line([], [not('p', { kind: 'codeNeeded' })], { id: 'b' });
    const after = { priced: { a: now, b: two }, outcome: outcomeOf('1.00') };
    expect(lapsed(prices(line(['p', 'q'])), after, [], [])).toEqual([['p', 'codeNeeded'], ['q']]);
  });

  it('are no news to who took them off, and none once they apply again', () => {
    const before = prices(line(['p', 's']));
    expect(lapsed(before, prices(line([])), [], [off])).toEqual([['p']]);
    const known = lapsedRules(before, prices(line([])), [], []);
    expect(lapsed(prices(line([])), prices(line([])), known, [])).toEqual([['p'], ['s']]);
    expect(lapsed(prices(line([])), prices(line(['p'])), known, [])).toEqual([['s']]);
  });
});
