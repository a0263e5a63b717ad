import { SETTINGS_KEY, type Basics } from '@honest-ledger/contracts';
import { serialized, type Setup } from '@honest-ledger/engine';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../../platform/database/database';
import { draftedObjects, heldEdit } from '../drafts/queries';
import type { Services } from '../versions/services';
import { contentOfSettings } from '../versions/setup-objects';
import { versionInForce } from '../../master-data/in-force/queries';

/** What holds for all prices: how they are rounded, the level by default, and the shared prices. */
export const basicsRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  app.get<{ Reply: Basics }>('/basics', { config: { requires: 'look' } }, () =>
    snapshot(services.database, (queries) => readBasics(queries, services)),
  );
  done();
};

async function readBasics(queries: Queries, { setups }: Services): Promise<Basics> {
  const version = await versionInForce(queries);
  const { setup } = await setups.of(queries, version);
  const published = new Map(serialized(setup.sharedPrices).map(({ id, ...one }) => [id, one]));
  const rows = await draftedObjects(queries, 'sharedPrice', published);
  const items = pointingTo(setup);
  return {
    version,
    settings: {
      published: contentOfSettings(setup),
      draft: await heldEdit(queries, 'settings', SETTINGS_KEY),
    },
    sharedPrices: rows
      .map((row) => ({ ...row, items: items.get(row.id) ?? 0 }))
      .sort((one, other) => nameOf(one).localeCompare(nameOf(other), 'en')),
  };
}

/** How many base prices point to each shared price. */
function pointingTo({ basePrices }: Setup): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const price of basePrices) {
    if (price.kind === 'shared') counts.set(price.shared, (counts.get(price.shared) ?? 0) + 1);
  }
  return counts;
}

function nameOf({ published, draft }: Omit<Basics['sharedPrices'][number], 'items'>): string {
  return (draft?.content ?? published)?.name ?? '';
}
