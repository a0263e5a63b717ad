import type { AnyObjectChange, DraftTrial, EditTrial } from '@honest-ledger/contracts';
import {
  add,
  compareExact,
  compare,
  compileSetup,
  divide,
  isZero,
  priceDocument,
  print,
  subtract,
  ZERO,
  type CompiledSetup,
  type Decimal,
  type Exact,
  type PricingDocument,
  type Setup,
} from '@honest-ledger/engine';
import { setImmediate } from 'node:timers/promises';
import { and, count, desc, ne, not, sql } from 'drizzle-orm';
import { documentsInShort, type DocumentInShort } from '../documents/as-priced';
import type { Queries } from '../../platform/database/database';
import { documents } from '../../platform/database/schema/index';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { compiledWithout, type DraftedSetup } from '../../setup/drafts/edit-moves';
import { editedSetup, heldEdits, openDrafts } from '../../setup/drafts/queries';

/** How far back documents are tried, in days. */
const DAYS_BACK = 90;
/** The latest ones; and the first edits of a draft. Each edit prices each document once. */
const MAX_DOCUMENTS = 200;
const MAX_EDITS = 20;
const LARGEST = 3;

/**
 * Tries the edits of a draft on the documents of the last days: what each of them would have come to with
 * an edit against without it in the same draft, with the facts of its own day. An edit that counts on
 * certain days only is tried as if it had been in force on all of them.
 */
export async function tryDraft(
  queries: Queries,
  { setups, now }: Services,
  id: string,
): Promise<DraftTrial> {
  const draft = (await openDrafts(queries)).find((one) => one.id === id);
  if (!draft) throw notFound('This draft');
  const { setup: published } = await setups.of(queries, await versionInForce(queries));
  const held = await heldEdits(queries, { draft: id });
  const edited = editedSetup(published, held);
  const from = new Date(now().getTime() - DAYS_BACK * 24 * 60 * 60 * 1000);
  const at = sql`coalesce(${documents.settledAt}, ${documents.changedAt})`;
  // a quote that became an order is told by the order
  const became = sql`exists (select from documents next where next.from_number = documents.number)`;
  const recent = and(
    sql`${at} >= ${from.toISOString()}::timestamptz`,
    ne(documents.state, 'cancelled'),
    not(became),
  );
  const [all] = await queries.select({ documents: count() }).from(documents).where(recent);
  const numbers = await queries
    .select({ number: documents.number })
    .from(documents)
    .where(recent)
    .orderBy(desc(at), desc(documents.number))
    .limit(MAX_DOCUMENTS);
  const tried = await documentsInShort(
    queries,
    numbers.map(({ number }) => number),
  );
  const conditional = edited.changes.filter(({ kind }) => kind !== 'basePrice');
  const drafted: DraftedSetup = { published, edited, held };
  const edits: EditTrial[] = [];
  for (const change of conditional.slice(0, MAX_EDITS)) {
    edits.push(tryEdit(change, drafted, tried));
    // others are answered between two edits
    await setImmediate();
  }
  return {
    since: from.toISOString().slice(0, 10),
    documents: tried.length,
    isPart: (all?.documents ?? 0) > MAX_DOCUMENTS,
    edits,
    untried: Math.max(0, conditional.length - MAX_EDITS),
  };
}

interface Moved {
  readonly of: DocumentInShort;
  readonly before: Decimal;
  readonly after: Decimal;
}

function tryEdit(
  change: AnyObjectChange,
  drafted: DraftedSetup,
  tried: readonly DocumentInShort[],
): EditTrial {
  const without = compiledWithout(drafted, change);
  const edit = compileSetup(alwaysInForce(drafted.edited.setup, change));
  const moved = tried.flatMap((of): Moved[] => {
    const plain = withoutPromises(of.document);
    const document = withItsStart(plain, change);
    const [before, after] = [totalOf(without, plain), totalOf(edit, document)];
    return compare(before, after) === 0 ? [] : [{ of, before, after }];
  });
  const currencies = [...new Set(moved.map(({ of }) => of.document.currency))].sort();
  return {
    kind: change.kind,
    key: change.key,
    moved: moved.length,
    sums: currencies.map((currency) => {
      const own = moved.filter(({ of }) => of.document.currency === currency);
      const sum = (side: 'before' | 'after'): string =>
        print(own.reduce<Decimal>((so, one) => add(so, one[side]), ZERO));
      return { currency, before: sum('before'), after: sum('after') };
    }),
    largest: moved
      .toSorted((a, b) => compareExact(part(b), part(a)))
      .slice(0, LARGEST)
      .map(({ of, before, after }) => ({
        document: { kind: of.kind, number: of.number },
        currency: of.document.currency,
        before: print(before),
        after: print(after),
      })),
  };
}

/** By what part a document moves, whichever way. */
function part({ before, after }: Moved): Exact {
  const by = subtract(after, before);
  const size = by.units < 0 ? subtract(ZERO, by) : by;
  return isZero(before) ? size : divide(size, before);
}

function totalOf(setup: CompiledSetup, document: PricingDocument): Decimal {
  return priceDocument(setup, document, { workings: false }).total;
}

/** What was promised does not move; what comes next would. */
function withoutPromises(document: PricingDocument): PricingDocument {
  return { ...document, lines: document.lines.map((line) => ({ ...line, kept: null })) };
}

/** As if a code had been typed, or somebody had put the rule on. */
function withItsStart(document: PricingDocument, change: AnyObjectChange): PricingDocument {
  if (change.kind !== 'rule') return document;
  const trigger = change.after?.trigger;
  if (trigger?.kind === 'code') return { ...document, codes: [...document.codes, trigger.code] };
  if (trigger?.kind !== 'manual') return document;
  const on = { rule: change.key, line: null, is: 'on' } as const;
  return { ...document, byHand: [...document.byHand, on] };
}

const ALWAYS = { from: null, until: null } as const;

/** A setup in which what was edited counts on all days; weekdays and hours stay. */
function alwaysInForce(setup: Setup, { kind, key }: AnyObjectChange): Setup {
  const dated = <T extends { readonly id: string; readonly window: object }>(all: readonly T[]) =>
    all.map((one) => (one.id === key ? { ...one, window: ALWAYS } : one));
  switch (kind) {
    case 'rule':
      return {
        ...setup,
        rules: setup.rules.map((one) =>
          one.id === key ? { ...one, validity: { ...one.validity, days: ALWAYS } } : one,
        ),
      };
    case 'break':
      return { ...setup, breaks: dated(setup.breaks) };
    case 'level':
      return { ...setup, levels: dated(setup.levels) };
    case 'agreement':
      return { ...setup, agreements: dated(setup.agreements) };
    default:
      return setup;
  }
}
