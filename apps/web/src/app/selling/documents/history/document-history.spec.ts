import { contentOfDocument, type ChangeRow, type DocumentContent } from '@honest-ledger/contracts';
import { openView } from '../../../testing/documents';
import { showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { DocumentHistory } from './document-history';

describe('the history of a document', () => {
  const NOW = openView();
  const { content } = NOW.editing;
  const [line] = content.lines;
  if (!line) throw new Error('it has a line');
  const then: DocumentContent = { ...content, lines: [{ ...line, quantity: '7' }] };
  const BEGUN: ChangeRow = {
    id: 1,
    at: '2026-11-24T14:00:00Z',
    by: 'Ines Marlow',
    kind: 'document',
    key: '1007',
    name: 'Quote 1007',
    action: 'made',
    before: null,
    after: then,
  };
  const CHANGED = { ...BEGUN, id: 2, action: 'changed', before: then, after: content };
  const ADDRESS = '/api/changes?kind=document&key=1007&limit=20';

  let screen: ShownScreen<DocumentHistory>;
  let chosen: DocumentContent[];
  /** Asks for the way back of one of the entries that have one, from the latest. */
  const lookAt = async (place: number): Promise<void> => {
    screen.host.querySelectorAll<HTMLElement>('tbody button')[place]?.click();
    await screen.settle();
  };
  const show = async (changes: readonly ChangeRow[], editable = true, more = false) => {
    screen = await showScreen(DocumentHistory, { open: NOW, editable });
    signedIn(screen);
    chosen = [];
    screen.fixture.componentInstance.chosen.subscribe((one) => chosen.push(one));
    await screen.answer('GET', ADDRESS, { changes, more });
    await screen.settle();
  };

  it('says what each change did, and goes back to what it was once that was looked at', async () => {
    await show([CHANGED, BEGUN]);
    expect(screen.text()).toContain('CL-0207: quantity 7 → 2');
    await lookAt(1);
    expect(screen.text()).toContain('CL-0207: quantity 2 → 7');
    expect(chosen).toEqual([]);
    await screen.press('Restore');
    expect(chosen).toEqual([then]);
  });

  it('offers nothing where it says the same as now, or nothing is on record of it', async () => {
    const opened = { ...CHANGED, id: 3, action: 'opened again', after: { state: 'open' } };
    await show([opened, CHANGED]);
    expect(screen.host.querySelectorAll('tbody button').length).toBe(1);
    await lookAt(0);
    expect(screen.text()).toContain('It says the same as now.');
    expect(screen.host.querySelectorAll('button').length).toBe(1);
  });

  it('is only read where the document is not changed any more', async () => {
    await show([CHANGED, BEGUN], false);
    expect(screen.text()).toContain('created');
    expect(screen.host.querySelector('tbody button')).toBeNull();
  });

  it('goes on with older ones, also with what was recorded before there were some fields', async () => {
    await show([CHANGED], true, true);
    const { discount: _, salesContext: __, ...early } = contentOfDocument(then);
    const older = { ...BEGUN, action: 'changed', before: early, after: early };
    await screen.press('Show older ones');
    await screen.answer('GET', `${ADDRESS}&below=2`, { changes: [older], more: false });
    await screen.settle();
    await lookAt(1);
    expect(screen.text()).toContain('CL-0207: quantity 2 → 7');
    expect(screen.text()).not.toContain('Show older ones');
  });
});
