import {
  agreementQuerySchema,
  type AgreementQuery,
  type AgreementRow,
  type SetupContents,
} from '@honest-ledger/contracts';
import { serialized } from '@honest-ledger/engine';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot, type Queries } from '../../platform/database/database';
import { draftedObjects } from '../drafts/queries';
import type { Services } from '../versions/services';
import { versionInForce } from '../../master-data/in-force/queries';

/** Agreements as published and as drafts would have them; they are edited like the rest of setup. */
export const agreementRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  app.get<{ Querystring: AgreementQuery; Reply: AgreementRow[] }>(
    '/agreements',
    { config: { requires: 'look' }, schema: { querystring: agreementQuerySchema } },
    (request) =>
      snapshot(services.database, (queries) => findAgreements(queries, services, request.query)),
  );
  done();
};

async function findAgreements(
  queries: Queries,
  { setups }: Services,
  query: AgreementQuery,
): Promise<AgreementRow[]> {
  const { setup } = await setups.of(queries, await versionInForce(queries));
  const published = new Map(serialized(setup.agreements).map(({ id, ...one }) => [id, one]));
  const rows = await draftedObjects(queries, 'agreement', published);
  return rows
    .filter(({ published, draft }) =>
      [published, draft?.content ?? null].some((one) => one !== null && fits(one, query)),
    )
    .sort((a, b) => itemOf(a).localeCompare(itemOf(b), 'en'));
}

/** True where an agreement is one of those that are looked for. */
export function fits(
  { party, item }: SetupContents['agreement'],
  { customer, segment, item: wanted }: AgreementQuery,
): boolean {
  return (
    (customer === undefined || (party.kind === 'customer' && party.customer === customer)) &&
    (segment === undefined || (party.kind === 'segment' && party.segment === segment)) &&
    (wanted === undefined || item === wanted)
  );
}

function itemOf({ published, draft }: AgreementRow): string {
  return (draft?.content ?? published)?.item ?? '';
}
