import {
  setupToForm,
  versionParams,
  type SetupForm,
  type VersionParams,
  type VersionRow,
  type VersionView,
} from '@honest-ledger/contracts';
import type { FastifyPluginCallback } from 'fastify';
import { snapshot } from '../database/database';
import { notFound } from '../http/problems';
import type { Services } from '../services';
import { findVersion, findVersions } from './history';

/** Published versions: their list, what each changed, and each as a setup file. */
export const versionRoutes: FastifyPluginCallback<Services> = (app, { database, setups }, done) => {
  app.get<{ Reply: VersionRow[] }>('/versions', () => snapshot(database, findVersions));

  app.get<{ Params: VersionParams; Reply: VersionView }>(
    '/versions/:number',
    { schema: { params: versionParams } },
    async (request) => {
      const { number } = request.params;
      const version = await snapshot(database, (queries) => findVersion(queries, number));
      if (!version) throw notFound(`Version ${String(number)}`);
      return version;
    },
  );

  app.get<{ Params: VersionParams; Reply: SetupForm }>(
    '/versions/:number/setup',
    { schema: { params: versionParams } },
    async (request, reply) => {
      const { number } = request.params;
      const form = await snapshot(database, async (queries) => {
        if (!(await findVersion(queries, number))) throw notFound(`Version ${String(number)}`);
        return setupToForm((await setups.of(queries, number)).setup);
      });
      const name = `setup-version-${String(number)}.json`;
      reply.header('content-disposition', `attachment; filename="${name}"`);
      return form;
    },
  );
  done();
};
