import type { ItemEdit, ItemForeseen, ItemPage, ItemView } from '@honest-ledger/contracts';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('facts of an item that are edited', () => {
  let server: TestServer;
  let browser: Browser;
  beforeAll(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterAll(() => server.stop());

  /** The first item of a category, with the edit that changes nothing. */
  async function first(category: string): Promise<{ number: string; edit: ItemEdit }> {
    const page = (
      await browser.ask('GET', `/items?category=${category}&limit=1&offset=0`)
    ).as<ItemPage>();
    const number = page.rows[0]?.item ?? '';
    const { facts, revision } = (await browser.ask('GET', `/items/${number}`)).as<ItemView>();
    return { number, edit: { ...facts, revision } };
  }
  async function foreseen(number: string, edit: ItemEdit): Promise<ItemForeseen['moves']> {
    const answer = await browser.ask('POST', `/items/${number}/foresee`, edit);
    expect(answer.status).toBe(200);
    return answer.as<ItemForeseen>().moves;
  }

  it('tell how fine its quantities are as a change of price where an incremental break reaches it', async () => {
    // from 5 kg on 4 % off, from 25 kg on 9 %, each tier its own kilograms
    const { number, edit } = await first('oxides');
    const fine = edit.quantityDigits === 0 ? 3 : 0;
    const moves = await foreseen(number, { ...edit, quantityDigits: fine });
    const told = moves.map((move) => [move.break, move.quantity]);
    expect(told).toEqual([
      ['Oxides by the kilogram', '5'],
      ['Oxides by the kilogram', '25'],
    ]);
    // in whole kilograms the threshold itself is in the lower tier, so both are cheaper
    for (const { was, now } of moves) {
      const [whole, parted] = fine === 0 ? [now, was] : [was, now];
      expect(Number(whole)).toBeLessThan(Number(parted));
    }
    const after = (await browser.ask('GET', `/items/${number}`)).as<ItemView>();
    expect(after.facts.quantityDigits).withContext('nothing is kept').toBe(edit.quantityDigits);
    expect(after.revision).toBe(edit.revision);
  });

  it('say nothing where all units have one price, or nothing about prices is changed', async () => {
    const { number, edit } = await first('clay');
    expect(await foreseen(number, { ...edit, quantityDigits: 2 })).toEqual([]);
    expect(await foreseen(number, { ...edit, name: 'Another name' })).toEqual([]);
  });

  it('tell that goods come under another break, and at which levels they cost something else', async () => {
    const { number, edit } = await first('clay');
    const moves = await foreseen(number, { ...edit, category: 'oxides' });
    expect(moves.some((move) => move.break === 'Clay by the bag')).toBeTrue();
    expect(moves.every(({ was, now }) => was !== now)).toBeTrue();
  });

  it('are refused as they would be where they are saved', async () => {
    const { number, edit } = await first('clay');
    const stale = await browser.ask('POST', `/items/${number}/foresee`, { ...edit, revision: 99 });
    expect(stale.status).toBe(409);
    const wrong = { ...edit, category: 'nowhere' };
    expect((await browser.ask('POST', `/items/${number}/foresee`, wrong)).status).toBe(422);
  });
});
