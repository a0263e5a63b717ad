import helmet from '@fastify/helmet';
import type { FastifyInstance } from 'fastify';

/**
 * Security headers and one strict content security policy. Styles carry a nonce of the page;
 * images in data: are the icons of the grid's theme. The application is served on plain http on
 * loopback, so nothing is said about https.
 */
export async function secure(app: FastifyInstance): Promise<void> {
  await app.register(helmet, {
    enableCSPNonces: true,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}
