import type { CustomerView, ItemView } from '@honest-ledger/contracts';
import { fileDesk } from '../../testing/files';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';

describe('deleting an item or a customer', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
    const { takenIn } = fileDesk(server, browser);
    await takenIn('kind=items', 'Item,Name,Category,Unit\nX-1,New,dipping,piece');
    await takenIn('kind=customers', 'Customer,Name\nN-1,New');
  });
  afterEach(() => server.stop());

  const deleted = async (path: string, revision = 1) => {
    const answer = await browser.ask('DELETE', `${path}?revision=${String(revision)}`);
    return answer.status === 204 ? 204 : answer.problem.detail;
  };

  it('is done where nothing names it, and is on record', async () => {
    expect(await deleted('/items/X-1')).toBe(204);
    expect(await deleted('/items/X-1')).toBe('Item X-1 does not exist.');
    expect(await deleted('/customers/N-1')).toBe(204);
    expect((await browser.ask('GET', '/customers/N-1')).status).toBe(404);
    const record = await browser.ask('GET', '/changes?kind=item&key=X-1');
    const { changes } = record.as<{ changes: { action: string }[] }>();
    expect(changes.map(({ action }) => action)).toEqual(['removed', 'made']);
  });

  it('is refused with what names it', async () => {
    const item = (await browser.ask('GET', '/items/CL-0207')).as<ItemView>();
    expect(await deleted('/items/CL-0207', item.revision)).toMatch(/^CL-0207 cannot be deleted: /);
    const customer = (await browser.ask('GET', '/customers/C4001')).as<CustomerView>();
    expect(await deleted('/customers/C4001', customer.revision)).toMatch(
      /^C4001 cannot be deleted: /,
    );
    expect((await browser.ask('GET', '/items/CL-0207')).status).toBe(200);
  });

  it('is refused where a draft names it', async () => {
    const price = [{ kind: 'own', item: 'X-1', unit: null, price: '4.00' }];
    const edit = { content: price, revision: 0, draft: null };
    expect((await browser.ask('PUT', '/edits/basePrice/X-1', edit)).status).toBe(200);
    expect(await deleted('/items/X-1')).toBe(
      'X-1 cannot be deleted: the setup, a draft or a change of prices names it.',
    );
  });

  it('is refused where somebody has changed it since', async () => {
    expect(await deleted('/items/X-1', 7)).toContain('Not saved: Ines Marlow changed this item.');
    expect(await deleted('/customers/N-1', 7)).toContain(
      'Not saved: Ines Marlow changed this customer.',
    );
  });
});
