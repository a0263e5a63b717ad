import { check, levelContentSchema } from '@honest-ledger/contracts';
import { entry, levelContent } from '../../testing/levels';
import {
  doingOf,
  shownFigure,
  startAdjusting,
  startBasis,
  startRounding,
  storedFigure,
  withCurrency,
  withEntry,
  withEntryMoved,
  withNewEntry,
  withoutEntry,
} from './level-edits';
import { UNSAID, UNSAID_GOODS } from '../../shared/reference/scope-edits';

const content = levelContent({ entries: [entry('a', '-12')] });

describe('edits of a level', () => {
  it('add an entry whose goods and figure are still to be said: it counts nowhere', () => {
    const two = withNewEntry(content, 'b');
    expect(two.entries[1]).toEqual(entry('b', UNSAID, UNSAID_GOODS));
    const reading = check(levelContentSchema, two);
    expect(!reading.ok && reading.problems.map(({ path }) => path)).toEqual([
      'entries[1].scope.category',
      'entries[1].adjusting.adjustment.percent',
    ]);
  });

  it('change, move and remove one entry and no other', () => {
    const two = withNewEntry(content, 'b');
    const changed = withEntry(two, 'b', (one) => ({ ...one, closes: true }));
    expect(changed.entries.map(({ closes }) => closes)).toEqual([false, true]);
    expect(withEntryMoved(two, 'b', -1).entries.map(({ id }) => id)).toEqual(['b', 'a']);
    expect(withEntryMoved(two, 'b', 1)).toBe(two);
    expect(withoutEntry(two, 'a').entries.map(({ id }) => id)).toEqual(['b']);
  });

  it('show a signed figure as off or added and store it signed', () => {
    for (const figure of ['-12', '5', '-0.5', '0', '+0', '', '+']) {
      expect(storedFigure(shownFigure(figure)))
        .withContext(figure)
        .toBe(figure);
    }
    expect(shownFigure('-12')).toEqual({ size: '12', off: true });
    expect(storedFigure({ size: '0.0', off: true })).toBe('0.0');
  });

  it('keep the figures that fit when something else is done with the basis', () => {
    const { adjusting } = entry('a', '-12');
    const both = startAdjusting('percentAndAmount', adjusting);
    expect(both).toEqual({
      kind: 'plain',
      adjustment: { kind: 'percentAndAmount', percent: '-12', amount: UNSAID, unit: null },
    });
    const banded = startAdjusting('byPrice', both);
    expect(banded.kind === 'byPrice' && banded.bands.map(({ from }) => from)).toEqual(['0']);
    expect(startAdjusting('byPrice', banded)).toBe(banded);
    expect(startAdjusting('percent', banded)).toEqual(adjusting);
    expect(doingOf({ ...entry('a', '0'), adjusting: banded })).toBe('byPrice');
  });

  it('begin from the price that a basis names', () => {
    expect(startBasis('level:trade')).toEqual({ kind: 'level', level: 'trade' });
    expect(startBasis('listPrice')).toEqual({ kind: 'listPrice' });
  });

  it('take the rounding along into another currency and another kind', () => {
    const rounding = startRounding('increment', 'EUR', null);
    const dollars = withCurrency({ ...content, rounding }, 'USD');
    expect([dollars.currency, dollars.rounding?.currency]).toEqual(['USD', 'USD']);
    const endings = startRounding('endings', 'EUR', { ...rounding, leastPrice: '1.00' });
    expect(endings).toEqual(
      jasmine.objectContaining({ endings: ['0.49', '0.99'], leastPrice: '1.00', period: 1 }),
    );
  });
});
