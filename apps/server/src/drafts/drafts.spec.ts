import type {
  DraftAnswer,
  LevelContent,
  LevelEditAnswer,
  LevelSummary,
  LevelView,
  SetupForm,
  VersionRow,
  VersionView,
} from '@honest-ledger/contracts';
import { readSetup } from '@honest-ledger/contracts';
import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { postgresCode } from '../database/database';
import { schoolsContent } from '../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../testing/test-server';

const STUDIOS = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('drafts and versions', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const edit = (id: string, content: LevelContent, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/levels/${id}/draft`, { content, revision });
  const draft = async (): Promise<DraftAnswer['draft']> =>
    (await browser.ask('GET', '/draft')).as<DraftAnswer>().draft;
  const publish = async (note = ''): Promise<Answer> => {
    const open = await draft();
    return browser.ask('POST', '/draft/publish', {
      draft: open?.id,
      revision: open?.revision,
      note,
    });
  };
  const level = async (id: string): Promise<LevelView> =>
    (await browser.ask('GET', `/levels/${id}`)).as<LevelView>();
  const setup = async (version: number): Promise<SetupForm> =>
    (await browser.ask('GET', `/versions/${String(version)}/setup`)).as<SetupForm>();

  it('keep a new level out of every version until it is published', async () => {
    const id = randomUUID();
    expect((await edit(id, schoolsContent())).as<LevelEditAnswer>().revision).toBe(1);
    expect(await level(id)).toEqual({
      id,
      published: null,
      draft: { content: schoolsContent(), revision: 1 },
    });
    expect((await setup(1)).levels.length).toBe(3);
    expect((await publish('Schools')).as<{ version: number }>().version).toBe(2);
    expect(await draft()).toBeNull();
    expect(await level(id)).toEqual({ id, published: schoolsContent(), draft: null });
    expect((await setup(2)).levels.map(({ name }) => name)).toContain('Schools');
    expect((await setup(1)).levels.length).toBe(3);
  });

  it('show before publishing how many prices an edit moves, and which most', async () => {
    const { published } = await level(STUDIOS);
    const entries = published?.entries.map((entry) =>
      entry.id === 'porcelain'
        ? { ...entry, adjustment: { kind: 'percent' as const, percent: '-9' } }
        : entry,
    );
    await edit(STUDIOS, { ...schoolsContent(), ...published, entries: entries ?? [] });
    const [one] = (await draft())?.edits ?? [];
    expect(one?.moves.lowered).toBe(6);
    expect(one?.moves.raised).toBe(0);
    expect(one?.moves.largest.every(({ change }) => change?.startsWith('-'))).toBeTrue();
    expect(one?.customers).toBe(10);
  });

  it('are left by an edit that leads back to what is published', async () => {
    const { published } = await level(STUDIOS);
    await edit(STUDIOS, schoolsContent({ name: 'Studios' }));
    const back = await edit(STUDIOS, published ?? schoolsContent(), 1);
    expect(back.as<LevelEditAnswer>().revision).toBe(0);
    expect(await draft()).toBeNull();
  });

  it('tell the second of two editors what stands there, and overwrite nothing', async () => {
    await edit(STUDIOS, schoolsContent({ name: 'First' }));
    const second = await edit(STUDIOS, schoolsContent({ name: 'Second' }));
    expect(second.status).toBe(409);
    expect((second.problem.current as LevelView).draft?.content.name).toBe('First');
    expect((await level(STUDIOS)).draft?.content.name).toBe('First');
  });

  it('refuse goods that do not exist, a name that is taken, another currency', async () => {
    const paths = async (content: LevelContent): Promise<string[] | undefined> =>
      (await edit(randomUUID(), content)).problem.fields?.map(({ path }) => path);
    const adjustment = { kind: 'percent', percent: '-1' } as const;
    expect(await paths(schoolsContent({ name: 'studios' }))).toEqual(['name']);
    expect(
      await paths(
        schoolsContent({
          entries: [
            { id: '1', reach: { kind: 'item', item: 'NO-1' }, adjustment },
            { id: '2', reach: { kind: 'category', category: 'no' }, adjustment },
          ],
          rounding: { currency: 'JPY', increment: '1', direction: 'up', leastPrice: null },
        }),
      ),
    ).toEqual(['entries[0].reach', 'entries[1].reach', 'rounding.currency']);
    expect(await draft()).toBeNull();
  });

  it('are published only as they were looked at, and only once', async () => {
    await edit(STUDIOS, schoolsContent());
    const seen = await draft();
    await edit(STUDIOS, schoolsContent({ name: 'Schools and studios' }), 1);
    const body = { draft: seen?.id, revision: seen?.revision, note: '' };
    const stale = await browser.ask('POST', '/draft/publish', body);
    expect(stale.status).toBe(409);
    expect(stale.problem.detail).toContain('Look through it again');
    const again = { ...body, revision: (await draft())?.revision };
    const both = await Promise.all([
      browser.ask('POST', '/draft/publish', again),
      browser.ask('POST', '/draft/publish', again),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await browser.ask('GET', '/versions')).as<VersionRow[]>().length).toBe(2);
  });

  it('can be taken back object by object', async () => {
    await edit(STUDIOS, schoolsContent());
    expect((await browser.ask('DELETE', `/levels/${STUDIOS}/draft`)).status).toBe(204);
    expect(await draft()).toBeNull();
    expect((await browser.ask('DELETE', `/levels/${STUDIOS}/draft`)).status).toBe(404);
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
      view.levels.map(({ before, after }) => [before?.entries.length, after?.entries.length]),
    ).toEqual([[4, 1]]);
    const rows = (await browser.ask('GET', '/versions')).as<VersionRow[]>();
    expect(rows.map(({ number }) => number)).toEqual([2, 1]);
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
      sql`insert into level_rows (level_id, name, from_version) values (${STUDIOS}, 'Twin', 1)`,
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
      ['Schools', 'new', 0],
      ['Trade', 'published', 10],
    ]);
  });
});
