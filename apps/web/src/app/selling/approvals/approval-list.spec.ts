import { narrow } from '../../testing/lists';
import type { ApprovalRow } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { approvalsEffects } from '../documents/state/approvals.effects';
import { approvalsFeature } from '../documents/state/approvals.feature';
import { ApprovalList } from './approval-list';

const ROW: ApprovalRow = {
  id: 3,
  kind: 'order',
  number: 1641,
  customer: 'Harbour Lane Potters',
  currency: 'EUR',
  total: '181.04',
  state: 'asked',
  guards: [
    {
      kind: 'limit',
      line: 'a',
      item: 'GL-1180',
      quantity: '12',
      unit: 'jar',
      role: 'sales',
      most: '5',
      amount: '112.20',
      without: '127.50',
      off: '12.00',
    },
  ],
  askedBy: 'Noor Salter',
  askedAt: '2026-11-21T08:00:00Z',
  note: 'They take all twelve if we do',
  decidedBy: null,
  decidedAt: null,
  word: '',
};
const FIRST = '/api/approvals?offset=0&limit=200';

describe('the list of approvals', () => {
  let screen: ShownScreen<ApprovalList>;
  beforeEach(async () => {
    screen = await showScreen(
      ApprovalList,
      {},
      provideState(approvalsFeature),
      provideEffects(approvalsEffects),
    );
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.drawn();
  });

  it('shows what waits, because of what, and what it comes to', async () => {
    await screen.answer('GET', FIRST, { rows: [ROW], total: 1 });
    await screen.drawn();
    for (const part of ['Order 1641', '△', 'Harbour Lane Potters', '12.00 % off', 'Noor Salter']) {
      expect(screen.text()).toContain(part);
    }
  });

  it('tells none at all from none that is like that, and is narrowed by what became of it', async () => {
    await screen.answer('GET', FIRST, { rows: [], total: 0 });
    await screen.drawn();
    expect(screen.text()).toContain('Nobody has asked for approval yet.');
    await narrow(screen, 'Status', 'Status', 'refused');
    const narrowed = '/api/approvals?state=refused&offset=0&limit=200';
    await screen.answer('GET', narrowed, { rows: [], total: 0 });
    await screen.drawn();
    expect(screen.text()).toContain('No approval fits the filters.');
  });

  it('says why it could not be read, and asks again', async () => {
    await screen.answer('GET', FIRST, problemBody(503, 'Cancel.'), 503);
    await screen.drawn();
    expect(screen.text()).toContain('Cancel.');
    await screen.press('Try again');
    await screen.answer('GET', FIRST, { rows: [ROW], total: 1 });
  });
});
