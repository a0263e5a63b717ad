import type { DocumentContent } from '@honest-ledger/contracts';
import { tellingNames } from '../../../testing/names';
import type { OpenDocument } from '../state/documents.feature';
import { beforeSwitch, linesAsBefore, switchMoves, type BeforeSwitch } from './moved-prices';

const names = tellingNames();

const LINES: Readonly<Record<string, object>> = Object.fromEntries(
  ['a', 'b', 'c'].map((id) => [id, { id, item: `item ${id}`, priceByHand: null }]),
);

/** As much of an open quote as these look at: the unit prices of its lines, in slices. */
function quote(
  currency: string,
  each: Readonly<Record<string, readonly string[]>>,
  said: Partial<DocumentContent> = {},
): OpenDocument {
  const lines = Object.keys(each).map((id) => LINES[id]);
  const priced = Object.fromEntries(
    Object.entries(each).map(([id, prices]) => {
      const slices = prices.map((unitPrice) => ({ quantity: '1', unitPrice, steps: [] }));
      const nothing = { duration: null, flats: [], shares: [], notApplied: [], kept: null };
      return [id, { kind: 'priced', amount: '30.00', level: null, slices, ...nothing }];
    }),
  );
  const outcome = { notApplied: [] };
  return {
    editing: { content: { currency, lines, ...said } },
    priced,
    outcome,
  } as unknown as OpenDocument;
}

const switched = (open: OpenDocument, what: string, earlier: BeforeSwitch | null = null) =>
  beforeSwitch(open, { level: 'trade' }, { what, always: true }, earlier);

describe('what a switch does to the prices of a quote', () => {
  const before = quote('EUR', { a: ['18.40'], b: ['2.00'], c: ['3.00', '1.00'] });
  const after = quote('EUR', { a: ['16.55'], b: ['2.00'], c: ['4.00', '2.00'] });
  const others = { b: ['2.00'], c: ['3.00', '1.00'] } as const;

  it('names each line that has another price, and only these', () => {
    const now = quote('EUR', { a: ['16.55'], ...others });
    expect(switchMoves(now, switched(before, 'From Clubs to Trade'), names)).toEqual([
      { id: 'a', item: 'item a', was: '18.40 EUR', is: '16.55 EUR', causes: [] },
    ]);
  });

  it('names a line on which an amount was put, which its unit price does not show', () => {
    const plain = quote('EUR', { a: ['118.05'] });
    const line = plain.priced['a'];
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const rule = { id: 'lift', name: 'Tail lift', words: '', currency: 'EUR' };
    const flat = { version: 1, rule, amount: '25.00', times: 1, tookAll: false };
    const is = { ...line, flats: [flat], amount: '143.05', net: '143.05' };
    const was = { ...line, amount: '118.05', net: '118.05' };
    const old = { ...plain, priced: { a: was } } as OpenDocument;
    const now = { ...plain, priced: { a: is } } as OpenDocument;
    const [move] = switchMoves(now, switched(old, 'With another delivery'), names);
    expect(move).toEqual({
      id: 'a',
      item: 'item a',
      was: '118.05 EUR, line 118.05 EUR',
      is: '118.05 EUR, line 143.05 EUR',
      causes: ['Rule Tail lift now applies: 25.00'],
    });
  });

  it('names every line in both currencies where the currency is another', () => {
    const was = switched(quote('EUR', { a: ['18.40'] }), 'From EUR to USD');
    const now = quote('USD', { a: ['19.87'] });
    expect(switchMoves(now, was, names).map(({ was: old, is }) => [old, is])).toEqual([
      ['18.40 EUR', '19.87 USD'],
    ]);
    // a price in euros is none that could be kept in dollars
    expect(linesAsBefore(now, was, switchMoves(now, was, names))).toBeNull();
  });

  it('goes on telling what it moved where something else was edited since', () => {
    const was = switched(quote('EUR', { a: ['18.40'] }), 'For another customer');
    const told = switchMoves(quote('EUR', { a: ['16.55'] }), was, names);
    expect(switchMoves(quote('EUR', { a: ['12.00'] }), { ...was, told }, names)).toBe(told);
  });

  it('keeps the old prices by hand, where a line has one price', () => {
    const was = switched(before, 'For another customer');
    // c has slices, and only their average is another
    const moves = ['a', 'c'].map((id) => ({ id, item: id, was: '', is: '', causes: [] }));
    const lines = linesAsBefore(after, was, moves) ?? [];
    expect(lines.map(({ priceByHand }) => priceByHand)).toEqual([
      { price: '18.40', reason: 'as before: For another customer' },
      null,
      null,
    ]);
  });

  it('keeps no price that does not make its line alone', () => {
    const was = switched(before, 'For another customer');
    const line = was.priced['a'];
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const moves = [{ id: 'a', item: 'a', was: '', is: '', causes: [] }];
    const made = (of: 'group' | 'document'): boolean => {
      const shares = [{ of }] as unknown as typeof line.shares;
      return linesAsBefore(after, { ...was, priced: { a: { ...line, shares } } }, moves) !== null;
    };
    expect([made('document'), made('group')]).toEqual([true, false]);
    const flats = [{}] as unknown as typeof line.flats;
    const flat = { ...was, priced: { a: { ...line, flats } } };
    expect(linesAsBefore(after, flat, moves)).toBeNull();
  });

  it('gives a reason that may be kept, however much was switched', () => {
    const many = Array.from({ length: 40 }, (_, place) => `From level ${String(place)}`);
    const was = [...many, ...many].reduce<BeforeSwitch | null>(
      (earlier, what) => switched(before, what, earlier),
      null,
    );
    if (!was) throw new Error('something was switched');
    expect(was.what.split('; ')).toEqual(many);
    const moves = [{ id: 'a', item: 'a', was: '', is: '', causes: [] }];
    const [line] = linesAsBefore(after, was, moves) ?? [];
    expect(line?.priceByHand?.reason.length).toBe(200);
  });

  it('remembers what stood there before both of two switches that nobody looked at', () => {
    const first = switched(quote('EUR', { a: ['18.40'] }, { level: null }), 'One');
    const between = quote('EUR', { a: ['16.55'] }, { level: 'trade', outlet: 'fair' });
    const part = { level: 'clubs', outlet: null };
    const both = beforeSwitch(between, part, { what: 'Two', always: false }, first);
    expect([both.what, both.always, both.part]).toEqual([
      'One; Two',
      true,
      { level: null, outlet: 'fair' },
    ]);
    const moves = switchMoves(quote('EUR', { a: ['12.00'] }), both, names);
    expect(moves.map(({ was, is }) => [was, is])).toEqual([['18.40 EUR', '12.00 EUR']]);
  });
});
