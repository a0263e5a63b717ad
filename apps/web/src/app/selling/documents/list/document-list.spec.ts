import type { Page, DocumentRow } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { DocumentList } from './document-list';
import { documentsEffects } from '../state/documents.effects';
import { documentsFeature } from '../state/documents.feature';

const row = (number: number, changes: Partial<DocumentRow> = {}): DocumentRow => ({
  kind: 'quote',
  number,
  state: 'open',
  customer: { code: 'C1001', name: 'Harbour Lane School' },
  title: '',
  lines: 2,
  total: '32.40',
  unpricedLines: 0,
  currency: 'EUR',
  changedAt: '2026-11-24T14:32:00Z',
  changedBy: 'Ines Marlow',
  ...changes,
});
const FIRST = '/api/documents?offset=0&limit=200&kind=quote';

describe('the list of quotes', () => {
  let screen: ShownScreen<DocumentList>;
  async function show(inputs: object = {}): Promise<void> {
    screen = await showScreen(
      DocumentList,
      { ...inputs },
      provideState(documentsFeature),
      provideEffects(documentsEffects),
    );
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.answerReference();
    await screen.drawn();
  }
  const came = async (url: string, page: Page<DocumentRow>): Promise<void> => {
    await screen.answer('GET', url, page);
    await screen.drawn();
  };
  const cells = (): string[] =>
    [...screen.host.querySelectorAll('[role=gridcell]')].map(({ textContent }) => textContent);

  it('shows each with its total, and how many there are', async () => {
    await show();
    await came(FIRST, { rows: [row(1007), row(1006, { title: 'Spring term' })], total: 2 });
    expect(screen.text()).toContain('2 quotes');
    for (const part of ['1007', 'Harbour Lane School', 'Spring term', '–']) {
      expect(cells()).toContain(part);
    }
    expect(cells().some((text) => text.startsWith('32.40'))).toBeTrue();
  });

  it('tells none at all from none that is called so', async () => {
    await show();
    await came(FIRST, { rows: [], total: 0 });
    expect(screen.text()).toContain('No quote yet. Choose a customer above to create one.');
    await screen.type('Part of a number, a customer or what it is for', 'nobody');
    await came('/api/documents?text=nobody&offset=0&limit=200&kind=quote', { rows: [], total: 0 });
    expect(screen.text()).toContain('No quote fits the filters.');
  });

  it('begins one for the customer whose page led here, and says why it could not', async () => {
    await show({ customer: 'C1001' });
    const refused = problemBody(422, 'There is no customer C1001.');
    expect(await screen.answer('POST', '/api/documents', refused, 422)).toEqual({
      kind: 'quote',
      customer: 'C1001',
    });
    expect(screen.text()).toContain('There is no customer C1001.');
  });
});
