import type {
  DocumentLineInput,
  ItemFactsForm,
  KeptPriceForm,
  PricedLineForm,
} from '@honest-ledger/contracts';
import {
  add,
  averageEach,
  basePriceOf,
  type CheaperQuantity,
  compare,
  decimal,
  isDecimalText,
  type Serialized,
} from '@honest-ledger/engine';
import {
  documentTitle,
  floorSentence,
  pdfLine,
  type PdfRow,
  problemSentence,
  unitAfter,
} from '@honest-ledger/wording';
import { printedPercent } from '../../../shared/numbers/markup-words';
import { mostDigits } from '../../../shared/numbers/amount';
import { writeNumber, writer } from '../../../shared/numbers/numbers';
import type { OpenDocument } from '../state/documents.feature';

/** A line as the quote's table shows it. */
export interface ShownLine extends DocumentLineInput {
  /** Null while no price of the item here. */
  readonly facts: ItemFactsForm | null;
  /** Null while it is not priced yet. */
  readonly priced: PricedLineForm | null;
  readonly base: string | null;
  /** Its unit price, or the average of its slices. */
  readonly each: string | null;
  /** What makes its amount, where that is more than units at one price. */
  readonly parts: readonly PdfRow[];
  /** Whether its unit price is an average of several. */
  readonly isAverage: boolean;
  /** What the floor of its goods says of it. */
  readonly floor: string | null;
  /** A larger quantity with which the document costs less; null for none. */
  readonly cheaper: Serialized<CheaperQuantity> | null;
  /** What the customer reads of it besides. */
  readonly words: readonly string[];
  readonly amount: string | null;
  /** In percent; empty where no cost is known, or may be seen. */
  readonly margin: string;
  /** Why there is no price. */
  readonly problem: string | null;
  /** That its price was promised, and whether the promise still counts. */
  readonly promise: string | null;
}

/** The lines of a document as its table shows them; one of which nothing is another stays the same object. */
export function shownLines({ editing, inputs, added, priced, view }: OpenDocument): ShownLine[] {
  const facts = new Map(inputs.document.facts.items.map((one) => [one.item, one]));
  const { currency } = editing.content;
  return editing.content.lines.map((written) => {
    const { id, item } = written;
    const of = {
      facts: facts.get(item) ?? added[item] ?? null,
      priced: priced[id] ?? null,
      cheaper: cheaperThan(written, view),
      currency,
    };
    const known = shown.get(written);
    if (known && isSame(known, of)) return known.line;
    const line = shownLine(written, of);
    shown.set(written, { ...of, line });
    return line;
  });
}

function isSame(one: ShownBy, other: ShownBy): boolean {
  return (
    one.facts === other.facts &&
    one.priced === other.priced &&
    one.cheaper === other.cheaper &&
    one.currency === other.currency
  );
}

/** What the server found for a line at the quantity that still stands there. */
function cheaperThan(
  { id, quantity }: DocumentLineInput,
  view: Pick<OpenDocument['view'], 'cheaper'> | undefined,
): ShownLine['cheaper'] {
  const found = view?.cheaper.find(({ line }) => line === id);
  if (!found || !isDecimalText(quantity)) return null;
  const then = add(decimal(quantity), decimal(found.more));
  return compare(then, decimal(found.quantity)) === 0 ? found : null;
}

/** What a line is shown by, besides what was written of it. */
interface ShownBy {
  readonly facts: ShownLine['facts'];
  readonly priced: PricedLineForm | null;
  readonly cheaper: ShownLine['cheaper'];
  readonly currency: string;
}

const shown = new WeakMap<DocumentLineInput, ShownBy & { readonly line: ShownLine }>();

function shownLine(
  written: DocumentLineInput,
  { facts, priced, cheaper, currency }: ShownBy,
): ShownLine {
  const withPrice = priced?.kind === 'priced' ? priced : null;
  const pdf = withPrice && pdfLine(withPrice, writer);
  return {
    ...written,
    facts,
    priced,
    base: withPrice && basePriceOf(withPrice, currency),
    each: withPrice && averageEach(withPrice),
    parts: pdf && pdf.rows.length > 1 ? pdf.rows : [],
    isAverage: (withPrice?.slices.length ?? 0) > 1,
    floor: withPrice?.floor ? floorSentence(withPrice.floor, currency, writer) : null,
    cheaper,
    words: pdf?.words ?? [],
    amount: withPrice?.amount ?? null,
    margin: printedPercent(withPrice?.cost?.margin),
    promise: written.kept && promiseSentence(written.kept, withPrice),
    problem: priced?.kind === 'unpriced' ? problemSentence(priced.problem, writer) : null,
  };
}

type WithPrice = Extract<PricedLineForm, { kind: 'priced' }>;

/** "price held from Quote 1001" */
function promiseSentence({ from, quantity, unit }: KeptPriceForm, line: WithPrice | null): string {
  const title = documentTitle(from);
  return !line || line.kept
    ? `price held from ${title}`
    : `price not held from ${title}: it was for ${writeNumber(quantity)} ${unitAfter(quantity, unit)}`;
}

/** The levels that the lines have. */
export function levelNames(lines: readonly ShownLine[]): string {
  const names = lines.flatMap(({ priced }) =>
    priced?.kind === 'priced' && priced.level ? [priced.level.level.name] : [],
  );
  return [...new Set(names)].join(', ');
}

/** The most decimals in each column of figures. */
export interface ColumnDigits {
  readonly base: number;
  readonly each: number;
  readonly amount: number;
}

export function columnDigits(lines: readonly ShownLine[]): ColumnDigits {
  const digits = (pick: (line: ShownLine) => string | null): number =>
    mostDigits(lines.map((line) => pick(line) ?? ''));
  return {
    base: digits(({ base }) => base),
    each: digits(({ each }) => each),
    amount: digits(({ amount }) => amount),
  };
}
