import type { DocumentView } from '@honest-ledger/contracts';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('two servers on one database', () => {
  let server: TestServer;
  let here: Browser;
  let there: Browser;
  beforeEach(async () => {
    server = await testServer();
    here = await server.signedIn();
    there = await server.elsewhere(here);
  });
  afterEach(() => server.stop());

  it('serve one session alternately: each goes on where the other was, and prices alike', async () => {
    const desks = [documentDesk(here), documentDesk(there)] as const;
    let order = await desks[0].begin('order', [lineOf('GL-1180'), lineOf('CL-0207')]);
    for (const [round, quantity] of ['3', '12', '7', '60', '24'].entries()) {
      const [desk, other] = round % 2 === 0 ? [desks[1], desks[0]] : desks;
      const lines = order.lines.map((line) => ({ ...line, quantity }));
      order = await desk.save(order, { lines });
      const seen = await other.read(order.number);
      expect(seen).toEqual(order);
    }
    const confirmed = (await desks[0].advanced(order.number, 'order')).as<DocumentView>();
    expect(confirmed.state).toBe('confirmed');
    expect((await desks[1].edited(confirmed, { title: 'Too late' })).status).toBe(409);
    expect((await there.ask('DELETE', '/session')).status).toBe(204);
    expect((await here.ask('GET', '/documents')).status).toBe(401);
  });

  it('see at once what the other has published', async () => {
    const basics = await here.ask('GET', '/basics');
    const { settings } = basics.as<{ settings: { published: object } }>();
    const content = { ...settings.published, unitPriceDigits: { EUR: 4 } };
    const edit = { content, revision: 0, draft: null };
    await here.ask('PUT', '/edits/settings/settings', edit);
    const [draft] = (await there.ask('GET', '/drafts')).as<{ id: string; revision: number }[]>();
    const publish = `/drafts/${draft?.id ?? ''}/publish`;
    const body = { revision: draft?.revision, note: 'finer prices' };
    expect((await there.ask('POST', publish, body)).status).toBe(200);
    const order = await documentDesk(here).begin('order', [lineOf('GL-1180')]);
    const [line] = order.priced;
    expect(line?.kind === 'priced' && line.slices[0]?.unitPrice).toMatch(/\.\d{4}$/);
  });
});
