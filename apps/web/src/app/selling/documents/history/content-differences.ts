import type { DiscountForm, DocumentContent, DocumentLineInput } from '@honest-ledger/contracts';
import { documentTitle, type Names } from '@honest-ledger/wording';
import { writeWallClock } from '../../../shared/numbers/dates';
import { writeNumber } from '../../../shared/numbers/numbers';

/** What things are called that a document says something of. */
export interface DocumentNames extends Names {
  /** Of a rule, by its id. */
  readonly rule: (id: string) => string;
}

/** Fields by what people call them; null where nothing is said. */
type Fields = Readonly<Record<string, string | null>>;

/** Differences in one state of a document than in another, a sentence for each. */
export function contentDifferences(
  before: DocumentContent,
  after: DocumentContent,
  names: DocumentNames,
): readonly string[] {
  const old = new Map(before.lines.map((line) => [line.id, line]));
  const now = new Map(after.lines.map((line) => [line.id, line]));
  const removed = before.lines.filter(({ id }) => !now.has(id));
  return [
    ...moved(fieldsOf(before, names), fieldsOf(after, names)),
    ...after.lines.flatMap((line) => {
      const was = old.get(line.id);
      if (!was) return [`${lineWords(line)} added`];
      return moved(fieldsOfLine(was, names), fieldsOfLine(line, names)).map(
        (what) => `${line.item}: ${what}`,
      );
    }),
    ...removed.map((line) => `${lineWords(line)} removed`),
    ...(inOtherOrder(before, after) ? ['lines in another order'] : []),
  ];
}

function moved(before: Fields, after: Fields): string[] {
  const fields = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...fields].flatMap((field) => {
    const [was, is] = [before[field] ?? null, after[field] ?? null];
    return was === is ? [] : [`${field} ${was ?? 'none'} → ${is ?? 'none'}`];
  });
}

function fieldsOf(content: DocumentContent, names: DocumentNames): Fields {
  const { salesContext, shipping, codes, level, byHand, discount, lines } = content;
  const items = new Map(lines.map(({ id, item }) => [id, item]));
  return {
    customer: content.customer ?? 'an unknown customer',
    'what it is for': said(content.title),
    outlet: content.outlet,
    currency: content.currency,
    'priced as of': content.asOf === null ? 'now' : writeWallClock(content.asOf),
    'prices held until': content.validUntil,
    codes: said(codes.join(', ')),
    shipping: shipping && writeNumber(shipping),
    level: level && names.level(level),
    'discount on the whole': discount && discountWords(discount),
    'rules applied manually': said(
      byHand
        .map(({ rule, line, is }) => {
          const where = line === null ? '' : ` (${items.get(line) ?? 'a line'})`;
          return `${is === 'on' ? 'applied' : 'excluded'} ${names.rule(rule)}${where}`;
        })
        .join(', '),
    ),
    'sales person': salesContext.salesPerson,
    department: salesContext.department,
    'delivery method': salesContext.deliveryMethod,
    'delivery postcode': salesContext.deliveryPostcode,
    ...Object.fromEntries(
      Object.entries(content.attributes).map(([code, value]) => [names.attribute(code), value]),
    ),
  };
}

function fieldsOfLine(line: DocumentLineInput, names: Names): Fields {
  const { item, quantity, unit, duration, formOfSupply, level } = line;
  const { priceByHand, discount, kept, note } = line;
  return {
    item,
    quantity: writeNumber(quantity),
    unit: unit ?? 'base unit',
    'for how long': duration && writeNumber(duration),
    'form of supply': formOfSupply && names.cost(formOfSupply),
    level: level && names.level(level),
    'manual price':
      priceByHand && `${writeNumber(priceByHand.price)} (${said(priceByHand.reason) ?? '…'})`,
    discount: discount && discountWords(discount),
    note: said(note),
    promise: kept && `of ${documentTitle(kept.from)}`,
  };
}

/** "5 % (a loyal customer)" */
function discountWords({ off, reason }: DiscountForm): string {
  const figure = writeNumber((off.kind === 'percent' ? off.percent : off.amount).replace(/^-/, ''));
  return `${figure}${off.kind === 'percent' ? ' %' : ''} (${said(reason) ?? '…'})`;
}

function lineWords({ item, quantity, unit }: DocumentLineInput): string {
  return `${writeNumber(quantity)} ${unit === null ? '' : `${unit} of `}${item}`;
}

function said(text: string): string | null {
  return text === '' ? null : text;
}

/** Whether the lines that both have stand in another order. */
function inOtherOrder(before: DocumentContent, after: DocumentContent): boolean {
  const [old, now] = [before, after].map(({ lines }) => lines.map(({ id }) => id));
  const both = (ids: readonly string[] = [], others: readonly string[] = []): string =>
    ids.filter((id) => others.includes(id)).join();
  return both(old, now) !== both(now, old);
}
