import {
  massChangeParams,
  massChangeQuery,
  may,
  undoMassChangeSchema,
  type MassChangeParams,
  type MassChangeQuery,
  type MassChangeRow,
  type MassChangeView,
  type UndoMassChange,
} from '@honest-ledger/contracts';
import { eq } from 'drizzle-orm';
import type { FastifyPluginCallback, FastifyRequest } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import { massEdits } from '../../platform/database/schema/index';
import { Problem } from '../../platform/http/problems';
import type { Services } from '../../setup/versions/services';
import { actor, signedIn } from '../../platform/session/plugin';
import { findMassChange, findMassChanges } from './queries';
import { foreseeUndo, undoMassChange } from './undo';

/** How many of the things that stay are named. */
const NAMED = 100;

/** Changes of many things at once, and the way back from each. */
export const massChangeRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: MassChangeQuery; Reply: MassChangeRow[] }>(
    '/mass-changes',
    { config: { requires: 'look' }, schema: { querystring: massChangeQuery } },
    (request) => snapshot(database, (queries) => findMassChanges(queries, request.query)),
  );

  app.get<{ Params: MassChangeParams; Reply: MassChangeView }>(
    '/mass-changes/:id',
    { config: { requires: 'editFacts' }, schema: { params: massChangeParams } },
    async (request) => {
      const row = await findMassChange(database, request.params.id);
      if (row.undone) return { ...row, back: 0, removed: 0, stays: 0, staying: [] };
      const by = actor(request, services);
      const { back, removed, staying } = await foreseeUndo(database, services, row.id, by);
      return { ...row, back, removed, stays: staying.length, staying: staying.slice(0, NAMED) };
    },
  );

  app.post<{ Params: MassChangeParams; Body: UndoMassChange; Reply: MassChangeRow }>(
    '/mass-changes/:id/undo',
    {
      config: { requires: 'editFacts' },
      schema: { params: massChangeParams, body: undoMassChangeSchema },
    },
    async (request) => {
      const { id } = request.params;
      await refuseEdits(request, id);
      await serializable(
        database,
        (transaction) =>
          undoMassChange(transaction, services, id, request.body, actor(request, services)),
        'drafts',
      );
      return findMassChange(database, id);
    },
  );

  /** What changes a draft is for those who may. */
  const refuseEdits = async (request: FastifyRequest, id: string): Promise<void> => {
    const { role } = signedIn(request);
    if (may(role, 'editSetup')) return;
    const [edit] = await database
      .select({ id: massEdits.massChangeId })
      .from(massEdits)
      .where(eq(massEdits.massChangeId, id))
      .limit(1);
    if (edit) throw new Problem(403, `Your role, ${role}, may not do this.`);
  };
  done();
};
