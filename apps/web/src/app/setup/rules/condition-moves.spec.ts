import type { ConditionForm } from '@honest-ledger/contracts';
import { movedBy, movedTo, type MoveStep, type Place } from './condition-moves';

/** A condition as letters: tests are lower case, groups are in brackets. */
function read(text: string): ConditionForm {
  const stack: ConditionForm[][] = [[]];
  for (const letter of text) {
    if (letter === '(') stack.push([]);
    else if (letter === ')') {
      const of = stack.pop() ?? [];
      stack.at(-1)?.push({ kind: 'any', of });
    } else stack.at(-1)?.push({ kind: 'segment', segments: [letter] });
  }
  return { kind: 'any', of: stack[0] ?? [] };
}

function write(condition: ConditionForm): string {
  if ('of' in condition) return `(${condition.of.map(write).join('')})`;
  return condition.kind === 'segment' ? condition.segments.join('') : '?';
}

describe('moving parts of a condition', () => {
  const to = (text: string, from: Place, place: Place): string =>
    write(movedTo(read(text), from, place)).slice(1, -1);
  const by = (text: string, from: Place, step: MoveStep): string =>
    write(movedBy(read(text), from, step)).slice(1, -1);

  it('puts one before another, or behind the last, in its group or another', () => {
    expect(to('abc', [2], [0])).toBe('cab');
    expect(to('abc', [0], [2])).toBe('bac');
    expect(to('abc', [0], [3])).toBe('bca');
    expect(to('a(bc)d', [0], [1, 1])).toBe('(bac)d');
    expect(to('a(bc)d', [3], [1, 0])).toBe('a(bc)d'); // nothing stands there
    expect(to('a(bc)d', [2], [1, 2])).toBe('a(bcd)');
    expect(to('a(bc)d', [1, 0], [0])).toBe('ba(c)d');
    expect(to('(ab)(cd)', [0, 1], [1, 2])).toBe('(a)(cdb)');
    expect(to('(ab)(cd)', [0], [1, 0])).toBe('((ab)cd)');
    expect(to('(ab)c', [0], [2])).toBe('c(ab)');
  });

  it('puts no group into itself, and nothing into a test', () => {
    expect(to('(ab)c', [0], [0, 1])).toBe('(ab)c');
    expect(to('ab', [0], [1, 0])).toBe('ab');
    expect(to('ab', [0], [0])).toBe('ab');
  });

  it('goes up, down, into a group and out of it by the keyboard', () => {
    expect(by('abc', [1], 'up')).toBe('bac');
    expect(by('abc', [0], 'up')).toBe('abc');
    expect(by('abc', [1], 'down')).toBe('acb');
    expect(by('abc', [2], 'down')).toBe('abc');
    expect(by('a(b)c', [2], 'in')).toBe('a(bc)');
    expect(by('abc', [1], 'in')).toBe('a(b)c');
    expect(by('a(bc)d', [1, 0], 'out')).toBe('a(c)bd');
    expect(by('abc', [1], 'out')).toBe('abc');
  });
});
