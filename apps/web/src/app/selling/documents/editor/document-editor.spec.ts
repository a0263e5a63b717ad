import type {
  DocumentEdit,
  DocumentOutcome,
  DocumentView,
  LevelSummary,
  RuleForm,
} from '@honest-ledger/contracts';
import { NO_SALES_CONTEXT } from '@honest-ledger/engine';
import type { Reference } from '../../../shared/reference/reference.api';
import { LINE, SETUP, showDocument, view } from '../../../testing/documents';
import { levelContent } from '../../../testing/levels';
import { outcomeOf } from '../../../testing/outcome';
import { writeWallClock } from '../../../shared/numbers/dates';
import { problemBody, signedIn, type ShownScreen } from '../../../testing/screens';
import { workingsFeature } from '../../../shared/workings/workings.feature';
import { wholeRule } from '../../../testing/contents';
import type { DocumentEditor } from './document-editor';

const PAUSE = 380;
type PricedRuleForm = DocumentOutcome['rules'][number];
describe('the editor of a quote', () => {
  let screen: ShownScreen<DocumentEditor>;

  async function open(quote: DocumentView, reference?: Partial<Reference>): Promise<void> {
    screen = await showDocument(quote, reference);
  }
  const total = (): string =>
    screen.host.querySelector('[data-testid=total]')?.textContent.trim() ?? '';
  const explained = () => screen.store.selectSignal(workingsFeature.selectPrice)();

  it('shows its lines, its customer’s level and its total', async () => {
    await open(view());
    for (const part of [
      'Quote 1007',
      'Harbour Lane School',
      'Schools',
      '18.40',
      '16.20',
      '32.40',
    ]) {
      expect(screen.text().replace(/\s/g, '')).toContain(part.replace(/\s/g, ''));
    }
    expect(total()).toBe('32.40');
  });

  it('shows what comes off the whole, shipping and charges, and what became of codes', async () => {
    const done = (
      name: string,
      words: string,
      effect: PricedRuleForm['effect'],
      amount: string,
    ) => ({
      version: 2,
      rule: { id: name, name, words, currency: 'EUR' },
      effect,
      times: 1,
      amount,
      tookAll: false,
    });
    const off = { kind: 'percent', percent: '-10' } as const;
    const outcome: DocumentOutcome = {
      ...outcomeOf('36.16'),
      subtotal: '32.40',
      shipping: '5.00',
      rules: [
        done('Tenth', 'A tenth off', { kind: 'subtotal', off }, '-3.24'),
        done('Crate', '', { kind: 'charge', amount: '2.00' }, '2.00'),
      ],
      codes: [{ code: 'KILN', rule: null, is: { kind: 'noRule' } }],
    };
    await open(view([LINE], { outcome, shipping: '5.00', codes: ['KILN'] }));
    for (const part of [
      'Lines',
      '32.40',
      'A tenth off',
      '10 % off the document',
      'Shipping',
      'Crate',
      'No rule has code KILN.',
    ]) {
      expect(screen.text()).toContain(part);
    }
    expect(total()).toBe('36.16');
    await screen.type('Shipping', '6');
    const sent = await screen.answer('PUT', '/api/documents/1007', view());
    expect((sent as DocumentEdit).shipping).toBe('6');
  });

  it('prices an edit at once here, and then takes what the server says', async () => {
    await open(view());
    await screen.type('Quantity of CL-0207', '3');
    expect(total()).toBe('48.60');
    await screen.quiet(PAUSE);
    const lines = [{ ...LINE, quantity: '3' }];
    const sent = await screen.answer(
      'PUT',
      '/api/documents/1007',
      view(lines, { revision: 2, outcome: outcomeOf('48.61') }),
    );
    expect((sent as DocumentEdit).lines).toEqual(lines);
    expect((sent as DocumentEdit).revision).toBe(1);
    // made up for this test: whatever the server answers is what counts
    expect(total()).toBe('48.61');
  });

  it('lets the workings follow the line, first as priced here, then as confirmed', async () => {
    await open(view());
    screen.host.querySelector<HTMLElement>('.price button')?.focus();
    await screen.settle();
    expect(explained()?.whose).toContain('2 bags for Harbour Lane School');
    await screen.type('Quantity of CL-0207', '5');
    expect([explained()?.provisional, explained()?.line.kind]).toEqual([true, 'priced']);
    await screen.answer(
      'PUT',
      '/api/documents/1007',
      view([{ ...LINE, quantity: '5' }], { revision: 2 }),
    );
    expect(explained()?.provisional).toBeFalse();
  });

  it('says why a line has no price, and leaves it out of the total', async () => {
    await open(view());
    await screen.type('Quantity of CL-0207', '1,5');
    expect(screen.text()).toContain('Part of a bag is not possible. Enter a whole number.');
    expect(screen.text()).toContain('without 1 line that has no price');
    expect(total()).toBe('0.00');
  });

  it('does not send what is wrong, and tells it beside the field', async () => {
    await open(view());
    await screen.type('Quantity of CL-0207', '0');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('quantity must be above 0');
    expect(screen.text()).toContain('Not saved yet');
    screen.server.expectNone('/api/documents/1007');
  });

  it('removes a line, and brings it back', async () => {
    await open(view());
    await screen.press('Remove CL-0207');
    expect(screen.host.querySelector('[aria-label="Quantity of CL-0207"]')).toBeNull();
    await screen.press('Undo');
    expect(total()).toBe('32.40');
  });

  it('foresees what the version in force makes of it, and changes nothing by itself', async () => {
    const older = view([LINE], { versionInForce: 3 });
    const setup = { ...SETUP, version: 3, levels: [] };
    await open({ ...older, pricing: { ...older.pricing, setup } });
    await screen.settle();
    expect(screen.text()).toContain('These prices are of version 2; version 3 is in force.');
    expect(screen.text()).toContain('CL-0207 goes from 16.20 to 18.40.');
    expect(total()).toBe('32.40');
    await screen.press('Price again under version 3');
    const sent = await screen.answer(
      'PUT',
      '/api/documents/1007',
      view([LINE], { version: 3, versionInForce: 3, revision: 2 }),
    );
    expect((sent as DocumentEdit).lines).toEqual([LINE]);
    expect(screen.text()).not.toContain('is in force.');
  });

  it('shows both where somebody else was first, and lets the user decide', async () => {
    await open(view());
    await screen.type('What the quote is for', 'Mine');
    await screen.quiet(PAUSE);
    const current = view([], { title: 'Theirs', revision: 7, changedBy: 'Tom Petrie' });
    await screen.answer(
      'PUT',
      '/api/documents/1007',
      problemBody(409, 'Somebody', { current }),
      409,
    );
    expect(screen.text()).toContain(
      'Tom Petrie has changed this quote since you opened it: 0 lines',
    );
    await screen.press('Use theirs');
    expect(screen.value('What the quote is for')).toBe('Theirs');
    expect(screen.text()).not.toContain('Use theirs');
  });

  it('is sent when its screen is left before the pause is over', async () => {
    await open(view());
    await screen.type('What the quote is for', 'In a hurry');
    screen.fixture.destroy();
    const sent = screen.server.expectOne(({ method }) => method === 'PUT').request
      .body as DocumentEdit;
    expect(sent.title).toBe('In a hurry');
  });

  it('prices in another unit and another currency at once', async () => {
    await open(view());
    await screen.choose('Unit of CL-0207', 'pallet');
    expect(total()).toBe('1,944.00');
    await screen.choose('Currency', 'USD');
    // 16.20 x 1.1 is 17.82 for a bag, and 60 bags are a pallet
    expect(total()).toBe('2,138.40');
  });

  it('takes a price by hand only with a reason, and keeps what was computed', async () => {
    await open(view());
    await screen.press('Form of supply, level, price, discount, note and rules of CL-0207');
    await screen.type('Manual price of CL-0207', '15');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('Reason is missing');
    screen.server.expectNone('/api/documents/1007');
    await screen.type('Reason for the price of CL-0207', 'torn bag');
    const sent = (await screen.answer('PUT', '/api/documents/1007', view())) as DocumentEdit;
    expect(sent.lines[0]?.priceByHand).toEqual({ price: '15', reason: 'torn bag' });
  });

  it('takes a discount by hand, on a line and on all of it, only with a reason', async () => {
    await open(view());
    await screen.press('Form of supply, level, price, discount, note and rules of CL-0207');
    await screen.type('Discount on CL-0207', '12,5');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('Reason is missing');
    screen.server.expectNone('/api/documents/1007');
    await screen.type('Reason, Discount on CL-0207', 'torn bags');
    await screen.choose('Discount on the quote is in', 'EUR');
    await screen.type('Discount on the quote', '2');
    await screen.type('Reason, Discount on the quote', 'they pay at once');
    const sent = (await screen.answer('PUT', '/api/documents/1007', view())) as DocumentEdit;
    expect(sent.lines[0]?.discount).toEqual({
      off: { kind: 'percent', percent: '-12.5' },
      reason: 'torn bags',
    });
    expect(sent.discount).toEqual({
      off: { kind: 'amount', amount: '-2' },
      reason: 'they pay at once',
    });
  });

  it('takes the form in which the goods are supplied, which says what they cost', async () => {
    await open(view());
    await screen.press('Form of supply, level, price, discount, note and rules of CL-0207');
    await screen.choose('Form of supply of CL-0207', 'split pallet');
    const sent = (await screen.answer('PUT', '/api/documents/1007', view())) as DocumentEdit;
    expect(sent.lines[0]?.formOfSupply).toBe('split');
  });

  it('takes a note, which the customer reads below the line', async () => {
    await open(view());
    await screen.press('Form of supply, level, price, discount, note and rules of CL-0207');
    await screen.type('Note on CL-0207', ' Keep it from the frost ');
    const sent = (await screen.answer('PUT', '/api/documents/1007', view())) as DocumentEdit;
    expect(sent.lines[0]?.note).toBe('Keep it from the frost');
    const said = [...screen.host.querySelectorAll('.said')].map(({ textContent }) => textContent);
    expect(said.some((text) => text.includes('Keep it from the frost'))).toBeTrue();
  });

  it('shows the margin of each line and of all to those who may see costs', async () => {
    const margin = (): string | undefined =>
      screen.host.querySelector('[data-testid="margin"]')?.textContent.trim();
    await open(view());
    expect(margin()).toBe('–'); // nobody knows what it costs
    signedIn(screen, 'sales');
    await screen.settle();
    expect(margin()).toBeUndefined();
  });

  it('tells what another delivery makes of prices, and takes it back where it is refused', async () => {
    const quote = view();
    const rule: RuleForm = {
      id: 'van',
      ...wholeRule('EUR'),
      name: 'Our van',
      when: {
        kind: 'word',
        fact: { kind: 'deliveryPostcode' },
        comparison: { kind: 'startsWith', values: ['PL4'] },
      },
    };
    const setup = { ...SETUP, rules: [rule] };
    const asked = { ...quote, pricing: { ...quote.pricing, setup } };
    await open(asked);
    const told = (): string => screen.host.querySelector('.conflict')?.textContent ?? '';
    await screen.type('Delivery postcode', 'q1');
    expect(told()).toBe(''); // no price is another
    await screen.quiet(PAUSE);
    const salesContext = { ...NO_SALES_CONTEXT, deliveryPostcode: 'Q1' };
    await screen.answer('PUT', '/api/documents/1007', { ...asked, salesContext, revision: 2 });
    await screen.type('Delivery postcode', ' pl4  8aa ');
    expect(told().replace(/\s+/g, ' ')).toContain(
      'CL-020716.20 EUR14.58 EURRule Our van now applies: −1.62',
    );
    // what is edited meanwhile stays where the switch is taken back
    await screen.type('Quantity of CL-0207', '5');
    await screen.press('Switch back');
    expect(told()).toBe('');
    expect(screen.value('Delivery postcode')).toBe('Q1');
    expect(total()).toBe('81.00');
    await screen.type('Delivery postcode', 'PL4 8AA');
    await screen.press('Keep the old prices as manual prices');
    expect([told(), total()]).toEqual(['', '81.00']);
  });

  it('leaves to the server what it costs as of another time, and tells what that moves', async () => {
    await open(view());
    await screen.press('Price it as of another time');
    await screen.type('Priced as of', '2026-11-20T09:00');
    expect(total()).toBe('32.40'); // what is known here is known as of now
    await screen.quiet(PAUSE);
    const asOf = '2026-11-20T09:00';
    const basePrices = [{ kind: 'own', item: 'CL-0207', unit: null, price: '17.00' }] as const;
    const then = view([LINE], { asOf, revision: 2 }, { ...SETUP, basePrices });
    const sent = (await screen.answer('PUT', '/api/documents/1007', then)) as DocumentEdit;
    expect([sent.asOf, total()]).toEqual([asOf, '29.90']);
    const told = screen.host.querySelector('.conflict')?.textContent.replace(/\s+/g, ' ') ?? '';
    expect(told).toContain(`As of ${writeWallClock(asOf)}`);
    expect(told).toContain('16.20 EUR14.95 EUR');
    await screen.press('Switch back');
    const back = (await screen.answer('PUT', '/api/documents/1007', view())) as DocumentEdit;
    expect(back.asOf).toBeNull();
  });

  it('says beside the time that the clock of the outlet never shows it', async () => {
    await open(view());
    await screen.press('Price it as of another time');
    await screen.type('Priced as of', '2027-03-28T01:30');
    await screen.quiet(PAUSE);
    const sentence = 'The clock goes forward over this time there, so it never comes';
    const refused = { ...problemBody(422, sentence), fields: [{ path: 'asOf', sentence }] };
    await screen.answer('PUT', '/api/documents/1007', refused, 422);
    expect(screen.field('Priced as of').getAttribute('aria-invalid')).toBe('true');
    expect(screen.wrong('Priced as of')).toContain(sentence);
  });

  it('tells what is charged once for the set-up, and what was paid before', async () => {
    const quote = view();
    const [line] = quote.priced;
    if (line?.kind !== 'priced') throw new Error('the line has a price');
    const name = { id: 'b', name: 'Mixed for you', words: '', currency: 'EUR' };
    const setUp = { version: 2, break: name, words: '', amount: '24.00', paid: false };
    await open({ ...quote, priced: [{ ...line, setUp }] });
    const rows = (): string[] =>
      [...screen.host.querySelectorAll('tfoot tr')].map(({ textContent }) =>
        textContent.replace(/\s+/g, ' ').trim(),
      );
    expect(rows()).toContain('Set-up, CL-0207 once, by the break Mixed for you24.00');
  });

  it('offers the levels that may be used at its outlet', async () => {
    const level = (id: string, name: string): LevelSummary => ({
      id,
      state: 'published',
      content: levelContent({ name }),
      customers: 0,
    });
    const outlet = {
      code: 'fair',
      name: 'Fair stand',
      timeZone: 'Europe/Lisbon',
      currency: 'EUR',
      codes: [],
      level: null,
      levelsAllowed: ['b'],
    };
    const customers = {
      segments: [],
      outlets: [outlet],
      homeCurrency: 'EUR',
      currencies: ['EUR'],
      attributes: [],
      documentAttributes: [],
      salesPeople: [],
      departments: [],
      deliveryMethods: [],
      units: [],
    };
    const levels = [level('a', 'Schools'), level('b', 'Fairs')];
    await open(view([LINE], { outlet: 'fair' }), { customers, levels });
    expect(await screen.offered('Price level')).toEqual(['As each line has', 'Fairs']);
  });

  it('offers no overriding to whose role may not', async () => {
    await open(view());
    signedIn(screen, 'sales');
    await screen.settle();
    expect(screen.host.querySelector('[aria-label^="Level and price by hand"]')).toBeNull();
    expect(() => screen.chosen('Price level')).toThrowError(/no field/);
    expect(screen.text()).not.toContain('As of');
  });

  it('shows everybody as of when it is priced, where that was said', async () => {
    await open(view([LINE], { asOf: '2026-11-20T09:00' }));
    signedIn(screen, 'sales');
    await screen.settle();
    const times = screen.host.querySelector<HTMLInputElement>('[aria-label="Priced as of, time"]');
    expect(times?.value).toMatch(/0?9:00/);
    expect(times?.closest('[inert]')).not.toBeNull();
  });

  it('is loud where the browser and the server price otherwise', async () => {
    await open(view());
    const errors = spyOn(console, 'error');
    await screen.type('Quantity of CL-0207', '3');
    await screen.quiet(PAUSE);
    const lines = [{ ...LINE, quantity: '3' }];
    const right = view(lines, { revision: 2 });
    const [line] = right.priced;
    const wrong = line?.kind === 'priced' ? [{ ...line, amount: '1.00' }] : [];
    await screen.answer('PUT', '/api/documents/1007', { ...right, priced: wrong });
    expect(errors).toHaveBeenCalledTimes(1);
  });
});
