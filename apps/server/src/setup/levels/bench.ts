import type {
  BenchAnswer,
  BenchQuestion,
  LevelContent,
  PricedLineForm,
} from '@honest-ledger/contracts';
import {
  PLAIN_DOCUMENT,
  PLAIN_LINE,
  compileSetup,
  decimal,
  fromInteger,
  priceDocument,
  serialized,
  type CompiledSetup,
  type PricingDocument,
  type Setup,
} from '@honest-ledger/engine';
import { pricingDay, readItemsToPrice } from '../../master-data/costs/items-to-price';
import type { Queries } from '../../platform/database/database';
import { editedSetup, heldEdits } from '../drafts/queries';
import { loadDocumentFacts } from '../../master-data/facts/document-facts';
import { notFound } from '../../platform/http/problems';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';
import { withContents } from '../versions/setup-objects';

/**
 * Tries a level on a line: at the level as published against as it is edited, together with what
 * else its draft holds. The line gets the level whatever the customer has; agreements still count.
 */
export async function tryLevel(
  queries: Queries,
  { setups, now }: Services,
  id: string,
  { content, item: number, quantity, unit, customer, day }: BenchQuestion,
): Promise<BenchAnswer> {
  const { setup, compiled } = await setups.of(queries, await versionInForce(queries));
  const edited = compileSetup(await withLevelEdit(queries, setup, id, content));
  const facts = await loadDocumentFacts(queries, { customer, outlet: null }, now());
  const local = day === null ? facts.local : { ...facts.local, day };
  const asked = pricingDay(local.day, compiled, edited);
  const [found] = await readItemsToPrice(queries, asked, [number]);
  if (!found) throw notFound(`Item ${number}`);
  const { id: _, ...item } = found;
  const document: PricingDocument = {
    ...PLAIN_DOCUMENT,
    pricedAt: now().toISOString(),
    currency: content.currency,
    facts: { ...facts, local, items: [item] },
    lines: [
      {
        ...PLAIN_LINE,
        id: 'bench',
        item: number,
        quantity: decimal(quantity),
        unit,
        duration: item.timeUnit === null ? null : fromInteger(1),
        level: id,
      },
    ],
  };
  const isPublished = setup.levels.some((level) => level.id === id);
  return {
    published: isPublished ? onlyLine(compiled, document) : null,
    edited: onlyLine(edited, document),
    currency: content.currency,
    version: setup.version,
    item: serialized(item),
  };
}

/** A setup with a level as it is edited, together with what else its draft holds. */
export async function withLevelEdit(
  queries: Queries,
  setup: Setup,
  id: string,
  content: LevelContent,
): Promise<Setup> {
  const held = await heldEdits(queries);
  const draft = held.find(({ kind, key }) => kind === 'level' && key === id)?.draft;
  const others = held.filter((edit) => edit.draft === draft);
  return withContents(editedSetup(setup, others).setup, 'level', new Map([[id, content]]));
}

function onlyLine(setup: CompiledSetup, document: PricingDocument): PricedLineForm {
  const [line] = serialized(priceDocument(setup, document).lines);
  if (!line) throw new Error('a line was lost in pricing');
  return line;
}
