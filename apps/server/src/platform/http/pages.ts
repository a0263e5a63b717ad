import fastifyStatic from '@fastify/static';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { sendProblem, notFound } from './problems';

/** Where the built page leaves room for the nonce of its styles. */
const NONCE_PLACE = 'CSP_NONCE';

/**
 * Serves the built interface: files under names that carry their hash for ever, the page itself
 * fresh each time with its nonce. An address that is no file is a place inside the application.
 */
export async function servePages(app: FastifyInstance, root: string): Promise<void> {
  const page = readFileSync(path.join(root, 'index.html'), 'utf8');
  const sendPage = (reply: FastifyReply): FastifyReply =>
    reply
      .type('text/html; charset=utf-8')
      .header('cache-control', 'no-store')
      .send(page.replaceAll(NONCE_PLACE, reply.cspNonce.style));

  await app.register(fastifyStatic, {
    root,
    index: false,
    wildcard: false,
    globIgnore: ['**/index.html'],
    immutable: true,
    maxAge: '365d',
  });
  app.get('/', (_request, reply) => sendPage(reply));
  app.get('/index.html', (_request, reply) => sendPage(reply));
  app.setNotFoundHandler((request, reply) =>
    request.method === 'GET' && (request.headers.accept ?? '').includes('text/html')
      ? sendPage(reply)
      : sendProblem(reply, notFound(`${request.method} ${request.url.slice(0, 100)}`)),
  );
}
