import ExcelJS from 'exceljs';
import Fastify from 'fastify';
import { sendPdf } from './write-pdf';
import { sendTable, type Table } from './write-table';

const TABLE: Table = {
  name: 'prices',
  columns: [{ name: 'Item' }, { name: 'Price', figures: true }],
  rows: [
    ['A, "quoted"', '12.50'],
    ['=1+1', ''],
    ['long', '1234567890123456.78'],
  ],
};

async function sent(format: 'csv' | 'xlsx', table = TABLE) {
  const app = Fastify();
  app.get('/', (_, reply) => sendTable(reply, table, format));
  return app.inject('/');
}

describe('a table as a file', () => {
  it('is CSV that spreadsheets know as UTF-8', async () => {
    const { body, headers } = await sent('csv');
    expect(body).toBe(
      '\ufeffItem,Price\r\n"A, ""quoted""",12.50\r\n=1+1,\r\nlong,1234567890123456.78\r\n',
    );
    expect(headers['content-disposition']).toBe('attachment; filename="prices.csv"');
  });

  it('is XLSX whose figures are numbers, as exactly as numbers can be', async () => {
    const { rawPayload } = await sent('xlsx');
    const workbook = new ExcelJS.Workbook();
    await workbook.xlsx.load(rawPayload as unknown as ArrayBuffer); // a Buffer is taken as well
    const sheet = workbook.worksheets[0];
    expect(sheet?.getCell('B2').value).toBe(12.5);
    expect(sheet?.getCell('B2').numFmt).toBe('0.00');
    expect(sheet?.getCell('A3').value).toBe('=1+1'); // a text, no formula
    expect(sheet?.getCell('B3').value).toBeNull();
    expect(sheet?.getCell('B4').value).toBe('1234567890123456.78');
  });

  it('breaks off where its rows cannot be read to their end', async () => {
    async function* rows(): AsyncGenerator<string[]> {
      yield ['A', '1'];
      await Promise.resolve();
      throw new Error('the database is gone');
    }
    await expectAsync(sent('csv', { ...TABLE, rows: rows() })).toBeRejected();
  });

  it('is PDF with its pages numbered, and at most so long', async () => {
    const titled = { ...TABLE, title: 'Prices', subtitle: 'today' };
    const app = Fastify();
    const many = (count: number): string[][] =>
      Array.from({ length: count }, (_, index) => [`item ${String(index)}`, '1.00']);
    app.get('/', (_, reply) => sendPdf(reply, { ...titled, rows: many(120) }));
    app.get('/long', (_, reply) => sendPdf(reply, { ...titled, rows: many(20_001) }));
    const { rawPayload } = await app.inject('/');
    expect(rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    expect(rawPayload.toString('latin1').match(/\/Type \/Page\b[^s]/g)?.length).toBe(3);
    expect((await app.inject('/long')).body).toContain('at most 20000 rows');
  });
});
