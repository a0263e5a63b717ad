import type { Approval, BrokenGuard, DocumentView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { documentsFeature } from '../state/documents.feature';
import { openView, view } from '../../../testing/documents';
import { showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { ApprovalPanel } from './approval-panel';
import { approvalsEffects } from '../state/approvals.effects';
import { approvalsFeature } from '../state/approvals.feature';

const GUARDS: readonly BrokenGuard[] = [
  {
    kind: 'limit',
    line: 'a',
    item: 'CL-0207',
    quantity: '2',
    unit: 'bag',
    amount: '25.92',
    without: '32.40',
    off: '20.00',
    role: 'sales',
    most: '5',
  },
  {
    kind: 'floor',
    line: 'a',
    item: 'CL-0207',
    quantity: '2',
    unit: 'bag',
    amount: '25.92',
    least: { kind: 'margin', percent: '12' },
    missing: '1.10',
    untested: null,
  },
];

const ASKED: Approval = {
  id: 7,
  state: 'asked',
  guards: GUARDS,
  askedBy: 'Noor Salter',
  askedAt: '2026-11-24T14:32:00Z',
  note: 'They would go elsewhere',
  decidedBy: null,
  decidedAt: null,
  word: '',
};

describe('the approval of a document', () => {
  let screen: ShownScreen<ApprovalPanel>;
  const show = async (changes: Partial<DocumentView>, role = 'approver'): Promise<void> => {
    const open = openView({ guards: GUARDS, held: true, ...changes });
    screen = await showScreen(
      ApprovalPanel,
      { open },
      provideState(documentsFeature),
      provideState(approvalsFeature),
      provideEffects(approvalsEffects),
    );
    signedIn(screen, role as 'approver');
    await screen.settle();
  };
  const buttons = (): string[] =>
    [...screen.host.querySelectorAll('button')].map((one) => one.textContent.trim());

  it('says which guards are broken and what that costs, and is asked for', async () => {
    await show({}, 'sales');
    expect(screen.text()).toContain(
      '2 bags of CL-0207 for 25.92 EUR, without manual changes 32.40: 6.48 EUR less, 20.00 %; role sales may give at most 5 %.',
    );
    expect(screen.text()).toContain('1.10 EUR below the minimum of a margin of 12 %.');
    await screen.type('Message to the approver', 'Please');
    await screen.press('Ask for approval');
    const asked = await screen.answer('POST', '/api/documents/1007/approval', null);
    expect(asked).toEqual({ revision: 1, note: 'Please' });
    await screen.answer('GET', '/api/documents/1007', view());
  });

  it('is decided by who may, and refused only with a word', async () => {
    await show({ approval: ASKED });
    expect(screen.text()).toContain('They would go elsewhere');
    const refuse = (): boolean | undefined =>
      [...screen.host.querySelectorAll('button')].find((one) => one.textContent.includes('Refuse'))
        ?.disabled;
    expect(refuse()).toBeTrue();
    const word = screen.host.querySelector('input');
    if (!word) throw new Error('there is a field for a word');
    word.value = 'Not this time';
    word.dispatchEvent(new Event('input'));
    await screen.settle();
    expect(refuse()).toBeFalse();
    await screen.press('Refuse');
    const decided = await screen.answer('POST', '/api/approvals/7/decision', null);
    expect(decided).toEqual({ approved: false, word: 'Not this time' });
    await screen.answer('GET', '/api/documents/1007', view());
  });

  it('waits where it is not one’s to decide', async () => {
    await show({ approval: ASKED }, 'sales');
    expect(buttons()).toEqual([]);
  });

  it('waits for somebody else where it is one’s own', async () => {
    await show({ approval: { ...ASKED, askedBy: 'Ines Marlow' } });
    expect(buttons()).toEqual([]);
    expect(screen.text()).toContain('It waits for an approver.');
  });

  const decided = { decidedBy: 'Ada Fenwick', decidedAt: '2026-11-24T15:00:00Z' } as const;

  it('that was refused says why, and is asked for anew', async () => {
    await show({ approval: { ...ASKED, ...decided, state: 'refused', word: 'Too much' } }, 'sales');
    expect(screen.text()).toContain('Ada Fenwick refused: Too much');
    expect(buttons()).toEqual(['Ask for approval']);
  });

  it('that was given is told', async () => {
    await show({ held: false, approval: { ...ASKED, ...decided, state: 'approved' } });
    expect(screen.text()).toContain('Approved by Ada Fenwick');
  });
});
