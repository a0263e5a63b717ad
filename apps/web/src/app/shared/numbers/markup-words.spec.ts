import { bothWays, otherWayWords, printedPercent } from './markup-words';

describe('markup and margin in words', () => {
  it('are never shown without each other', () => {
    expect(bothWays({ kind: 'markup', percent: '25' })).toEqual(['25.0 %', '20.0 %']);
    expect(bothWays({ kind: 'margin', percent: '36' })).toEqual(['56.3 %', '36.0 %']);
    expect(bothWays({ kind: 'multiplier', factor: '2.5' })).toEqual(['150.0 %', '60.0 %']);
    expect(otherWayWords({ kind: 'markup', percent: '25' })).toBe('margin 20.0 %');
    expect(otherWayWords({ kind: 'margin', percent: '20' })).toBe('markup 25.0 %');
  });

  it('are dashes where it depends on the cost, or what was typed is no price', () => {
    expect(bothWays({ kind: 'amount', amount: '3' })).toEqual(['–', '–']);
    expect(bothWays({ kind: 'margin', percent: '100' })).toEqual(['–', '–']);
    expect(bothWays({ kind: 'markup', percent: '-100' })).toEqual(['–', '–']);
    expect(bothWays({ kind: 'markup', percent: 'x' })).toEqual(['–', '–']);
  });

  it('are read from what the engine prints', () => {
    expect(printedPercent('33.3333333333...')).toBe('33.3 %');
    expect(printedPercent(null)).toBe('–');
  });
});
