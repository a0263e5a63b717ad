import {
  draftPageQuery,
  draftParams,
  editParams,
  saveEditSchema,
  newDraftSchema,
  publishSchema,
  type DiscardedDraft,
  type DraftPage,
  type DraftParams,
  type DraftRow,
  type DraftView,
  type EditParams,
  type SaveEdit,
  type SaveEditAnswer,
  type NewDraft,
  type Publish,
  type PublishAnswer,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot, type Transaction } from '../../platform/database/database';
import type { Services } from '../versions/services';
import { actor } from '../../platform/session/plugin';
import { discardEdit, saveEdit } from './save-edit';
import { bringBack, discardDraft, discardedDrafts } from './discarded';
import { openDraft } from './open-draft';
import { publishDraft } from './publish-draft';
import { openDrafts } from './queries';
import { readDraft } from './view';
import { letWait, takeBack } from './wait-to-publish';

/** Drafts, the edits they hold, and their publishing. */
export const draftRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;
  /** Whoever writes drafts does so one after the other. */
  const inTurn = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
    serializable(database, work, 'drafts');

  app.get<{ Reply: DraftRow[] }>('/drafts', { config: { requires: 'look' } }, () =>
    snapshot(database, openDrafts),
  );

  app.get<{ Reply: DiscardedDraft[] }>('/drafts/discarded', { config: { requires: 'look' } }, () =>
    discardedDrafts(database, services.now()),
  );

  app.post<{ Params: DraftParams }>(
    '/drafts/:draft/bring-back',
    { config: { requires: 'editSetup' }, schema: { params: draftParams } },
    async (request, reply) => {
      await inTurn((transaction) =>
        bringBack(transaction, request.params.draft, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Body: NewDraft; Reply: { draft: string } }>(
    '/drafts',
    { config: { requires: 'editSetup' }, schema: { body: newDraftSchema } },
    async (request, reply) => {
      const draft = await inTurn((transaction) =>
        openDraft(transaction, request.body.name, actor(request, services)),
      );
      reply.code(201);
      return { draft };
    },
  );

  app.get<{ Params: DraftParams; Querystring: DraftPage; Reply: DraftView }>(
    '/drafts/:draft',
    { config: { requires: 'look' }, schema: { params: draftParams, querystring: draftPageQuery } },
    (request) =>
      snapshot(database, (queries) =>
        readDraft(queries, services, request.params.draft, request.query),
      ),
  );

  app.delete<{ Params: DraftParams }>(
    '/drafts/:draft',
    { config: { requires: 'editSetup' }, schema: { params: draftParams } },
    async (request, reply) => {
      await inTurn((transaction) =>
        discardDraft(transaction, request.params.draft, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Params: DraftParams; Body: Publish; Reply: PublishAnswer }>(
    '/drafts/:draft/publish',
    { config: { requires: 'editSetup' }, schema: { params: draftParams, body: publishSchema } },
    async (request) => {
      const { draft } = request.params;
      const { body } = request;
      const by = actor(request, services);
      const { at } = body;
      const version = await inTurn(async (transaction) => {
        if (!at) return publishDraft(transaction, services, draft, body, by);
        await letWait(transaction, draft, body, new Date(at), by);
        return null;
      });
      return { version };
    },
  );

  app.delete<{ Params: DraftParams }>(
    '/drafts/:draft/waiting',
    { config: { requires: 'editSetup' }, schema: { params: draftParams } },
    async (request, reply) => {
      await inTurn((transaction) =>
        takeBack(transaction, request.params.draft, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );

  app.put<{ Params: EditParams; Body: SaveEdit; Reply: SaveEditAnswer }>(
    '/edits/:kind/:key',
    { config: { requires: 'editSetup' }, schema: { params: editParams, body: saveEditSchema } },
    (request) =>
      inTurn((transaction) =>
        saveEdit(transaction, services, request.params, request.body, actor(request, services)),
      ),
  );

  app.delete<{ Params: EditParams }>(
    '/edits/:kind/:key',
    { config: { requires: 'editSetup' }, schema: { params: editParams } },
    async (request, reply) => {
      await inTurn((transaction) =>
        discardEdit(transaction, request.params, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );
  done();
};
