import { refuseHeld } from '../guards/held';
import type {
  Transition,
  TransitionView,
  AdvancingLine,
  DocumentContent,
  DocumentState,
  PricedLineForm,
} from '@honest-ledger/contracts';
import {
  type DocumentKind,
  type PricedDocument,
  priceDocument,
  serialized,
} from '@honest-ledger/engine';
import { documentTitle } from '@honest-ledger/wording';
import { createHash } from 'node:crypto';
import type { Queries, Transaction } from '../../platform/database/database';
import { momentOf, zoneAt } from '../../master-data/facts/as-of';
import { localTime } from '../../platform/clock/local-time';
import { conflict, Problem, refused } from '../../platform/http/problems';
import { overrideAuthorsOf } from './hands';
import { makeFrom } from './make-from';
import { keeping, promisesOf, withPromises } from './promises';
import type { Services } from '../../setup/versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { lockDocument, recordOf, settled, type Editor } from './save-document';
import {
  documentAt,
  madeFrom,
  nothingPriced,
  outcomeOf,
  storedDocument,
  type StoredDocument,
} from './queries';
import { countUnitsSold } from '../../master-data/costs/count-units-sold';
import { countUses } from './rule-uses';
import { saveSetUpsPaid } from './set-ups-paid';
import type { DocumentRecord } from '../../platform/database/schema/index';
import { writeDocument } from './write-document';

/** What a document would be if it went one step further, priced as promised and as of now. */
export async function foreseeTransition(
  queries: Queries,
  services: Services,
  number: number,
  into: DocumentKind,
): Promise<TransitionView> {
  const stored = await storedDocument(queries, number);
  await checkStep(queries, stored, into);
  return (await foresee(queries, services, stored, into)).view;
}

/**
 * Takes a document one step further, as somebody saw it: an order is confirmed, a sale posted, or
 * another document made from it.
 * @returns the number of the document that it became: its own, or that of the new one
 */
export async function transitionDocument(
  transaction: Transaction,
  services: Services,
  number: number,
  { into, revision, keep, priceFingerprint }: Transition,
  editor: Editor,
): Promise<number> {
  const row = await lockDocument(transaction, services, number, revision);
  const stored = await storedDocument(transaction, number);
  await checkStep(transaction, stored, into);
  await refuseHeld(transaction, row);
  const { view, content } = await foresee(transaction, services, stored, into);
  if (view.priceFingerprint !== priceFingerprint) {
    throw conflict('The prices of today are others than those you have seen.', view);
  }
  const promised = promisesOf(view.differing, stored);
  const unknown = keep.filter((id) => !promised.has(id));
  if (unknown.length > 0) {
    throw refused([{ path: 'keep', sentence: 'This line has no held price to keep' }]);
  }
  const chosen = new Map([...promised].filter(([id]) => keep.includes(id)));
  const kept = keeping(content, view.differing, chosen);
  return into === row.kind
    ? settle(transaction, services, row, { stored, after: kept }, editor)
    : makeFrom(transaction, services, row, {
        into,
        content: { ...kept, validUntil: null },
        overrideAuthors: overrideAuthorsOf(stored),
        origin: { fromNumber: number },
        by: editor.id,
      });
}

/** Which step a document may take, and whether there is anything to take it with. */
async function checkStep(
  queries: Queries,
  { document, rows }: StoredDocument,
  into: DocumentKind,
): Promise<void> {
  const { kind, state } = document;
  const may =
    kind === into
      ? kind !== 'quote' && state === 'open'
      : (kind === 'quote' && into !== 'quote') ||
        (kind === 'order' && into === 'sale' && state === 'confirmed');
  if (!may) {
    if (kind === into && state !== 'open') throw settled(document);
    const more = kind === 'order' && into === 'sale' ? ' It is to be confirmed first.' : '';
    throw new Problem(
      422,
      `${documentTitle(document)} does not become ${WITH_ARTICLE[into]}.${more}`,
    );
  }
  if (rows.length === 0) {
    throw new Problem(422, `${documentTitle(document)} has no lines yet.`);
  }
  if (kind === into) return;
  const [made] = await madeFrom(queries, document.number);
  if (made) {
    throw conflict(
      `${documentTitle(made)} was made from ${documentTitle(document)} already.`,
      null,
    );
  }
}

const WITH_ARTICLE: Readonly<Record<DocumentKind, string>> = {
  quote: 'a quote',
  order: 'an order',
  sale: 'a sale',
};

async function foresee(
  queries: Queries,
  services: Services,
  stored: StoredDocument,
  into: DocumentKind,
): Promise<{ view: TransitionView; content: DocumentContent }> {
  const { document, rows } = stored;
  const own = document.kind === into;
  // what it was promised before is still a promise where it only is confirmed or posted
  const content = own ? stored.content : withPromises(stored.content, null);
  const { compiled } = await services.setups.of(queries, await versionInForce(queries));
  const now = services.now();
  const at = await momentOf(queries, content, now);
  const around = own ? document : { number: 0, fromNumber: document.number };
  const priced = async (written: DocumentContent): Promise<PricedDocument> =>
    priceDocument(
      compiled,
      await documentAt(queries, compiled, { ...written, kind: into }, at, around),
    );
  const today = await priced(content);
  const lines = serialized(today).lines;
  const differing = rows.flatMap(({ id, priced: promised }, place): AdvancingLine[] => {
    const line = lines[place];
    return line && figures(line) !== figures(promised) ? [{ id, promised, today: line }] : [];
  });
  const asKept = keeping(content, differing, promisesOf(differing, stored));
  const keepable = differing.length > 0;
  const { validUntil } = document;
  const { day } = localTime(now, await zoneAt(queries, content.outlet));
  return {
    content,
    view: {
      into,
      revision: document.revision,
      differing,
      promised: document.outcome ?? nothingPriced(document),
      kept: outcomeOf(keepable ? await priced(asKept) : today),
      today: outcomeOf(today),
      priceFingerprint: priceFingerprintOf([...lines.map(figures), outcomeOf(today).total]),
      keepsPromise: own
        ? false
        : document.kind === 'order' || (validUntil !== null && day <= validUntil),
    },
  };
}

/** Tells the same prices from any others. */
function priceFingerprintOf(prices: readonly string[]): string {
  return createHash('sha256').update(JSON.stringify(prices)).digest('hex');
}

/** All that a customer pays by of a line. */
function figures(line: PricedLineForm): string {
  if (line.kind === 'unpriced') return line.problem.kind;
  const { net, slices, setUp } = line;
  return JSON.stringify([
    net,
    setUp?.amount ?? null,
    slices.map(({ quantity, unit, unitPrice }) => [quantity, unit, unitPrice]),
  ]);
}

const SETTLED: Readonly<Record<'order' | 'sale', DocumentState & ('confirmed' | 'posted')>> = {
  order: 'confirmed',
  sale: 'posted',
};

/** Confirms an order or posts a sale, at the prices of now, and counts what it used. */
async function settle(
  transaction: Transaction,
  services: Services,
  row: DocumentRecord,
  { stored, after }: { readonly stored: StoredDocument; readonly after: DocumentContent },
  editor: Editor,
): Promise<number> {
  const state = SETTLED[row.kind === 'order' ? 'order' : 'sale'];
  const { number, revision } = row;
  const { content: before } = stored;
  const { attributes } = before;
  const { priced, row: written } = await writeDocument(
    transaction,
    services,
    { number, revision, attributes },
    after,
    { id: editor.id, state, overrideAuthors: overrideAuthorsOf(stored) },
  );
  if (priced.unpricedLines > 0) {
    throw new Problem(
      422,
      `${documentTitle(row)} has lines without a price, so it is not ${state}.`,
    );
  }
  await refuseHeld(transaction, written);
  const { compiled } = await services.setups.of(transaction, priced.version);
  const now = services.now();
  await countUses(transaction, compiled.limitedRules, priced, row, now);
  await saveSetUpsPaid(transaction, priced, row);
  if (state === 'posted') {
    const zone = await zoneAt(transaction, after.outlet);
    await countUnitsSold(transaction, [number], localTime(now, zone).day);
  }
  await recordOf(transaction, row, { by: editor.id, now, action: state }, [before, after]);
  return number;
}
