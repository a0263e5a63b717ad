import type { DraftView } from '@honest-ledger/contracts';
import { showScreen, type ShownScreen } from '../testing/screens';
import { DraftBar } from './draft-bar';
import { draftActions } from '../editing/draft/draft.feature';

const DRAFT: DraftView = {
  id: 'd',
  name: 'Autumn',
  revision: 3,
  createdBy: 'Ines Marlow',
  createdAt: '2026-11-24T14:32:00Z',
  waits: null,
  remark: null,
  edits: [],
  total: 2,
  moved: 35,
  uncounted: 0,
  basePriceMoves: null,
  currency: 'EUR',
  version: 1,
};

describe('the bar of the draft', () => {
  let screen: ShownScreen<DraftBar>;
  beforeEach(async () => {
    screen = await showScreen(DraftBar, {});
  });
  const came = async (draft: DraftView | null, others = 0): Promise<void> => {
    const {
      id,
      name,
      revision,
      total: edits,
      createdBy,
      createdAt,
      waits,
      remark,
    } = draft ?? DRAFT;
    const row = { id, name, revision, edits, createdBy, createdAt, waits, remark };
    const drafts = draft
      ? [row, ...Array.from({ length: others }, (_, at) => ({ ...row, id: String(at) }))]
      : [];
    screen.store.dispatch(draftActions.came({ answer: { drafts, draft } }));
    await screen.settle();
  };

  it('is not there without edits', async () => {
    await came(null);
    expect(screen.text().trim()).toBe('');
    await came({ ...DRAFT, total: 0 });
    expect(screen.text().trim()).toBe('');
  });

  it('says what the draft would do, and where it is looked through', async () => {
    await came(DRAFT);
    for (const part of ['Autumn', '2 edits', '35 prices change', 'not published yet']) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/draft');
    expect(screen.text()).not.toContain('more open');
  });

  it('counts one as one, and other drafts beside it', async () => {
    await came({ ...DRAFT, total: 1, moved: 1 }, 2);
    expect(screen.text()).toMatch(/1 edit(?!s)/);
    expect(screen.text()).toMatch(/1 price changes/);
    expect(screen.text()).toContain('and 2 more open');
  });

  it('says when it is published, where it waits', async () => {
    const waits = { until: '2026-12-01T06:00:00Z', note: 'Campaign', by: 'Ines Marlow' };
    await came({ ...DRAFT, waits });
    expect(screen.text()).toMatch(/scheduled for .*2026/);
  });
});
