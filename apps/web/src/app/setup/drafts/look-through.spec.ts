import type {
  DraftRow,
  DraftTrial,
  DraftView,
  ObjectEdit,
  Publish,
} from '@honest-ledger/contracts';
import { entry, levelContent } from '../../testing/levels';
import {
  CATEGORY_ROWS,
  decide,
  problemBody,
  showScreen,
  signedIn,
  type ShownScreen,
} from '../../testing/screens';
import { DraftBar } from '../../shell/draft-bar';
import { LookThrough } from './look-through';

const content = (percent: string) => levelContent({ entries: [entry('a', percent)] });

const edit: ObjectEdit = {
  kind: 'level',
  key: 'a-level',
  name: 'Schools',
  before: content('-10'),
  after: content('-12'),
  customers: 1,
  asked: {
    who: { kind: 'level', name: 'Schools' },
    quantities: ['1'],
    outlet: null,
    day: null,
    trigger: null,
  },
  moves: {
    compared: 237,
    lowered: 35,
    raised: 0,
    otherwise: 0,
    largest: [
      { item: 'CL-0606', name: 'Casting slip', before: '4.50', after: '3.95', change: '-0.55' },
    ],
  },
};
const row = (id: string, name: string, edits: number): DraftRow => ({
  id,
  name,
  revision: 3,
  edits,
  createdBy: 'Ines Marlow',
  createdAt: '2026-11-24T14:32:00Z',
  waits: null,
  remark: null,
});
const view = (edits: readonly ObjectEdit[] = [edit], id = 'd', name = 'Draft'): DraftView => ({
  ...row(id, name, edits.length),
  edits,
  total: edits.length,
  moved: edits.reduce((sum, { moves }) => sum + (moves?.lowered ?? 0), 0),
  uncounted: 0,
  basePriceMoves: null,
  currency: 'EUR',
  version: 1,
});

describe('the draft, looked through', () => {
  let screen: ShownScreen<LookThrough>;
  beforeEach(async () => {
    screen = await showScreen(LookThrough, {});
    signedIn(screen);
  });

  /** The server has this one draft, or none. */
  const answerDraft = async (edits?: readonly ObjectEdit[] | null): Promise<void> => {
    await screen.answer('GET', '/api/drafts', edits === null ? [] : [row('d', 'Draft', 1)]);
    if (edits !== null) await screen.answer('GET', '/api/drafts/d', view(edits));
  };

  it('names what changes where the sentences say the same: a name, what customers read', async () => {
    const same = content('-10');
    await answerDraft([{ ...edit, before: same, after: { ...same, name: 'Schools of the town' } }]);
    const told = screen.host.querySelector('dl')?.textContent ?? '';
    expect(told).toContain(`Name${same.name} → Schools of the town`);
  });

  it('shows each edit before and after, and what it moves', async () => {
    await answerDraft();
    await screen.answer('GET', '/api/categories', CATEGORY_ROWS);
    for (const part of [
      'Price level Schools',
      'changed, 1 customer has it',
      '10 % off the base price of all items in Clay',
      '12 % off the base price of all items in Clay',
      '35 of 237 prices change: 35 lower, in EUR.',
      'Compared: 1 of each item, at price level Schools, against base prices where it is new.',
      'CL-0606',
      'Casting slip',
      '−0.55',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('tells what the edits would have done to documents, and what cannot be counted', async () => {
    await answerDraft([{ ...edit, moves: null, asked: null }]);
    expect(screen.text()).toContain('Prices of single items are not compared.');
    const trial: DraftTrial = {
      since: '2026-09-01',
      documents: 140,
      isPart: false,
      untried: 2,
      edits: [
        {
          kind: 'level',
          key: 'a-level',
          moved: 12,
          sums: [{ currency: 'EUR', before: '4120.00', after: '4010.00' }],
          largest: [],
        },
      ],
    };
    await screen.answer('GET', '/api/drafts/d/trial', trial);
    expect(screen.text()).toContain('12 of 140 documents since');
    expect(screen.text()).toContain('4,120.00 EUR becomes 4,010.00 (−110.00)');
    expect(screen.text()).toContain('2 more edits were not tried on documents.');
  });

  it('publishes the revision that was seen, with a note', async () => {
    await answerDraft();
    await screen.type('Version note', ' New term ');
    await screen.press('Publish');
    const sent = (await screen.answer('POST', '/api/drafts/d/publish', { version: 2 })) as Publish;
    expect(sent).toEqual({ revision: 3, note: 'New term', at: null });
    await answerDraft(null);
    expect(screen.text()).toContain('No unpublished changes.');
  });

  it('tells why it was not published, and shows the draft as it is by then', async () => {
    await answerDraft();
    await screen.press('Publish');
    const detail = 'The draft changed since you opened it. Review it again.';
    await screen.answer('POST', '/api/drafts/d/publish', problemBody(409, detail), 409);
    expect(screen.text()).toContain(detail);
    const second: ObjectEdit = {
      ...edit,
      kind: 'level',
      key: 'b',
      name: 'Fairs',
      before: null,
      after: { ...content('-1'), name: 'Fairs' },
    };
    await answerDraft([edit, second]);
    expect(screen.text()).toContain('Price level Fairs');
    expect(screen.text()).toContain('new, 1 customer has it');
  });

  it('reads back every kind of object, and what is withdrawn', async () => {
    const moves = null;
    const none = { customers: null, moves, asked: null };
    const price = (text: string) => ({
      kind: 'own' as const,
      item: 'CL-1',
      unit: null,
      price: text,
    });
    await answerDraft([
      {
        kind: 'basePrice',
        key: 'CL-1',
        name: 'CL-1',
        before: [price('9.00')],
        after: [price('9.50')],
        ...none,
      },
      {
        kind: 'sharedPrice',
        key: 's',
        name: 'Jars',
        before: null,
        after: { name: 'Jars', price: '7.90' },
        ...none,
      },
      {
        kind: 'agreement',
        key: 'g',
        name: 'C1, CL-1',
        before: {
          party: { kind: 'customer', customer: 'C1' },
          item: 'CL-1',
          currency: 'EUR',
          price: '8.00',
          unit: null,
          window: { from: null, until: null },
          minQuantity: '12',
          open: false,
        },
        after: null,
        ...none,
      },
    ]);
    for (const part of [
      'Base price CL-1',
      '9.50.',
      'Shared price Jars',
      'Jars: 7.90.',
      'CL-1 for C1 at 8.00 EUR, at least 12.',
      'Deleted.',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('looks at one of several drafts, and begins another', async () => {
    const two = [row('d', 'Draft', 1), row('e', 'Spring', 0)];
    await screen.answer('GET', '/api/drafts', two);
    await screen.answer('GET', '/api/drafts/d', view());
    await screen.choose('Draft', 'Spring (0)');
    await screen.answer('GET', '/api/drafts', two);
    await screen.answer('GET', '/api/drafts/e', view([], 'e', 'Spring'));
    expect(screen.text()).toContain('No changes in this draft yet.');
    await screen.type('New draft', 'Urgent');
    await screen.press('Create draft');
    await screen.answer('POST', '/api/drafts', { draft: 'f' });
    await screen.answer('GET', '/api/drafts', [...two, row('f', 'Urgent', 0)]);
    await screen.answer('GET', '/api/drafts/f', view([], 'f', 'Urgent'));
    expect(screen.host.querySelector('h1')?.textContent).toBe('Urgent');
  });

  it('discards one edit, once that was asked', async () => {
    await answerDraft();
    await screen.press('Discard edit');
    await decide(screen, 'Cancel');
    screen.server.expectNone('/api/edits/level/a-level');
    await screen.press('Discard edit');
    await decide(screen, 'Discard edit');
    await screen.answer('DELETE', '/api/edits/level/a-level', null);
    await answerDraft(null);
    expect(screen.text()).toContain('No unpublished changes.');
  });

  it('discards a draft once that was asked, and brings it back', async () => {
    await screen.answer('GET', '/api/drafts/discarded', []);
    await answerDraft();
    await screen.press('Discard draft');
    await screen.drawn();
    expect(document.querySelector('mat-dialog-container')?.textContent).toContain(
      'For 30 days it can be brought back from this page.',
    );
    await decide(screen, 'Discard draft');
    await screen.answer('DELETE', '/api/drafts/d', null);
    await answerDraft(null);
    const gone = {
      id: 'd',
      name: 'Draft',
      edits: 2,
      discardedBy: 'Ines Marlow',
      discardedAt: '2026-11-24T10:00:00.000Z',
      until: '2026-12-24T10:00:00.000Z',
    };
    await screen.drawn();
    for (const one of screen.server.match('/api/drafts/discarded')) {
      if (!one.cancelled) one.flush([gone]);
    }
    await screen.settle();
    expect(screen.text()).toContain('Draft, 2 edits: discarded');
    await screen.press('Restore Draft');
    await screen.answer('POST', '/api/drafts/d/bring-back', null);
    await answerDraft();
    expect(screen.text()).toContain('Price level Schools');
  });

  it('says that it cannot be read, and tries again', async () => {
    await screen.answer('GET', '/api/drafts', null, 0);
    expect(screen.text()).toContain('The server cannot be reached.');
    await screen.press('Try again');
    await answerDraft();
    expect(screen.text()).toContain('Price level Schools');
  });
});

describe('the bar at the foot of the sheet', () => {
  it('is there while the draft has edits, and counts them and the prices they move', async () => {
    const screen = await showScreen(DraftBar, {});
    expect(screen.text().trim()).toBe('');
    const { draftActions } = await import('../../editing/draft/draft.feature');
    const came = (edits: readonly ObjectEdit[]): Promise<void> => {
      screen.store.dispatch(
        draftActions.came({ answer: { drafts: [row('d', 'Draft', 1)], draft: view(edits) } }),
      );
      return screen.settle();
    };
    await came([edit]);
    expect(screen.text()).toContain('1 edit');
    expect(screen.text()).toContain('35 prices change');
    await came([]);
    expect(screen.text().trim()).toBe('');
  });
});
