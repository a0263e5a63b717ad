import type { DocumentView, DraftRow, DraftView, ItemRow, Page } from '@honest-ledger/contracts';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const PEOPLE = 100;

/** How many answers have each status: "200" for those that went well. */
function statuses(answers: readonly Answer[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const { status } of answers) counts[status] = (counts[status] ?? 0) + 1;
  return counts;
}

const numbered = <T>(make: (place: number) => T): T[] =>
  Array.from({ length: PEOPLE }, (_, place) => make(place));

describe('a hundred people at once', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  it('each edit a document of their own: nobody is refused, and nothing is lost', async () => {
    const desk = documentDesk(browser);
    const begun: DocumentView[] = [];
    for (let at = 0; at < PEOPLE; at += 1) {
      begun.push(await desk.begin('quote', [lineOf('CL-0207', { quantity: '1' })]));
    }
    const lines = ['CL-0207', 'GL-1180', 'GL-1181', 'TL-0042'];
    let views = begun;
    for (const round of [1, 2]) {
      const answers = await Promise.all(
        numbered((place) =>
          desk.edited(views[place] ?? never(), {
            title: `Round ${String(round)} of ${String(place)}`,
            lines: lines
              .slice(0, round + 1)
              .map((item) => lineOf(item, { quantity: String(place + 1) })),
          }),
        ),
      );
      expect(statuses(answers)).toEqual({ 200: PEOPLE });
      views = answers.map((answer) => answer.as<DocumentView>());
    }
    for (const [place, { number }] of begun.entries()) {
      const saved = await desk.read(number);
      expect([saved.title, saved.lines.map(({ quantity }) => quantity)])
        .withContext(String(number))
        .toEqual([`Round 2 of ${String(place)}`, lines.slice(0, 3).map(() => String(place + 1))]);
    }
  });

  it('begin an order each, and confirm it: nobody is refused', async () => {
    const desk = documentDesk(browser);
    const begun = await Promise.all(
      numbered(() => browser.ask('POST', '/documents', { kind: 'order', customer: 'C1001' })),
    );
    expect(statuses(begun)).toEqual({ 201: PEOPLE });
    const edited = await Promise.all(
      begun.map((answer) => desk.edited(answer.as<DocumentView>(), { lines: [lineOf('CL-0207')] })),
    );
    expect(statuses(edited)).toEqual({ 200: PEOPLE });
    const confirmed = await Promise.all(
      edited.map((answer) => desk.advanced(answer.as<DocumentView>().number, 'order')),
    );
    expect(statuses(confirmed)).toEqual({ 200: PEOPLE });
  });

  it('all edit one draft: every edit is in it, and one publishes them all', async () => {
    const { rows } = (await browser.ask('GET', '/items?limit=100')).as<Page<ItemRow>>();
    expect(rows.length).toBe(PEOPLE);
    const answers = await Promise.all(
      rows.map(({ item }, place) =>
        browser.ask('PUT', `/edits/basePrice/${encodeURIComponent(item)}`, {
          content: [{ kind: 'own', item, unit: null, price: `${String(place + 1)}.00` }],
          revision: 0,
          draft: null,
        }),
      ),
    );
    expect(statuses(answers)).toEqual({ 200: PEOPLE });
    const drafts = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    expect(drafts.map(({ edits }) => edits)).toEqual([PEOPLE]);
    const [draft] = drafts;
    const seen = (await browser.ask('GET', `/drafts/${draft?.id ?? ''}`)).as<DraftView>();
    expect(seen.total).toBe(PEOPLE);
    const published = await Promise.all(
      numbered(() =>
        browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, {
          revision: draft?.revision,
          note: '',
        }),
      ),
    );
    // one of them published it; the others are told that it is no draft any more
    expect(statuses(published)['200']).toBe(1);
    expect(statuses(published)['500']).toBeUndefined();
  });

  it('all edit one document: one is first each time, and the others are shown what stands there', async () => {
    const desk = documentDesk(browser);
    const quote = await desk.begin('quote', [lineOf('CL-0207', { quantity: '1' })]);
    const answers = await Promise.all(
      numbered((place) => desk.edited(quote, { title: `By ${String(place)}` })),
    );
    expect(statuses(answers)).toEqual({ 200: 1, 409: PEOPLE - 1 });
    const first = answers.find(({ status }) => status === 200)?.as<DocumentView>();
    for (const { status, problem } of answers) {
      if (status === 409) expect((problem.current as DocumentView).title).toBe(first?.title ?? '');
    }
  });
});

function never(): never {
  throw new Error('there is one for each');
}
