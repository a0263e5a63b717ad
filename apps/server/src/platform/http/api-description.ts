import swagger, { type JSONObject } from '@fastify/swagger';
import type { FastifyInstance, FastifySchema } from 'fastify';
import Joi from 'joi';

/** Describes the API as OpenAPI, made from the Joi schemas that guard it, at /api/docs. */
export async function describeApi(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Honest Ledger',
        description:
          'Prices, the setup they come from, and the record of what changed. Errors are problem ' +
          'details (RFC 9457). Everything but reads needs the token of the cookie XSRF-TOKEN in ' +
          'the header x-xsrf-token.',
        version: '0.1.0',
      },
    },
    transform: ({ schema, url, route }) => {
      const permission = route.config?.requires;
      const described: FastifySchema & { summary?: string } = {
        summary: permission === undefined ? 'open to anybody' : `needs the right: ${permission}`,
      };
      const given: FastifySchema = { ...schema }; // a route may have none
      for (const part of ['body', 'querystring', 'params'] as const) {
        const joi: unknown = given[part];
        if (Joi.isSchema(joi)) described[part] = jsonSchemaOf(joi);
      }
      return { schema: described, url };
    },
  });
  app.get('/docs', { config: { open: true } }, () => app.swagger());
}

function jsonSchemaOf(schema: Joi.Schema): JSONObject {
  // Joi's own JSON Schema, which is plain data
  return schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' }) as JSONObject;
}
