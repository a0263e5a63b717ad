import type {
  DraftRow,
  FileForeseen,
  ImportRowPage,
  ImportView,
  ItemView,
} from '@honest-ledger/contracts';
import { parse } from 'csv-parse/sync';
import ExcelJS from 'exceljs';
import iconv from 'iconv-lite';
import { testServer, type Browser, type TestServer } from '../../testing/test-server';
import { sweepImports } from './sweep';

const LEVEL = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b01';

describe('files that are sent in', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn();
  });
  afterEach(() => server.stop());

  const sent = async (query: string, content: string | Buffer): Promise<ImportView> => {
    const answer = await browser.send(`/imports?${query}`, 'prices.csv', content);
    expect(answer.status).withContext(JSON.stringify(answer.as())).toBe(201);
    await server.workOff();
    return read(answer.as<ImportView>().id);
  };
  const read = async (id: string): Promise<ImportView> =>
    (await browser.ask('GET', `/imports/${id}`)).as<ImportView>();
  const rows = async (id: string, verdict = ''): Promise<ImportRowPage['rows']> =>
    (
      await browser.ask('GET', `/imports/${id}/rows${verdict && `?verdict=${verdict}`}`)
    ).as<ImportRowPage>().rows;
  const takenIn = async (id: string): Promise<ImportView> => {
    expect((await browser.ask('POST', `/imports/${id}/apply`)).status).toBe(200);
    await server.workOff();
    return read(id);
  };
  const csv = async (path: string): Promise<string> => {
    const { body } = await server.app.inject({
      url: `/api${path}`,
      cookies: Object.fromEntries(browser.cookies),
    });
    return body;
  };
  const refusal = async (query: string, content: string | Buffer): Promise<string> => {
    const answer = await browser.send(`/imports?${query}`, 'prices.csv', content);
    expect(answer.status).toBe(422);
    return answer.problem.detail;
  };

  describe('the catalogue', () => {
    it('comes back as it went out and changes nothing', async () => {
      const file = await sent('kind=items', await csv('/files/items'));
      expect(file.state).toBe('ready');
      expect(file.counts).toEqual({ new: 0, changed: 0, unchanged: file.rows, wrong: 0 });
      expect(file.rows).toBeGreaterThan(200);
      const apply = await browser.ask('POST', `/imports/${file.id}/apply`);
      expect(apply.problem.detail).toBe('The file changes nothing.');
    });

    it('tells which prices its facts move at once, before it is taken in', async () => {
      const oxide = (await browser.ask('GET', '/items?category=oxides&limit=1&offset=0')).as<{
        rows: { item: string }[];
      }>().rows[0]?.item;
      const factsOf = async (item = ''): Promise<ItemView['facts']> =>
        (await browser.ask('GET', `/items/${item}`)).as<ItemView>().facts;
      const facts = await factsOf(oxide);
      const clay = await factsOf('CL-0207');
      const fine = facts.quantityDigits === 0 ? 3 : 0;
      const lines = [
        'Item,Name,Category,Unit,Quantity decimals',
        `${oxide ?? ''},${facts.name},oxides,${facts.unit},${String(fine)}`,
        `CL-0207,Renamed,${clay.category},${clay.unit},${String(clay.quantityDigits)}`,
        'ZZ-9,New,oxides,kg,2',
      ];
      const file = await sent('kind=items', lines.join('\n'));
      expect(file.counts).toEqual({ new: 1, changed: 2, unchanged: 0, wrong: 0 });
      const foreseen = await browser.ask('GET', `/imports/${file.id}/moves`);
      const { changed, priced, items } = foreseen.as<FileForeseen>();
      expect([changed, priced]).toEqual([2, 2]);
      expect(items.map(({ item, name }) => [item, name])).toEqual([[oxide ?? '', facts.name]]);
      expect(items[0]?.moves.map((move) => [move.break, move.quantity])).toEqual([
        ['Oxides by the kilogram', '5'],
        ['Oxides by the kilogram', '25'],
      ]);
      expect(await factsOf(oxide))
        .withContext('nothing is kept')
        .toEqual(facts);
      await takenIn(file.id);
      expect((await browser.ask('GET', `/imports/${file.id}/moves`)).status).toBe(409);
      const customers = await sent('kind=customers', 'Customer,Name\nC1001,Renamed');
      expect((await browser.ask('GET', `/imports/${customers.id}/moves`)).status).toBe(422);
    });

    it('is read in any encoding that spreadsheets write, and says what was found', async () => {
      const text = 'Item;Name\nCL-0207;Töpferton grün\n';
      const file = await sent('kind=items', iconv.encode(text, 'windows-1252'));
      expect(file.format).toEqual({
        encoding: 'windows-1252',
        delimiter: ';',
        decimalMark: '.',
        days: 'dayMonthYear',
      });
      const [row] = await rows(file.id);
      expect(row?.after['Name']).toBe('Töpferton grün');
    });

    it('takes a decimal comma where one cell has it, for all that could be either', async () => {
      const text = 'Item;Base price\nCL-0207;"1.250,00 €"\nCL-0201;1.250\nCL-0213;12.5\n';
      const file = await sent('kind=items', text);
      expect(file.format?.decimalMark).toBeNull();
      const comma = await sent('kind=items', text.split('\n').slice(0, 3).join('\n'));
      expect(comma.format?.decimalMark).toBe(',');
      const prices = (await rows(comma.id)).map(({ after }) => after['Base price']);
      expect(prices).toEqual(['1250.00', '1250']);
    });

    it('asks how figures are written where the file leaves it open, and reads them as is said', async () => {
      const file = await sent('kind=items', 'Item;Base price\nCL-0207;1,250\nCL-0201;2,000\n');
      expect([file.state, file.format?.decimalMark]).toEqual(['asking', null]);
      expect((await browser.ask('POST', `/imports/${file.id}/apply`)).status).toBe(409);
      const as = async (decimalMark: string): Promise<(string | undefined)[]> => {
        const said = { decimalMark, days: 'dayMonthYear' };
        const answer = await browser.ask('PUT', `/imports/${file.id}/format`, said);
        expect(answer.status).toBe(200);
        await server.workOff();
        expect((await read(file.id)).state).toBe('ready');
        return (await rows(file.id)).map(({ after }) => after['Base price']);
      };
      expect(await as('.')).toEqual(['1250', '2000']);
      expect(await as(',')).toEqual(['1.250', '2.000']);
      await takenIn(file.id);
      const again = await browser.ask('PUT', `/imports/${file.id}/format`, {
        decimalMark: '.',
        days: 'dayMonthYear',
      });
      expect(again.status).toBe(409);
    });

    it('comes back as XLSX, too', async () => {
      const { rawPayload } = await server.app.inject({
        url: '/api/files/items?format=xlsx',
        cookies: Object.fromEntries(browser.cookies),
      });
      const file = await sent('kind=items', rawPayload);
      expect(file.counts.unchanged).toBe(file.rows);
      expect(file.rows).toBeGreaterThan(200);
    });

    it('keeps other numbers, named prices and attributes, and says which are wrong', async () => {
      const columns = 'Item;Cross-references;Named prices;Attributes';
      const row = 'CL-0207;"00417; MK-207";fair stand 17.50 EUR;"food-safe no; weight 12"';
      const file = await sent('kind=items', `${columns}\n${row}`);
      expect(file.counts.changed).toBe(1);
      await takenIn(file.id);
      const { facts } = (await browser.ask('GET', '/items/CL-0207')).as<ItemView>();
      expect(facts.crossReferences).toEqual(['00417', 'MK-207']);
      expect(facts.namedPrices).toEqual([{ name: 'fair stand', amount: '17.50', currency: 'EUR' }]);
      expect(facts.attributes).toEqual({ 'food-safe': 'no', weight: '12' });
      const again = await sent('kind=items', `${columns}\n${row}`);
      expect(again.counts.unchanged).toBe(1);
      const turned = 'CL-0207;"MK-207; 00417";fair stand 17.50 EUR;"weight 12; food-safe no"';
      expect((await sent('kind=items', `${columns}\n${turned}`)).counts.unchanged).toBe(1);
      const wrong = await sent(
        'kind=items',
        [
          columns,
          'CL-0201;"A; A";;',
          'CL-0213;;fair stand 17,50;',
          'CL-0219;;;weight',
          'CL-0225;;;weight heavy',
          'CL-0231;;fair stand 17.50 CHF;colour red',
        ].join('\n'),
      );
      const said = (await rows(wrong.id)).map(({ problems }) =>
        problems.map(({ column }) => column).join(),
      );
      expect(said).toEqual([
        'Cross-references',
        'Named prices',
        'Attributes',
        'Attributes',
        'Named prices,Attributes',
      ]);
    });

    it('shows row by row what is new, changed, unchanged and wrong, and takes nothing in by half', async () => {
      const file = await sent(
        'kind=items',
        [
          'Item;Name;Category;Unit;Base price;Active',
          'CL-0207;;;;about 12;yes',
          'CL-0201;Another name;;;;yes',
          'XX-1;A new thing;glaze;kg;4.90;yes',
          'XX-2;No such category;nothing;kg;4.90;yes',
          'XX-1;Once more;glaze;kg;4.90;yes',
        ].join('\r\n'),
      );
      expect(file.counts.wrong).toBe(4);
      const wrong = await rows(file.id, 'wrong');
      const sentences = wrong.map(({ row, problems }) => [row, ...problems.map((p) => p.sentence)]);
      expect(sentences[0]).toEqual([
        2,
        'Name is empty',
        'Category is empty',
        'Unit is empty',
        'Base price must be a number such as 12.50, with a point and no blanks',
      ]);
      expect(sentences.at(-1)).toEqual([6, 'Row 4 is for the same already']);
      const refused = await browser.ask('POST', `/imports/${file.id}/apply`);
      expect(refused.problem.detail).toMatch(/^4 rows have errors/);
      expect((await browser.ask('GET', '/items/XX-1')).status).toBe(404);
    });

    it('lets facts count at once and base prices go to the draft, all on record', async () => {
      const before = (await browser.ask('GET', '/items/CL-0207')).as<ItemView>();
      const file = await sent('kind=items', 'Item,Name,Base price\nCL-0207,Renamed clay,99.95\n');
      expect(file.counts).toEqual({ new: 0, changed: 1, unchanged: 0, wrong: 0 });
      expect((await takenIn(file.id)).state).toBe('applied');
      const after = (await browser.ask('GET', '/items/CL-0207')).as<ItemView>();
      expect(after.name).toBe('Renamed clay');
      expect(after.revision).toBe(before.revision + 1);
      expect(after.basePrices).toEqual(before.basePrices);
      const edited = after.draft?.content?.find(({ unit }) => unit === null);
      expect(edited?.kind === 'own' && edited.price).toBe('99.95');
      const again = await sent('kind=items', 'Item,Name,Base price\nCL-0207,Renamed clay,99.950\n');
      expect(again.counts.unchanged).toBe(1);
      const record = await browser.ask('GET', '/changes?kind=item&key=CL-0207');
      expect(JSON.stringify(record.as())).toContain('Renamed clay');
    });

    it('makes items that are new', async () => {
      const file = await sent(
        'kind=items',
        'Item,Name,Category,Unit,Further units,GTIN,List price,List currency,Base price\n' +
          'XX-1,New glaze,glaze,kg,box 12; pallet 480,6291041500213,5.50,EUR,4.90\n',
      );
      expect(file.counts.new).toBe(1);
      expect((await takenIn(file.id)).state).toBe('applied');
      const item = (await browser.ask('GET', '/items/XX-1')).as<ItemView>();
      expect(item.units.map(({ unit, factor }) => [unit, factor])).toEqual([
        ['box', '12'],
        ['pallet', '480'],
      ]);
      expect(item.listPrice).toEqual({ amount: '5.50', currency: 'EUR' });
      expect(item.draft?.content?.length).toBe(1);
    });

    it('checks the digit that GS1 demands of a GTIN', async () => {
      // GS1's own worked example is 6291041500213 (from memory); here its check digit is wrong
      const file = await sent('kind=items', 'Item,GTIN\nCL-0207,6291041500214\n');
      const [row] = await rows(file.id, 'wrong');
      expect(row?.problems[0]?.sentence).toMatch(/last digit that does not fit/);
    });

    it('is compared anew where something has changed since it was looked through', async () => {
      const file = await sent('kind=items', 'Item,Name\nCL-0207,First\n');
      const other = await sent('kind=items', 'Item,Name\nCL-0207,Second\n');
      expect((await takenIn(other.id)).state).toBe('applied');
      const back = await takenIn(file.id);
      expect(back.state).toBe('ready');
      expect(back.remark).toMatch(/compared again/);
      expect((await browser.ask('GET', '/items/CL-0207')).as<ItemView>().name).toBe('Second');
      const [row] = await rows(file.id, 'changed');
      expect(row?.before?.['Name']).toBe('Second');
    });

    it('can be cancelled, and then is not taken in', async () => {
      const { id } = await sent('kind=items', 'Item,Name\nCL-0207,First\n');
      expect((await browser.ask('DELETE', `/imports/${id}`)).as<ImportView>().state).toBe(
        'cancelled',
      );
      expect((await browser.ask('POST', `/imports/${id}/apply`)).status).toBe(409);
      expect((await browser.ask('DELETE', `/imports/${id}`)).status).toBe(409);
    });

    it('gives the verdict of each row as a file', async () => {
      const { id } = await sent('kind=items', 'Item,Name\nCL-0207,First\nCL-9999,Nothing\n');
      const table: string[][] = parse(await csv(`/imports/${id}/file`), { bom: true });
      expect(table[0]).toEqual(['Row', 'It is', 'What changes', 'What is wrong', 'Item', 'Name']);
      expect(table[1]?.slice(0, 2)).toEqual(['2', 'changed']);
      expect(table[1]?.[2]).toMatch(/^Name was /);
      expect(table[2]?.slice(1, 4)).toEqual([
        'wrong',
        '',
        'Category is not in the file. Unit is not in the file.',
      ]);
    });
  });

  describe('other kinds', () => {
    it('keeps customers at once', async () => {
      const studios = await csv('/files/customers?text=studios%20quay');
      expect(studios).toContain('C2001');
      expect(studios).not.toContain('C1001');
      const out = await csv('/files/customers');
      expect((await sent('kind=customers', out)).counts.changed).toBe(0);
      const file = await sent(
        'kind=customers',
        'Customer,Name,Level,Currency\nC1001,New name,Clubs,\nC9001,Brand new,cLUBS,USD\n' +
          'C1002,Wrong,No such level,\n',
      );
      expect(file.counts).toEqual({ new: 1, changed: 1, unchanged: 0, wrong: 1 });
      const [wrong] = await rows(file.id, 'wrong');
      expect(wrong?.problems[0]?.sentence).toBe('No published level is called No such level');
      const right = await sent(
        'kind=customers',
        'Customer,Name,Level\nC1001,New name,Clubs\nC9001,Brand new,Clubs\n',
      );
      expect((await takenIn(right.id)).state).toBe('applied');
      const made = (await browser.ask('GET', '/customers/C9001')).as<{ level: { name: string } }>();
      expect(made.level.name).toBe('Clubs');
    });

    it('puts agreements into the draft, each once', async () => {
      const text =
        'Customer,Segment,Item,Price,Currency,From,Until,From quantity\n' +
        'C1001,,CL-0207,7.77,EUR,2026-12-01,2026-12-31,10\n';
      const file = await sent('kind=agreements', text);
      expect(file.counts.new).toBe(1);
      expect((await takenIn(file.id)).state).toBe('applied');
      expect((await sent('kind=agreements', text)).counts.unchanged).toBe(1);
      expect((await sent('kind=agreements', text.replace('7.77', '7.5'))).counts.changed).toBe(1);
      const out = await csv('/files/agreements?customer=C1001');
      expect(out).toContain(',CL-0207,7.77,EUR,,2026-12-01,2026-12-31,10,no');
      const wrong = await sent(
        'kind=agreements',
        'Customer,Segment,Item,Price,Currency,From,Until\n' +
          'C1001,school,CL-0207,1,EUR,,\nC1001,,CL-0207,1,ABC,,\nC1001,,CL-0207,1,EUR,2026-12-31,2026-12-01\n',
      );
      const sentences = (await rows(wrong.id, 'wrong')).map((row) => row.problems[0]?.sentence);
      expect(sentences).toEqual([
        'Give either a customer or a segment',
        'Currency must be a currency code of ISO 4217, such as EUR',
        'Until is 2026-12-01, before it begins on 2026-12-31',
      ]);
    });

    it('puts prices of a level into the draft', async () => {
      const query = `kind=levelPrices&level=${LEVEL}`;
      const file = await sent(query, 'Item,Price\nCL-0207,6.66\nCL-0201,7.77\n');
      expect(file.level?.id).toBe(LEVEL);
      expect(file.counts.new).toBe(2);
      expect((await takenIn(file.id)).state).toBe('applied');
      const [draft] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
      expect(draft?.edits).toBe(1);
      const again = await sent(query, await csv(`/files/levels/${LEVEL}/prices`));
      expect(again.counts.unchanged).toBe(again.rows);
    });
  });

  describe('what cannot be read', () => {
    it('says what is wrong with the file, and keeps nothing of it', async () => {
      expect(await refusal('kind=items', '')).toBe('The file is empty.');
      expect(await refusal('kind=items', 'Item,Name\n')).toMatch(/nothing below it/);
      expect(await refusal('kind=items', 'Item,Colour\nA,b\n')).toMatch(/“Colour”.*not a column/);
      expect(await refusal('kind=items', 'Item,Item\nA,b\n')).toBe(
        'The first row names Item twice.',
      );
      expect(await refusal('kind=items', 'Name\nb\n')).toMatch(/^The file has no column Item/);
      expect(await refusal('kind=items', 'Item,Name\nA,"b\n')).toMatch(/cannot be read as CSV/);
      expect(await refusal('kind=items', Buffer.from([65, 66, 0, 67, 68, 69, 70, 71]))).toMatch(
        /neither CSV/,
      );
      expect(await refusal('kind=items', 'PK\u0003\u0004 no archive')).toMatch(/read as XLSX/);
      expect(await refusal('kind=levelPrices', 'Item,Price\n')).toMatch(/level/);
      expect((await browser.ask('GET', '/imports')).as<ImportView[]>()).toEqual([]);
    });

    it('takes a spreadsheet’s own days and numbers for what they are', async () => {
      const workbook = new ExcelJS.Workbook();
      const sheet = workbook.addWorksheet('prices');
      sheet.addRow(['Customer', 'Item', 'Price', 'Currency', 'From', 'Open']);
      sheet.addRow(['C1001', 'CL-0207', 7.1, 'EUR', new Date('2026-12-01T00:00:00Z'), true]);
      const content = Buffer.from(await workbook.xlsx.writeBuffer());
      const file = await sent('kind=agreements', content);
      const [row] = await rows(file.id);
      expect(row?.verdict).toBe('new');
      expect(row?.after).toEqual(
        jasmine.objectContaining({ Price: '7.1', From: '2026-12-01', Open: 'yes' }),
      );
    });
  });

  it('lets files go after 90 days, whatever became of them, and keeps what they changed', async () => {
    const items = await csv('/files/items');
    const file = await sent('kind=items', items.replace('CL-0207,', 'CL-0207-B,'));
    const sweptAfter = async (days: number): Promise<number> => {
      const now = new Date(server.clock.now.getTime() + days * 24 * 60 * 60 * 1000);
      await sweepImports({ ...server.services, now: () => now });
      return (await browser.ask('GET', '/imports')).as<ImportView[]>().length;
    };
    expect(await sweptAfter(89)).toBe(1);
    expect(await sweptAfter(91)).toBe(0);
    expect((await browser.ask('GET', `/imports/${file.id}`)).status).toBe(404);
  });

  it('lets nobody send in what the role may not keep', async () => {
    const sales = await server.signedIn('noor@saltmarsh.example');
    expect((await sales.send('/imports?kind=items', 'a.csv', 'Item\nA\n')).status).toBe(403);
  });
});
