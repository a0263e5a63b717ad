import swagger from '@fastify/swagger';
import { jsonSchemaOf, PROBLEM_TYPES, type Permission } from '@honest-ledger/contracts';
import type { FastifyInstance, FastifySchema } from 'fastify';
import Joi from 'joi';
import { withAnswers, type AnswerSchemas } from './openapi-answers';
import { withComponents } from './openapi-components';

/** What is told of a route besides its schemas. */
export interface Operation {
  /** For clients that are generated: it stays. */
  readonly id: string;
  /** What it is for. */
  readonly summary: string;
  readonly tag: string;
}

const SESSION = 'session';
const TOKEN = 'pageToken';

/**
 * Describes the API as OpenAPI 3.1 at /api/docs, made from the Joi schemas that guard it.
 * @param operations by method and path, without the prefix of the API
 * @param answers what those answer that answer with JSON
 * @throws {Error} at the start, where a route has none
 */
export async function describeApi(
  app: FastifyInstance,
  operations: ReadonlyMap<string, Operation>,
  answers: AnswerSchemas,
): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Honest Ledger',
        description: 'Prices, the setup they come from, and the record of what changed.',
        version: '0.1.0',
        license: { name: 'All rights reserved', url: 'https://honest-ledger.invalid/license' },
      },
      servers: [{ url: '/', description: 'The server that tells this' }],
      components: {
        schemas: { Problem: PROBLEM },
        securitySchemes: {
          [SESSION]: {
            type: 'apiKey',
            in: 'cookie',
            name: 'honest-ledger',
            description: 'The cookie that POST /api/session sets.',
          },
          [TOKEN]: {
            type: 'apiKey',
            in: 'header',
            name: 'x-xsrf-token',
            description: 'What the cookie XSRF-TOKEN says; all but reads need it.',
          },
        },
      },
    },
    transform: ({ schema, url, route }) => {
      const method = [route.method].flat()[0] ?? 'GET';
      const path = url.replace(/^\/api/, '');
      const operation = operations.get(`${method} ${path}`);
      if (!operation) throw new Error(`the route ${method} ${path} is not described`);
      const { id, summary, tag } = operation;
      const permission = route.config?.requires;
      const isOpen = route.config?.open === true;
      const described: FastifySchema & Record<string, unknown> = {
        operationId: id,
        summary,
        tags: [tag],
        description: descriptionOf(permission, isOpen),
        security: isOpen ? [] : [{ [SESSION]: [], ...(method === 'GET' ? {} : { [TOKEN]: [] }) }],
        response: RESPONSES,
      };
      const given: FastifySchema = { ...schema }; // a route may have none
      for (const part of ['body', 'querystring', 'params'] as const) {
        const joi: unknown = given[part];
        if (!Joi.isSchema(joi)) continue;
        const { $schema: _, ...own } = jsonSchemaOf(joi); // a part of a document has its draft
        described[part] = own;
      }
      return { schema: described, url };
    },
  });
  // made once, as it takes a while and anybody may ask
  let description: object | undefined;
  app.get('/docs', { config: { open: true } }, () => {
    description ??= withAnswers(withComponents(app.swagger()), answers, '/api');
    return description;
  });
}

function descriptionOf(permission: Permission | undefined, isOpen: boolean): string {
  if (isOpen) return 'Open to anybody.';
  return permission === undefined
    ? 'For whoever is signed in.'
    : `For roles with the permission ${permission}.`;
}

/** Problem details (RFC 9457). */
const PROBLEM = {
  type: 'object' as const,
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' as const, enum: PROBLEM_TYPES.map(({ type }) => type) },
    title: { type: 'string' as const },
    status: { type: 'integer' as const },
    detail: { type: 'string' as const },
    fields: {
      type: 'array' as const,
      items: {
        type: 'object' as const,
        required: ['path', 'sentence'],
        properties: { path: { type: 'string' as const }, sentence: { type: 'string' as const } },
      },
    },
    current: {},
  },
};

const RESPONSES = {
  '2XX': { description: 'It is done, or this is it.' },
  default: {
    description: 'What is wrong, as problem details (RFC 9457).',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  },
};
