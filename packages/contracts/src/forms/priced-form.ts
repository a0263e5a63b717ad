import {
  type CodeAndName,
  type DocumentFacts,
  type ItemFacts,
  type PricedDocument,
  type PricedLine,
  type Serialized,
  serialized,
  type Setup,
} from '@honest-ledger/engine';
import {
  codeSentence,
  type Names,
  notAppliedWording,
  problemSentence,
  stepWording,
  unitAfter,
  type Wording,
} from '@honest-ledger/wording';

export const PRICED_FORMAT = 'honest-ledger-priced-document';
export const PRICED_FORMAT_VERSION = 3;

export type PricedLineForm = Serialized<PricedLine>;
export type PricedDocumentForm = Serialized<PricedDocument>;
/** What was priced of a document besides its lines. */
export type DocumentOutcome = Pick<
  PricedDocumentForm,
  | 'subtotal'
  | 'shipping'
  | 'rules'
  | 'discount'
  | 'notApplied'
  | 'codes'
  | 'total'
  | 'tax'
  | 'totalWithTax'
>;
type WithPrice = Extract<PricedLineForm, { kind: 'priced' }>;
type WithoutPrice = Extract<PricedLineForm, { kind: 'unpriced' }>;
type Worded<T> = T & Wording;

/** A priced document as a file: what was computed, and beside each step the words for it. */
export interface PricedFile extends Omit<PricedDocumentForm, 'lines' | 'notApplied' | 'codes'> {
  readonly format: typeof PRICED_FORMAT;
  readonly formatVersion: typeof PRICED_FORMAT_VERSION;
  readonly lines: readonly LineOnFile[];
  readonly notApplied: readonly Worded<PricedDocumentForm['notApplied'][number]>[];
  readonly codes: readonly (PricedDocumentForm['codes'][number] & { readonly sentence: string })[];
}

type LineOnFile = WordedLine | (WithoutPrice & { readonly sentence: string });
type Slice = WithPrice['slices'][number];
type WordedLine = Omit<WithPrice, 'slices' | 'notApplied' | 'computed'> & {
  readonly slices: readonly (Omit<Slice, 'steps'> & {
    readonly steps: readonly Worded<Slice['steps'][number]>[];
  })[];
  readonly notApplied: readonly Worded<WithPrice['notApplied'][number]>[];
  readonly computed: LineOnFile | null;
};

/** Prints a document priced with a setup for a file. */
export function pricedToFile(
  priced: PricedDocument,
  facts: DocumentFacts,
  setup: Pick<Setup, 'levels' | 'costTables'>,
): PricedFile {
  const names = namesFromFacts(facts, setup);
  const form: PricedDocumentForm = serialized(priced);
  return {
    format: PRICED_FORMAT,
    formatVersion: PRICED_FORMAT_VERSION,
    ...form,
    lines: form.lines.map((line) => wordLine(line, names)),
    notApplied: form.notApplied.map((one) => ({ ...one, ...notAppliedWording(one, names) })),
    codes: form.codes.map((one) => ({ ...one, sentence: codeSentence(one, names) })),
  };
}

/** The names that a document's facts know and those of the levels; anything else goes by its code. */
export function namesFromFacts(
  { items, customer, outlet }: NamedFacts,
  { levels, costTables = [], costKinds = [] }: NamedSetup,
): Names {
  const name = (pairs: readonly (CodeAndName | null)[]) => {
    const found = new Map(pairs.map((pair) => [pair?.code, pair?.name]));
    return (code: string): string => found.get(code) ?? code;
  };
  return {
    category: name(items.flatMap(({ categories }) => categories)),
    item: name(items.map((one) => ({ code: one.item, name: `${one.item} ${one.name}` }))),
    family: name(items.map(({ family }) => family)),
    brand: name(items.map(({ brand }) => brand)),
    supplier: name(items.map(({ supplier }) => supplier)),
    level: name(levels.map(({ id, name: code }) => ({ code: id, name: code }))),
    costTable: name(costTables.map(({ id, name: code }) => ({ code: id, name: code }))),
    cost: name(costKinds),
    attribute: (code) => code,
    // workings have what is saved in place of its name
    condition: (id) => id,
    segment: name([customer?.segment ?? null]),
    outlet: name([outlet ?? null]),
    salesPerson: (code) => code,
    department: (code) => code,
    deliveryMethod: (code) => code,
    unit: (unit, quantity) => unitAfter(quantity, unit),
  };
}

/** The facts of a document that have names. */
export interface NamedFacts {
  readonly items: readonly NamedItem[];
  readonly customer?: { readonly segment: CodeAndName | null } | null;
  readonly outlet?: CodeAndName | null;
}

/** What names things that a document's facts do not. */
export interface NamedSetup {
  readonly levels: readonly IdAndName[];
  readonly costTables?: readonly IdAndName[];
  /** Kinds of cost that are not called by their code. */
  readonly costKinds?: readonly CodeAndName[];
}

interface IdAndName {
  readonly id: string;
  readonly name: string;
}

type NamedItem = Pick<ItemFacts, 'item' | 'name' | 'categories' | 'family' | 'brand' | 'supplier'>;

function wordLine(line: PricedLineForm, names: Names): LineOnFile {
  if (line.kind === 'unpriced') return { ...line, sentence: problemSentence(line.problem) };
  return {
    ...line,
    slices: line.slices.map((slice) => ({
      ...slice,
      steps: slice.steps.map((step) => ({ ...step, ...stepWording(step.source, names) })),
    })),
    notApplied: line.notApplied.map((one) => ({ ...one, ...notAppliedWording(one, names) })),
    computed: line.computed && wordLine(line.computed, names),
  };
}
