import type { SaveEdit, LevelContent, LevelView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { entry, levelContent } from '../../testing/levels';
import {
  CATEGORY_ROWS,
  problemBody,
  showScreen,
  signedIn,
  type ShownScreen,
} from '../../testing/screens';
import { LevelEditor } from './level-editor';
import { levelsEffects } from './levels.effects';
import { levelsFeature } from './levels.feature';
import { PAUSES } from '../../shared/requests/pauses';

const ID = '5b0e7a52-93a1-4c55-8d3e-2f6c1f0a7b09';
const CONTENT: LevelContent = levelContent({ entries: [entry('a', '-12')] });
const PUBLISHED: LevelView = { id: ID, published: CONTENT, draft: null };
/** As long as edits wait before they are sent, and a little more. */
const PAUSE = 380;

describe('the editor of a level', () => {
  let screen: ShownScreen<LevelEditor>;

  async function open(view: LevelView | null): Promise<void> {
    screen = await showScreen(
      LevelEditor,
      view ? { id: ID } : { id: ID, new: 'yes' },
      provideState(levelsFeature),
      provideEffects(levelsEffects),
    );
    signedIn(screen);
    if (view) await screen.answer('GET', `/api/levels/${ID}`, view);
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    await screen.answerReference();
  }
  const EDIT = `/api/edits/level/${ID}`;
  /** What was sent to be kept: the level as it was edited. */
  const saved = async (
    revision: number,
  ): Promise<Omit<SaveEdit, 'content'> & { content: LevelContent }> => {
    const sent = await screen.answer('PUT', EDIT, { revision, draft: 'd' });
    await screen.answer('GET', '/api/drafts', []);
    return sent as Omit<SaveEdit, 'content'> & { content: LevelContent };
  };

  it('reads the level back, and keeps an edit in the draft from the revision it was made from', async () => {
    await open(PUBLISHED);
    expect(screen.text()).toContain('12 % off the base price of all items in Clay');
    expect(screen.text()).toContain('Published');
    await screen.type('Percent', '12,5');
    expect(screen.text()).toContain('12.5 % off the base price of all items in Clay');
    await screen.quiet(PAUSE);
    const sent = await saved(1);
    expect(sent.revision).toBe(0);
    expect(sent.content.entries).toEqual([entry('a', '-12.5')]);
    expect(screen.text()).toContain('Changed in draft');
    await screen.choose('Off or added', 'added');
    await screen.quiet(PAUSE);
    expect((await saved(2)).revision).toBe(1);
  });

  it('begins a new level without asking for it, and says what it still lacks', async () => {
    await open(null);
    await screen.press('Add entry');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('Name is missing');
    expect(screen.text()).toContain('Not saved yet');
    await screen.type('Name', 'Fairs');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('Not complete yet. It counts nowhere');
    await screen.pick('Applies to', 'All items');
    await screen.type('Percent', '5');
    await screen.quiet(PAUSE);
    expect((await saved(1)).content.name).toBe('Fairs');
    expect(screen.text()).toMatch(/Saved \d/);
  });

  it('adds, turns and removes entries, and undoes it all', async () => {
    await open(PUBLISHED);
    await screen.press('Add entry');
    expect(screen.text()).toContain('Not complete yet');
    expect(screen.host.querySelectorAll('hl-entry-editor').length).toBe(2);
    await screen.press('Remove');
    expect(screen.text()).not.toContain('12 % off');
    await screen.press('Undo');
    await screen.press('Undo');
    expect(screen.text()).toContain('12 % off the base price of all items in Clay');
    await screen.press('Redo');
    expect(screen.text()).toContain('Not complete yet');
  });

  it('rounds to a multiple, with a least price or without', async () => {
    await open(PUBLISHED);
    await screen.choose('Rounding', 'to a multiple of');
    await screen.choose('Direction', 'up');
    expect(screen.text()).toContain('rounded up to next 0.05 EUR.');
    await screen.type('Minimum price', '1.00');
    expect(screen.text()).toContain('at least 1.00 EUR.');
    await screen.type('Minimum price', '');
    expect(screen.text()).not.toContain('at least 1.00');
    await screen.type('Rounding increment', '0');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('increment must be above 0');
    await screen.choose('Rounding', 'not at all');
    expect(screen.text()).not.toContain('prices rounded');
  });

  it('asks for the goods of an entry once they are removed', async () => {
    await open(PUBLISHED);
    await screen.press('Remove Clay');
    expect(screen.text()).toContain('Not complete yet');
    await screen.quiet(PAUSE);
    expect(screen.wrong('Applies to')).toBe('No items chosen. Choose at least one.');
    await screen.pick('Applies to', 'All items');
    await screen.quiet(PAUSE);
    expect((await saved(1)).content.entries[0]?.scope).toEqual({ kind: 'all' });
  });

  it('shows both where somebody else was first, and lets the user decide', async () => {
    await open(PUBLISHED);
    await screen.type('Percent', '13');
    await screen.quiet(PAUSE);
    const current = {
      draft: 'd',
      draftName: 'Draft',
      content: { ...CONTENT, name: 'Colleges' },
      revision: 4,
    };
    await screen.answer('PUT', EDIT, problemBody(409, 'Somebody', { current }), 409);
    expect(screen.text()).toMatch(
      /Theirs: ?12 % off the base price of all items in Clay; other items/,
    );
    await screen.press('Keep mine');
    await screen.quiet(PAUSE);
    const sent = await saved(5);
    expect([sent.revision, sent.content.entries]).toEqual([4, [entry('a', '-13')]]);
  });

  it('sends again what the server could not be reached with, and what it refuses it tells', async () => {
    await open(PUBLISHED);
    await screen.type('Name', 'Trade');
    await screen.answer('PUT', EDIT, null, 0);
    expect(screen.text()).toContain('the server cannot be reached');
    await screen.quiet(PAUSES.again + 50);
    const fields = [{ path: 'content.name', sentence: 'There is a level Trade already' }];
    await screen.answer(
      'PUT',
      EDIT,
      problemBody(422, 'There is a level Trade already.', { fields }),
      422,
    );
    expect(screen.text().match(/There is a level Trade already/g)?.length).toBe(1);
  });

  it('says that a level cannot be read, and tries again', async () => {
    screen = await showScreen(
      LevelEditor,
      { id: ID },
      provideState(levelsFeature),
      provideEffects(levelsEffects),
    );
    await screen.answer(
      'GET',
      `/api/levels/${ID}`,
      problemBody(404, 'This level does not exist.'),
      404,
    );
    expect(screen.text()).toContain('This level does not exist.');
    await screen.press('Try again');
    await screen.answer('GET', `/api/levels/${ID}`, PUBLISHED);
    expect(screen.text()).toContain('Schools');
  });

  it('starts from another price and does other things with it', async () => {
    await open(PUBLISHED);
    await screen.choose('Based on', 'list price');
    expect(screen.text()).toContain('12 % off the list price of all items in Clay');
    await screen.choose('Effect', 'a percentage, then an amount');
    await screen.type('Amount', '0,50');
    expect(screen.text()).toContain('12 % off, then 0.50 EUR off the list price');
    await screen.choose('Effect', 'by the price');
    await screen.quiet(PAUSE);
    const { adjusting } = (await saved(1)).content.entries[0] ?? entry('none', '0');
    expect(adjusting.kind === 'byPrice' && adjusting.bands.map(({ from }) => from)).toEqual(['0']);
    await screen.pick('Applies to', 'ebb clay', 'Ebb & Flood in Clay');
    expect(screen.text()).toContain('All items by Ebb & Flood in Clay');
  });

  it('rounds to price endings, and says what is wrong with them', async () => {
    await open(PUBLISHED);
    await screen.choose('Rounding', 'to a price ending in');
    expect(screen.text()).toContain('to nearest price ending in 0.49 or 0.99 (EUR)');
    await screen.type('Price endings', '9,99');
    await screen.quiet(PAUSE);
    expect(screen.text()).toContain('the ending 9.99 must be below 1');
    await screen.choose('Repeating in every', '10');
    expect(screen.text()).toContain('ending in 9.99 in every 10');
  });

  it('is in another currency and for some time', async () => {
    await open(PUBLISHED);
    await screen.choose('Currency', 'USD');
    await screen.type('First day in force', '2026-03-01');
    await screen.quiet(PAUSE);
    const { content } = await saved(1);
    expect([content.currency, content.window.from]).toEqual(['USD', '2026-03-01']);
  });

  it('takes a block of item numbers and prices from a spreadsheet', async () => {
    await open(PUBLISHED);
    const data = new DataTransfer();
    data.setData('text/plain', 'CL-1\t12,50\r\nCL-2\t9.95\r\nCL-1\t13\r\n');
    const target = screen.host.querySelector('hl-single-items div');
    target?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    await screen.quiet(PAUSE);
    const { typedPrices } = (await saved(1)).content;
    // the same item a second time changes its price
    expect(typedPrices.map(({ item, price }) => [item, price])).toEqual([
      ['CL-1', '13'],
      ['CL-2', '9.95'],
    ]);
    await screen.press('Remove the price of CL-2');
    expect(screen.text()).toContain('1 item price');
  });

  it('lets nobody edit whose role may only look', async () => {
    await open(PUBLISHED);
    signedIn(screen, 'sales');
    await screen.settle();
    expect(screen.host.querySelector('fieldset')?.disabled).toBeTrue();
    expect(screen.text()).not.toContain('Delete level');
  });
});
