import type { ShownTable } from '../grid/shown-table';
import { csvOf, xlsxOf } from './table-formats';

const TABLE: ShownTable = {
  columns: [
    { name: 'Item', figures: false },
    { name: 'Price, EUR', figures: true },
  ],
  rows: [
    ['CL-0207', '18.40'],
    ['=2+3', '-5'],
    ['a "b", c', ''],
  ],
};

describe('a list as a file', () => {
  it('is CSV by RFC 4180, in which no text is a formula and figures stay figures', async () => {
    const bytes = new Uint8Array(await csvOf(TABLE).arrayBuffer());
    expect([...bytes.slice(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);
    expect(new TextDecoder().decode(bytes).replace('\uFEFF', '')).toBe(
      'Item,"Price, EUR"\r\nCL-0207,18.40\r\n\'=2+3,-5\r\n"a ""b"", c",\r\n',
    );
  });

  it('is an XLSX file with a sheet, whatever it is called', async () => {
    const file = await xlsxOf('A name that is longer than a sheet may have', TABLE);
    const bytes = new Uint8Array(await file.arrayBuffer());
    expect(String.fromCharCode(...bytes.slice(0, 2))).toBe('PK');
    expect(bytes.length).toBeGreaterThan(1000);
  });
});
