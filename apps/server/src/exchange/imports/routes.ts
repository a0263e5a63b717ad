import multipart from '@fastify/multipart';
import {
  formatQuery,
  importParams,
  importRowQuery,
  may,
  newImportQuery,
  saidFormatSchema,
  type FileForeseen,
  type FormatQuery,
  type ImportParams,
  type ImportRowPage,
  type ImportRowQuery,
  type ImportState,
  type ImportView,
  type NewImport,
  type Permission,
  type SaidFormat,
  type SheetKind,
} from '@honest-ledger/contracts';
import { and, eq, inArray } from 'drizzle-orm';
import type { FastifyPluginAsync, FastifyRequest } from 'fastify';
import { serializable, snapshot, type Transaction } from '../../platform/database/database';
import { imports } from '../../platform/database/schema/index';
import { sendTable } from '../../platform/files/write-table';
import { conflict, Problem } from '../../platform/http/problems';
import { addJob } from '../../platform/jobs/add-job';
import type { Services } from '../../setup/versions/services';
import { actor, signedIn } from '../../platform/session/plugin';
import { APPLY_JOB, HOW_FAR } from './apply-import';
import type { ImportJob } from './compare-rows';
import { foreseeFile } from './foresee-file';
import { findImport, findImports, findRows } from './queries';
import { readAs, receiveFile } from './receive-file';
import { verdictTable } from './verdict-table';
import { checkWhole, ONE_FILE, sentFile } from '../../platform/files/sent-file';

/** What taking in each kind of file needs; a catalogue's base prices go to the draft besides. */
const NEEDS: Readonly<Record<SheetKind, readonly Permission[]>> = {
  items: ['editFacts', 'editSetup'],
  customers: ['editFacts'],
  agreements: ['editSetup'],
  levelPrices: ['editSetup'],
  sales: ['editFacts'],
};

/** Files that are sent in, looked through, and taken in whole or not at all. */
export const importRoutes: FastifyPluginAsync<Services> = async (app, services) => {
  const { database } = services;
  await app.register(multipart, ONE_FILE);

  app.get<{ Reply: ImportView[] }>('/imports', { config: { requires: 'look' } }, () =>
    snapshot(database, findImports),
  );

  app.post<{ Querystring: NewImport; Reply: ImportView }>(
    '/imports',
    { config: { requires: 'editFacts' }, schema: { querystring: newImportQuery } },
    async (request, reply) => {
      refuseWithout(request, request.query.kind);
      const sent = await sentFile(request);
      const file = { name: sent.filename, content: sent.file };
      const by = actor(request, services);
      // The file comes but once, so this transaction cannot be tried again.
      const receiving = database.transaction(async (transaction) => {
        const view = await receiveFile(transaction, request.query, file, by);
        checkWhole(sent);
        return view;
      });
      // What is left of a file that was refused is read, too: its sender waits for that.
      const received = await receiving.finally(() => sent.file.resume());
      reply.code(201);
      return received;
    },
  );

  app.get<{ Params: ImportParams; Reply: ImportView }>(
    '/imports/:id',
    { config: { requires: 'look' }, schema: { params: importParams } },
    (request) => snapshot(database, (queries) => findImport(queries, request.params.id)),
  );

  app.get<{ Params: ImportParams; Querystring: ImportRowQuery; Reply: ImportRowPage }>(
    '/imports/:id/rows',
    { config: { requires: 'look' }, schema: { params: importParams, querystring: importRowQuery } },
    (request) =>
      snapshot(database, (queries) => findRows(queries, request.params.id, request.query)),
  );

  app.get<{ Params: ImportParams; Reply: FileForeseen }>(
    '/imports/:id/moves',
    { config: { requires: 'editFacts' }, schema: { params: importParams } },
    (request) => foreseeFile(database, services, request.params.id, actor(request, services)),
  );

  app.get<{ Params: ImportParams; Querystring: FormatQuery }>(
    '/imports/:id/file',
    { config: { requires: 'look' }, schema: { params: importParams, querystring: formatQuery } },
    async (request, reply) => {
      const view = await findImport(database, request.params.id);
      return sendTable(reply, verdictTable(database, view), request.query.format);
    },
  );

  app.post<{ Params: ImportParams; Reply: ImportView }>(
    '/imports/:id/apply',
    { config: { requires: 'editFacts' }, schema: { params: importParams } },
    async (request) => {
      const { id } = request.params;
      refuseWithout(request, (await findImport(database, id)).kind);
      return serializable(database, (transaction) => askToApply(transaction, id));
    },
  );

  app.put<{ Params: ImportParams; Body: SaidFormat; Reply: ImportView }>(
    '/imports/:id/format',
    { config: { requires: 'editFacts' }, schema: { params: importParams, body: saidFormatSchema } },
    async (request) => {
      const { id } = request.params;
      refuseWithout(request, (await findImport(database, id)).kind);
      return serializable(database, (transaction) => readAs(transaction, id, request.body));
    },
  );

  app.delete<{ Params: ImportParams; Reply: ImportView }>(
    '/imports/:id',
    { config: { requires: 'editFacts' }, schema: { params: importParams } },
    (request) => serializable(database, (transaction) => cancel(transaction, request.params.id)),
  );
};

function refuseWithout(request: FastifyRequest, kind: SheetKind): void {
  const { role } = signedIn(request);
  if (NEEDS[kind].every((permission) => may(role, permission))) return;
  throw new Problem(403, `Your role, ${role}, may not do this.`);
}

async function askToApply(transaction: Transaction, id: string): Promise<ImportView> {
  const file = await findImport(transaction, id);
  if (file.state !== 'ready')
    throw conflict('This file cannot be imported in its present state.', file);
  const { wrong, new: fresh, changed } = file.counts;
  if (wrong > 0) {
    throw new Problem(
      422,
      `${String(wrong)} rows have errors. Correct them in the file and upload it again.`,
    );
  }
  if (fresh + changed === 0) throw new Problem(422, 'The file changes nothing.');
  await transaction
    .update(imports)
    .set({ state: 'applying', remark: null })
    .where(eq(imports.id, id));
  await addJob(transaction, APPLY_JOB, { import: id } satisfies ImportJob);
  return findImport(transaction, id);
}

async function cancel(transaction: Transaction, id: string): Promise<ImportView> {
  const before = await findImport(transaction, id);
  const open: ImportState[] = ['asking', 'reading', 'ready'];
  const cancelled = await transaction
    .update(imports)
    .set({ state: 'cancelled', remark: before.taken > 0 ? HOW_FAR : null })
    .where(
      and(
        eq(imports.id, id),
        inArray(imports.state, before.inParts ? [...open, 'applying'] : open),
      ),
    )
    .returning({ id: imports.id });
  const file = await findImport(transaction, id);
  if (cancelled.length === 0) throw conflict('It is too late to cancel this.', file);
  return file;
}
