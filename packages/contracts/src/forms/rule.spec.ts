import { serialized } from '@honest-ledger/engine';
import { check } from './reading';
import { ruleFromForm, type RuleContent, type RuleForm } from './rule-form';
import { ruleContentSchema } from './rule-schema';

const PERCENT = { kind: 'percent', percent: '-10' };
const CLAY = { kind: 'goods', scopes: [{ kind: 'category', category: 'clay' }] };
const rule = (changes: object = {}): object => ({
  name: 'Spring',
  currency: 'EUR',
  when: CLAY,
  effect: PERCENT,
  ...changes,
});
const number = (comparison: object, fact: object = { kind: 'quantity' }): object => ({
  kind: 'number',
  fact,
  comparison,
});

const FINISH = { kind: 'attribute', of: 'item', code: 'finish' };
const word = (comparison: object, fact: object = FINISH): object => ({
  kind: 'word',
  fact,
  comparison,
});

function read(content: unknown): RuleContent {
  const reading = check<RuleContent>(ruleContentSchema, content);
  if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
  return reading.value;
}
function problems(content: unknown): string[] {
  const reading = check(ruleContentSchema, content);
  return reading.ok ? [] : reading.problems.map(({ path, sentence }) => `${path}: ${sentence}`);
}

describe('a rule at the border', () => {
  it('is let in with what people leave out filled in, and comes back as it went', () => {
    const nested = {
      kind: 'any',
      of: [
        { kind: 'all', of: [CLAY, number({ kind: 'between', value: '3', to: '5' })] },
        { kind: 'none', of: [{ kind: 'segment', segments: ['schools'] }] },
        word({ kind: 'isOneOf', values: ['gloss'] }),
        word({ kind: 'onOrBefore', day: '2026-01-31' }, { kind: 'unit' }),
        number({ kind: 'lessThan', value: '12.5' }, { ...FINISH, code: 'weight' }),
        number(
          { kind: 'atLeast', value: '200' },
          { kind: 'count', of: 'spend', scopes: [{ kind: 'all' }] },
        ),
      ],
    };
    for (const effect of [
      PERCENT,
      { kind: 'amountEach', amount: '1.50' },
      { kind: 'set', price: '4.00', unit: 'pallet', raises: true },
      { kind: 'flat', amount: '-4.00', every: '4' },
    ]) {
      const content = read(rule({ when: nested, effect }));
      const form: RuleForm = { id: '1', ...content };
      expect(serialized(ruleFromForm(form))).toEqual(form);
    }
    const { place, combinable, stopProcessing, paused, trigger } = read(rule());
    expect([place, combinable, stopProcessing, paused]).toEqual([0, true, false, false]);
    expect(trigger).toEqual({ kind: 'automatic' });
  });

  it('says where in the tree something is wrong', () => {
    const when = { kind: 'all', of: [CLAY, number({ kind: 'atLeast', value: 'many' })] };
    expect(problems(rule({ when }))[0]).toMatch(/^when\.of\[1\]\.comparison\.value: /);
    const empty = { kind: 'any', of: [{ kind: 'goods', scopes: [] }] };
    expect(problems(rule({ when: empty }))[0]).toContain('Choose at least one item');
    const nobody = { kind: 'customer', customers: [] };
    expect(problems(rule({ when: nobody }))[0]).toContain('choose at least one customer');
    const reversed = number({ kind: 'between', value: '5', to: '3' });
    expect(problems(rule({ when: reversed }))[0]).toContain('turn them round');
    expect(problems(rule({ when: { kind: 'maybe' } })).length).toBe(1);
  });

  it('says what is wrong with its times, its code and its place', () => {
    const at = (times: object) => rule({ validity: { times } });
    expect(problems(at({ from: '25:00', until: '02:00' }))[0]).toContain('such as 18:30');
    expect(problems(at({ from: '18:00', until: '18:00' }))[0]).toContain('another time');
    expect(problems(at({ from: '22:00', until: '02:00' }))).toEqual([]);
    expect(problems(rule({ validity: { weekdays: [8] } })).length).toBe(1);
    expect(problems(rule({ validity: { weekdays: [] } })).length).toBe(1);
    const code = (text: string) => rule({ trigger: { kind: 'code', code: text } });
    expect(problems(code(''))[0]).toContain('type the code');
    expect(problems(code('two words'))[0]).toContain('no blanks');
    expect(problems(rule({ place: 1.5 })).length).toBe(1);
    expect(problems(rule({ place: -1 })).length).toBe(1);
  });
});
