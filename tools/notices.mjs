/**
 * Writes THIRD-PARTY-NOTICES.md: the packages that run with Honest Ledger, by the lock file, each with its
 * licence and whose it is.
 */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import path from 'node:path';
import { inProject } from './project.mjs';

const FILE = inProject('THIRD-PARTY-NOTICES.md');

/**
 * @typedef {{ version?: string, link?: boolean, license?: string, dependencies?: Record<string, string> }} Locked
 */

/** @returns {string} */
export function notices() {
  /** @type {{ packages: Record<string, Locked> }} */
  const { packages } = JSON.parse(readFileSync(inProject('package-lock.json'), 'utf8'));
  const rows = [...runningWith(packages)].map((folder) => {
    const { version = '', license } = packages[folder] ?? {};
    const name = folder.slice(folder.lastIndexOf('node_modules/') + 'node_modules/'.length);
    return `| ${name} | ${version} | ${license ?? licenceOf(folder)} | ${holderOf(folder)} |`;
  });
  return `# Notices of others

The packages that run with Honest Ledger, from package-lock.json (\`npm run notices\`). The text of each licence is in its package; the built interface carries those of its own in \`3rdpartylicenses.txt\`.

| package | version | licence | copyright |
|---|---|---|---|
${[...new Set(rows)].sort().join('\n')}

The icons in \`apps/web/src/app/shared/look\` are drawings of Material Symbols (Google), licensed under Apache-2.0.
`;
}

/**
 * The folders of all packages that the applications need when they run.
 * @param {Record<string, Locked>} packages
 */
function runningWith(packages) {
  /** @type {Set<string>} */
  const found = new Set();
  const visit = (/** @type {string} */ folder) => {
    for (const name of Object.keys(packages[folder]?.dependencies ?? {})) {
      const needed = foundFrom(folder, name, packages);
      if (needed === null || found.has(needed)) continue;
      found.add(needed);
      visit(needed);
    }
  };
  for (const folder of Object.keys(packages))
    if (/^(apps|packages)\/[^/]+$/.test(folder)) visit(folder);
  return [...found].filter((folder) => !folder.includes('@honest-ledger/'));
}

/**
 * Where a package finds another one: beside it, or in a folder above.
 * @param {string} from
 * @param {string} name
 * @param {Record<string, Locked>} packages
 */
function foundFrom(from, name, packages) {
  for (let folder = from; ; folder = folder.slice(0, Math.max(0, folder.lastIndexOf('/')))) {
    const here = folder === '' ? `node_modules/${name}` : `${folder}/node_modules/${name}`;
    if (packages[here]) return here;
    if (folder === '') return null;
  }
}

/** @param {string} folder */
function licenceOf(folder) {
  const { license, licenses } = JSON.parse(readFileSync(inProject(folder, 'package.json'), 'utf8'));
  return license ?? licenses?.[0]?.type ?? 'see its package';
}

/**
 * The first line of its licence that names somebody.
 * @param {string} folder
 */
function holderOf(folder) {
  const whole = inProject(folder);
  if (!existsSync(whole)) return '';
  const file = readdirSync(whole).find((name) => /^(licen[cs]e|copying|notice)/i.test(name));
  if (file === undefined) return '';
  const text = readFileSync(path.join(whole, file), 'utf8');
  const line = text.split('\n').find((one) => /^\W*copyright\s+(\(c\)|©|\d{4}|[a-z])/i.test(one));
  return (line ?? '')
    .replaceAll(/[|<>*]/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim()
    .slice(0, 120);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  writeFileSync(FILE, notices());
  console.log('wrote THIRD-PARTY-NOTICES.md');
}
