import {
  documentFromForm,
  setupFromForm,
  type TransitionView,
  type ComputedAgain,
  type DocumentView,
  type RepeatView,
  type RulesAnswer,
} from '@honest-ledger/contracts';
import { compileSetup, priceDocument, serialized } from '@honest-ledger/engine';
import { documentDesk, lineOf } from '../../testing/documents';
import { refusedIn, ruleDesk, rulesIn } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { pdfTableOf } from './pdf-table';

/** The server's clock in these specs stands at 24 November 2026, 14:32 UTC. */
describe('a document that is priced as of a date and time of its own', () => {
  let server: TestServer;
  let browser: Browser;
  let desk: ReturnType<typeof documentDesk>;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    desk = documentDesk(browser);
    await ruleDesk(browser).published({
      name: 'Until the 20th',
      when: { kind: 'all', of: [] },
      validity: { days: { from: null, until: '2026-11-20' }, weekdays: null, times: null },
    });
  });
  afterEach(() => server.stop());

  const quoted = (changes = {}): Promise<DocumentView> =>
    desk.begin('quote', [lineOf('GL-1180')], { outlet: 'mill', ...changes });

  it('goes by the clock of its outlet, to the last minute of a day', async () => {
    const now = await quoted();
    expect([now.asOf, rulesIn(now)]).toEqual([null, []]);
    const before = await desk.save(now, { asOf: '2026-11-20T23:59' });
    expect(rulesIn(before)).toEqual(['Until the 20th']);
    expect(before.pricing.document.pricedAt).toBe('2026-11-20T21:59:00.000Z'); // in Helsinki
    const after = await desk.save(before, { asOf: '2026-11-21T00:00' });
    expect(rulesIn(after)).toEqual([]);
    // the same time is another one at the quay, two hours west
    const there = await desk.save(after, { asOf: '2026-11-20T23:59', outlet: 'quay' });
    expect(there.pricing.document.pricedAt).toBe('2026-11-20T23:59:00.000Z');
    expect(rulesIn(there)).toEqual(['Until the 20th']);
    expect(rulesIn(await desk.save(there, { asOf: null }))).toEqual([]);
  });

  it('is priced alike by what it sends the browser, and computed again at that moment', async () => {
    const { number, pricing, priced } = await quoted({ asOf: '2026-11-20T09:00' });
    if (!pricing.setup) throw new Error('an administrator is sent the setup');
    const here = priceDocument(
      compileSetup(setupFromForm(pricing.setup)),
      documentFromForm(pricing.document),
    );
    expect(serialized(here.lines)).toEqual([...priced]);
    const answer = await browser.ask('GET', `/documents/${String(number)}/again`);
    const again = answer.as<ComputedAgain>();
    expect([again.pricedAt, again.differing.length]).toEqual(['2026-11-20T07:00:00.000Z', 0]);
  });

  it('keeps it on its way; how long its prices are promised goes by the day that it is', async () => {
    const quote = await quoted({ asOf: '2026-11-20T09:00', validUntil: '2026-11-22' });
    const step = await browser.ask(
      'GET',
      `/documents/${String(quote.number)}/transition?into=order`,
    );
    const { differing, keepsPromise } = step.as<TransitionView>();
    expect([differing, keepsPromise]).toEqual([[], false]);
    const order = (await desk.advanced(quote.number, 'order')).as<DocumentView>();
    expect([order.asOf, rulesIn(order)]).toEqual(['2026-11-20T09:00', ['Until the 20th']]);
    const confirmed = (await desk.advanced(order.number, 'order')).as<DocumentView>();
    expect([confirmed.state, rulesIn(confirmed)]).toEqual(['confirmed', ['Until the 20th']]);
    const { subtitle } = await pdfTableOf(server.database, order.number);
    expect(subtitle).toContain(', prices as of 2026-11-20 09:00');
  });

  it('does not hand it on to the orders that repeat it', async () => {
    const order = await desk.begin('order', [lineOf('GL-1180')], { asOf: '2026-11-20T09:00' });
    await desk.advanced(order.number, 'order');
    const terms = { revision: 0, every: 1, unit: 'day', startsOn: '2026-11-24', until: null };
    const at = `/documents/${String(order.number)}/repeat`;
    await browser.ask('PUT', at, { ...terms, prices: 'today' });
    await server.workOff();
    const [made] = (await browser.ask('GET', at)).as<RepeatView>().made;
    const again = await desk.read(made?.number ?? 0);
    expect([again.asOf, rulesIn(again)]).toEqual([null, []]);
  });

  it('is refused a time that never comes there, and what is none', async () => {
    const quote = await quoted();
    // the clocks of the European Union go forward at 01:00 UTC on 28 March 2027 (IANA time-zone
    // database, from memory): in Helsinki from 03:00 to 04:00, in Lisbon from 01:00 to 02:00
    const skipped = await desk.edited(quote, { asOf: '2027-03-28T03:30' });
    expect(skipped.status).toBe(422);
    expect(refusedIn(skipped)).toBe(
      'asOf: The clock goes forward over this time there, so it never comes',
    );
    const lisbon = await desk.save(quote, { asOf: '2027-03-28T03:30', outlet: 'quay' });
    expect(lisbon.asOf).toBe('2027-03-28T03:30');
    expect((await desk.edited(lisbon, { outlet: 'mill' })).status).toBe(422);
    expect((await desk.read(quote.number)).outlet).toBe('quay');
    for (const asOf of [
      '',
      'yesterday',
      '2026-11-31T10:00',
      '2026-11-20',
      '2026-11-20T24:00',
      '2026-11-20T10:00:30',
      '2026-11-20T10:00Z',
      '1969-12-31T23:59',
      '3000-01-01T00:00',
    ]) {
      const answer = await desk.edited(lisbon, { asOf });
      expect(answer.problem.fields?.map(({ path }) => path))
        .withContext(asOf)
        .toEqual(['asOf']);
    }
    expect((await desk.save(lisbon, { asOf: '2999-12-31T23:59' })).asOf).toBe('2999-12-31T23:59');
  });

  it('is said by those who may; others edit the rest of it', async () => {
    const quote = await quoted({ asOf: '2026-11-20T09:00' });
    const sales = documentDesk(await server.signedIn('noor@saltmarsh.example'));
    const edited = await sales.save(quote, { title: 'Wall tiles' });
    expect([edited.asOf, rulesIn(edited)]).toEqual(['2026-11-20T09:00', ['Until the 20th']]);
    for (const asOf of [null, '2026-11-19T09:00']) {
      const answer = await sales.edited(edited, { asOf });
      expect([answer.status, answer.problem.detail]).toEqual([
        403,
        'Your role may not choose as of when a document is priced.',
      ]);
    }
  });

  it('is what a rule is tried on, unless another moment is asked for', async () => {
    const { number } = await quoted({ asOf: '2026-11-20T09:00' });
    const tried = async (at: string | null): Promise<boolean> => {
      const answer = await browser.ask('POST', '/rules/try', {
        on: { kind: 'document', number },
        at,
      });
      const rule = answer.as<RulesAnswer>().rules.find(({ name }) => name === 'Until the 20th');
      return (rule?.items ?? []).length > 0;
    };
    expect([await tried(null), await tried('2026-11-24T09:00:00Z')]).toEqual([true, false]);
  });
});
