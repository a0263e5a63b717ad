import Fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import { agreementRoutes } from './agreements/routes';
import { approvalRoutes } from './approvals/routes';
import { basicsRoutes } from './basics/routes';
import { catalogueRoutes } from './catalogue/routes';
import { changeRoutes } from './changes/routes';
import { breakRoutes } from './breaks/routes';
import { conditionRoutes } from './conditions/routes';
import { ruleRoutes } from './rules/routes';
import { costTableRoutes } from './cost-tables/routes';
import { costRoutes } from './costs/routes';
import { hideCosts } from './costs/hide-costs';
import { customerRoutes } from './customers/routes';
import { draftRoutes } from './drafts/routes';
import { exportRoutes } from './exports/routes';
import { findRoutes } from './find/routes';
import { describeApi } from './http/api-description';
import { servePages } from './http/pages';
import { answer, answerProblems, notFound } from './http/problems';
import { secure } from './http/security';
import { limitSignIns } from './http/sign-in-limit';
import { validateWithJoi } from './http/validation';
import { importRoutes } from './imports/routes';
import { massChangeRoutes } from './mass-changes/routes';
import { levelRoutes } from './levels/routes';
import { listRoutes } from './lists/routes';
import { outboxRoutes } from './outbox/routes';
import { repeatRoutes } from './repeats/routes';
import { priceDeskRoutes } from './price-desk/routes';
import { purchasingRoutes } from './purchasing/routes';
import { documentRoutes } from './documents/routes';
import { returnRoutes } from './documents/return-routes';
import { receiptRoutes } from './receipts/routes';
import { repricingRoutes } from './repricings/routes';
import { salesAgainRoutes } from './sales-again/routes';
import type { Services } from './services';
import { sessions } from './session/plugin';
import { sessionRoutes } from './session/routes';
import { userRoutes } from './users/routes';
import { versionRoutes } from './versions/routes';

export interface AppOptions {
  readonly services: Services;
  /** Signs the session cookies; at least 32 characters, kept from start to start. */
  readonly sessionSecret: string;
  /** The folder of the built interface; without one only the API is served. */
  readonly webRoot?: string;
  readonly logger?: FastifyServerOptions['logger'];
}

/** The whole server, ready to listen. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({ logger: options.logger ?? false, bodyLimit: 1024 * 1024 });
  validateWithJoi(app);
  answerProblems(app);
  await secure(app);
  app.get('/healthz', () => ({ ok: true }));
  await app.register(
    async (api) => {
      const { services } = options;
      await describeApi(api);
      await limitSignIns(api);
      await api.register(sessions, { services, secret: options.sessionSecret });
      await api.register(hideCosts);
      api.addHook('onSend', (_request, reply, _payload, done) => {
        reply.header('cache-control', 'no-store');
        done();
      });
      for (const routes of [
        sessionRoutes,
        catalogueRoutes,
        customerRoutes,
        costRoutes,
        breakRoutes,
        conditionRoutes,
        ruleRoutes,
        costTableRoutes,
        levelRoutes,
        draftRoutes,
        versionRoutes,
        documentRoutes,
        returnRoutes,
        outboxRoutes,
        repeatRoutes,
        priceDeskRoutes,
        purchasingRoutes,
        receiptRoutes,
        repricingRoutes,
        salesAgainRoutes,
        agreementRoutes,
        approvalRoutes,
        basicsRoutes,
        changeRoutes,
        importRoutes,
        exportRoutes,
        findRoutes,
        listRoutes,
        massChangeRoutes,
        userRoutes,
      ]) {
        await api.register(routes, services);
      }
      api.setNotFoundHandler((request, reply) =>
        answer(reply, notFound(`${request.method} ${request.url.slice(0, 100)}`)),
      );
    },
    { prefix: '/api' },
  );
  if (options.webRoot !== undefined) await servePages(app, options.webRoot);
  return app;
}
