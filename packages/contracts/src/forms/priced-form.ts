import {
  notAppliedWording,
  printed,
  problemSentence,
  stepWording,
  type DocumentFacts,
  type Names,
  type PricedDocument,
  type PricedLine,
  type Printed,
  type Wording,
} from '@honest-ledger/engine';

export const PRICED_FORMAT = 'honest-ledger-priced-document';
export const PRICED_FORMAT_VERSION = 1;

export type PricedLineForm = Printed<PricedLine>;
export type PricedDocumentForm = Printed<PricedDocument>;
type WithPrice = Extract<PricedLineForm, { kind: 'priced' }>;
type WithoutPrice = Extract<PricedLineForm, { kind: 'unpriced' }>;
type Worded<T> = T & Wording;

/** A priced document as a file: what was computed, and beside each step the words for it. */
export interface PricedFile extends Omit<PricedDocumentForm, 'lines'> {
  readonly format: typeof PRICED_FORMAT;
  readonly formatVersion: typeof PRICED_FORMAT_VERSION;
  readonly lines: readonly (WordedLine | (WithoutPrice & { readonly sentence: string }))[];
}

type Slice = WithPrice['slices'][number];
type WordedLine = Omit<WithPrice, 'slices' | 'notApplied'> & {
  readonly slices: readonly (Omit<Slice, 'steps'> & {
    readonly steps: readonly Worded<Slice['steps'][number]>[];
  })[];
  readonly notApplied: readonly Worded<WithPrice['notApplied'][number]>[];
};

/** Prints a priced document for a file. */
export function pricedToFile(priced: PricedDocument, facts: DocumentFacts): PricedFile {
  const names = namesFromFacts(facts);
  const form: PricedDocumentForm = printed(priced);
  return {
    format: PRICED_FORMAT,
    formatVersion: PRICED_FORMAT_VERSION,
    ...form,
    lines: form.lines.map((line) =>
      line.kind === 'priced'
        ? wordLine(line, names)
        : { ...line, sentence: problemSentence(line.problem) },
    ),
  };
}

/** The names of the goods that a document's facts know; anything else goes by its code. */
export function namesFromFacts({ items }: Pick<DocumentFacts, 'items'>): Names {
  const categories = new Map(
    items.flatMap((item) => item.categories.map(({ code, name }) => [code, name])),
  );
  const itemNames = new Map(items.map(({ item, name }) => [item, `${item} ${name}`]));
  return {
    category: (code) => categories.get(code) ?? code,
    item: (number) => itemNames.get(number) ?? number,
  };
}

function wordLine(line: WithPrice, names: Names): WordedLine {
  return {
    ...line,
    slices: line.slices.map((slice) => ({
      ...slice,
      steps: slice.steps.map((step) => ({ ...step, ...stepWording(step.source, names) })),
    })),
    notApplied: line.notApplied.map((one) => ({ ...one, ...notAppliedWording(one, names) })),
  };
}
