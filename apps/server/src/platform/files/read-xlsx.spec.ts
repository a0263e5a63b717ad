import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { crc32, deflateRawSync } from 'node:zlib';
import { xlsxRows } from './read-xlsx';
import { dayOfSerial, isDayFormat } from './xlsx-days';

async function cellsOf(bytes: Buffer): Promise<string[][]> {
  const rows: string[][] = [];
  for await (const { row, cells } of xlsxRows(bytes, 2001)) rows[row - 1] = [...cells];
  return Array.from(rows, (cells: string[] | undefined) => cells ?? []);
}

async function written(fill: (sheet: ExcelJS.Worksheet) => void): Promise<Buffer> {
  const workbook = new ExcelJS.Workbook();
  fill(workbook.addWorksheet('prices'));
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

/** A ZIP archive (PKWARE APPNOTE 6.3) of texts. */
function archive(parts: Readonly<Record<string, string>>): Buffer {
  const locals: Buffer[] = [];
  const entries: Buffer[] = [];
  let at = 0;
  for (const [name, text] of Object.entries(parts)) {
    const [named, content] = [Buffer.from(name), Buffer.from(text)];
    const packed = deflateRawSync(content);
    const shared = Buffer.alloc(26);
    shared.writeUInt16LE(20, 0); // the version that unpacks it
    shared.writeUInt16LE(8, 4); // deflated
    shared.writeUInt32LE(crc32(content), 10);
    shared.writeUInt32LE(packed.length, 14);
    shared.writeUInt32LE(content.length, 18);
    shared.writeUInt16LE(named.length, 22);
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004'), shared, named, packed]);
    const rest = Buffer.alloc(14);
    rest.writeUInt32LE(at, 10);
    entries.push(Buffer.concat([Buffer.from('PK\u0001\u0002\u0014\0'), shared, rest, named]));
    locals.push(local);
    at += local.length;
  }
  const directory = Buffer.concat(entries);
  const end = Buffer.alloc(18);
  end.writeUInt16LE(entries.length, 4);
  end.writeUInt16LE(entries.length, 6);
  end.writeUInt32LE(directory.length, 8);
  end.writeUInt32LE(at, 12);
  return Buffer.concat([...locals, directory, Buffer.from('PK\u0005\u0006'), end]);
}

const RELATION = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

function relation(id: string, type: string, target: string): string {
  return `<Relationship Id="${id}" Type="${RELATION}/${type}" Target="${target}"/>`;
}

/** A workbook of one sheet with these rows, written by nobody's program. */
function workbook(
  rows: string,
  { strings = '', properties = '', formats = '' }: Partial<Record<string, string>> = {},
): Buffer {
  return archive({
    '_rels/.rels': `<Relationships>${relation('r1', 'officeDocument', '/xl/book.xml')}</Relationships>`,
    'xl/book.xml': `<workbook xmlns:r="${RELATION}">${properties}<sheets><sheet name="a" r:id="s7"/><sheet name="b" r:id="s8"/></sheets></workbook>`,
    'xl/_rels/book.xml.rels': `<Relationships>${relation('s8', 'worksheet', 'sheets/b.xml')}${relation('s7', 'worksheet', 'sheets/a.xml')}${relation('t', 'sharedStrings', 'texts.xml')}${relation('f', 'styles', 'styles.xml')}</Relationships>`,
    'xl/texts.xml': `<sst>${strings}</sst>`,
    'xl/styles.xml': `<styleSheet>${formats}</styleSheet>`,
    'xl/sheets/a.xml': `<x:worksheet xmlns:x="x"><x:sheetData>${rows}</x:sheetData></x:worksheet>`,
    'xl/sheets/b.xml': '<worksheet><sheetData><row><c><v>99</v></c></row></sheetData></worksheet>',
  });
}

describe('reading XLSX', () => {
  it('reads what another program writes: texts, numbers, days, yes and no, and holes', async () => {
    const cell = fc.oneof(
      fc.stringMatching(/^[ -~äß€]{0,12}$/).map((text) => text.trim()),
      fc.integer({ min: -1_000_000, max: 1_000_000 }).map((cents) => cents / 100),
      fc.boolean(),
      fc
        .date({ min: new Date('1900-03-01'), max: new Date('2100-01-01'), noInvalidDate: true })
        .map((at) => new Date(`${at.toISOString().slice(0, 10)}T00:00:00Z`)),
      fc.constant(null),
    );
    const table = fc.array(fc.array(cell, { maxLength: 8 }), { minLength: 1, maxLength: 12 });
    await fc.assert(
      fc.asyncProperty(table, async (rows) => {
        const bytes = await written((sheet) => sheet.addRows(rows));
        const read = await cellsOf(bytes);
        rows.forEach((cells, row) => {
          cells.forEach((value, column) => {
            const expected =
              value instanceof Date ? value.toISOString().slice(0, 10) : String(value ?? '');
            expect(read[row]?.[column] ?? '').toBe(expected);
          });
        });
      }),
      { numRuns: 60 },
    );
  });

  it('reads the same file alike, however often', async () => {
    const bytes = await written((sheet) => sheet.addRow(['CL-0207', 7.1]));
    const all = await Promise.all(Array.from({ length: 300 }, () => cellsOf(bytes)));
    expect(new Set(all.map((one) => JSON.stringify(one)))).toEqual(
      new Set(['[["CL-0207","7.1"]]']),
    );
  });

  it('takes the first sheet by the order of the workbook, and names with a prefix', async () => {
    const rows = '<x:row r="2"><x:c r="B2"><x:v>7.5</x:v></x:c><x:c><x:v>1e3</x:v></x:c></x:row>';
    expect(await cellsOf(workbook(rows))).toEqual([[], ['', '7.5', '1000']]);
  });

  it('puts texts together, without how they are read aloud', async () => {
    const strings =
      '<si><t>plain</t></si><si><r><t>one </t></r><r><t>two_x0041_</t></r><rPh><t>wan</t></rPh></si>';
    const rows =
      '<row><c t="s"><v>1</v></c><c t="s"><v>0</v></c><c t="inlineStr"><is><t>here</t></is></c><c t="s"><v>9</v></c></row>';
    expect(await cellsOf(workbook(rows, { strings }))).toEqual([['one twoA', 'plain', 'here', '']]);
  });

  it('reads what a formula came to, and shows an error as it is shown there', async () => {
    const rows =
      '<row><c t="str"><f>A1&amp;"x"</f><v>ax</v></c><c><f>1+1</f><v>2</v></c><c t="e"><v>#N/A</v></c><c t="b"><v>1</v></c><c t="d"><v>2026-11-24T00:00:00</v></c><c><f>1</f></c></row>';
    expect(await cellsOf(workbook(rows))).toEqual([['ax', '2', '#N/A', 'true', '2026-11-24', '']]);
  });

  it('tells days by their style, from 1904 where the workbook counts so', async () => {
    const formats =
      '<numFmts><numFmt numFmtId="164" formatCode="[Red]0.00&quot; days&quot;"/><numFmt numFmtId="165" formatCode="dd\\.mm\\.yyyy"/></numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="164"/><xf numFmtId="165"/></cellXfs>';
    const rows =
      '<row><c><v>46350</v></c><c s="1"><v>46350.75</v></c><c s="2"><v>46350</v></c><c s="3"><v>46350</v></c></row>';
    expect(await cellsOf(workbook(rows, { formats }))).toEqual([
      ['46350', '2026-11-24', '46350', '2026-11-24'],
    ]);
    const properties = '<workbookPr date1904="1"/>';
    expect((await cellsOf(workbook(rows, { formats, properties })))[0]?.[1]).toBe('2030-11-25');
  });

  it('holds no more of a cell than it needs to say that it is too long', async () => {
    const rows = `<row><c t="inlineStr"><is><t>${'a'.repeat(5000)}</t></is></c></row>`;
    const [[cell = ''] = []] = await cellsOf(workbook(rows));
    expect(cell.length).toBeGreaterThan(2000);
  });

  it('refuses what no workbook is', async () => {
    const wide = '<row><c r="XFE1"><v>1</v></c></row>';
    for (const bytes of [
      archive({ 'a.txt': 'text' }),
      workbook('<row>'),
      workbook(wide),
      workbook(`<row><c><v>${'1'.repeat(1_100_000)}</v></c></row>`),
      (await written((sheet) => sheet.addRow([1]))).subarray(0, 2000),
    ]) {
      await expectAsync(cellsOf(bytes)).toBeRejected();
    }
  });
});

describe('days of sheets', () => {
  // ISO/IEC 29500-1, 18.17.4.1: serial 1 is 1 January 1900; 60, which never was, is no day
  it('are counted as the standard counts them', () => {
    expect(dayOfSerial(1, false)).toBe('1900-01-01');
    expect(dayOfSerial(59, false)).toBe('1900-02-28');
    expect(dayOfSerial(60, false)).toBeNull();
    expect(dayOfSerial(61, false)).toBe('1900-03-01');
    expect(dayOfSerial(0, false)).toBeNull();
    expect(dayOfSerial(-1, true)).toBeNull();
    expect(dayOfSerial(0, true)).toBe('1904-01-01');
    expect(dayOfSerial(1462, false)).toBe(dayOfSerial(0, true));
    expect(dayOfSerial(1e9, false)).toBeNull();
    expect(dayOfSerial(2958465, false)).toBe('9999-12-31');
  });

  it('are told by the format: by its number, or by what its code shows', () => {
    expect(isDayFormat('14', undefined)).toBeTrue();
    expect(isDayFormat('20', undefined)).toBeFalse();
    expect(isDayFormat('0', 'General')).toBeFalse();
    expect(isDayFormat('170', 'yyyy-mm-dd hh:mm')).toBeTrue();
    expect(isDayFormat('170', '[Red]#,##0.00 "days"')).toBeFalse();
    expect(isDayFormat('170', '[$-407]d. mmm')).toBeTrue();
    expect(isDayFormat('170', '\\d0')).toBeFalse();
  });
});
