import {
  approvalParams,
  approvalQuerySchema,
  askingApprovalSchema,
  decisionSchema,
  documentParams,
  handLimitEditSchema,
  handLimitParams,
  type ApprovalParams,
  type ApprovalQuery,
  type ApprovalRow,
  type AskingApproval,
  type Decision,
  type DocumentParams,
  type HandLimit,
  type HandLimitEdit,
  type HandLimitParams,
  type Page,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { Services } from '../../setup/versions/services';
import { actor, signedIn } from '../../platform/session/plugin';
import { askForApproval } from './ask';
import { decide } from './decide';
import { saveHandLimit, readHandLimits } from './hand-limits';
import { findApprovals } from '../guards/approvals';

/** Who may take how much off by hand, and the queue of what goes beyond. */
export const approvalRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database } = services;

  app.get<{ Querystring: ApprovalQuery; Reply: Page<ApprovalRow> }>(
    '/approvals',
    { config: { requires: 'look' }, schema: { querystring: approvalQuerySchema } },
    (request) => snapshot(database, (queries) => findApprovals(queries, request.query)),
  );

  app.post<{ Params: DocumentParams; Body: AskingApproval }>(
    '/documents/:number/approval',
    {
      config: { requires: 'writeDocuments' },
      schema: { params: documentParams, body: askingApprovalSchema },
    },
    async (request, reply) => {
      const { number } = request.params;
      await serializable(database, (transaction) =>
        askForApproval(transaction, services, number, request.body, signedIn(request)),
      );
      return reply.code(204).send();
    },
  );

  app.post<{ Params: ApprovalParams; Body: Decision }>(
    '/approvals/:id/decision',
    { config: { requires: 'approve' }, schema: { params: approvalParams, body: decisionSchema } },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        decide(transaction, services, request.params.id, request.body, signedIn(request)),
      );
      return reply.code(204).send();
    },
  );

  app.get<{ Reply: HandLimit[] }>('/hand-limits', { config: { requires: 'look' } }, () =>
    snapshot(database, readHandLimits),
  );

  app.put<{ Params: HandLimitParams; Body: HandLimitEdit }>(
    '/hand-limits/:role',
    {
      config: { requires: 'manageUsers' },
      schema: { params: handLimitParams, body: handLimitEditSchema },
    },
    async (request, reply) => {
      await serializable(database, (transaction) =>
        saveHandLimit(transaction, request.params.role, request.body, actor(request, services)),
      );
      return reply.code(204).send();
    },
  );
  done();
};
