import {
  documentFromForm,
  DOCUMENT_FORMAT,
  DOCUMENT_FORMAT_VERSION,
  type PricedLineForm,
} from '@honest-ledger/contracts';
import type { DocumentKind, PricingDocument } from '@honest-ledger/engine';
import { asc, eq, getTableColumns } from 'drizzle-orm';
import { valuesOf } from '../../master-data/attributes/values';
import type { Queries } from '../../platform/database/database';
import { inList } from '../../platform/database/patterns';
import {
  customers,
  documentLines,
  documents,
  factSets,
  items,
} from '../../platform/database/schema/index';
import { toLine, type LineAsWritten } from './queries';

/** What facts that were stored before did not have: nothing of it was asked for. */
const KNOWN_SINCE = { ruleUses: [], bought: null, setUpPaid: [], tax: null } as const;

/** A document with all that it was priced with. */
interface DocumentWithFacts {
  readonly number: number;
  readonly kind: DocumentKind;
  /** Empty for nobody known. */
  readonly customer: string;
  readonly settledAt: Date | null;
  /** Whether it is a past sale of another system. */
  readonly isImported: boolean;
  readonly version: number;
  readonly modelVersion: number;
  readonly document: PricingDocument;
}

/** The same, and what came of it. */
export interface DocumentAsPriced extends DocumentWithFacts {
  /** In the order of the document's lines. */
  readonly priced: readonly { readonly id: string; readonly line: PricedLineForm }[];
}

/** The same, with what its lines came to alone. */
export interface DocumentInShort extends DocumentWithFacts {
  /** In the order of the document's lines. */
  readonly figures: readonly {
    /** Null for a line without a price. */
    readonly net: string | null;
    /** Of its slices, in their order. */
    readonly unitPrices: readonly string[];
    /** Null where no set-up charge was asked. */
    readonly setUp: string | null;
  }[];
}

const LINE = columnsOfLine();
const { net, unitPrices, setUp } = documentLines;
const FIGURES = { net, unitPrices, setUp };
/** What is told of a price is most of what there is to read; so is what a whole document came to. */
const { guards: _, outcome: __, ...HEAD } = getTableColumns(documents);

/** Of a line, what it takes to price it. */
function columnsOfLine() {
  const { id, documentNumber, quantity, unit, duration, formOfSupply, levelId } = documentLines;
  const { priceByHand, priceReason, discount, kept, note } = documentLines;
  const { version, modelVersion, pricedAt, factsHash } = documentLines;
  const written = { id, documentNumber, quantity, unit, duration, formOfSupply, levelId };
  const byHand = { priceByHand, priceReason, discount, kept, note };
  return { ...written, ...byHand, version, modelVersion, pricedAt, factsHash };
}

/** Documents as they were priced, by their numbers; those without lines are left out. */
export async function documentsAsPriced(
  queries: Queries,
  numbers: readonly number[],
): Promise<DocumentAsPriced[]> {
  const rows = await queries
    .select({ line: { ...LINE, priced: documentLines.priced }, item: items.number })
    .from(documentLines)
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .where(inList(documentLines.documentNumber, numbers))
    .orderBy(asc(documentLines.documentNumber), asc(documentLines.position));
  return (await withFacts(queries, numbers, rows)).map(({ document, lines }) => ({
    ...document,
    priced: lines.map(({ id, priced: line }) => ({ id, line })),
  }));
}

/** The same without what is told of a price. */
export async function documentsInShort(
  queries: Queries,
  numbers: readonly number[],
): Promise<DocumentInShort[]> {
  const rows = await queries
    .select({ line: { ...LINE, ...FIGURES }, item: items.number })
    .from(documentLines)
    .innerJoin(items, eq(items.id, documentLines.itemId))
    .where(inList(documentLines.documentNumber, numbers))
    .orderBy(asc(documentLines.documentNumber), asc(documentLines.position));
  return (await withFacts(queries, numbers, rows)).map(({ document, lines }) => ({
    ...document,
    figures: lines.map(({ net, setUp, unitPrices }) => ({
      net,
      setUp,
      unitPrices: unitPrices ?? [],
    })),
  }));
}

type LineOnRow = LineAsWritten &
  Pick<
    typeof documentLines.$inferSelect,
    'documentNumber' | 'version' | 'modelVersion' | 'pricedAt' | 'factsHash'
  >;

/** The documents of some lines, which come in their order, with the facts that they were priced with. */
async function withFacts<Line extends LineOnRow>(
  queries: Queries,
  numbers: readonly number[],
  lines: readonly { readonly line: Line; readonly item: string }[],
): Promise<{ readonly document: DocumentWithFacts; readonly lines: readonly Line[] }[]> {
  const heads = await queries
    .select({ document: HEAD, customer: customers.name })
    .from(documents)
    .leftJoin(customers, eq(customers.id, documents.customerId))
    .where(inList(documents.number, numbers))
    .orderBy(asc(documents.number));
  const own = new Map<number, { readonly line: Line; readonly item: string }[]>();
  for (const row of lines) {
    const known = own.get(row.line.documentNumber);
    if (known) known.push(row);
    else own.set(row.line.documentNumber, [row]);
  }
  const hashes = [...new Set(lines.map(({ line }) => line.factsHash))];
  const facts = new Map(
    (await queries.select().from(factSets).where(inList(factSets.hash, hashes))).map((one) => [
      one.hash,
      one.content,
    ]),
  );
  const attributes = await valuesOf(queries, 'documents', numbers);
  return heads.flatMap(({ document: head, customer }) => {
    const rows = own.get(head.number) ?? [];
    const [first] = rows;
    if (!first) return [];
    const { version, modelVersion, pricedAt, factsHash } = first.line;
    const known = facts.get(factsHash);
    if (!known) throw new Error(`the facts of document ${String(head.number)} are gone`);
    const { number, kind, settledAt, currency, levelId, codes, shipping, byHand, discount } = head;
    const { salesPerson, department, deliveryMethod, deliveryPostcode } = head;
    const document = documentFromForm({
      format: DOCUMENT_FORMAT,
      formatVersion: DOCUMENT_FORMAT_VERSION,
      pricedAt: pricedAt.toISOString(),
      currency,
      level: levelId,
      codes,
      shipping,
      byHand,
      discount,
      attributes: attributes.get(number) ?? {},
      kind,
      salesContext: { salesPerson, department, deliveryMethod, deliveryPostcode },
      facts: { ...KNOWN_SINCE, ...known },
      lines: rows.map(({ line, item }) => toLine(line, item)),
    });
    const name = customer ?? '';
    return [
      {
        document: {
          number,
          kind,
          customer: name,
          settledAt,
          isImported: head.importedAs !== null,
          version,
          modelVersion,
          document,
        },
        lines: rows.map(({ line }) => line),
      },
    ];
  });
}
