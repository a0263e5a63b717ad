import type { DocumentContent, DocumentLineInput, PricedLineForm } from '@honest-ledger/contracts';
import { averageEach } from '@honest-ledger/engine';
import { type Names, orWords, priceCauses } from '@honest-ledger/wording';
import { unbroken, writeNumber, writer } from '../../../shared/numbers/numbers';
import type { TermsChange } from '../terms/document-terms';
import type { OpenDocument } from '../state/documents.feature';

/** A line's price now, and what the version in force would make of it. */
export interface ForeseenMove {
  readonly item: string;
  readonly now: string;
  readonly then: string;
}

export function foreseenMoves({ editing, priced, foreseen }: OpenDocument): ForeseenMove[] {
  const then = new Map((foreseen?.lines ?? []).map((line) => [line.id, line]));
  return editing.content.lines.flatMap(({ id, item }) => {
    const [now, after] = [paidBy(priced[id]), paidBy(then.get(id))];
    if (isSamePaid(now, after)) return [];
    const whole = now.isWhole || after.isWhole;
    return [{ item, now: paidText(now, '', whole), then: paidText(after, '', whole) }];
  });
}

/** A document before something was switched that its prices may hang on. */
export interface BeforeSwitch {
  /** "For another customer": what was switched. */
  readonly what: string;
  /** Whether it is told, too, where no price is another. */
  readonly always: boolean;
  /** What stood in the fields that were switched. */
  readonly part: Partial<DocumentContent>;
  readonly currency: string;
  readonly priced: Readonly<Record<string, PricedLineForm>>;
  /** What it moved, once something else was edited; null while that is what differs now. */
  readonly told: readonly MovedPrice[] | null;
}

/**
 * What is remembered of a document that is about to be switched.
 * @param unseen an earlier switch whose prices nobody has looked at yet: they are told together
 */
export function beforeSwitch(
  { editing: { content }, priced }: OpenDocument,
  part: Partial<DocumentContent>,
  { what, always }: NonNullable<TermsChange['moving']>,
  unseen: BeforeSwitch | null,
): BeforeSwitch {
  const stood = Object.fromEntries(
    Object.entries(content).filter(([field]) => field in part),
  ) as Partial<DocumentContent>; // fields of a document, as they are there
  const { currency } = content;
  if (!unseen) return { what, always, part: stood, currency, priced, told: null };
  return {
    ...unseen,
    what: unseen.what.split('; ').includes(what) ? unseen.what : `${unseen.what}; ${what}`,
    always: always || unseen.always,
    part: { ...stood, ...unseen.part },
    told: null,
  };
}

/** What a switch made of the price of a line. */
export interface MovedPrice {
  readonly id: string;
  readonly item: string;
  readonly was: string;
  readonly is: string;
  readonly causes: readonly string[];
}

/** Line by line, what a switch made of the prices; lines that are not priced yet are left out. */
export function switchMoves(
  { editing, priced, outcome }: OpenDocument,
  before: BeforeSwitch,
  names: Names,
): readonly MovedPrice[] {
  if (before.told) return before.told;
  const { currency, lines } = editing.content;
  const around = {
    notApplied: outcome.notApplied,
    unlooked: unlookedBy(editing.content, before.part),
  };
  return lines.flatMap(({ id, item }) => {
    const [was, is] = [before.priced[id], priced[id]];
    if (!was || !is) return [];
    const [old, now] = [paidBy(was), paidBy(is)];
    if (isSamePaid(old, now) && currency === before.currency) return [];
    const causes = priceCauses(was, is, names, writer, around).map(unbroken);
    const whole = old.isWhole || now.isWhole;
    const [wasText, isText] = [
      paidText(old, ` ${before.currency}`, whole),
      paidText(now, ` ${currency}`, whole),
    ];
    return [{ id, item, was: wasText, is: isText, causes }];
  });
}

/** Why a rule that applied before a switch is not looked at after it: it is for what was there before. */
function unlookedBy(after: DocumentContent, before: Partial<DocumentContent>): string {
  const switched = (['customer', 'outlet', 'currency'] as const).filter(
    (field) => field in before && before[field] !== after[field],
  );
  return switched.length === 0
    ? 'it is not for this document'
    : `it is not for this ${orWords(switched)}`;
}

/**
 * The lines with the prices that they had before a switch, by hand where the switch moved them. In
 * another currency, or of a line that its unit price alone does not make, the old price is none that
 * could be typed: null where nothing is left to be kept.
 */
export function linesAsBefore(
  { editing }: OpenDocument,
  before: BeforeSwitch,
  moves: readonly MovedPrice[],
): readonly DocumentLineInput[] | null {
  const { currency, lines } = editing.content;
  const moved = new Set(moves.map(({ id }) => id));
  if (currency !== before.currency) return null;
  const reason = `as before: ${before.what}`.slice(0, MAX_OF_A_REASON);
  const kept = lines.map((line) => {
    const price = moved.has(line.id) ? priceToType(before.priced[line.id]) : null;
    return price === null ? line : { ...line, priceByHand: { price, reason } };
  });
  return kept.some((line, place) => line !== lines[place]) ? kept : null;
}

const MAX_OF_A_REASON = 200;

/** The unit price that makes all of a line, but for what comes off the document; null where none does. */
function priceToType(line: PricedLineForm | undefined): string | null {
  if (line?.kind !== 'priced' || line.slices.length !== 1 || line.flats.length > 0) return null;
  if (line.shares.some(({ of }) => of !== 'document')) return null;
  return line.slices[0]?.unitPrice ?? null;
}

/** What is paid for a line: of one unit, and for all of it. */
interface Paid {
  readonly each: string | null;
  readonly net: string | null;
  /** Whether something is done to the line as a whole, which its unit price does not show. */
  readonly isWhole: boolean;
}

function paidBy(line: PricedLineForm | undefined): Paid {
  const each = line ? averageEach(line) : null;
  if (line?.kind !== 'priced') return { each, net: null, isWhole: false };
  const { net, flats, shares, discount, discountShare, floor } = line;
  const isWhole =
    flats.length > 0 || shares.length > 0 || Boolean(discount ?? discountShare ?? floor);
  return { each, net, isWhole };
}

function isSamePaid(one: Paid, other: Paid): boolean {
  return one.each === other.each && one.net === other.net;
}

/** "12.50 EUR", and what the line comes to where its unit price does not say it. */
function paidText({ each, net }: Paid, currency: string, withNet: boolean): string {
  if (each === null) return `no price${currency}`;
  const whole = withNet && net !== null ? `, line ${writeNumber(net)}${currency}` : '';
  return `${writeNumber(each)}${currency}${whole}`;
}
