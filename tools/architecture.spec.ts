import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const PROJECT = fileURLToPath(new URL('..', import.meta.url));

/** The folders of packages and of the server as the drawing of docs/architecture.md has them, two blanks a step deeper. */
function drawn(): string[] {
  const page = readFileSync(path.join(PROJECT, 'docs/architecture.md'), 'utf8');
  const drawing = page.split('```')[1] ?? '';
  const folders: string[] = [];
  const above: string[] = [];
  for (const line of drawing.split('\n')) {
    const [, indent = '', name = ''] = /^( *)(\S+)/.exec(line) ?? [];
    const depth = indent.length / 2;
    above.length = depth;
    above.push(depth === 0 ? `${name}/src` : name.replace(/\/$/, ''));
    if (/^(packages|apps\/server)\//.test(`${above[0] ?? ''}/`)) folders.push(above.join('/'));
  }
  return folders;
}

/** Folders with code, but for what only specifications use. */
function built(folder: string): string[] {
  const inside = readdirSync(path.join(PROJECT, folder), { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && entry.name !== 'testing')
    .flatMap(({ name }) => built(`${folder}/${name}`));
  return [folder, ...inside];
}

describe('the drawing of the house', () => {
  it('has the folders of the packages and of the server, and no others', () => {
    const packages = readdirSync(path.join(PROJECT, 'packages')).map((name) => `packages/${name}`);
    const all = [...packages, 'apps/server'].flatMap((name) => built(`${name}/src`));
    expect(drawn().toSorted()).toEqual(all.toSorted());
  });
});
