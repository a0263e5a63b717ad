import { dayOfSerial, isDayFormat } from './xlsx-days';
import {
  openParts,
  partBeside,
  relationsOf,
  type Attributes,
  type XmlEvent,
  type XmlParts,
} from './xlsx-parts';

/** A row of a sheet as text, and its place in it; the first is 1. */
export interface SheetRow {
  readonly row: number;
  readonly cells: readonly string[];
}

/** The widest that a sheet can be. */
const MAX_COLUMNS = 16_384;

/** More than one for each cell of the longest file that is taken, if that has twenty columns. */
const MAX_STRINGS = 5_000_000;

/**
 * The rows of the first sheet of a workbook (ISO/IEC 29500-1 SpreadsheetML): numbers in their shortest
 * form, days in ISO 8601, of a formula what it came to last. Of a longer cell its beginning.
 * @throws {Error} where it is no such file
 */
export async function* xlsxRows(bytes: Buffer, longest: number): AsyncGenerator<SheetRow> {
  const parts = await openParts(bytes);
  const workbook = await targetOf(parts, '', 'officeDocument');
  if (workbook === null) throw new Error('the archive names no workbook');
  const { sheet, from1904 } = await firstSheet(parts, workbook);
  const stringsPart = await targetOf(parts, workbook, 'sharedStrings');
  const strings = await sharedStrings(parts, stringsPart, longest);
  const days = await dayStyles(parts, await targetOf(parts, workbook, 'styles'));
  yield* rowsOf(parts.read(sheet), { strings, days, from1904, longest });
}

interface Relation {
  readonly id: string;
  /** The last word of its type's address, which is the same in all editions of the standard. */
  readonly type: string;
  readonly target: string;
}

/** The parts that a part names; the archive itself is the part without a name. */
async function relations(parts: XmlParts, of: string): Promise<Relation[]> {
  const part = relationsOf(of);
  if (!parts.has(part)) return [];
  const found: Relation[] = [];
  for await (const { name, attributes } of beginnings(parts, part)) {
    if (name !== 'Relationship') continue;
    const { Id: id = '', Type: type = '', Target: target = '' } = attributes;
    found.push({ id, type: type.slice(type.lastIndexOf('/') + 1), target: partBeside(of, target) });
  }
  return found;
}

async function targetOf(parts: XmlParts, of: string, type: string): Promise<string | null> {
  return (await relations(parts, of)).find((one) => one.type === type)?.target ?? null;
}

async function firstSheet(parts: XmlParts, workbook: string) {
  let id: string | undefined;
  let from1904 = false;
  for await (const { name, attributes } of beginnings(parts, workbook)) {
    if (name === 'workbookPr') from1904 = isOn(attributes['date1904']);
    if (name === 'sheet') {
      id ??= Object.entries(attributes).find(([key]) => key.endsWith(':id'))?.[1] ?? '';
    }
  }
  const sheet = (await relations(parts, workbook)).find((one) => one.id === id);
  if (!sheet) throw new Error('the workbook names no sheet');
  return { sheet: sheet.target, from1904 };
}

async function sharedStrings(
  parts: XmlParts,
  part: string | null,
  longest: number,
): Promise<readonly string[]> {
  if (part === null) return [];
  const strings: string[] = [];
  const text = new TextOf(longest);
  for await (const events of parts.read(part)) {
    for (const event of events) {
      text.take(event);
      if (event.kind !== 'text' && event.name === 'si') {
        if (event.kind === 'begins') text.begin();
        else strings.push(text.said);
        if (strings.length > MAX_STRINGS) throw new Error('the workbook has too many texts');
      }
    }
  }
  return strings;
}

/** Whether each style of cells shows a number as a day. */
async function dayStyles(parts: XmlParts, part: string | null): Promise<readonly boolean[]> {
  if (part === null) return [];
  const own = new Map<string, string>();
  const styles: boolean[] = [];
  let isInCellFormats = false;
  for await (const events of parts.read(part)) {
    for (const event of events) {
      if (event.kind === 'text') continue;
      if (event.name === 'cellXfs') isInCellFormats = event.kind === 'begins';
      if (event.kind === 'ends') continue;
      const { numFmtId = '0', formatCode = '' } = event.attributes;
      if (event.name === 'numFmt') own.set(numFmtId, formatCode);
      if (event.name === 'xf' && isInCellFormats) {
        styles.push(isDayFormat(numFmtId, own.get(numFmtId)));
      }
    }
  }
  return styles;
}

/** What the cells of a sheet are read with. */
interface Workbook {
  readonly strings: readonly string[];
  readonly days: readonly boolean[];
  readonly from1904: boolean;
  readonly longest: number;
}

async function* rowsOf(
  sheet: AsyncGenerator<readonly XmlEvent[]>,
  workbook: Workbook,
): AsyncGenerator<SheetRow> {
  let row = 0;
  let cells: string[] = [];
  let cell: Attributes = {};
  let isValue = false;
  let value = '';
  const text = new TextOf(workbook.longest);
  for await (const events of sheet) {
    for (const event of events) {
      text.take(event);
      if (event.kind === 'text') {
        if (isValue && value.length < workbook.longest) value += event.text;
        continue;
      }
      const begins = event.kind === 'begins';
      switch (event.name) {
        case 'row':
          if (begins) {
            row = Number(event.attributes['r'] ?? row + 1);
            cells = [];
          } else {
            yield { row, cells: Array.from(cells, (one: string | undefined) => one ?? '') };
          }
          break;
        case 'c':
          if (begins) {
            cell = event.attributes;
            value = '';
            text.begin();
          } else {
            const at = columnOf(cell['r']) ?? cells.length;
            if (at >= MAX_COLUMNS) throw new Error('a row is wider than a sheet can be');
            cells[at] = cellText(cell, cell['t'] === 'inlineStr' ? text.said : value, workbook);
          }
          break;
        case 'v':
          isValue = begins;
          break;
        default:
      }
    }
  }
}

/** What a cell shows as text. */
function cellText(
  { t: type = 'n', s: style = '0' }: Attributes,
  value: string,
  { strings, days, from1904 }: Workbook,
): string {
  switch (type) {
    case 's':
      return (strings[Number(value)] ?? '').trim();
    case 'b':
      return String(isOn(value));
    case 'd':
      return value.slice(0, 10);
    case 'n': {
      const number = Number(value);
      if (value.trim() === '' || !Number.isFinite(number)) return value.trim();
      const day = days[Number(style)] === true ? dayOfSerial(number, from1904) : null;
      return day ?? String(number);
    }
    default: // texts, and errors as they are shown
      return unescaped(value).trim();
  }
}

/** The text of an element, in one piece or in several that look different; not how it is read aloud. */
class TextOf {
  said = '';
  private isText = false;
  private isPhonetic = false;

  constructor(private readonly longest: number) {}

  begin(): void {
    this.said = '';
  }

  take(event: XmlEvent): void {
    if (event.kind === 'text') {
      if (this.isText && !this.isPhonetic && this.said.length < this.longest)
        this.said += unescaped(event.text);
    } else if (event.name === 't') this.isText = event.kind === 'begins';
    else if (event.name === 'rPh') this.isPhonetic = event.kind === 'begins';
  }
}

/** `_x000A_` is the character of that number (ISO/IEC 29500-1, ST_Xstring). */
function unescaped(text: string): string {
  return text.replaceAll(/_x([0-9A-Fa-f]{4})_/g, (_, code: string) =>
    String.fromCharCode(Number.parseInt(code, 16)),
  );
}

/** From 0; null where the cell does not say, and so stands beside the one before. */
function columnOf(reference: string | undefined): number | null {
  const letters = /^[A-Z]+/.exec(reference ?? '')?.[0];
  if (letters === undefined) return null;
  return Array.from(letters).reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
}

function isOn(value: string | undefined): boolean {
  return value === '1' || value === 'true';
}

async function* beginnings(parts: XmlParts, part: string) {
  for await (const events of parts.read(part)) {
    for (const event of events) if (event.kind === 'begins') yield event;
  }
}
