import {
  breakFromForm,
  type BreakList,
  type BreakSummary,
  type BreakView,
} from '@honest-ledger/contracts';
import { compileSetup, type Setup } from '@honest-ledger/engine';
import { readItemFacts } from '../../master-data/catalogue/item-facts';
import type { Queries } from '../../platform/database/database';
import { draftedObjects, heldEdit, stateOf } from '../drafts/queries';
import type { Services } from '../versions/services';
import { contentOfBreak } from '../versions/breaks-of-version';
import { versionInForce } from '../../master-data/in-force/queries';
import { contentIn } from '../versions/setup-objects';
import { zonesOf } from './try-break';

/** All quantity breaks, those that only a draft has included, by name. */
export async function findBreaks(queries: Queries, services: Services): Promise<BreakList> {
  const setup = await setupInForce(queries, services);
  const published = new Map(setup.breaks.map((one) => [one.id, contentOfBreak(one)]));
  const rows = await draftedObjects(queries, 'break', published);
  const items = await readItemFacts(queries);
  const breaks = rows.flatMap(({ id, published: old, draft }): BreakSummary[] => {
    const content = draft?.content ?? old;
    if (!content) return [];
    const one = breakFromForm({ id, ...content });
    const find = compileSetup({ ...setup, breaks: [one] }).breaksReaching;
    const reached = items.filter((item) => (find?.(item).length ?? 0) > 0);
    return [
      {
        id,
        state: stateOf(old, draft),
        content,
        items: reached.length,
        priceInversions: zonesOf(one, reached, setup),
      },
    ];
  });
  return {
    breaks: breaks.sort((a, b) => a.content.name.localeCompare(b.content.name, 'en')),
  };
}

/** A break as published and as a draft would have it; null where neither knows it. */
export async function findBreak(
  queries: Queries,
  services: Services,
  id: string,
): Promise<BreakView | null> {
  const setup = await setupInForce(queries, services);
  const published = contentIn(setup, { kind: 'break', key: id });
  const draft = await heldEdit(queries, 'break', id);
  return published || draft ? { id, published, draft } : null;
}

async function setupInForce(queries: Queries, { setups }: Services): Promise<Setup> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  return setup;
}
