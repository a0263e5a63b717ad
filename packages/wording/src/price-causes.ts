import {
  add,
  compare,
  decimal,
  fewestReasons,
  type NotApplied,
  type PricedLine,
  print,
  type Serialized,
  readPrinted,
  type WorkingSource,
} from '@honest-ledger/engine';
import { documentTitle, problemSentence, reasonsSentence, stepWording } from './sentences';
import { plainWriter, type Names, type Writer } from './setup-sentences';

type Line = Serialized<PricedLine>;
type WithPrice = Extract<Line, { kind: 'priced' }>;

/** Something that touched a price, with all that it changed it by. */
interface Touch {
  readonly title: string;
  readonly rule: string | null;
  readonly change: string;
}

/** What a line does not say of itself when it is priced as part of a document. */
export interface CauseContext {
  /** The rules for the document that did nothing, as it is priced now. */
  readonly notApplied: readonly Serialized<NotApplied>[];
  /**
   * Why a rule is not looked at, of which nothing is told: "it is not for this outlet". Rules for other
   * customers, segments, currencies and outlets are not.
   */
  readonly unlooked: string;
}

const UNLOOKED = 'the rule was deleted, or is for others';

/**
 * Why a line has another price than before, in plain sentences: what touches it no more and why, what
 * touches it now, and what does another thing than it did. Empty where nothing of it differs.
 */
export function priceCauses(
  before: Line,
  after: Line,
  names: Names,
  write: Writer = plainWriter,
  around: Partial<CauseContext> = {},
): readonly string[] {
  if (after.kind === 'unpriced') {
    return before.kind === 'unpriced' ? [] : [capital(problemSentence(after.problem, write))];
  }
  if (before.kind === 'unpriced') return ['Has a price now'];
  if (before.kept && !after.kept) {
    const promised = `Price was held from ${documentTitle(before.kept.from)}`;
    const since = before.computed ? priceCauses(before.computed, after, names, write, around) : [];
    return [promised, ...since];
  }
  const [was, is] = [touchesOf(before, names, write), touchesOf(after, names, write)];
  const causes: string[] = [];
  for (const [key, { title, rule, change }] of was) {
    const now = is.get(key);
    if (!now) {
      const why = rule === null ? null : whyGone(rule, after, around, names, write);
      causes.push(`${title} no longer applies${why === null ? '' : `: ${why}`}`);
    } else if (now.change !== change) {
      causes.push(`${title} now ${write.number(now.change)}, was ${write.number(change)}`);
    }
  }
  for (const [key, { title, change }] of is) {
    if (!was.has(key)) causes.push(`${title} now applies: ${write.number(change)}`);
  }
  causes.push(...setUpCauses(before, after, write));
  return causes;
}

/** Why a rule does nothing any more; null where more was considered than is told. */
function whyGone(
  rule: string,
  { notApplied, notAppliedMore }: WithPrice,
  around: Partial<CauseContext>,
  names: Names,
  write: Writer,
): string | null {
  const reasons = fewestReasons(rule, [...notApplied, ...(around.notApplied ?? [])]);
  if (reasons) return reasonsSentence(reasons, names, write);
  return notAppliedMore > 0 ? null : (around.unlooked ?? UNLOOKED);
}

function setUpCauses(before: WithPrice, after: WithPrice, write: Writer): readonly string[] {
  const asked = ({ setUp }: WithPrice): string => setUp?.amount ?? '0';
  const [was, is] = [asked(before), asked(after)];
  if (compare(decimal(was), decimal(is)) === 0) return [];
  const why = after.setUp?.paid ? ': paid by now' : '';
  return [`Set-up charge now ${write.number(is)}, was ${write.number(was)}${why}`];
}

/** Roundings follow from what is before them, so they are no causes. */
const FOLLOWS: ReadonlySet<string> = new Set([
  'levelRounding',
  'tableRounding',
  'breakRounding',
  'unitRounding',
]);

function touchesOf(
  { slices, flats, shares, discount, discountShare, floor }: WithPrice,
  names: Names,
  write: Writer,
): ReadonlyMap<string, Touch> {
  const touches = new Map<string, Touch>();
  const tell = (key: string, touch: Touch): void => {
    const known = touches.get(key);
    const change = known ? sumOf(known.change, touch.change) : touch.change;
    touches.set(key, { ...touch, change });
  };
  for (const { steps } of slices) {
    for (const { source, change } of steps) {
      if (FOLLOWS.has(source.kind)) continue;
      const { title, sentence } = stepWording(source, names, write);
      const rule = source.kind === 'rule' ? source.rule.id : null;
      tell(keyOf(source, sentence), { title, rule, change });
    }
  }
  for (const { rule, amount } of [...flats, ...shares]) {
    tell(`rule ${rule.id}`, { title: `Rule ${rule.name}`, rule: rule.id, change: amount });
  }
  const whole = (key: string, title: string, change: string | null | undefined): void => {
    if (change && !/^-?0(\.0+)?$/.test(change)) tell(key, { title, rule: null, change });
  };
  whole('discount', 'Manual discount', discount?.amount);
  whole('discountShare', 'Manual discount on the document', discountShare);
  whole('floor', 'Minimum price', floor?.lifted);
  return touches;
}

function keyOf(source: Serialized<WorkingSource>, sentence: string): string {
  switch (source.kind) {
    case 'rule':
      return `rule ${source.rule.id}`;
    case 'agreement':
      return `agreement ${source.agreement.id}`;
    case 'levelEntry':
    case 'typedPrice':
      return `${source.kind} ${source.level.id}`;
    case 'costTable':
    case 'tableFees':
    case 'pieceCharge':
      return `${source.kind} ${source.table.id}`;
    case 'quantityBreak':
      return `break ${source.break.id}`;
    case 'kept':
    case 'exchange':
    case 'lineUnit':
    case 'basePrice':
      return source.kind;
    default:
      return `${source.kind} ${sentence}`;
  }
}

/** Changes that do not end are told with the decimals they are printed with. */
function sumOf(one: string, other: string): string {
  return print(add(readPrinted(one), readPrinted(other)));
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
