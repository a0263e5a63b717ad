import type { ImportView, MassChangeView } from '@honest-ledger/contracts';
import { PLAIN_DOCUMENT } from '@honest-ledger/engine';
import { parse } from 'csv-parse/sync';
import { documentAt } from '../../selling/documents/queries';
import { fileDesk, type FileDesk } from '../../testing/files';
import { ruleDesk } from '../../testing/rules';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { versionInForce } from '../../master-data/in-force/queries';
import { applyImport } from './apply-import';
import { pastSale } from './past-sale';
import { pastFacts } from './past-sale-facts';

const COLUMNS = 'Sale,Line,Posted,Customer,Outlet,Item,Quantity,Price,Discount %,Amount';
const SALE = `${COLUMNS}
A-17,1,2024-03-05,C4001,quay,GL-1180,3,11.50,10,31.05
A-17,2,2024-03-05,C4001,quay,CL-0207,2,18.00,,36.00`;

describe('past sales taken in', () => {
  let server: TestServer;
  let browser: Browser;
  let read: FileDesk['read'];
  let compared: FileDesk['compared'];
  let takenIn: FileDesk['takenIn'];
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    ({ read, compared, takenIn } = fileDesk(server, browser));
  });
  afterEach(() => server.stop());

  describe('in parts', () => {
    const many = (count: number): string =>
      [
        'Sale,Line,Posted,Customer,Outlet,Item,Quantity,Price',
        ...Array.from({ length: count }, (_, place) => {
          const day = `2024-03-${String(1 + (place % 28)).padStart(2, '0')}`;
          const sale = `M-${String(place)}`;
          return [1, 2].map((line) => `${sale},${String(line)},${day},C4001,quay,GL-1180,1,11.50`);
        }).flat(),
      ].join('\n');
    const posted = async (): Promise<number> => {
      const { rows } = await server.database.execute<{ count: number }>(
        'select count(*)::int as count from documents where imported_as is not null',
      );
      return rows[0]?.count ?? 0;
    };
    /** One part, without the job for the next that it asks for. */
    const part = async (id: string): Promise<void> => {
      await applyImport(server.services, { import: id }, false);
      await server.database.execute('delete from graphile_worker._private_jobs');
    };
    const asked = async (content: string): Promise<string> => {
      const { id } = await compared('kind=sales', content);
      expect((await browser.ask('POST', `/imports/${id}/apply`)).status).toBe(200);
      await server.database.execute('delete from graphile_worker._private_jobs');
      return id;
    };

    it('each whole, with progress; the same file twice changes nothing', async () => {
      const id = await asked(many(300));
      await part(id);
      const half = await read(id);
      expect([half.state, half.taken, half.inParts]).toEqual(['applying', 500, true]);
      expect(await posted()).toBe(250);
      await part(id);
      expect([(await read(id)).taken, await posted()]).toEqual([600, 300]);
      await part(id);
      expect([(await read(id)).state, (await read(id)).taken]).toEqual(['applied', 600]);
      await part(id); // once more does no harm
      const twice = await compared('kind=sales', many(300));
      expect(twice.counts).toEqual({ new: 0, changed: 0, unchanged: 600, wrong: 0 });
    });

    it('can be cancelled between; the same file brings the rest, or it is undone', async () => {
      const id = await asked(many(260));
      await part(id);
      const cancelled = (await browser.ask('DELETE', `/imports/${id}`)).as<ImportView>();
      expect([cancelled.state, cancelled.taken]).toEqual(['cancelled', 500]);
      expect(cancelled.remark).toContain('500 rows were imported before that');
      await part(id);
      expect(await posted()).toBe(250);
      const rest = await compared('kind=sales', many(260));
      expect(rest.counts).toEqual({ new: 20, changed: 0, unchanged: 500, wrong: 0 });
      const view = (await browser.ask('GET', `/mass-changes/${id}`)).as<MassChangeView>();
      const seen = { back: view.back, stays: view.stays };
      expect((await browser.ask('POST', `/mass-changes/${id}/undo`, seen)).status).toBe(200);
      expect(await posted()).toBe(0);
    });

    it('stop where something is not as it was shown, and are compared anew', async () => {
      const id = await asked(many(260));
      await part(id);
      await server.database.execute(
        `update import_rows set after = after || '{"Quantity": "7"}' where not taken`,
      );
      await part(id);
      const file = await read(id);
      expect([file.state, file.taken]).toEqual(['reading', 500]);
      expect(await posted()).toBe(250);
    });
  });

  it('have the facts that a document of our own has at that moment, each day after the last', async () => {
    await takenIn('kind=sales', SALE);
    const rows = `${COLUMNS}
F-1,1,2024-03-05,C4001,quay,GL-1180,3,11.50,10,31.05
F-1,2,2024-03-05,C4001,quay,CL-0207,2,18.00,,36.00
F-2,1,2024-03-06,C4001,quay,GL-1180,1,11.50,,
F-3,1,2024-03-06,,,GL-1180,1,11.50,,`;
    const { database, services } = server;
    const setup = (await services.setups.of(database, await versionInForce(database))).compiled;
    const parsed: Record<string, string>[] = parse(rows, { columns: true });
    const of = (name: string) =>
      pastSale(
        name,
        parsed.filter(({ Sale }) => Sale === name),
        'EUR',
      );
    const sales = ['F-1', 'F-2', 'F-3'].map(of);
    const facts = await pastFacts(database, setup, sales);
    for (const sale of sales) {
      const { customer, outlet, currency, lines, posted } = sale;
      const own = await documentAt(
        database,
        setup,
        {
          ...PLAIN_DOCUMENT,
          kind: 'sale',
          customer,
          outlet,
          currency,
          shipping: null,
          discount: null,
          lines,
        },
        facts.at(sale),
      );
      expect(own.facts.local.day).toBe(posted);
      expect(await facts.of(sale, own.facts.items)).toEqual(own.facts);
    }
  });

  it('ask no charge that a rule of today asks: it was not asked then', async () => {
    const { published } = ruleDesk(browser);
    const when = { kind: 'goods', scopes: [{ kind: 'all' }] } as const;
    await published({ when, effect: { kind: 'charge', amount: '5.00' } });
    await takenIn('kind=sales', SALE);
    const { rows } = await server.database.execute<{ total: string }>(
      "select total::text from documents where imported_as = 'A-17'",
    );
    expect(rows).toEqual([{ total: '67.05' }]);
  });
});
