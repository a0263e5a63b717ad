import { readFileSync } from 'node:fs';
import { documentToForm } from './document-form';
import { readDocument } from './document-schema';
import { setupToForm } from './setup-form';
import { readSetup } from './setup-schema';

const file = (path: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../${path}`, import.meta.url), 'utf8'));

type Json = Record<string, unknown>;
const SETUP = file('packages/contracts/stored/setup-3.json') as Json;
const ANYTHING = { kind: 'all', of: [] };
const RULE = { id: 'r', name: 'R', currency: 'EUR', place: 1, words: '', when: ANYTHING };

/** A rule as a file of version 3 says it, read and written again. */
function ruleRead(rule: Json): unknown {
  const read = readSetup({ ...SETUP, rules: [{ ...RULE, ...rule }] });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return setupToForm(read.value).rules[0];
}

describe('files in earlier versions of the forms', () => {
  it('are read as the same setup and the same document in the present ones', () => {
    const setup = readSetup(SETUP);
    expect(setup.ok && (setupToForm(setup.value) as unknown)).toEqual(
      file('docs/examples/setup.json'),
    );
    const document = readDocument(file('packages/contracts/stored/document-2.json'));
    expect(document.ok && (documentToForm(document.value) as unknown)).toEqual(
      file('docs/examples/document.json'),
    );
  });

  it('have rules that start by themselves, by hand and by a code', () => {
    const effect = { kind: 'charge', amount: '2.00' };
    const read = (starts: Json): unknown => ruleRead({ starts, effect });
    expect(read({ kind: 'byItself' })).toEqual(
      jasmine.objectContaining({ trigger: { kind: 'automatic' } }),
    );
    expect(read({ kind: 'byHand' })).toEqual(
      jasmine.objectContaining({ trigger: { kind: 'manual' } }),
    );
    expect(read({ kind: 'code', code: 'KILN' })).toEqual(
      jasmine.objectContaining({ trigger: { kind: 'code', code: 'KILN' } }),
    );
  });

  it('have rules that stand alone, stop others, spread an amount, and reach goods', () => {
    const goods = [{ kind: 'category', category: 'clay' }];
    expect(
      ruleRead({
        together: false,
        stops: true,
        when: { kind: 'none', of: [{ kind: 'goods', reaches: goods }] },
        effect: { kind: 'spread', amount: '-5.00', every: null },
      }),
    ).toEqual(
      jasmine.objectContaining({
        combinable: false,
        stopProcessing: true,
        when: { kind: 'none', of: [{ kind: 'goods', scopes: goods }] },
        effect: { kind: 'allocate', amount: '-5.00', every: null },
      }),
    );
  });

  it('say what is wrong with them in the place where it stands', () => {
    const read = readSetup({ ...SETUP, rules: [null, { ...RULE, starts: 3 }], levels: 'none' });
    const paths = read.ok ? [] : read.problems.map(({ path }) => path);
    expect(paths).toContain('levels');
    expect(paths).toContain('rules[0]');
    expect(paths).toContain('rules[1].trigger');
    expect(readDocument({ formatVersion: 2, facts: null }).ok).toBeFalse();
    expect(readSetup({ formatVersion: 3, rules: {} }).ok).toBeFalse();
  });

  it('keep the values of attributes under the codes that a company chose', () => {
    const document = file('packages/contracts/stored/document-2.json') as { facts: Json };
    const facts = { ...document.facts, customer: customerWith({ reach: 'far' }) };
    const read = readDocument({ ...document, facts });
    expect(read.ok && read.value.facts.customer?.attributes).toEqual({ reach: 'far' });
  });
});

function customerWith(attributes: Json): Json {
  return {
    code: 'A',
    name: 'A',
    segment: null,
    level: null,
    attributes,
    assignments: [{ id: 'a', level: 'schools', reach: { kind: 'all' } }],
  };
}
