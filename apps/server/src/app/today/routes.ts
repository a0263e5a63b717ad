import {
  marginTargetSchema,
  may,
  type MarginTargetEdit,
  type TodayView,
  type WaitingCounts,
} from '@honest-ledger/contracts';
import { desc, eq } from 'drizzle-orm';
import type { FastifyPluginCallback } from 'fastify';
import { settingsInForce } from '../../master-data/in-force/queries';
import { record } from '../../platform/changes/record';
import { serializable, snapshot, type Queries } from '../../platform/database/database';
import { changes, firm, users, versions } from '../../platform/database/schema/index';
import { actor, signedIn, type SessionUser } from '../../platform/session/plugin';
import { openDrafts } from '../../setup/drafts/queries';
import type { Services } from '../../setup/versions/services';
import { daysAhead, eventsAhead } from './ahead';
import { countWaiting, waitingApprovals, waitingPrices } from './waiting';
import { weeklyMargins } from './weekly-margins';

const CHANGES_TOLD = 6;

/** What needs somebody's attention when they sit down. */
export const todayRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Reply: WaitingCounts }>(
    '/waiting-counts',
    { config: { requires: 'look' } },
    (request) => {
      const { role } = signedIn(request);
      return snapshot(database, (queries) => countWaiting(queries, role));
    },
  );

  app.get<{ Reply: TodayView }>('/today', { config: { requires: 'look' } }, (request) =>
    snapshot(database, (queries) => readToday(queries, services, signedIn(request))),
  );

  app.put<{ Body: MarginTargetEdit }>(
    '/margin-target',
    { config: { requires: 'editSetup' }, schema: { body: marginTargetSchema } },
    async (request, reply) => {
      const { percent } = request.body;
      await serializable(database, async (transaction) => {
        const [before] = await transaction.select().from(firm).for('update');
        await transaction
          .insert(firm)
          .values({ marginTarget: percent })
          .onConflictDoUpdate({ target: firm.id, set: { marginTarget: percent } });
        await record(transaction, actor(request, services), {
          kind: 'firm',
          key: 'marginTarget',
          name: 'Target margin',
          action: 'changed',
          before: { percent: before?.marginTarget ?? null },
          after: { percent },
        });
      });
      return reply.code(204).send();
    },
  );
  done();
};

async function readToday(
  queries: Queries,
  { setups, now }: Services,
  { role }: SessionUser,
): Promise<TodayView> {
  const [version] = await queries.select().from(versions).orderBy(desc(versions.number)).limit(1);
  if (!version) throw new Error('no version was ever published; load the demo data or a setup');
  const { setup } = await setups.of(queries, version.number);
  const { homeCurrency } = await settingsInForce(queries);
  return {
    version: { number: version.number, since: version.publishedAt.toISOString() },
    approvals: await waitingApprovals(queries, role),
    proposedPrices: await waitingPrices(queries, role),
    drafts: may(role, 'editSetup') ? await draftsTold(queries) : [],
    ahead: await eventsAhead(queries, setup, daysAhead(now())),
    margins: may(role, 'seeCosts') ? await weeklyMargins(queries, homeCurrency, now()) : null,
    changes: await latestChanges(queries),
  };
}

async function draftsTold(queries: Queries): Promise<TodayView['drafts']> {
  const drafts = await openDrafts(queries);
  return drafts
    .filter(({ edits }) => edits > 0)
    .map(({ id, name, edits, createdBy, createdAt, waits, remark }) => ({
      id,
      name,
      edits,
      createdBy,
      createdAt,
      publishAt: waits?.until ?? null,
      remark,
    }));
}

async function latestChanges(queries: Queries): Promise<TodayView['changes']> {
  const rows = await queries
    .select({
      id: changes.id,
      at: changes.at,
      by: users.name,
      kind: changes.objectKind,
      key: changes.objectKey,
      name: changes.objectName,
      action: changes.action,
    })
    .from(changes)
    .innerJoin(users, eq(users.id, changes.byId))
    .orderBy(desc(changes.id))
    .limit(CHANGES_TOLD);
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}
