import type {
  AttributeContent,
  CustomerGroups,
  CustomerView,
  FoundThing,
  GoodsGroups,
  ItemPage,
  ItemView,
} from '@honest-ledger/contracts';
import { changeCustomer } from '../../testing/customers';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const GLAZE = 'CL-0207';

describe('attributes', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const save = (
    code: string,
    seen: AttributeContent | null,
    content: AttributeContent | null,
  ): Promise<Answer> => browser.ask('PUT', `/lists/attributes/${code}`, { seen, content });
  const made = (part: Partial<AttributeContent>): AttributeContent => ({
    name: 'Shelf',
    of: 'items',
    type: 'text',
    choices: [],
    ...part,
  });
  const item = async (): Promise<ItemView> =>
    (await browser.ask('GET', `/items/${GLAZE}`)).as<ItemView>();
  const change = async (part: Partial<ItemView['facts']>): Promise<Answer> => {
    const { facts, revision } = await item();
    return browser.ask('PUT', `/items/${GLAZE}`, { ...facts, ...part, revision });
  };
  const paths = (answer: Answer): string[] | undefined =>
    answer.problem.fields?.map(({ path }) => path);

  it('are offered for what they are of', async () => {
    const goods = (await browser.ask('GET', '/goods-groups')).as<GoodsGroups>();
    expect(goods.attributes.map(({ code }) => code)).toEqual(['finish', 'food-safe', 'weight']);
    expect(goods.taxClasses.map(({ code }) => code)).toEqual(['reduced', 'standard']);
    const { attributes } = (await browser.ask('GET', '/customer-groups')).as<CustomerGroups>();
    expect(attributes.map(({ code }) => code)).toEqual(['since', 'invoice']);
  });

  it('take only values of their type', async () => {
    const refusedValues: Record<string, string> = {
      weight: '12,5',
      finish: 'shiny',
      'food-safe': 'maybe',
      since: '2026-01-01',
      colour: 'red',
    };
    const refused = await change({ attributes: refusedValues });
    expect(refused.status).toBe(422);
    expect(paths(refused)).toEqual(Object.keys(refusedValues).map((code) => `attributes.${code}`));
    const attributes = { weight: '12.5', finish: 'matt', 'food-safe': 'no' };
    expect((await change({ attributes })).as<ItemView>().facts.attributes).toEqual(attributes);
    expect((await change({ attributes: {} })).as<ItemView>().facts.attributes).toEqual({});
  });

  it('of a customer are kept with it, and on record', async () => {
    expect(paths(await changeCustomer(browser, 'C1001', { attributes: { since: 'May' } }))).toEqual(
      ['attributes.since'],
    );
    const attributes = { since: '2019-05-01' };
    const saved = await changeCustomer(browser, 'C1001', { attributes });
    expect(saved.as<CustomerView>().attributes).toEqual(attributes);
    const record = await browser.ask('GET', '/changes?kind=customer&key=C1001');
    expect(JSON.stringify(record.as())).toContain('2019-05-01');
  });

  it('become nothing that their values are not, and stay while they are used', async () => {
    const weight = made({ name: 'Weight in kg', type: 'number' });
    const misfit = await save('weight', weight, { ...weight, type: 'yesNo' });
    expect(misfit.problem.detail).toContain('such as 12.5');
    expect(paths(await save('weight', weight, { ...weight, of: 'customers' }))).toEqual([
      'content.of',
    ]);
    expect((await save('weight', weight, { ...weight, type: 'text' })).status).toBe(204);
    expect((await save('weight', { ...weight, type: 'text' }, null)).problem.detail).toMatch(
      /still used/,
    );
    expect((await save('shelf', null, made({}))).status).toBe(204);
    expect((await save('shelf', made({}), null)).status).toBe(204);
  });

  it('are choices only with something to choose, under a code of one word', async () => {
    expect((await save('shelf', null, made({ type: 'choice' }))).status).toBe(422);
    expect((await save('shelf', null, made({ choices: ['a'] }))).status).toBe(422);
    expect((await save('two%20words', null, made({}))).status).toBe(422);
  });

  it('leave an item found by its other numbers, too', async () => {
    await change({ crossReferences: ['MK 207/b', '00417'] });
    const found = async (text: string): Promise<string[]> =>
      (await browser.ask('GET', `/items?text=${encodeURIComponent(text)}`))
        .as<ItemPage>()
        .rows.map((row) => row.item);
    expect(await found('mk 207/b')).toEqual([GLAZE]);
    expect(await found('00417')).toContain(GLAZE);
    expect(await found('EB0207')).toEqual([]);
    const things = (await browser.ask('GET', '/find?text=00417')).as<FoundThing[]>();
    expect(things.map(({ key }) => key)).toContain(GLAZE);
    expect((await change({ crossReferences: ['A', 'A'] })).status).toBe(422);
    expect((await change({ crossReferences: ['A; B'] })).status).toBe(422);
  });
});
