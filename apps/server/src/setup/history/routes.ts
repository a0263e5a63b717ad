import {
  setupToForm,
  versionListQuery,
  versionParams,
  versionQuery,
  type Page,
  type SetupForm,
  type VersionListQuery,
  type VersionParams,
  type VersionQuery,
  type VersionRow,
  type VersionView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { serializable, snapshot } from '../../platform/database/database';
import type { Services } from '../versions/services';
import { actor } from '../../platform/session/plugin';
import { draftOfVersion } from './go-back';
import { findVersion, findVersions, mustVersion } from './history';

/** Published versions: their list, what each changed, each as a setup file, and the way back. */
export const versionRoutes: FastifyPluginCallback<Services> = (app, services, done) => {
  const { database, setups } = services;

  app.get<{ Querystring: VersionListQuery; Reply: Page<VersionRow> }>(
    '/versions',
    { config: { requires: 'look' }, schema: { querystring: versionListQuery } },
    (request) => snapshot(database, (queries) => findVersions(queries, request.query)),
  );

  app.get<{ Params: VersionParams; Querystring: VersionQuery; Reply: VersionView }>(
    '/versions/:number',
    { config: { requires: 'look' }, schema: { params: versionParams, querystring: versionQuery } },
    (request) =>
      snapshot(database, (queries) =>
        findVersion(queries, setups, request.params.number, request.query.against),
      ),
  );

  app.get<{ Params: VersionParams; Reply: SetupForm }>(
    '/versions/:number/setup',
    { config: { requires: 'seeCosts' }, schema: { params: versionParams } },
    async (request, reply) => {
      const { number } = request.params;
      const form = await snapshot(database, async (queries) => {
        await mustVersion(queries, number);
        return setupToForm((await setups.of(queries, number)).setup);
      });
      const name = `setup-version-${String(number)}.json`;
      reply.header('content-disposition', `attachment; filename="${name}"`);
      return form;
    },
  );

  app.post<{ Params: VersionParams; Reply: { draft: string } }>(
    '/versions/:number/draft',
    { config: { requires: 'editSetup' }, schema: { params: versionParams } },
    async (request, reply) => {
      const draft = await serializable(
        database,
        (transaction) =>
          draftOfVersion(transaction, services, request.params.number, actor(request, services)),
        'drafts',
      );
      reply.code(201);
      return { draft };
    },
  );
  done();
};
