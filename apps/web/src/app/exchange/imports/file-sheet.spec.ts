import type { FileForeseen, ImportRowPage, ImportView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { decide, problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { FileSheet } from './file-sheet';
import { rowSentence } from './file-words';
import { filesEffects } from './files.effects';
import { filesFeature } from './files.feature';

const file = (changes: Partial<ImportView> = {}): ImportView => ({
  id: 'f',
  kind: 'items',
  level: null,
  fileName: 'prices.csv',
  state: 'ready',
  format: null,
  remark: null,
  columns: ['Item', 'Base price'],
  rows: 3,
  compared: 3,
  taken: 0,
  left: 2,
  inParts: false,
  counts: { new: 1, changed: 1, unchanged: 1, wrong: 0 },
  by: 'Ines Marlow',
  at: '2026-11-24T14:32:00Z',
  ...changes,
});

const NO_ROWS: ImportRowPage = { rows: [], total: 0 };

describe('a file that was sent in', () => {
  let screen: ShownScreen<FileSheet>;
  beforeEach(async () => {
    screen = await showScreen(
      FileSheet,
      { id: 'f' },
      provideState(filesFeature),
      provideEffects(filesEffects),
    );
    signedIn(screen);
  });

  const came = async (changes: Partial<ImportView> = {}): Promise<void> => {
    await screen.answer('GET', '/api/imports/f', file(changes));
    for (const open of screen.server.match(({ url }) => url.endsWith('/rows'))) open.flush(NO_ROWS);
    await screen.settle();
  };
  const button = (name: string): HTMLButtonElement | undefined =>
    [...screen.host.querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes(name),
    );

  it('shows how far it has come while it is compared, and can be cancelled', async () => {
    await came({ state: 'reading', compared: 1 });
    expect(screen.text()).toContain('1 of 3 rows compared');
    await screen.press('Cancel');
    await screen.answer('DELETE', '/api/imports/f', file({ state: 'cancelled' }));
    expect(screen.text()).toContain('Nothing of this file was imported.');
  });

  it('says how it was read, and asks where the file leaves that open', async () => {
    const found = { encoding: 'windows-1252', delimiter: ';' } as const;
    await came({
      state: 'asking',
      format: { ...found, decimalMark: null, days: 'dayMonthYear' },
    });
    expect(screen.text()).toContain('CSV in Windows-1252, semicolons between cells');
    expect(screen.text()).toContain('whether figures have a decimal point or a decimal comma');
    expect(button('Import')).toBeUndefined();
    await screen.choose('Decimal mark', 'comma: 4,90');
    await screen.press('Read the file this way');
    const format = { ...found, decimalMark: ',', days: 'dayMonthYear' } as const;
    const sent = await screen.answer('PUT', '/api/imports/f/format', file({ format }));
    expect(sent).toEqual({ decimalMark: ',', days: 'dayMonthYear' });
    expect(screen.text()).not.toContain('The file does not say');
  });

  it('counts what it would do, and takes it in', async () => {
    await came();
    for (const part of ['All 3', '+ New 1', '△ Changed 1', '= Unchanged 1', '✕ Error 0']) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.text()).toContain('base prices stay in the draft');
    await screen.press('Import 2 rows');
    await screen.answer('POST', '/api/imports/f/apply', file({ state: 'applied' }));
    expect(screen.text()).toContain('Imported.');
  });

  it('shows which prices its facts move, before it is taken in', async () => {
    await came();
    const at = { level: null, break: 'Oxides by the kilogram', quantity: '5', unit: 'kg' };
    const move = { ...at, was: '12.5', now: null, currency: 'EUR' };
    const items = [{ item: 'OX-0002', name: 'Cobalt', moves: [move] }];
    await screen.answer('GET', '/api/imports/f/moves', {
      changed: 1,
      priced: 1,
      items,
    } satisfies FileForeseen);
    expect(screen.text()).toContain(
      'The details change prices of 1 of 1 item that changes, at once.',
    );
    const row = screen.host.querySelector('hl-moves-table tbody tr')?.textContent;
    for (const part of ['OX-0002', 'Oxides by the kilogram', '5 kg', '12.5 EUR', 'no price']) {
      expect(row).toContain(part);
    }
  });

  it('says where its facts move no price, and how many of many were looked at', async () => {
    await came();
    const none = { changed: 900, priced: 200, items: [] };
    await screen.answer('GET', '/api/imports/f/moves', none);
    expect(screen.text()).toContain(
      'The details change no price of the first 200 of 900 items that change.',
    );
    expect(screen.host.querySelector('hl-moves-table')).toBeNull();
  });

  it('says why prices could not be looked at', async () => {
    await came();
    await screen.answer('GET', '/api/imports/f/moves', problemBody(409, 'Not as it is.'), 409);
    expect(screen.text()).toContain('Not as it is.');
  });

  it('asks nothing about prices of a file that changes no item', async () => {
    await came({ counts: { new: 2, changed: 0, unchanged: 1, wrong: 0 } });
    screen.server.expectNone('/api/imports/f/moves');
  });

  it('is not taken in while a row is wrong, nor where it changes nothing', async () => {
    await came({ counts: { new: 1, changed: 0, unchanged: 1, wrong: 1 } });
    expect(button('Import')?.disabled).toBe(true);
    expect(screen.text()).toContain('Correct the rows with errors');
  });

  it('says where it changes nothing', async () => {
    await came({ left: 0, counts: { new: 0, changed: 0, unchanged: 3, wrong: 0 } });
    expect(button('Import')?.disabled).toBe(true);
    expect(screen.text()).toContain('Nothing to import');
  });

  it('tells why it was not taken in', async () => {
    await came();
    await screen.press('Import 2 rows');
    await screen.answer('POST', '/api/imports/f/apply', problemBody(409, 'It was cancelled.'), 409);
    expect(screen.text()).toContain('It was cancelled.');
    expect(screen.text()).not.toContain('Imported.');
  });

  it('shows how far parts have come, and is cancelled between them', async () => {
    await came({ kind: 'sales', state: 'applying', inParts: true, taken: 250, left: 50 });
    expect(screen.text()).toContain('250 of 300 rows imported');
    const bar = screen.host.querySelector('mat-progress-bar');
    expect(bar?.getAttribute('aria-valuenow')).toMatch(/^83\.3/);
    await screen.press('Cancel');
    const remark = '250 rows were taken in before that.';
    const cancelled = file({ kind: 'sales', state: 'cancelled', taken: 250, remark });
    await screen.answer('DELETE', '/api/imports/f', cancelled);
    expect(screen.text()).toContain(remark);
    expect(screen.text()).not.toContain('Nothing of this file');
    expect(button('Undo import')).toBeDefined();
  });

  it('is undone in one step, once it was said what that does', async () => {
    await came({ state: 'applied', taken: 2 });
    const view = { back: 2, removed: 1, stays: 0, staying: [], kind: 'file' };
    await screen.press('Undo import');
    await screen.answer('GET', '/api/mass-changes/f', view);
    await decide(screen, 'Cancel', '1 entry is deleted.');
    screen.server.expectNone('/api/mass-changes/f/undo');
    await screen.press('Undo import');
    await screen.answer('GET', '/api/mass-changes/f', view);
    await decide(screen, 'Undo', '1 entry goes back to what was there before. 1 entry is deleted.');
    const seen = await screen.answer('POST', '/api/mass-changes/f/undo', {});
    expect(seen).toEqual({ back: 2, stays: 0 });
    await came({ state: 'undone', taken: 2 });
    expect(screen.text()).toContain('Imported, then undone.');
    expect(button('Undo import')).toBeUndefined();
  });

  it('tells why it was not undone', async () => {
    await came({ state: 'applied', taken: 2 });
    await screen.press('Undo import');
    const why = problemBody(409, 'It has been undone already.');
    await screen.answer('GET', '/api/mass-changes/f', why, 409);
    await came({ state: 'applied', taken: 2 });
    expect(screen.text()).toContain('It has been undone already.');
  });

  it('gives a reader the rows, and no button', async () => {
    signedIn(screen, 'reader');
    await came();
    expect(button('Import')).toBeUndefined();
    expect(button('Cancel')).toBeUndefined();
  });
});

describe('what a row of a file would do, in words', () => {
  const row = { row: 2, after: { Item: 'A', Price: '2' }, problems: [] };

  it('names each cell that changes, from what to what', () => {
    const before = { Item: 'A', Price: '' };
    expect(rowSentence({ ...row, verdict: 'changed', before })).toBe('Price: empty → 2');
  });

  it('names all that is wrong', () => {
    const problems = [
      { column: 'Item', sentence: 'There is no item A' },
      { column: null, sentence: 'Row 1 is for the same already' },
    ];
    expect(rowSentence({ ...row, verdict: 'wrong', before: null, problems })).toBe(
      'There is no item A. Row 1 is for the same already.',
    );
  });
});
