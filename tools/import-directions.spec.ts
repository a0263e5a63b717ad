import { ESLint } from 'eslint';

/** What a file may not import, and why, as ESLint is set up for it. */
interface Pattern {
  readonly regex: string;
  readonly message: string;
}

async function refusals(file: string, imported: string): Promise<string[]> {
  const config = (await new ESLint().calculateConfigForFile(file)) as {
    rules: Record<string, unknown[] | undefined>;
  };
  const [severity, options] = config.rules['no-restricted-imports'] ?? [];
  const { patterns } = (options ?? { patterns: [] }) as { patterns: Pattern[] };
  if (severity !== 2) return [];
  return patterns
    .filter(({ regex }) => new RegExp(regex).test(imported))
    .map(({ message }) => message);
}

const ENGINE = 'packages/engine/src/pricing/level/level.ts';
const WORDING = 'packages/wording/src/sentences.ts';
const CONTRACTS = 'packages/contracts/src/forms/fields.ts';
const SERVER = 'apps/server/src/app/app.ts';
const WEB = 'apps/web/src/app/app.ts';

describe('the direction of imports', () => {
  for (const [file, imported] of [
    [ENGINE, 'node:fs'],
    [ENGINE, 'decimal.js'],
    [ENGINE, '@honest-ledger/contracts'],
    [ENGINE, '@honest-ledger/wording'],
    [WORDING, '@honest-ledger/contracts'],
    [WORDING, 'joi'],
    [CONTRACTS, 'fastify'],
    [CONTRACTS, 'node:path'],
    [CONTRACTS, '../../../../apps/server/src/app'],
    [SERVER, '@angular/core'],
    [SERVER, '@honest-ledger/web'],
    [SERVER, '../../../packages/engine/src/index'],
    [WEB, '@honest-ledger/server'],
    [WEB, 'fastify'],
    [WEB, 'node:fs'],
  ] as const) {
    it(`keeps ${imported} out of ${file}, and says why`, async () => {
      expect(await refusals(file, imported)).toHaveSize(1);
    });
  }

  for (const [file, imported] of [
    [ENGINE, '../number/decimal'],
    [WORDING, '@honest-ledger/engine'],
    [CONTRACTS, '@honest-ledger/engine'],
    [CONTRACTS, '@honest-ledger/wording'],
    [CONTRACTS, 'joi'],
    [SERVER, '@honest-ledger/contracts'],
    [SERVER, '@honest-ledger/engine'],
    [WEB, '@honest-ledger/contracts'],
    [WEB, './app.routes'],
  ] as const) {
    it(`lets ${file} import ${imported}`, async () => {
      expect(await refusals(file, imported)).toEqual([]);
    });
  }
});
