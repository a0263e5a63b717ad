import { fewestReasons, rulesOn, type TouchedLine } from './rules-on';

const rule = (id: string) => ({ id, name: id.toUpperCase(), words: '', currency: 'EUR' });
const step = (kind: string, id?: string) => ({
  source: { kind, ...(id === undefined ? {} : { rule: rule(id) }) },
});

describe('the rules that touched a line', () => {
  const line: Extract<TouchedLine, { kind: 'priced' }> = {
    kind: 'priced',
    slices: [
      { steps: [step('basePrice'), step('rule', 'a'), step('rounding')] },
      { steps: [step('rule', 'b'), step('levelEntry', 'no rule of its own')] },
    ],
    flats: [{ rule: rule('c') }],
    shares: [{ rule: rule('d') }],
    kept: { rules: [rule('e')] },
  };

  it('come promised first, then by the steps, then by what is on the line and the document', () => {
    expect(rulesOn(line).map(({ id }) => id)).toEqual(['e', 'a', 'b', 'c', 'd']);
  });

  it('are none where nothing was promised and nothing changed', () => {
    const plain: TouchedLine = { ...line, slices: [], flats: [], shares: [], kept: null };
    expect(rulesOn(plain)).toEqual([]);
    expect(rulesOn({ kind: 'unpriced' })).toEqual([]);
  });
});

describe('why a rule did nothing', () => {
  const told = (id: string, ...reasons: string[]) => ({
    subject: { kind: 'rule', rule: rule(id) } as const,
    reasons,
  });

  it('is told by the fewest reasons that there are for it, and by no other rule’s', () => {
    const all = [told('a', 'x', 'y'), told('b'), told('a', 'z'), told('a', 'x', 'y', 'z')];
    expect(fewestReasons('a', all)).toEqual(['z']);
    expect(fewestReasons('b', all)).toEqual([]);
    expect(fewestReasons('c', all)).toBeNull();
    const others = [{ subject: { kind: 'break' }, reasons: ['x'] } as const];
    expect(fewestReasons('a', others)).toBeNull();
  });
});
