import type {
  AnyObjectChange,
  AskedFor,
  CatalogueMoves,
  MovesAsked,
  ObjectEdit,
} from '@honest-ledger/contracts';
import {
  compileSetup,
  decimal,
  type CompiledSetup,
  type CurrencyCode,
  type CustomerFacts,
  type DocumentFacts,
  type Setup,
} from '@honest-ledger/engine';
import { eq } from 'drizzle-orm';
import type { ItemWithId } from '../../master-data/catalogue/item-facts';
import { catalogueMoves, type PricedUnder } from '../../master-data/catalogue/price-catalogue';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { segments } from '../../platform/database/schema/index';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import type { Services } from '../versions/services';
import { askedFor, type AskedPrices } from './moves-asked';
import { editedSetup, type HeldEdit } from './queries';

/** What one edit does to prices of the catalogue, and what these were asked for. */
type EditMoves = Pick<ObjectEdit, 'moves' | 'asked'>;

export interface DraftMoves {
  /** Each worked out when it is first asked for. */
  readonly of: (change: AnyObjectChange) => Promise<EditMoves>;
  /** What all edits of base prices do together; null where there are none. */
  readonly basePriceMoves: CatalogueMoves | null;
}

/** A draft over the published setup. */
export interface DraftedSetup {
  readonly published: Setup;
  readonly edited: { readonly setup: Setup; readonly changes: readonly AnyObjectChange[] };
  readonly held: readonly HeldEdit[];
}

/** Each takes a setup of its own: of more than this, the later ones are not counted. */
const MAX_COUNTED = 30;

const NOTHING: EditMoves = { moves: null, asked: null };

/**
 * What each edit of a draft does: the draft with it against the draft without it, for whom it is meant.
 * Edits of base prices reach only their own items, so one draft without all of them serves for each.
 */
export async function movesOf(
  queries: Queries,
  { now }: Services,
  drafted: DraftedSetup,
): Promise<DraftMoves> {
  const draft = await readDrafted(queries, now(), drafted);
  const { changes } = drafted.edited;
  const ofBasePrices = changes.filter(({ kind }) => kind === 'basePrice');
  const others = changes.filter(({ kind }) => kind !== 'basePrice').slice(0, MAX_COUNTED);
  const counted = new Set([...others, ...ofBasePrices]);
  const without = draftsWithout(drafted);
  const find = async (change: AnyObjectChange): Promise<EditMoves> => {
    const wanted = counted.has(change) ? askedFor(change, draft.here.local) : null;
    if (!wanted) return NOTHING;
    const before = without(change);
    const of = itemsOf(change, draft, before, drafted.edited.setup);
    if (of.length === 0) return NOTHING;
    const moves = await between(queries, draft, of, before, wanted);
    const levels = [...drafted.edited.setup.levels, ...drafted.published.levels];
    return { moves, asked: await named(queries, wanted, draft.here.local.day, levels) };
  };
  const found = new Map<AnyObjectChange, Promise<EditMoves>>();
  const [first] = ofBasePrices;
  const wanted = first ? askedFor(first, draft.here.local) : null;
  const repriced = draft.called(ofBasePrices.map(({ key }) => key));
  return {
    of: (change) => {
      const known = found.get(change) ?? find(change);
      found.set(change, known);
      return known;
    },
    basePriceMoves:
      first && wanted ? await between(queries, draft, repriced, without(first), wanted) : null,
  };
}

/** A draft ready to be priced by: compiled, with the items and the facts of now. */
interface ReadDraft {
  readonly compiled: CompiledSetup;
  readonly currency: CurrencyCode;
  readonly here: Omit<DocumentFacts, 'items'>;
  readonly now: Date;
  readonly items: readonly ItemWithId[];
  /** Those of them with some numbers. */
  readonly called: (numbers: Iterable<string>) => ItemWithId[];
}

async function readDrafted(
  queries: Queries,
  now: Date,
  { published, edited: { setup, changes } }: DraftedSetup,
): Promise<ReadDraft> {
  const here = await loadDocumentFacts(queries, { customer: null, outlet: null }, now);
  const compiled = compileSetup(setup);
  const day = pricingDay(here.local.day, compileSetup(published), compiled);
  const isWide = changes.some(({ kind }) => kind !== 'basePrice');
  const items = await readItemsToPrice(
    queries,
    day,
    isWide ? undefined : changes.map(({ key }) => key), // base prices have the numbers of their items
  );
  const byNumber = new Map(items.map((item) => [item.item, item]));
  return {
    compiled,
    currency: published.homeCurrency,
    here,
    now,
    items,
    called: (numbers) => [...numbers].flatMap((number) => byNumber.get(number) ?? []),
  };
}

/** The draft without an edit, compiled; without all of its base prices for one of these. */
function draftsWithout(drafted: DraftedSetup): (change: AnyObjectChange) => CompiledSetup {
  let withoutBasePrices: CompiledSetup | null = null;
  return (change) => {
    if (change.kind !== 'basePrice') return compiledWithout(drafted, change);
    const others = drafted.held.filter(({ kind }) => kind !== 'basePrice');
    withoutBasePrices ??= compileSetup(editedSetup(drafted.published, others).setup);
    return withoutBasePrices;
  };
}

/** How some items' prices move from another setup to that of the draft. */
async function between(
  queries: Queries,
  { compiled, currency, here, now }: ReadDraft,
  items: readonly ItemWithId[],
  before: CompiledSetup,
  wanted: AskedPrices,
): Promise<CatalogueMoves> {
  const under = await pricedUnder(queries, wanted, here, now);
  return catalogueMoves(
    items,
    { ...under(before), currency },
    { ...under(compiled), currency },
    now,
    wanted.quantities.map(decimal),
  );
}

/** The draft as it would be without one of its edits. */
export function compiledWithout(
  { published, held }: DraftedSetup,
  { kind, key }: AnyObjectChange,
): CompiledSetup {
  const others = held.filter((edit) => edit.kind !== kind || edit.key !== key);
  return compileSetup(editedSetup(published, others).setup);
}

/** The items whose prices an edit may move. */
function itemsOf(
  change: AnyObjectChange,
  { items, called, compiled }: ReadDraft,
  before: CompiledSetup,
  edited: Setup,
): readonly ItemWithId[] {
  switch (change.kind) {
    case 'basePrice':
      return called([change.key]);
    case 'sharedPrice':
      return called(pointingTo(edited, change.key));
    case 'agreement':
      return called([change.after?.item ?? change.before?.item ?? '']);
    case 'break':
      return items.filter((item) =>
        [before, compiled].some(({ breaksReaching }) =>
          breaksReaching?.(item).some((one) => one.compiled.break.id === change.key),
        ),
      );
    default:
      return items;
  }
}

/** The items whose base price is a shared one. */
function pointingTo({ basePrices }: Setup, shared: string): Set<string> {
  return new Set(
    basePrices
      .filter((one) => one.kind === 'shared' && one.shared === shared)
      .map(({ item }) => item),
  );
}

/** How the catalogue is priced for whom an edit is meant. */
async function pricedUnder(
  queries: Queries,
  { who, outlet, local, codes, byHand }: AskedPrices,
  here: Omit<DocumentFacts, 'items'>,
  now: Date,
): Promise<(setup: CompiledSetup) => Omit<PricedUnder, 'currency'>> {
  const customer = who.kind === 'customer' ? who.code : null;
  const around =
    customer === null && outlet === null
      ? here
      : await loadDocumentFacts(queries, { customer, outlet }, now);
  const facts = {
    ...around,
    local: { ...around.local, day: local.day, time: local.time },
    customer: who.kind === 'segment' ? await anyOf(queries, who.code) : around.customer,
  };
  const level = who.kind === 'level' ? who.code : null;
  const isPlain = who.kind === 'noLevel' || who.kind === 'level';
  return (setup) => ({
    // a level is looked at against base prices, not against another level
    setup: isPlain ? { ...setup, defaultLevel: null } : setup,
    facts,
    level,
    codes,
    byHand,
  });
}

/** A customer of a segment of whom nothing else is known. */
async function anyOf(queries: Queries, code: string): Promise<CustomerFacts> {
  const [segment] = await queries
    .select({ code: segments.code, name: segments.name, level: segments.levelId })
    .from(segments)
    .where(eq(segments.code, code));
  const { name } = segment ?? { name: code };
  return {
    code: '',
    name,
    segment: segment ?? { code, name, level: null },
    level: null,
    assignments: [],
    attributes: {},
  };
}

/** What prices were asked for, with the names that people know. */
async function named(
  queries: Queries,
  { who, quantities, outlet, local, codes, byHand }: AskedPrices,
  today: string,
  levels: Setup['levels'],
): Promise<MovesAsked> {
  const at =
    outlet === null
      ? null
      : (await loadDocumentFacts(queries, { customer: null, outlet }, NO_DAY)).outlet;
  const trigger = codes.length > 0 ? 'code' : byHand.length > 0 ? 'manual' : null;
  return {
    who: await whoIsCalled(queries, who, levels),
    quantities,
    outlet: at?.name ?? null,
    day: local.day === today ? null : local.day,
    trigger,
  };
}

/** Names do not hang on a day. */
const NO_DAY = new Date(0);

async function whoIsCalled(
  queries: Queries,
  who: AskedPrices['who'],
  levels: Setup['levels'],
): Promise<AskedFor> {
  switch (who.kind) {
    case 'noLevel':
    case 'nobody':
      return who;
    case 'level':
      return { kind: 'level', name: levels.find(({ id }) => id === who.code)?.name ?? '' };
    case 'segment':
      return { kind: 'segment', name: (await anyOf(queries, who.code)).name };
    case 'customer': {
      const asked = { customer: who.code, outlet: null };
      const { customer } = await loadDocumentFacts(queries, asked, NO_DAY);
      return { kind: 'customer', name: customer?.name ?? who.code };
    }
  }
}
