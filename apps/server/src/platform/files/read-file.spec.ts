import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { Readable } from 'node:stream';
import iconv from 'iconv-lite';
import { openFile, type FileFound, type FileRow, type OpenedFile } from './read-file';

function opened(content: string | Buffer, chunk = 7): Promise<OpenedFile> {
  const bytes = Buffer.from(content);
  const pieces: Buffer[] = [];
  for (let from = 0; from < bytes.length; from += chunk) {
    pieces.push(bytes.subarray(from, from + chunk));
  }
  return openFile(Readable.from(pieces, { objectMode: false }));
}

async function rows(content: string | Buffer, chunk = 7): Promise<FileRow[]> {
  const all: FileRow[] = [];
  for await (const row of (await opened(content, chunk)).rows) all.push(row);
  return all;
}

const cells = async (content: string): Promise<(readonly string[])[]> =>
  (await rows(content, 1000)).map((row) => row.cells);

describe('reading a file', () => {
  it('tells commas, semicolons and tabs apart by the row of names', async () => {
    const wanted = [
      ['Item', 'Name'],
      ['A', 'b, c'],
    ];
    expect(await cells('Item,Name\nA,"b, c"\n')).toEqual(wanted);
    expect(await cells('Item;Name\nA;b, c\n')).toEqual(wanted);
    expect(await cells('Item\tName\nA\tb, c\n')).toEqual(wanted);
  });

  it('takes the mark of UTF-8, either end of a line, and no end at the last', async () => {
    expect(await cells('\ufeffItem,Name\r\nA,é\r\nB,ß')).toEqual([
      ['Item', 'Name'],
      ['A', 'é'],
      ['B', 'ß'],
    ]);
  });

  it('finds the encoding by its bytes, and says which it is', async () => {
    const text = 'Item;Name\nA;Töpferei grün – 5 €\nB;b\n';
    const files: readonly (readonly [Buffer, FileFound['encoding']])[] = [
      [Buffer.from(text), 'utf-8'],
      [iconv.encode(text, 'windows-1252'), 'windows-1252'],
      [iconv.encode(text, 'utf-16le', { addBOM: true }), 'utf-16le'],
      [iconv.encode(text, 'utf-16be', { addBOM: true }), 'utf-16be'],
      [iconv.encode(text, 'utf-16le', { addBOM: false }), 'utf-16le'],
    ];
    for (const [bytes, encoding] of files) {
      const { found } = await opened(bytes);
      expect(found).toEqual({ encoding, delimiter: ';' });
      const read = (await rows(bytes)).map((row) => row.cells);
      expect(read)
        .withContext(String(encoding))
        .toEqual([
          ['Item', 'Name'],
          ['A', 'Töpferei grün – 5 €'],
          ['B', 'b'],
        ]);
    }
  });

  it('takes the delimiter that a first line names', async () => {
    const { found } = await opened('sep=;\nItem;Name, long\nA;b\n');
    expect(found.delimiter).toBe(';');
    const read = await rows('sep=;\r\nItem;Name, long\r\nA;b\r\n');
    expect(read.map(({ row, cells: [first] }) => [row, first])).toEqual([
      [2, 'Item'],
      [3, 'A'],
    ]);
  });

  it('leaves empty rows out and still says where each stood', async () => {
    const read = await rows('Item,Name\n\nA,b\n,\nB,c\n', 1000);
    expect(read.map(({ row }) => row)).toEqual([1, 3, 5]);
  });

  it('keeps a line break that stands in a quoted cell', async () => {
    expect(await cells('Item,Name\nA,"two\nlines"\n')).toEqual([
      ['Item', 'Name'],
      ['A', 'two\nlines'],
    ]);
  });

  it('refuses a cell of prose', async () => {
    await expectAsync(rows(`Item,Name\nA,${'x'.repeat(3000)}\n`, 1000)).toBeRejectedWithError(
      /Row 2 has a cell of more than 2000 characters/,
    );
  });

  it('gives back whatever was written, in whatever pieces it comes', async () => {
    // Blanks around a cell are nobody's wish; a row of empty cells is left out.
    const cell = fc.stringMatching(/^[A-Za-z0-9,;"\n é]{0,12}$/).map((text) => text.trim());
    const row = fc.tuple(cell, cell, cell).filter((all) => all.some((text) => text !== ''));
    await fc.assert(
      fc.asyncProperty(fc.array(row), fc.integer({ min: 5, max: 40 }), async (all, chunk) => {
        const table = [['Item', 'Name', 'Unit'], ...all];
        const read = await rows(stringify(table), chunk);
        expect(read.map((one) => one.cells)).toEqual(table);
      }),
      { numRuns: 50 },
    );
  });
});
