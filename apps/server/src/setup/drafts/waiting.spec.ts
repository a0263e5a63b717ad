import type {
  DraftRow,
  DraftView,
  Page,
  PublishAnswer,
  VersionRow,
} from '@honest-ledger/contracts';
import { schoolsContent } from '../../testing/levels';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const ID = '10000000-0000-4000-8000-00000000000';
const AT = '2026-12-01T06:00:00.000Z';

describe('a draft that waits for its moment', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const edit = (key: string, name: string, draft: string | null = null): Promise<Answer> =>
    browser.ask('PUT', `/edits/level/${ID}${key}`, {
      content: schoolsContent({ name }),
      revision: 0,
      draft,
    });
  const drafts = async (): Promise<DraftRow[]> =>
    (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
  const publish = async (at: string | null): Promise<Answer> => {
    const [draft] = await drafts();
    return browser.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, {
      revision: draft?.revision,
      note: 'Campaign',
      at,
    });
  };
  const versions = async (): Promise<number> =>
    (await browser.ask('GET', '/versions')).as<Page<VersionRow>>().total;
  const moment = async (): Promise<void> => {
    await server.moveOn(AT);
    await server.workOff();
    await browser.signIn(); // the session of a week ago has ended
  };

  it('is published at it, and not before', async () => {
    await edit('1', 'Campaign');
    expect((await publish(AT)).as<PublishAnswer>().version).toBeNull();
    await server.workOff(); // its moment is still to come
    expect(await versions()).toBe(1);
    expect((await drafts())[0]?.waits).toEqual({ until: AT, note: 'Campaign', by: 'Ines Marlow' });
    await moment();
    expect(await versions()).toBe(2);
    expect(await drafts()).toEqual([]);
  });

  it('lets another draft be published meanwhile, and comes on top of it', async () => {
    await edit('1', 'Campaign');
    await publish(AT);
    const urgent = (await browser.ask('POST', '/drafts', { name: 'Urgent' })).as<{
      draft: string;
    }>();
    await edit('2', 'Correction', urgent.draft);
    const view = (await browser.ask('GET', `/drafts/${urgent.draft}`)).as<DraftView>();
    await browser.ask('POST', `/drafts/${urgent.draft}/publish`, {
      revision: view.revision,
      note: '',
    });
    expect(await versions()).toBe(2);
    await moment();
    const levels = JSON.stringify((await browser.ask('GET', '/versions/3/setup')).as());
    expect(levels).toContain('Campaign');
    expect(levels).toContain('Correction');
  });

  it('is not edited until it is taken back', async () => {
    await edit('1', 'Campaign');
    await publish(AT);
    const [draft] = await drafts();
    const again = await browser.ask('PUT', `/edits/level/${ID}1`, {
      content: schoolsContent({ name: 'Other' }),
      revision: 1,
      draft: null,
    });
    expect(again.problem.detail).toMatch(/is scheduled/);
    expect((await browser.ask('DELETE', `/drafts/${draft?.id ?? ''}/waiting`)).status).toBe(204);
    expect((await drafts())[0]?.waits).toBeNull();
    await moment();
    expect(await versions())
      .withContext('the job of a draft taken back')
      .toBe(1);
  });

  it('is opened again with the reason where it cannot be published any more', async () => {
    await edit('1', 'Same name');
    await publish(AT);
    const urgent = (await browser.ask('POST', '/drafts', { name: 'Urgent' })).as<{
      draft: string;
    }>();
    await edit('2', 'Same name', urgent.draft);
    const view = (await browser.ask('GET', `/drafts/${urgent.draft}`)).as<DraftView>();
    await browser.ask('POST', `/drafts/${urgent.draft}/publish`, {
      revision: view.revision,
      note: '',
    });
    await moment();
    expect(await versions()).toBe(2);
    expect((await drafts())[0]).toEqual(
      jasmine.objectContaining({
        waits: null,
        remark: 'Two levels would be called Same name. Rename one of them.',
      }),
    );
  });

  it('takes no moment that has passed', async () => {
    await edit('1', 'Campaign');
    expect((await publish('2026-11-24T14:00:00Z')).problem.detail).toMatch(/has passed/);
    expect((await publish('tomorrow')).status).toBe(422);
  });
});
