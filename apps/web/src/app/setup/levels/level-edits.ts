import type {
  AdjustingForm,
  AdjustmentForm,
  LevelContent,
  LevelEntryForm,
  RoundingForm,
  TypedPriceForm,
} from '@honest-ledger/contracts';
import { ALWAYS, type Basis } from '@honest-ledger/engine';
import { UNSAID, UNSAID_GOODS } from '../../shared/reference/scope-edits';
import { emptyLevel } from './levels.feature';

/** The edits that the level's screen makes: each gives the whole content anew. */

export function withEntry(
  content: LevelContent,
  id: string,
  how: (entry: LevelEntryForm) => LevelEntryForm,
): LevelContent {
  const entries = content.entries.map((entry) => (entry.id === id ? how(entry) : entry));
  return { ...content, entries };
}

/** A new entry, whose goods and figure are still to be said. */
export function withNewEntry(content: LevelContent, id: string): LevelContent {
  const entry: LevelEntryForm = {
    id,
    scope: UNSAID_GOODS,
    basis: { kind: 'basePrice' },
    adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: UNSAID } },
    rounding: null,
    closes: false,
  };
  return { ...content, entries: [...content.entries, entry] };
}

export function withoutEntry(content: LevelContent, id: string): LevelContent {
  return { ...content, entries: content.entries.filter((entry) => entry.id !== id) };
}

/** An entry one place up or down in the list, which counts where entries are equally narrow. */
export function withEntryMoved(content: LevelContent, id: string, by: -1 | 1): LevelContent {
  const from = content.entries.findIndex((entry) => entry.id === id);
  const [entry, other] = [content.entries[from], content.entries[from + by]];
  if (!entry || !other) return content;
  const entries = content.entries.with(from, other).with(from + by, entry);
  return { ...content, entries };
}

/**
 * A basis from a choice: `level:ID` names a level, `cost:CODE` a kind of cost, `table:ID` a cost
 * table, `namedPrice` a price whose name is still to be typed.
 */
export function startBasis(choice: string): Basis {
  if (choice.startsWith('level:')) return { kind: 'level', level: choice.slice('level:'.length) };
  if (choice.startsWith('cost:')) return { kind: 'cost', cost: choice.slice('cost:'.length) };
  if (choice === 'costTable') return { kind: 'costTable', table: null };
  if (choice.startsWith('table:')) {
    return { kind: 'costTable', table: choice.slice('table:'.length) };
  }
  if (choice === 'namedPrice') return { kind: 'namedPrice', name: '' };
  return choice === 'listPrice' ? { kind: 'listPrice' } : { kind: 'basePrice' };
}

/** What the screen calls what is done to a basis. */
export type Doing = AdjustmentForm['kind'] | 'byPrice' | 'byCost';

const WAYS: readonly (readonly [AdjustmentForm['kind'], string])[] = [
  ['percent', 'a percentage'],
  ['amount', 'an amount'],
  ['percentAndAmount', 'a percentage, then an amount'],
  ['set', 'a price set'],
  ['multiplier', 'times'],
  ['markup', 'a markup'],
  ['margin', 'a margin'],
];

const BY_BANDS: readonly (readonly [Doing, string])[] = [
  ['byPrice', 'by the price'],
  ['byCost', 'by the unit cost'],
];

/** What may be done to a basis; what is reckoned on a cost is offered where an entry starts from one. */
export function waysFrom({ kind }: Basis): readonly (readonly [AdjustmentForm['kind'], string])[] {
  return WAYS.filter(([way]) => kind === 'cost' || !OF_COSTS.has(way));
}

/** The same, and by bands. */
export function doingsFrom(basis: Basis): readonly (readonly [Doing, string])[] {
  return [...waysFrom(basis), ...BY_BANDS];
}

export function doingOf({ adjusting }: LevelEntryForm): Doing {
  return adjusting.kind === 'plain' ? adjusting.adjustment.kind : adjusting.kind;
}

/** Another way to adjust, with as much of the figures there as fits. */
export function startAdjusting(doing: Doing, before: AdjustingForm): AdjustingForm {
  if (doing === 'byPrice' || doing === 'byCost') {
    if (before.kind === doing) return before;
    return before.kind === 'plain'
      ? { kind: doing, bands: [{ from: '0', adjustment: before.adjustment }] }
      : { kind: doing, bands: before.bands };
  }
  const old = before.kind === 'plain' ? before.adjustment : before.bands[0]?.adjustment;
  return { kind: 'plain', adjustment: startAdjustment(doing, old) };
}

export function startAdjustment(
  kind: AdjustmentForm['kind'],
  old: AdjustmentForm | undefined,
): AdjustmentForm {
  const percent = old && 'percent' in old ? old.percent : UNSAID;
  const amount = old && 'amount' in old ? old.amount : UNSAID;
  const unit = old && 'unit' in old ? old.unit : null;
  switch (kind) {
    case 'percent':
      return { kind, percent };
    case 'amount':
      return { kind, amount, unit };
    case 'percentAndAmount':
      return { kind, percent, amount, unit };
    case 'set':
      return { kind, price: old?.kind === 'set' ? old.price : UNSAID, unit };
    case 'multiplier':
      return { kind, factor: old?.kind === 'multiplier' ? old.factor : UNSAID };
    case 'markup':
    case 'margin':
      return { kind, percent: isMarkedUp(old) ? old.percent : UNSAID };
  }
}

function isMarkedUp(
  old: AdjustmentForm | undefined,
): old is Extract<AdjustmentForm, { kind: 'markup' | 'margin' }> {
  return old?.kind === 'markup' || old?.kind === 'margin';
}

/** What is reckoned on a cost alone becomes a percent where an entry starts from a price. */
export function withBasis(entry: LevelEntryForm, basis: Basis): LevelEntryForm {
  if (basis.kind === 'cost') return { ...entry, basis };
  const onPrices = (adjustment: AdjustmentForm): AdjustmentForm =>
    OF_COSTS.has(adjustment.kind) ? { kind: 'percent', percent: UNSAID } : adjustment;
  const { adjusting } = entry;
  return {
    ...entry,
    basis,
    adjusting:
      adjusting.kind === 'plain'
        ? { kind: 'plain', adjustment: onPrices(adjusting.adjustment) }
        : {
            kind: adjusting.kind,
            bands: adjusting.bands.map((band) => ({
              ...band,
              adjustment: onPrices(band.adjustment),
            })),
          },
  };
}

/** Ways to adjust that are reckoned on a cost. */
export const OF_COSTS: ReadonlySet<Doing> = new Set(['multiplier', 'markup', 'margin']);

/** A signed figure as the screen shows it: how much, and off or added. */
export interface ShownFigure {
  readonly size: string;
  readonly off: boolean;
}

export function shownFigure(figure: string): ShownFigure {
  const isOpen = figure === UNSAID || isNothing(figure);
  const off = figure.startsWith('-') || (isOpen && !figure.startsWith('+'));
  return { size: figure.replace(/^[+-]/, ''), off };
}

/** Nothing added is saved as "+0", and a figure that is still to be typed and will be added as "+". */
export function storedFigure({ size, off }: ShownFigure): string {
  const plain = size.replace(/^[+-]/, '');
  if (isNothing(plain)) return off ? plain : `+${plain}`;
  return off ? `-${plain}` : plain;
}

function isNothing(figure: string): boolean {
  return !/[1-9]/.test(figure);
}

/** A rounding rule as a choice begins it, with as much of what is there as fits. */
export function startRounding(
  kind: RoundingForm['kind'],
  currency: string,
  before: RoundingForm | null,
): RoundingForm {
  const shared = {
    currency,
    direction: before?.direction ?? ('nearest' as const),
    leastPrice: before?.leastPrice ?? null,
  };
  if (kind === 'increment') {
    const increment = before?.kind === kind ? before.increment : '0.05';
    return { kind, ...shared, increment };
  }
  return before?.kind === kind
    ? { ...before, ...shared }
    : { kind, ...shared, endings: ['0.49', '0.99'], period: 1 };
}

/** A level in another currency: its roundings go with it. */
export function withCurrency(content: LevelContent, currency: string): LevelContent {
  const there = (rounding: RoundingForm | null): RoundingForm | null =>
    rounding && { ...rounding, currency };
  return {
    ...content,
    currency,
    rounding: there(content.rounding),
    entries: content.entries.map((entry) => ({ ...entry, rounding: there(entry.rounding) })),
  };
}

/** A new typed price for an item, or for as many as there are rows in a pasted block. */
export function typedPrice(id: string, item: string, price: string): TypedPriceForm {
  return { id, item, price, unit: null, window: ALWAYS, minQuantity: '0', closes: false };
}

/** A level on its own that says what another does, with ids of its own. */
export function sameLevel(content: LevelContent): LevelContent {
  return {
    ...content,
    name: copyName(content.name),
    entries: content.entries.map((entry) => ({ ...entry, id: crypto.randomUUID() })),
    typedPrices: content.typedPrices.map((typed) => ({ ...typed, id: crypto.randomUUID() })),
  };
}

/** A level that starts from another's full result, with a percent on it. */
export function followingLevel(id: string, content: LevelContent, percent: string): LevelContent {
  return {
    ...emptyLevel(content.currency),
    name: copyName(content.name),
    entries: [
      {
        id: crypto.randomUUID(),
        scope: { kind: 'all' },
        basis: { kind: 'level', level: id },
        adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent } },
        rounding: null,
        closes: false,
      },
    ],
    rounding: content.rounding,
  };
}

/** As long as a name may be. */
const LONGEST_NAME = 120;

function copyName(name: string): string {
  return `${name.slice(0, LONGEST_NAME - ' copy'.length)} copy`;
}
