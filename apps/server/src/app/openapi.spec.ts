import SwaggerParser from '@apidevtools/swagger-parser';
import { Validator } from '@seriousme/openapi-schema-validator';
import { PROBLEM_TYPES, type ProblemTypeView } from '@honest-ledger/contracts';
import { readFileSync } from 'node:fs';
import { ANSWERS, answerSchemas } from '../../scripts/answers';
import { openApi } from '../testing/openapi';
import { testServer, type TestServer } from '../testing/test-server';
import { OPERATIONS } from './operations';

interface Described {
  readonly operationId: string;
  readonly summary: string;
  readonly tags: readonly string[];
  readonly responses: Readonly<Record<string, unknown>>;
}

describe('the description of the API', () => {
  let server: TestServer;
  let text: string;
  let file: URL;
  beforeAll(async () => {
    server = await testServer();
    ({ file, text } = await openApi(server.app));
  });
  afterAll(() => server.stop());

  const described = (): Described[] => {
    const { paths } = JSON.parse(text) as { paths: Record<string, Record<string, Described>> };
    return Object.values(paths).flatMap((operations) => Object.values(operations));
  };

  it('is what docs/openapi.json says', () => {
    expect(readFileSync(file, 'utf8') === text)
      .withContext('npm run docs:openapi')
      .toBeTrue();
  });

  it('is OpenAPI 3.1 to one validator', async () => {
    await expectAsync(
      SwaggerParser.validate(JSON.parse(text) as Parameters<typeof SwaggerParser.validate>[0]),
    ).toBeResolved();
  });

  it('is OpenAPI 3.1 to another one', async () => {
    const validator = new Validator();
    const { valid, errors } = await validator.validate(JSON.parse(text) as Record<string, unknown>);
    expect(valid).withContext(JSON.stringify(errors)).toBeTrue();
    expect(validator.version).toBe('3.1');
    expect(() => validator.resolveRefs()).not.toThrow();
  });

  it('names each operation once, and says what it is for and what may go wrong', () => {
    const all = described();
    expect(new Set(all.map(({ operationId }) => operationId)).size).toBe(all.length);
    expect(all.length).toBe(OPERATIONS.size);
    for (const { operationId, summary, tags, responses } of all) {
      expect(operationId).toMatch(/^[a-z]+[A-Za-z]*$/);
      expect(summary.length).withContext(operationId).toBeGreaterThan(6);
      expect(tags).toHaveSize(1);
      expect(Object.keys(responses)).toContain('default');
      expect('204' in responses !== '2XX' in responses)
        .withContext(operationId)
        .toBeTrue();
    }
  });

  it('says what each answers, as the types of the routes have it', () => {
    const made = JSON.stringify(answerSchemas());
    expect(readFileSync(ANSWERS, 'utf8') === `${made}\n`)
      .withContext('npm run docs:openapi')
      .toBeTrue();
    const { answers } = answerSchemas();
    expect(Object.keys(answers).filter((operation) => !OPERATIONS.has(operation))).toEqual([]);
    const others = [...OPERATIONS.keys()].filter((operation) => !(operation in answers));
    for (const operation of others.filter((one) => one.startsWith('GET'))) {
      expect(operation).toMatch(/^GET (\/docs|\/files\/.*|.*\/(file|paper|message))$/);
    }
    const { paths } = JSON.parse(text) as { paths: Record<string, Record<string, Described>> };
    expect(paths['/api/documents']?.['get']?.responses['2XX']).toEqual({
      description: 'It is done, or this is it.',
      content: { 'application/json': { schema: { $ref: '#/components/schemas/DocumentRowPage' } } },
    });
  });

  it('has nothing that it names and does not have', () => {
    const { components } = JSON.parse(text) as { components: { schemas: object } };
    const named = new Set([...text.matchAll(/"\$ref": "([^"]*)"/g)].map(([, ref]) => ref));
    const known = Object.keys(components.schemas).map((name) => `#/components/schemas/${name}`);
    expect([...named].filter((ref) => !known.includes(ref ?? ''))).toEqual([]);
    expect(named.size).toBeGreaterThan(10);
  });
});

describe('problems', () => {
  let server: TestServer;
  beforeAll(async () => (server = await testServer()));
  afterAll(() => server.stop());

  it('have a type, which is described where it says', async () => {
    const browser = server.browser();
    const all = (await browser.ask('GET', '/problems')).as<ProblemTypeView[]>();
    expect(all).toEqual([...PROBLEM_TYPES]);
    for (const one of all) {
      const answer = await browser.ask('GET', one.type.replace('/api', ''));
      expect(answer.as<ProblemTypeView>()).toEqual(one);
    }
    expect((await browser.ask('GET', '/problems/none')).problem.type).toBe(
      '/api/problems/not-found',
    );
  });

  it('are all in docs/api.md', () => {
    const page = readFileSync(new URL('../../../../docs/api.md', import.meta.url), 'utf8');
    for (const { type, status, title, meaning } of PROBLEM_TYPES) {
      expect(page).toContain(`| \`${type}\` | ${String(status)} | ${title} | ${meaning} |`);
    }
  });

  it('are told apart by their types', async () => {
    const browser = await server.signedIn();
    const typeOf = async (
      method: 'GET' | 'POST' | 'PUT' | 'DELETE',
      path: string,
      body?: unknown,
    ): Promise<string> => (await browser.ask(method, path, body)).problem.type;
    expect((await server.browser().ask('GET', '/items')).problem.type).toBe(
      '/api/problems/not-signed-in',
    );
    const reader = await server.signedIn('otto@saltmarsh.example');
    expect((await reader.ask('GET', '/cost-updates')).problem.type).toBe(
      '/api/problems/not-permitted',
    );
    expect(await typeOf('GET', '/items/none')).toBe('/api/problems/not-found');
    expect(await typeOf('POST', '/drafts', { name: 7 })).toBe('/api/problems/invalid-fields');
    const early = { code: 'X', revision: 1 };
    expect(await typeOf('PUT', '/documents/1001', early)).toBe('/api/problems/invalid-fields');
    browser.cookies.delete('XSRF-TOKEN');
    expect(await typeOf('POST', '/drafts', { name: 'a' })).toBe('/api/problems/page-out-of-date');
  });
});
