import { type CodeState, serialized } from '@honest-ledger/engine';
import { CODES } from '@honest-ledger/engine/testing/priced';
import { codeSentence } from './code-sentences';

const rule = { id: 'r', name: 'Glaze days', words: '', currency: 'EUR' };

const TOLD: readonly (readonly [CodeState['is'], string])[] = [
  [{ kind: 'noRule' }, 'No rule has code KILN.'],
  [{ kind: 'paused' }, 'KILN is the code of Glaze days, which is paused.'],
  [{ kind: 'otherGoods' }, 'KILN is the code of Glaze days, which covers none of these items.'],
  [{ kind: 'applied', lines: 0 }, 'KILN applies Glaze days.'],
  [{ kind: 'applied', lines: 1 }, 'KILN applies Glaze days, on 1 line.'],
  [{ kind: 'applied', lines: 2 }, 'KILN applies Glaze days, on 2 lines.'],
  [
    { kind: 'notApplied', reasons: [{ kind: 'takenOff' }, { kind: 'noOwnPrice' }] },
    'KILN is the code of Glaze days, not applied: excluded on this document; no item price for this item.',
  ],
];

describe('what became of a code, in words', () => {
  for (const [is, sentence] of TOLD) {
    it(`is told: ${sentence}`, () => {
      expect(codeSentence(serialized({ code: 'KILN', rule, is }), CODES)).toBe(sentence);
    });
  }

  it('is told where no rule has it', () => {
    const state: CodeState = { code: 'X', rule: null, is: { kind: 'paused' } };
    expect(codeSentence(serialized(state), CODES)).toBe('No rule has code X.');
  });
});
