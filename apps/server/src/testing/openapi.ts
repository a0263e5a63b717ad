import type { FastifyInstance } from 'fastify';

/** The description of the API as docs/openapi.json has it. */
export async function openApi(app: FastifyInstance): Promise<{ file: URL; text: string }> {
  const answer = await app.inject({ url: '/api/docs' });
  return {
    file: new URL('../../../../docs/openapi.json', import.meta.url),
    text: `${JSON.stringify(answer.json(), null, 2)}\n`,
  };
}
