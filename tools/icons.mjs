/**
 * Writes apps/web/src/app/shared/look/icon-paths.ts: the drawings of the icons that the interface uses, taken from the
 * package of Material Symbols. The package has twenty thousand drawings, so it is packed into a temporary
 * folder when somebody runs this, and is no dependency.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inProject } from './project.mjs';

const PACKAGE = '@material-symbols/svg-400@0.48.2';
const FILE = inProject('apps/web/src/app/shared/look/icon-paths.ts');

const ICONS = [
  'account_circle',
  'check',
  'close',
  'description',
  'fact_check',
  'groups',
  'history',
  'inventory_2',
  'keyboard_arrow_down',
  'keyboard_arrow_up',
  'left_panel_close',
  'left_panel_open',
  'local_shipping',
  'menu',
  'search',
  'sell',
  'settings',
  'today',
];

const folder = mkdtempSync(path.join(tmpdir(), 'icons-'));
try {
  const packed = execFileSync('npm', ['pack', '--silent', PACKAGE], {
    cwd: folder,
    encoding: 'utf8',
  }).trim();
  const wanted = ICONS.map((name) => `package/outlined/${name}.svg`);
  execFileSync('tar', ['xzf', packed, ...wanted], { cwd: folder });
  const drawings = ICONS.toSorted().map((name) => {
    const svg = readFileSync(path.join(folder, `package/outlined/${name}.svg`), 'utf8');
    const [, drawing] = /<path d="([^"]+)"\/>/.exec(svg) ?? [];
    if (drawing === undefined) throw new Error(`The drawing of ${name} is not one path.`);
    return `  ${name}: '${drawing}',`;
  });
  writeFileSync(
    FILE,
    `/**
 * Material Symbols (Apache License 2.0), outlined, weight 400: the drawings that the interface uses, each in a
 * box from 0 -960 to 960 0. Written by \`npm run icons\`.
 */
export const ICON_PATHS = {
${drawings.join('\n')}
} as const;
`,
  );
  execFileSync(process.execPath, [
    inProject('node_modules/prettier/bin/prettier.cjs'),
    '--write',
    FILE,
  ]);
} finally {
  rmSync(folder, { recursive: true });
}
