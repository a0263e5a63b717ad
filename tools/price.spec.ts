import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const EXAMPLES = fileURLToPath(new URL('../docs/examples', import.meta.url));
const SETUP = path.join(EXAMPLES, 'setup.json');
const DOCUMENT = path.join(EXAMPLES, 'document.json');

/** `npm run -s price -- ARGS`, as the README says it. */
function price(...args: string[]): { code: number | null; out: string; err: string } {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '-s', 'price', '--', ...args], {
    encoding: 'utf8',
  });
  return { code: status, out: stdout, err: stderr };
}

describe('npm run price', () => {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(path.join(os.tmpdir(), 'honest-ledger-price-'))));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });
  const file = (name: string, text: string): string => {
    const full = path.join(folder, name);
    writeFileSync(full, text);
    return full;
  };
  const changed = (from: string, change: (json: Record<string, unknown>) => void): string => {
    const json = JSON.parse(readFileSync(from, 'utf8')) as Record<string, unknown>;
    change(json);
    return JSON.stringify(json);
  };

  it('prints worked example 1 with its workings, as docs/examples says, and nothing else', () => {
    const { code, out } = price('--setup', SETUP, '--document', DOCUMENT);
    expect(code).toBe(0);
    const priced = JSON.parse(out) as { lines: { amount: string }[] };
    expect(priced.lines[0]?.amount).toBe('16.20');
    expect(priced as unknown).toEqual(
      JSON.parse(readFileSync(path.join(EXAMPLES, 'priced.json'), 'utf8')),
    );
  });

  it('names the path of what is wrong, prints nothing and ends with exit code 2', () => {
    const wrong = file(
      'wrong.json',
      changed(
        DOCUMENT,
        (json) => (json['lines'] = [{ id: '1', item: 'CL-0207', quantity: '12,5' }]),
      ),
    );
    const { code, out, err } = price('--setup', SETUP, '--document', wrong);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(`${wrong}: lines[0].quantity: quantity must be a number such as 12.50`);
  });

  it('says what is no JSON, no file, no setup, or not asked for', () => {
    const cases: readonly (readonly [string[], string])[] = [
      [['--setup', file('cut.json', '{"format": '), '--document', DOCUMENT], 'this is not JSON'],
      [
        ['--setup', path.join(folder, 'none.json'), '--document', DOCUMENT],
        'there is no such file',
      ],
      [['--setup', folder, '--document', DOCUMENT], 'it cannot be read'],
      [['--setup', DOCUMENT, '--document', DOCUMENT], 'format must be'],
      [['--setup', SETUP], 'Both a setup file and a document file are needed'],
      [['--set', SETUP], 'Use: npm run -s price'],
    ];
    for (const [args, sentence] of cases) {
      const { code, out, err } = price(...args);
      expect([code, out]).withContext(sentence).toEqual([2, '']);
      expect(err).toContain(sentence);
      expect(err).not.toContain('    at ');
    }
  });
});
