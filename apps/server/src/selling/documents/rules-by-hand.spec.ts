import type { DocumentView, RuleAnswer } from '@honest-ledger/contracts';
import { randomUUID } from 'node:crypto';
import { GLAZES, refusedIn, ruleDesk, rulesIn, type RuleDesk } from '../../testing/rules';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('rules that somebody puts on a quote or takes off it', () => {
  let server: TestServer;
  let browser: Browser;
  let desk: RuleDesk;
  let id: string;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    desk = ruleDesk(browser);
    id = randomUUID();
    await desk.save({ ...GLAZES, trigger: { kind: 'manual' } }, id);
    await desk.publish();
  });
  afterEach(() => server.stop());

  const change = (
    by: Browser,
    quote: DocumentView,
    changes: Partial<DocumentView>,
  ): Promise<Answer> => {
    const { number, revision, customer, title, outlet, currency, level, lines } = quote;
    const said = { revision, customer, title, outlet, currency, level, lines };
    return by.ask('PUT', `/documents/${String(number)}`, { ...said, ...changes });
  };

  it('are kept with it, and price it', async () => {
    const quote = await desk.quote('3');
    expect(rulesIn(quote)).toEqual([]);
    const line = quote.lines[0]?.id ?? '';
    const byHand = [{ rule: id, line, is: 'on' as const }];
    const on = (await change(browser, quote, { byHand })).as<DocumentView>();
    expect([rulesIn(on), on.byHand]).toEqual([['Glaze days'], byHand]);
    const off = [{ rule: id, line: null, is: 'off' as const }];
    const without = (await change(browser, on, { byHand: off })).as<DocumentView>();
    expect(rulesIn(without)).toEqual([]);
    expect(without.outcome.total).toBe(quote.outcome.total);
  });

  it('are for the roles that may, and stay where another role changes something else', async () => {
    const seller = await server.signedIn('noor@saltmarsh.example');
    const byHand = [{ rule: id, line: null, is: 'on' as const }];
    const quote = await desk.quote('3');
    const sold = (await change(seller, quote, { byHand })).as<DocumentView>();
    expect(rulesIn(sold)).toEqual(['Glaze days']);
    const reader = await server.signedIn('otto@saltmarsh.example');
    expect((await change(reader, sold, { byHand: [] })).status).toBe(403);
  });

  it('are rules that there are, on lines that there are, each once', async () => {
    const quote = await desk.quote('3');
    const line = randomUUID();
    const gone = randomUUID();
    const answer = await change(browser, quote, {
      byHand: [
        { rule: gone, line: null, is: 'on' },
        { rule: id, line, is: 'off' },
      ],
    });
    expect(refusedIn(answer)).toBe(
      'byHand[0].rule: There is no such rule\nbyHand[1].line: There is no such line',
    );
    const twice = await change(browser, quote, {
      byHand: [
        { rule: id, line: null, is: 'on' },
        { rule: id, line: null, is: 'off' },
      ],
    });
    expect(refusedIn(twice)).toContain('twice at the same place');
  });

  it('are tried as if they were put on', async () => {
    const { number } = await desk.quote('3');
    const content = { ...GLAZES, trigger: { kind: 'manual' } };
    const body = { content, on: { kind: 'document', number }, at: null };
    const answer = (await browser.ask('POST', `/rules/${id}/try`, body)).as<RuleAnswer>();
    expect(Number(answer.total.edited)).toBeLessThan(Number(answer.total.now));
  });
});

describe('what is kept of a quote besides', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  it('takes only values of its type, and a rule can ask for it', async () => {
    const desk = ruleDesk(browser);
    const content = {
      name: 'Site',
      of: 'documents',
      type: 'choice',
      choices: ['school', 'studio'],
    };
    const saved = await browser.ask('PUT', '/lists/attributes/place', { content, seen: null });
    expect(saved.status).toBe(204);
    const fact = { kind: 'attribute', of: 'document', code: 'place' };
    const when = { kind: 'word', fact, comparison: { kind: 'isOneOf', values: ['school'] } };
    await desk.save({ ...GLAZES, when }, randomUUID());
    await desk.publish();
    expect(rulesIn(await desk.quote('1'))).toEqual([]);
    const school = await desk.quote('1', { attributes: { place: 'school' } });
    expect([rulesIn(school), school.attributes]).toEqual([['Glaze days'], { place: 'school' }]);
    const { number, revision, customer, title, outlet, currency, level, lines } = school;
    const said = { revision, customer, title, outlet, currency, level, lines };
    const wrong = await browser.ask('PUT', `/documents/${String(number)}`, {
      ...said,
      attributes: { place: 'moon', kiln: '3' },
    });
    expect(refusedIn(wrong)).toContain('attributes.place: Site must be one of school, studio');
    expect(refusedIn(wrong)).toContain('attributes.kiln: There is no attribute kiln');
    // and it becomes nothing that this quote is not
    const number2 = { ...content, type: 'number', choices: [] };
    const refused = await browser.ask('PUT', '/lists/attributes/place', {
      content: number2,
      seen: content,
    });
    expect(refused.problem.detail).toContain('1 documents have values that would not fit');
  });
});
