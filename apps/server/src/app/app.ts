import Fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import { agreementRoutes } from '../setup/agreements/routes';
import { approvalRoutes } from '../selling/approvals/routes';
import { basicsRoutes } from '../setup/settings/routes';
import { catalogueRoutes } from '../master-data/catalogue/routes';
import { customerPriceRoutes } from '../setup/catalogue-prices/customer-routes';
import { itemListRoutes } from '../setup/catalogue-prices/item-list-routes';
import { itemPriceRoutes } from '../setup/catalogue-prices/item-routes';
import { trialRoutes } from '../selling/trials/routes';
import { listViewRoutes } from '../platform/list-views/routes';
import { changeRoutes } from '../platform/changes/routes';
import { breakRoutes } from '../setup/breaks/routes';
import { conditionRoutes } from '../setup/conditions/routes';
import { ruleRoutes } from '../setup/rules/routes';
import { costTableRoutes } from '../setup/cost-tables/routes';
import { costRoutes } from '../master-data/costs/routes';
import { hideCosts } from '../master-data/costs/hide-costs';
import { customerRoutes } from '../master-data/customers/routes';
import { draftRoutes } from '../setup/drafts/routes';
import { exportRoutes } from '../exchange/exports/routes';
import { findRoutes } from '../master-data/find/routes';
import { describeApi } from '../platform/http/api-description';
import { compressResponses } from '../platform/http/compression';
import { servePages } from '../platform/http/pages';
import { sendProblem, sendProblems, notFound } from '../platform/http/problems';
import { problemRoutes } from '../platform/http/problem-routes';
import { secure } from '../platform/http/security';
import { limitSignIns } from '../platform/http/sign-in-limit';
import { validateWithJoi } from '../platform/http/validation';
import { importRoutes } from '../exchange/imports/routes';
import { massChangeRoutes } from '../exchange/mass-changes/routes';
import { levelRoutes } from '../setup/levels/routes';
import { listRoutes } from '../master-data/lists/routes';
import { outboxRoutes } from '../selling/outbox/routes';
import { repeatRoutes } from '../selling/repeats/routes';
import { priceDeskRoutes } from '../selling/price-desk/routes';
import { purchasingRoutes } from '../supply/purchasing/routes';
import { documentRoutes } from '../selling/documents/routes';
import { returnRoutes } from '../selling/documents/return-routes';
import { costUpdateRoutes } from '../supply/cost-updates/routes';
import { waitingPriceRoutes } from '../supply/cost-updates/waiting-routes';
import { priceChangeRoutes } from '../exchange/price-changes/routes';
import { salesBacktestRoutes } from '../verification/sales-backtest/routes';
import answers from './answers.json' with { type: 'json' };
import { OPERATIONS } from './operations';
import { todayRoutes } from './today/routes';
import type { Services } from '../setup/versions/services';
import { sessions } from '../platform/session/plugin';
import { sessionRoutes, type SignInOffered } from '../platform/session/routes';
import { userRoutes } from '../platform/users/routes';
import { versionRoutes } from '../setup/history/routes';

export interface AppOptions {
  readonly services: Services;
  /** Signs the session cookies; at least 32 characters, kept from start to start. */
  readonly sessionSecret: string;
  /** The folder of the built interface; without one only the API is served. */
  readonly webRoot?: string;
  /** Whom the page of signing in offers, with their passwords: those of a demo. */
  readonly signInsOffered?: readonly SignInOffered[];
  readonly logger?: FastifyServerOptions['logger'];
}

/** The whole server, ready to listen. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({ logger: options.logger ?? false, bodyLimit: 1024 * 1024 });
  validateWithJoi(app);
  sendProblems(app);
  await secure(app);
  await compressResponses(app);
  app.get('/healthz', () => ({ ok: true }));
  await app.register(
    async (api) => {
      const { services } = options;
      await describeApi(api, OPERATIONS, answers);
      await limitSignIns(api);
      await api.register(sessions, { services, secret: options.sessionSecret });
      await api.register(hideCosts);
      await api.register(problemRoutes);
      api.addHook('onSend', (_request, reply, _payload, done) => {
        reply.header('cache-control', 'no-store');
        done();
      });
      const { signInsOffered = [] } = options;
      await api.register(sessionRoutes, { ...services, signInsOffered });
      for (const routes of [
        itemListRoutes,
        catalogueRoutes,
        itemPriceRoutes,
        customerRoutes,
        customerPriceRoutes,
        costRoutes,
        breakRoutes,
        conditionRoutes,
        ruleRoutes,
        costTableRoutes,
        levelRoutes,
        draftRoutes,
        trialRoutes,
        versionRoutes,
        documentRoutes,
        returnRoutes,
        outboxRoutes,
        repeatRoutes,
        priceDeskRoutes,
        purchasingRoutes,
        costUpdateRoutes,
        waitingPriceRoutes,
        priceChangeRoutes,
        salesBacktestRoutes,
        agreementRoutes,
        approvalRoutes,
        basicsRoutes,
        changeRoutes,
        listViewRoutes,
        importRoutes,
        exportRoutes,
        findRoutes,
        listRoutes,
        massChangeRoutes,
        userRoutes,
        todayRoutes,
      ]) {
        await api.register(routes, services);
      }
      api.setNotFoundHandler((request, reply) =>
        sendProblem(reply, notFound(`${request.method} ${request.url.slice(0, 100)}`)),
      );
    },
    { prefix: '/api' },
  );
  if (options.webRoot !== undefined) await servePages(app, options.webRoot);
  return app;
}
