import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const PROJECT = fileURLToPath(new URL('..', import.meta.url));
const CRUISE = path.join(PROJECT, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs');

/** What is said of a house of these files, each with what it imports. */
function saidOf(files: Readonly<Record<string, string>>): { code: number | null; said: string } {
  const house = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-floors-'));
  try {
    writeFileSync(path.join(house, 'tsconfig.base.json'), '{}');
    for (const [file, imported] of Object.entries(files)) {
      mkdirSync(path.join(house, path.dirname(file)), { recursive: true });
      const line = imported === '' ? 'export const one = 1;' : `export * from '${imported}';`;
      writeFileSync(path.join(house, file), `${line}\n`);
    }
    const folders = [...new Set(Object.keys(files).map((file) => file.split('/')[0] ?? ''))];
    const asked = ['--config', path.join(PROJECT, '.dependency-cruiser.mjs'), ...folders];
    const { status, stdout, stderr } = spawnSync(process.execPath, [CRUISE, ...asked], {
      cwd: house,
      encoding: 'utf8',
    });
    return { code: status, said: stdout + stderr };
  } finally {
    rmSync(house, { recursive: true });
  }
}

const ENGINE = 'packages/engine/src';
const SERVER = 'apps/server/src';
const WEB = 'apps/web/src/app';

describe('the floors of the house', () => {
  it('are told where a lower one imports a higher one', () => {
    for (const [room, from, imported] of [
      ['engine-number', `${ENGINE}/number/decimal.ts`, `../pricing/price-document`],
      ['engine-setup', `${ENGINE}/setup/rule.ts`, '../compile/compile-rule'],
      ['engine-compile', `${ENGINE}/compile/compile-rule.ts`, '../result/priced'],
      ['pricing-line', `${ENGINE}/pricing/line/units.ts`, '../cost/cost'],
      ['pricing-by-hand', `${ENGINE}/pricing/by-hand/floors.ts`, '../rules/rule-facts'],
      ['steps-under-the-pipeline', `${ENGINE}/pricing/tax/tax.ts`, '../price-document'],
      ['server-platform', `${SERVER}/platform/jobs/queue.ts`, '../../setup/drafts/publish-draft'],
      ['server-platform', `${SERVER}/platform/session/routes.ts`, '../../app/demo/sign-ins'],
      ['server-master-data', `${SERVER}/master-data/catalogue/queries.ts`, '../../setup/drafts/a'],
      ['server-setup', `${SERVER}/setup/rules/routes.ts`, '../../selling/documents/queries'],
      ['server-selling', `${SERVER}/selling/outbox/send.ts`, '../../exchange/exports/routes'],
      ['server-verification', `${SERVER}/verification/sales-backtest/a.ts`, '../../supply/b/c'],
      ['server-supply', `${SERVER}/supply/purchasing/orders.ts`, '../../exchange/imports/items'],
      ['server-exchange', `${SERVER}/exchange/imports/items.ts`, '../../app/settings'],
      ['web-shared', `${WEB}/shared/grid/row-grid.ts`, '../../editing/outbox/parcel'],
      ['web-editing', `${WEB}/editing/draft/moves.ts`, '../../setup/drafts/look-through'],
      ['web-master-data', `${WEB}/master-data/catalogue/item.ts`, '../../setup/levels/level'],
      ['web-setup', `${WEB}/setup/rules/rules.ts`, '../../selling/documents/state/api'],
      ['web-selling', `${WEB}/selling/documents/list/list.ts`, '../../../supply/a/b'],
      ['web-exchange', `${WEB}/exchange/imports/files.ts`, '../../shell/shell'],
    ] as const) {
      const target = path.join(path.dirname(from), `${imported}.ts`);
      const { code, said } = saidOf({ [from]: imported, [target]: '' });
      expect(code).withContext(said).toBe(1);
      expect(said).toContain(`error ${room}:`);
    }
  });

  it('are told where two folders of the server or of the interface import each other', () => {
    for (const root of [`${SERVER}/selling`, `${WEB}/selling`]) {
      const { code, said } = saidOf({
        [`${root}/documents/one.ts`]: '../approvals/two',
        [`${root}/approvals/two.ts`]: '../documents/three',
        [`${root}/documents/three.ts`]: '',
      });
      expect(code).withContext(said).not.toBe(0);
      expect(said).toContain('error no-circles-between-folders:');
    }
  });

  it('are told where two folders import each other, over others, too', () => {
    const { code, said } = saidOf({
      'packages/contracts/src/api/one.ts': '../forms/two',
      'packages/contracts/src/forms/two.ts': '../sheets/three',
      'packages/contracts/src/sheets/three.ts': '../api/four',
      'packages/contracts/src/api/four.ts': '',
    });
    expect(code).not.toBe(0);
    expect(said).toContain('error no-circles-between-folders:');
  });

  it('are as they should be where arrows go down', () => {
    const { code, said } = saidOf({
      [`${ENGINE}/pricing/rules/rule-facts.ts`]: '../by-hand/floors',
      [`${ENGINE}/pricing/by-hand/floors.ts`]: '../../number/decimal',
      [`${ENGINE}/number/decimal.ts`]: '',
      [`${SERVER}/app/main.ts`]: '../selling/documents/queries',
      [`${SERVER}/selling/documents/queries.ts`]: '../../platform/database/database',
      [`${SERVER}/platform/database/database.ts`]: '',
      [`${WEB}/shell/today/today.ts`]: '../../shared/grid/row-grid',
      [`${WEB}/shared/grid/row-grid.ts`]: '',
    });
    expect(code).withContext(said).toBe(0);
  });
});
