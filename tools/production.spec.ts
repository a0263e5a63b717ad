import { build, type Metafile } from 'esbuild';
import { serverBuild } from './build.mjs';

/** The files that are loaded with one of the built ones, before anything is asked for. */
function loadedWith(file: string, outputs: Metafile['outputs']): ReadonlySet<string> {
  const files = new Set<string>();
  const visit = (one: string): void => {
    if (files.has(one)) return;
    files.add(one);
    for (const { path, kind, external } of outputs[one]?.imports ?? []) {
      if (kind === 'import-statement' && !external) visit(path);
    }
  };
  visit(file);
  return files;
}

describe('what a server without the demo loads', () => {
  it('has no file of the demo and none of its passwords', async () => {
    const { metafile, outputFiles } = await build({
      ...serverBuild(),
      write: false,
      sourcemap: false,
      metafile: true,
    });
    const { outputs } = metafile;
    const named = (end: string): string =>
      Object.keys(outputs).find((file) => file.endsWith(end)) ?? '';
    const entries = ['/main.mjs', '/worker.mjs'].map(named);
    expect(entries).not.toContain('');
    const loaded = new Set(entries.flatMap((file) => [...loadedWith(file, outputs)]));
    const inputs = [...loaded].flatMap((file) => Object.keys(outputs[file]?.inputs ?? {}));
    expect(inputs.some((file) => file.includes('/server/src/platform/session/'))).toBeTrue();
    expect(inputs.filter((file) => file.includes('/demo/'))).toEqual([]);
    const texts = outputFiles.filter(({ path }) =>
      [...loaded].some((file) => path.endsWith(`/${file}`)),
    );
    expect(texts).toHaveSize(loaded.size);
    expect(texts.filter(({ text }) => text.includes('clay-and-kiln'))).toEqual([]);
    // the demo itself is there, to be loaded where it is asked for
    expect(outputFiles.some(({ text }) => text.includes('clay-and-kiln'))).toBeTrue();
  });
});
