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

  describe('prices the worked examples of docs/pricing-model.md', () => {
    const percent = (text: string) => ({
      kind: 'plain',
      adjustment: { kind: 'percent', percent: text },
    });
    const increment = (currency: string, text: string, direction: string) => ({
      kind: 'increment',
      currency,
      increment: text,
      direction,
    });
    const level = (changes: object) => ({
      id: 'schools',
      name: 'Schools',
      currency: 'EUR',
      entries: [{ id: '1', scope: { kind: 'all' }, adjusting: percent('0') }],
      ...changes,
    });
    const endings = { kind: 'endings', currency: 'EUR', endings: ['0.49', '0.99'] };
    const least = { ...increment('EUR', '0.05', 'up'), leastPrice: '1.00' };
    const typedPrices = [{ id: 't', item: 'CL-0207', price: '10.00' }];
    const twelve = [
      { id: '1', scope: { kind: 'category', category: 'clay' }, adjusting: percent('-12') },
    ];
    const yen = { currency: 'JPY', rounding: increment('JPY', '10', 'nearest') };
    const examples: readonly (readonly [string, string, object, string, string])[] = [
      ['11', '13.20', level({ rounding: { ...endings, direction: 'nearest' } }), 'EUR', '12.99'],
      ['11', '13.25', level({ rounding: { ...endings, direction: 'nearest' } }), 'EUR', '13.49'],
      ['11', '13.74', level({ rounding: { ...endings, direction: 'nearest' } }), 'EUR', '13.99'],
      ['12', '0.31', level({ rounding: least }), 'EUR', '1.00'],
      ['12', '2.01', level({ rounding: least }), 'EUR', '2.05'],
      ['13', '100', level(yen), 'JPY', '16330'],
      ['16', '18.40', level({ entries: twelve, typedPrices }), 'EUR', '10.00'],
    ];
    for (const [number, base, schools, currency, expected] of examples) {
      it(`${number}: base ${base} comes to ${expected} ${currency}`, () => {
        const setup = changed(SETUP, (json) => {
          json['basePrices'] = [{ kind: 'own', item: 'CL-0207', price: base }];
          json['sharedPrices'] = [];
          json['agreements'] = [];
          json['levels'] = [schools];
        });
        const document = changed(DOCUMENT, (json) => {
          json['currency'] = currency;
          json['lines'] = [{ id: '1', item: 'CL-0207', quantity: '1' }];
          const facts = json['facts'] as Record<string, unknown>;
          facts['rates'] = [{ currency: 'JPY', rate: '163.27' }];
        });
        const { code, out } = price(
          '--setup',
          file('example-setup.json', setup),
          '--document',
          file('example-document.json', document),
        );
        expect(code).toBe(0);
        expect((JSON.parse(out) as { total: string }).total).toBe(expected);
      });
    }
  });

  it('refuses levels in a circle and a currency nobody has', () => {
    const from = (id: string, base: string): object => ({
      id,
      name: id,
      currency: 'EUR',
      entries: [
        {
          id: '1',
          scope: { kind: 'all' },
          basis: { kind: 'level', level: base },
          adjusting: { kind: 'plain', adjustment: { kind: 'percent', percent: '1' } },
        },
      ],
    });
    const circle = file(
      'circle.json',
      changed(SETUP, (json) => (json['levels'] = [from('a', 'b'), from('b', 'a')])),
    );
    expect(price('--setup', circle, '--document', DOCUMENT).err).toContain('in a circle: a, b, a');
    const unknown = file(
      'unknown.json',
      changed(DOCUMENT, (json) => (json['currency'] = 'EURO')),
    );
    const { code, err } = price('--setup', SETUP, '--document', unknown);
    expect([code, err.includes('currency must be a currency code of ISO 4217')]).toEqual([2, true]);
  });

  it('refuses a base price that names the base unit, which would be a second one for it', () => {
    const twice = file(
      'twice.json',
      changed(SETUP, (json) => {
        const own = { kind: 'own', item: 'CL-0207' };
        json['basePrices'] = [
          { ...own, price: '18.40' },
          { ...own, unit: 'bag', price: '20.00' },
        ];
      }),
    );
    const { code, err } = price('--setup', twice, '--document', DOCUMENT);
    expect(code).toBe(2);
    expect(err).toContain('basePrices[1].unit: bag is the base unit of CL-0207');
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
