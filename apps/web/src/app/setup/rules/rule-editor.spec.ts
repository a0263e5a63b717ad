import type { RuleContent, RuleView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { UNSAID_GOODS } from '../../shared/reference/scope-edits';
import { edited, wholeRule } from '../../testing/contents';
import {
  copyOf,
  startComparison,
  startEffect,
  subjectOf,
  testSubjects,
  type TestForm,
  type TestSubject,
} from './rule-edits';
import { startTest } from './start-test';
import { RuleEditor } from './rule-editor';
import { RuleListSheet } from './rule-list';
import { rulesEffects } from './rules.effects';
import { rulesFeature } from './rules.feature';

const ID = '00000000-0000-4000-8000-000000000001';
const GLAZES: RuleContent = {
  ...wholeRule('EUR'),
  name: 'Spring glaze week',
  when: {
    kind: 'all',
    of: [
      { kind: 'goods', scopes: [{ kind: 'category', category: 'clay' }] },
      {
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind: 'atLeast', value: '3' },
      },
    ],
  },
};

describe('a rule on its screen', () => {
  let screen: ShownScreen<RuleEditor>;

  async function open(view: Partial<RuleView> | null, inputs = {}): Promise<void> {
    screen = await showScreen(
      RuleEditor,
      { id: ID, ...inputs },
      provideState(rulesFeature),
      provideEffects(rulesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    if (view) {
      const found = { id: ID, published: GLAZES, draft: null, ...view };
      await screen.answer('GET', `/api/rules/${ID}`, found);
    }
  }
  /** The rule as it was sent to be kept. */
  const sent = (): Promise<RuleContent> => edited(screen, { kind: 'rule', key: ID });

  it('reads back as one sentence', async () => {
    await open({});
    expect(screen.text()).toContain('and quantity is at least 3: 10 % off price so far');
    expect(screen.text()).toContain('Combined with other rules');
  });

  it('has its condition written as a tree of sentences', async () => {
    await open({});
    await screen.choose('Group', 'At least one must match');
    expect((await sent()).when.kind).toBe('any');
    await screen.choose('Comparison', 'between');
    await sent();
    await screen.type('Up to', '5');
    const between = (await sent()).when;
    expect('of' in between && between.of[1]).toEqual({
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'between', value: '3', to: '5' },
    });
    await screen.type('Value', '9');
    expect(screen.text()).toContain('turn them round');
    await sent();
    await screen.press('Add group');
    const grouped = (await sent()).when;
    expect('of' in grouped && grouped.of[2]?.kind).toBe('any');
    // a group begins with goods that are still to be chosen, so the rule is not complete
    expect(screen.text()).toContain('Not complete yet. It counts nowhere');
    screen.server.match(() => true);
  });

  it('has a test that stands alone become one of a group, and none that cannot be taken out', async () => {
    await open({ published: { ...GLAZES, when: { kind: 'segment', segments: ['schools'] } } });
    const takeOuts = [...screen.host.querySelectorAll('hl-condition-editor button')].filter(
      ({ textContent }) => textContent.trim() === 'Remove',
    );
    expect(takeOuts).toEqual([]);
    await screen.press('Add condition');
    expect((await sent()).when).toEqual({
      kind: 'all',
      of: [
        { kind: 'segment', segments: ['schools'] },
        { kind: 'goods', scopes: [UNSAID_GOODS] },
      ],
    });
    screen.server.match(() => true);
  });

  it('has parts of its condition moved by the keyboard and by dragging', async () => {
    await open({});
    const handle = (at: number): HTMLElement => {
      const found = screen.host.querySelectorAll<HTMLElement>('.handle')[at];
      if (!found) throw new Error('each part has a handle');
      return found;
    };
    const press = async (at: number, key: string): Promise<RuleContent['when']> => {
      handle(at).dispatchEvent(new KeyboardEvent('keydown', { key, altKey: true }));
      await screen.settle();
      return (await sent()).when;
    };
    const kinds = (when: RuleContent['when']): string =>
      'of' in when ? `${when.kind}(${when.of.map(kinds).join(' ')})` : when.kind;
    expect(kinds(await press(1, 'ArrowUp'))).toBe('all(number goods)');
    expect(kinds(await press(0, 'ArrowRight'))).toBe('all(any(number) goods)');
    const dataTransfer = new DataTransfer();
    const drag = (type: string): DragEvent =>
      new DragEvent(type, { dataTransfer, bubbles: true, cancelable: true });
    handle(2).dispatchEvent(drag('dragstart')); // the goods, onto the number in its group
    const target = handle(1).closest('li');
    const over = drag('dragover');
    target?.dispatchEvent(over);
    expect(over.defaultPrevented).toBeTrue();
    target?.dispatchEvent(drag('drop'));
    await screen.settle();
    expect(kinds((await sent()).when)).toBe('all(any(goods number))');
    expect(kinds(await press(1, 'ArrowLeft'))).toBe('all(any(number) goods)');
    screen.server.match(() => true);
  });

  it('marks tests that contradict another while they are typed', async () => {
    const atLeast50 = {
      kind: 'number',
      fact: { kind: 'quantity' },
      comparison: { kind: 'atLeast', value: '50' },
    } as const;
    const atMost = (value: string) => ({
      ...atLeast50,
      comparison: { kind: 'atMost' as const, value },
    });
    await open({
      published: { ...GLAZES, when: { kind: 'all', of: [atLeast50, atMost('60')] } },
    });
    expect(screen.text()).not.toContain('Never together');
    const fields = screen.host.querySelectorAll<HTMLInputElement>('hl-figure-comparison input');
    const field = fields[1];
    if (!field) throw new Error('there are two tests');
    field.value = '20';
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await screen.settle();
    expect(screen.text()).toContain('Never together with: quantity is at least 50');
    expect(screen.text()).toContain('Never applies');
    screen.server.match(() => true);
  });

  it('says what is done, and from what', async () => {
    await open({});
    await screen.choose('Percent of', 'base price');
    const percent = (await sent()).effect;
    expect(percent.kind === 'percent' && percent.of).toBe('basePrice');
    await screen.choose('Effect', 'Amount change on the line');
    expect((await sent()).effect).toEqual({ kind: 'flat', amount: '', every: null });
    await screen.type('Amount', '1');
    await sent();
    await screen.type('For every so many', '4');
    expect((await sent()).effect).toEqual({ kind: 'flat', amount: '-1', every: '4' });
    await screen.choose('Effect', 'Unit price');
    expect((await sent()).effect).toEqual({ kind: 'set', price: '', unit: null, raises: false });
    screen.server.match(() => true);
  });

  it('gives units for others, sells goods together, and takes off the document', async () => {
    await open({});
    await screen.choose('Effect', 'Buy and get');
    expect(screen.text()).toContain('Not complete yet. It counts nowhere');
    await sent();
    await screen.type('How many are bought', '3');
    await sent();
    await screen.choose('Offer', 'at a price of');
    await sent();
    await screen.type('Amount', '0.50');
    await sent();
    await screen.type('At most so many times', '2');
    const deal = (await sent()).effect;
    expect(deal.kind === 'buyAndGet' && [deal.buy.quantity, deal.offer, deal.most]).toEqual([
      3,
      { kind: 'set', price: '0.50' },
      2,
    ]);
    await screen.choose('Effect', 'Bundle price');
    await sent();
    await screen.press('Add part');
    await sent();
    await screen.type('Price of the bundle', '29.00');
    const together = (await sent()).effect;
    expect(together.kind === 'bundle' && [together.parts.length, together.total]).toEqual([
      3,
      '29.00',
    ]);
    await screen.choose('Bundle price', 'A price for each part');
    const each = (await sent()).effect;
    expect(each.kind === 'bundle' && each.parts.map(({ price }) => price)).toEqual(['', '', '']);
    await screen.choose('Effect', 'Discount on the document');
    await sent();
    await screen.type('Percent off', '2.5');
    expect((await sent()).effect).toEqual({
      kind: 'subtotal',
      off: { kind: 'percent', percent: '-2.5' },
    });
    expect(screen.text()).toContain('2.5 % off the document');
    screen.server.match(() => true);
  });

  it('asks for an attribute by what it can be', async () => {
    await open({});
    await screen.choose('Condition', 'unit');
    await sent();
    expect(screen.text()).toContain('choose at least one value');
    await screen.type('Values, with commas between them', 'bag, pallet , bag');
    const { when } = await sent();
    expect('of' in when && when.of[0]).toEqual({
      kind: 'word',
      fact: { kind: 'unit' },
      comparison: { kind: 'isOneOf', values: ['bag', 'pallet'] },
    });
    screen.server.match(() => true);
  });

  it('says when it is in force, how it starts, and with which others', async () => {
    await open({});
    await screen.type('Time from', '22:00');
    expect((await sent()).validity.times).toEqual({ from: '22:00', until: '23:59' });
    await screen.type('Time before', '02:00');
    expect((await sent()).validity.times?.until).toBe('02:00');
    expect(screen.text()).toContain('past midnight');
    await screen.choose('With other rules', 'Not combined');
    expect((await sent()).combinable).toBeFalse();
    await screen.choose('Activation', 'Code');
    expect(screen.text()).toContain('type the code');
    await sent();
    await screen.type('Code', 'KILN');
    expect((await sent()).trigger).toEqual({ kind: 'code', code: 'KILN' });
    await screen.type('Position', '5');
    expect((await sent()).place).toBe(5);
    screen.server.match(() => true);
  });

  it('says beside a part what is wrong, found here or told by the server', async () => {
    await open({});
    await screen.type('Name', '');
    expect(screen.text()).toContain('Name is missing');
    screen.server.expectNone(`/api/edits/rule/${ID}`); // what is not whole is not sent
    await screen.type('Name', 'Autumn glaze week');
    await screen.answer(
      'PUT',
      `/api/edits/rule/${ID}`,
      problemBody(422, 'The goods are wrong.', {
        fields: [{ path: 'content.when.of[0].scopes[0]', sentence: 'There is no category clay' }],
      }),
      422,
    );
    expect(screen.text()).toContain('There is no category clay');
    screen.server.match(() => true);
  });

  it('is begun empty, or as a copy', async () => {
    await open(null, { new: 'yes', like: ID });
    await screen.answer('GET', `/api/rules/${ID}`, { id: ID, published: GLAZES, draft: null });
    expect(screen.text()).toContain('Spring glaze week, copy');
    await screen.type('Text for the customer', 'Once more');
    expect((await sent()).words).toBe('Once more');
    screen.server.match(() => true);
  });
});

describe('the list of rules', () => {
  it('reads each back as a sentence, in the order of their places', async () => {
    const screen = await showScreen(
      RuleListSheet,
      {},
      provideState(rulesFeature),
      provideEffects(rulesEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/rules', {
      rules: [
        {
          id: 'a',
          state: 'new',
          content: { ...GLAZES, trigger: { kind: 'code', code: 'KILN' } },
          snag: { kind: 'beaten', rule: 'Glaze days' },
        },
      ],
    });
    await screen.drawn();
    for (const part of [
      '10 % off price so far',
      'with code KILN',
      'Create rule',
      'Glaze days holds wherever',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });
});

describe('the edits of a rule', () => {
  it('begin a test about anything that can be tested', () => {
    const attributes = (['text', 'number', 'day', 'yesNo', 'choice'] as const).map((type, at) => ({
      code: type,
      name: type,
      of: at % 2 === 0 ? ('items' as const) : ('customers' as const),
      type,
      choices: [],
    }));
    const start = (subject: TestSubject, old: TestForm): TestForm =>
      startTest(subject, old, 'EUR', attributes);
    const subjects = testSubjects(attributes);
    expect(subjects.map(([, words]) => words)).toContain('the customer’s yesNo');
    for (const [subject] of subjects) {
      const test = start(subject, { kind: 'segment', segments: [] });
      expect(subjectOf(test)).toBe(subject);
    }
    expect(start('attribute:item:day', { kind: 'segment', segments: [] })).toEqual({
      kind: 'word',
      fact: { kind: 'attribute', of: 'item', code: 'day' },
      comparison: { kind: 'onOrAfter', day: '' },
    });
    const spend = start('countSpend', start('quantity', { kind: 'goods', scopes: [] }));
    expect(spend).toEqual({
      kind: 'number',
      fact: { kind: 'count', of: 'spend', scopes: [UNSAID_GOODS] },
      comparison: { kind: 'atLeast', value: '' },
    });
  });

  it('keep the figure of a comparison, and begin another effect', () => {
    const between = startComparison('between', { kind: 'atLeast', value: '3' });
    expect(between).toEqual({ kind: 'between', value: '3', to: '3' });
    expect(startComparison('lessThan', between)).toEqual({ kind: 'lessThan', value: '3' });
    const percent = wholeRule('EUR').effect;
    expect(startEffect('percent', percent)).toBe(percent);
    expect(startEffect('amountEach', percent)).toEqual({
      kind: 'amountEach',
      amount: '',
      unit: null,
      startsFrom: 'running',
    });
  });

  it('copy a rule without its code', () => {
    const coded: RuleContent = { ...GLAZES, trigger: { kind: 'code', code: 'KILN' } };
    const copy = copyOf({ id: ID, published: coded, draft: null });
    expect([copy?.name, copy?.trigger]).toEqual([
      'Spring glaze week, copy',
      { kind: 'code', code: '' },
    ]);
    expect(copyOf({ id: ID, published: null, draft: null })).toBeNull();
  });
});
