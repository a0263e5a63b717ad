import {
  type DiscardedDraft,
  type DraftRow,
  type DraftView,
  type SaveEditAnswer,
  type LevelContent,
  type LevelSummary,
  type LevelView,
  type SetupForm,
  type Page,
  type VersionRow,
  type VersionView,
  readSetup,
} from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { postgresCode } from '../../platform/database/database';
import { percentEntry, schoolsContent } from '../../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const STUDIOS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('drafts and versions', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const edit = (id: string, content: LevelContent | null, revision = 0): Promise<Answer> =>
    save('level', id, content, revision);
  const save = (
    kind: string,
    key: string,
    content: unknown,
    revision = 0,
    into: string | null = null,
  ): Promise<Answer> =>
    browser.ask('PUT', `/edits/${kind}/${encodeURIComponent(key)}`, {
      content,
      revision,
      draft: into,
    });
  const openDrafts = async (): Promise<DraftRow[]> =>
    (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
  const draft = async (): Promise<DraftView | null> => {
    const [open] = await openDrafts();
    return open ? (await browser.ask('GET', `/drafts/${open.id}`)).as<DraftView>() : null;
  };
  const publish = async (note = '', id?: string): Promise<Answer> => {
    const open = (await openDrafts()).find((one) => id === undefined || one.id === id);
    return browser.ask('POST', `/drafts/${open?.id ?? randomUUID()}/publish`, {
      revision: open?.revision ?? 1,
      note,
    });
  };
  const level = async (id: string): Promise<LevelView> =>
    (await browser.ask('GET', `/levels/${id}`)).as<LevelView>();
  const setup = async (version: number): Promise<SetupForm> =>
    (await browser.ask('GET', `/versions/${String(version)}/setup`)).as<SetupForm>();

  it('keep a new level out of every version until it is published', async () => {
    const id = randomUUID();
    const saved = (await edit(id, schoolsContent())).as<SaveEditAnswer>();
    expect(saved.revision).toBe(1);
    expect(await level(id)).toEqual({
      id,
      published: null,
      draft: {
        draft: saved.draft ?? '',
        draftName: 'Draft',
        content: schoolsContent(),
        revision: 1,
      },
    });
    expect((await setup(1)).levels.length).toBe(7);
    expect((await publish('Schools')).as<{ version: number }>().version).toBe(2);
    expect(await draft()).toBeNull();
    expect(await level(id)).toEqual({ id, published: schoolsContent(), draft: null });
    expect((await setup(2)).levels.map(({ name }) => name)).toContain('Schools');
    expect((await setup(1)).levels.length).toBe(7);
  });

  it('show before publishing how many prices an edit moves, and which most', async () => {
    const { published } = await level(STUDIOS);
    const entries = published?.entries.map((entry) =>
      entry.id === 'porcelain' ? percentEntry('porcelain', '-9', entry.scope) : entry,
    );
    await edit(STUDIOS, { ...schoolsContent(), ...published, entries: entries ?? [] });
    const [one] = (await draft())?.edits ?? [];
    expect([one?.moves?.lowered, one?.moves?.raised]).toEqual([6, 0]);
    expect(one?.moves?.largest.every(({ change }) => change?.startsWith('-'))).toBeTrue();
    expect(one?.customers).toBe(10);
  });

  it('are left by an edit that leads back to what is published', async () => {
    const { published } = await level(STUDIOS);
    await edit(STUDIOS, schoolsContent({ name: 'Studios' }));
    const back = await edit(STUDIOS, published ?? schoolsContent(), 1);
    expect(back.as<SaveEditAnswer>()).toEqual({ revision: 0, draft: null });
    expect((await draft())?.edits).toEqual([]);
  });

  it('tell the second of two editors what stands there, and overwrite nothing', async () => {
    await edit(STUDIOS, schoolsContent({ name: 'First' }));
    const second = await edit(STUDIOS, schoolsContent({ name: 'Second' }));
    expect(second.status).toBe(409);
    expect((second.problem.current as { content: LevelContent }).content.name).toBe('First');
    expect((await level(STUDIOS)).draft?.content?.name).toBe('First');
  });

  it('are brought back as they were after they were discarded, for 30 days', async () => {
    await edit(STUDIOS, schoolsContent({ name: 'Of the spring' }));
    const [open] = await openDrafts();
    const id = open?.id ?? '';
    expect((await browser.ask('DELETE', `/drafts/${id}`)).status).toBe(204);
    expect((await level(STUDIOS)).draft).toBeNull();
    const discarded = async (): Promise<DiscardedDraft[]> =>
      (await browser.ask('GET', '/drafts/discarded')).as<DiscardedDraft[]>();
    const [gone] = await discarded();
    expect([gone?.id, gone?.edits, gone?.discardedBy]).toEqual([id, 1, 'Ines Marlow']);
    // somebody else edits the same meanwhile: nothing of theirs is typed over
    await edit(STUDIOS, schoolsContent({ name: 'Of the autumn' }));
    const refused = await browser.ask('POST', `/drafts/${id}/bring-back`);
    expect([refused.status, refused.problem.detail]).toEqual([
      409,
      `Other drafts edit the same by now: ${STUDIOS} (Draft). Publish or discard those first.`,
    ]);
    await browser.ask('DELETE', `/edits/level/${STUDIOS}`);
    expect((await browser.ask('POST', `/drafts/${id}/bring-back`)).status).toBe(204);
    expect((await level(STUDIOS)).draft?.content?.name).toBe('Of the spring');
    expect((await openDrafts()).map(({ name }) => name).sort()).toEqual(['Draft', 'Draft (2)']);
    expect(await discarded()).toEqual([]);
    expect((await browser.ask('POST', `/drafts/${id}/bring-back`)).status).toBe(404);
  });

  it('are forgotten 30 days after they were discarded', async () => {
    await edit(STUDIOS, schoolsContent());
    const [open] = await openDrafts();
    await browser.ask('DELETE', `/drafts/${open?.id ?? ''}`);
    await server.database.execute(
      sql`update drafts set discarded_at = discarded_at - interval '30 days'`,
    );
    expect((await browser.ask('GET', '/drafts/discarded')).as<DiscardedDraft[]>()).toEqual([]);
    const late = await browser.ask('POST', `/drafts/${open?.id ?? ''}/bring-back`);
    expect(late.problem.detail).toBe('A discarded draft can be brought back for 30 days.');
    // the next draft that is discarded takes its edits along
    await edit(STUDIOS, schoolsContent());
    const [next] = await openDrafts();
    await browser.ask('DELETE', `/drafts/${next?.id ?? ''}`);
    const { rows } = await server.database.execute(sql`select draft_id from draft_edits`);
    expect(rows).toEqual([{ draft_id: next?.id }]);
  });

  it('take an edit once more whose answer did not get there', async () => {
    const first = await edit(STUDIOS, schoolsContent({ name: 'First' }));
    const again = await edit(STUDIOS, schoolsContent({ name: 'First' }));
    expect(again.status).toBe(200);
    expect(again.as<SaveEditAnswer>()).toEqual(first.as<SaveEditAnswer>());
  });

  it('refuse goods that do not exist, a name that is taken, another currency', async () => {
    const paths = async (content: LevelContent): Promise<string[] | undefined> =>
      (await edit(randomUUID(), content)).problem.fields?.map(({ path }) => path);
    expect(await paths(schoolsContent({ name: 'studios' }))).toEqual(['content.name']);
    expect(
      await paths(
        schoolsContent({
          currency: 'CHF',
          entries: [
            percentEntry('1', '-1', { kind: 'item', item: 'NO-1' }),
            percentEntry('2', '-1', { kind: 'category', category: 'no' }),
            percentEntry('3', '-1', { kind: 'brand', brand: 'no' }),
          ],
          exceptions: ['NO-2'],
        }),
      ),
    ).toEqual([
      'content.entries[0].scope',
      'content.entries[1].scope',
      'content.entries[2].scope',
      'content.exceptions[0]',
      'content.currency',
      'content.rounding.currency',
    ]);
    expect(await draft()).toBeNull();
  });

  it('refuse levels that start from each other in a circle, and a level others start from', async () => {
    const dollars = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b05';
    const trade = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b02';
    const { published } = await level(trade);
    const circle = await edit(trade, {
      ...schoolsContent(),
      ...published,
      entries: [
        {
          ...percentEntry('1', '-1', { kind: 'all' }),
          basis: { kind: 'level', level: dollars },
        },
      ],
    });
    expect(circle.problem.detail).toContain('in a circle');
    expect((await edit(trade, null)).problem.detail).toContain(
      'Level Trade, US dollars starts from this one',
    );
    expect((await edit(dollars, null)).status).toBe(200);
    expect((await edit(trade, null)).status).toBe(200);
    await publish('Without trade');
    expect((await setup(2)).levels.length).toBe(5);
    expect((await level(trade)).published).toBeFalsy();
  });

  it('are published only as they were looked at, and only once', async () => {
    await edit(STUDIOS, schoolsContent());
    const seen = await draft();
    await edit(STUDIOS, schoolsContent({ name: 'Schools and studios' }), 1);
    const path = `/drafts/${seen?.id ?? ''}/publish`;
    const body = { revision: seen?.revision, note: '' };
    const stale = await browser.ask('POST', path, body);
    expect(stale.status).toBe(409);
    expect(stale.problem.detail).toContain('Review it again');
    const again = { ...body, revision: (await draft())?.revision };
    const both = await Promise.all([
      browser.ask('POST', path, again),
      browser.ask('POST', path, again),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await browser.ask('GET', '/versions')).as<Page<VersionRow>>().total).toBe(2);
  });

  it('can be taken back object by object', async () => {
    await edit(STUDIOS, schoolsContent());
    expect((await browser.ask('DELETE', `/edits/level/${STUDIOS}`)).status).toBe(204);
    expect((await draft())?.edits).toEqual([]);
    expect((await browser.ask('DELETE', `/edits/level/${STUDIOS}`)).status).toBe(404);
  });

  it('write only the rows that changed', async () => {
    const { published } = await level(STUDIOS);
    const [first, ...rest] = published?.entries ?? [];
    const changed = {
      ...schoolsContent(),
      ...published,
      entries: first ? [first, ...rest.slice(1)] : [],
    };
    await edit(STUDIOS, { ...changed, entries: [...changed.entries] });
    await publish();
    const counted = await server.database.execute<{ rows: string; closed: string }>(sql`
      select count(*) filter (where from_version = 2) as rows,
             count(*) filter (where to_version = 2) as closed from level_entry_rows`);
    // one entry is gone, and the two after it moved up: three closed, two written anew
    expect(counted.rows).toEqual([{ rows: '2', closed: '3' }]);
    const heads = await server.database.execute(
      sql`select 1 from level_rows where from_version = 2`,
    );
    expect(heads.rows.length).toBe(0);
  });

  it('make versions that say what they changed, and that anybody can price with', async () => {
    await edit(STUDIOS, schoolsContent({ name: 'Studios' }));
    await publish('One entry for all clay');
    const view = (await browser.ask('GET', '/versions/2')).as<VersionView>();
    expect([view.note, view.publishedBy, view.changes]).toEqual([
      'One entry for all clay',
      'Ines Marlow',
      1,
    ]);
    expect(
      view.objects.map(({ kind, before, after }) =>
        kind === 'level' ? [before?.entries.length, after?.entries.length] : kind,
      ),
    ).toEqual([[4, 1]]);
    const { rows } = (await browser.ask('GET', '/versions')).as<Page<VersionRow>>();
    expect(rows.map(({ number }) => number)).toEqual([2, 1]);
    const byTime = await browser.ask('GET', '/versions?sort=publishedAt&descending=false');
    expect(byTime.as<Page<VersionRow>>().rows.map(({ number }) => number)).toEqual([1, 2]);
    expect(readSetup(await setup(2)).ok).toBeTrue();
    expect((await browser.ask('GET', '/versions/3')).status).toBe(404);
    expect((await browser.ask('GET', '/versions/3/setup')).status).toBe(404);
  });

  it('are refused by the database itself where somebody changes what is published', async () => {
    const code = async (statement: ReturnType<typeof sql>): Promise<string | null> =>
      server.database.execute(statement).then(
        () => null,
        (error: unknown) => postgresCode(error),
      );
    for (const statement of [
      sql`update base_price_rows set price = 1`,
      sql`delete from level_rows`,
      sql`update versions set note = 'other'`,
      sql`update level_entry_rows set from_version = 1, to_version = 2`,
      sql`insert into level_rows (level_id, name, currency, entry_order, from_version) values (${STUDIOS}, 'Twin', 'EUR', 'list', 1)`,
      sql`insert into base_price_rows (item_id, price, from_version) select item_id, 'NaN', 1 from base_price_rows limit 1`,
    ]) {
      expect(await code(statement)).toMatch(/^23/);
    }
  });

  it('list levels with what the draft makes of them', async () => {
    await edit(STUDIOS, schoolsContent({ name: 'Ateliers' }));
    await edit(randomUUID(), schoolsContent());
    const rows = (await browser.ask('GET', '/levels')).as<LevelSummary[]>();
    expect(rows.map(({ content, state, customers }) => [content.name, state, customers])).toEqual([
      ['Ateliers', 'edited', 10],
      ['Clubs', 'published', 10],
      ['Fair stand', 'published', 0],
      ['Glaze weeks', 'published', 2], // for glazes alone
      ['Schools', 'new', 0],
      ['Trade', 'published', 10],
      ['Trade, US dollars', 'published', 0],
      ['Web shop', 'published', 0],
    ]);
  });

  it('hold base prices, shared prices, agreements and settings as they hold levels', async () => {
    const shared = (await setup(1)).sharedPrices[0];
    await save('basePrice', 'CL-0201', [
      { kind: 'own', item: 'CL-0201', unit: null, price: '20.00' },
      { kind: 'own', item: 'CL-0201', unit: 'pallet', price: '1100' },
    ]);
    await save('sharedPrice', shared?.id ?? '', { name: shared?.name, price: '12.50' });
    const agreement = {
      party: { kind: 'customer', customer: 'C1001' },
      item: 'CL-0201',
      currency: 'EUR',
      price: '17.00',
    };
    const id = randomUUID();
    expect((await save('agreement', id, agreement)).status).toBe(200);
    const settings = (await setup(1)) as unknown as Record<string, unknown>;
    const digits = {
      homeCurrency: 'EUR',
      roundingMode: settings['roundingMode'],
      unitPriceDigits: { EUR: 3 },
      defaultLevel: STUDIOS,
    };
    await save('settings', 'settings', digits);
    const view = await draft();
    expect(view?.edits.map(({ kind }) => kind)).toEqual([
      'sharedPrice',
      'agreement',
      'settings',
      'basePrice',
    ]);
    // Every jar that points to the shared price moves.
    expect(view?.edits[0]?.moves?.raised).toBeGreaterThan(10);
    await publish('All kinds');
    const after = await setup(2);
    expect(after.basePrices.filter(({ item }) => item === 'CL-0201').length).toBe(2);
    expect(after.sharedPrices.find((one) => one.id === shared?.id)?.price).toBe('12.50');
    expect(after.agreements.find((one) => one.id === id)?.price).toBe('17.00');
    expect([after.unitPriceDigits, after.defaultLevel]).toEqual([{ EUR: 3 }, STUDIOS]);
    await save('agreement', id, null);
    await publish('Ended');
    expect((await setup(3)).agreements.some((one) => one.id === id)).toBeFalse();
    expect((await setup(2)).agreements.some((one) => one.id === id)).toBeTrue();
  });

  it('refuse what an object of its kind cannot be', async () => {
    const wrong: readonly (readonly [string, string, unknown, string])[] = [
      ['basePrice', 'NO-1', [], 'There is no item NO-1'],
      [
        'basePrice',
        'CL-0201',
        [{ kind: 'own', item: 'CL-0201', unit: 'drum', price: '1' }],
        'drum',
      ],
      [
        'basePrice',
        'CL-0201',
        [{ kind: 'own', item: 'CL-0201', price: 'NaN' }],
        'a number such as',
      ],
      ['basePrice', 'CL-0201', [{ kind: 'shared', item: 'CL-0201', shared: 'x' }], 'shared price'],
      ['sharedPrice', randomUUID(), { name: 'Underglaze, 118 ml', price: '1' }, 'already'],
      ['agreement', randomUUID(), { item: 'CL-0201', price: '1' }, 'party is required'],
      [
        'agreement',
        randomUUID(),
        {
          party: { kind: 'segment', segment: 'nobody' },
          item: 'CL-0201',
          currency: 'EUR',
          price: '1',
        },
        'There is no such segment',
      ],
      [
        'settings',
        'settings',
        { homeCurrency: 'USD', roundingMode: 'halfToEven' },
        'home currency, so it cannot change',
      ],
      ['settings', 'settings', null, 'cannot be deleted'],
      ['settings', 'other', null, 'does not name an object'],
      ['level', 'not-an-id', schoolsContent(), 'does not name an object'],
    ];
    for (const [kind, key, content, sentence] of wrong) {
      const answer = await save(kind, key, content);
      expect(answer.status).withContext(`${kind} ${sentence}`).toBe(422);
      expect(answer.problem.detail).toContain(sentence);
    }
    expect(await openDrafts()).toEqual([]);
  });

  it('can be several under names: one is published while another waits', async () => {
    const named = async (name: string): Promise<Answer> => browser.ask('POST', '/drafts', { name });
    const spring = (await named('Spring')).as<{ draft: string }>().draft;
    expect((await named('spring')).status).toBe(422);
    const urgent = (await named('Urgent')).as<{ draft: string }>().draft;
    await save('level', STUDIOS, schoolsContent({ name: 'Studios' }), 0, spring);
    await save(
      'basePrice',
      'CL-0201',
      [{ kind: 'own', item: 'CL-0201', unit: null, price: '20.00' }],
      0,
      urgent,
    );
    // What one draft holds is edited there, whichever draft the editor had in mind.
    const again = await save('level', STUDIOS, schoolsContent({ name: 'Ateliers' }), 1, urgent);
    expect(again.as<SaveEditAnswer>().draft).toBe(spring);
    expect((await publish('Urgent', urgent)).status).toBe(200);
    const view = (await browser.ask('GET', `/drafts/${spring}`)).as<DraftView>();
    expect(view.edits.map(({ name }) => name)).toEqual(['Ateliers']);
    expect((await setup(2)).levels.some(({ name }) => name === 'Ateliers')).toBeFalse();
    expect((await browser.ask('DELETE', `/drafts/${spring}`)).status).toBe(204);
    expect(await openDrafts()).toEqual([]);
    expect((await browser.ask('GET', `/drafts/${spring}`)).status).toBe(404);
  });

  it('go back to an old version by publishing its content again', async () => {
    const old = await setup(1);
    await edit(STUDIOS, schoolsContent({ name: 'Ateliers' }));
    await save('basePrice', 'CL-0201', []);
    await publish();
    expect((await setup(2)).basePrices.length).toBe(old.basePrices.length - 1);
    const back = (await browser.ask('POST', '/versions/1/draft')).as<{ draft: string }>();
    const view = (await browser.ask('GET', `/drafts/${back.draft}`)).as<DraftView>();
    expect([view.name, view.edits.length]).toEqual(['Back to version 1', 2]);
    await publish('Back', back.draft);
    expect({ ...(await setup(3)), version: 1 }).toEqual(old);
    expect((await browser.ask('POST', '/versions/1/draft')).status).toBe(422);
    const against = (await browser.ask('GET', '/versions/3?against=1')).as<VersionView>();
    expect(against.objects).toEqual([]);
  });
});
