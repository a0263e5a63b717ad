import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { TodayView } from '@honest-ledger/contracts';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { MarginTarget } from './margin-target';
import { Today } from './today';
import { changeWords } from '../../editing/history/record-words';
import { eventWords } from './today-words';

const QUIET: TodayView = {
  version: { number: 2, since: '2026-11-27T12:00:00Z' },
  approvals: null,
  proposedPrices: null,
  drafts: [],
  ahead: [],
  margins: null,
  changes: [],
};

const WEEK = { monday: '2026-11-23', margin: '38.5', amount: '1234.50' };

describe('the screen of today', () => {
  let screen: ShownScreen<Today>;
  const show = async (view: Partial<TodayView>): Promise<void> => {
    screen = await showScreen(Today, {});
    signedIn(screen);
    await screen.answer('GET', '/api/today', { ...QUIET, ...view });
    await screen.drawn();
  };
  const links = (): (string | null)[] =>
    [...screen.host.querySelectorAll('.work a')].map((one) => one.getAttribute('href'));

  it('says that nothing waits, starts or ends where that is so', async () => {
    await show({});
    for (const part of [
      'version 2 in force since',
      'Nothing waits for you.',
      'No rule, price level or held price starts or ends.',
      'Nothing was changed yet.',
    ]) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.text()).not.toContain('Margin on posted sales');
  });

  it('leads to what waits', async () => {
    const draft = { id: 'd', name: 'Spring', edits: 7, createdBy: 'Tom Petrie', remark: null };
    await show({
      approvals: { count: 2, since: '2026-11-21T08:00:00Z' },
      proposedPrices: { count: 1, since: '2026-11-27T08:00:00Z' },
      drafts: [{ ...draft, createdAt: '2026-11-25T08:00:00Z', publishAt: '2027-03-01T08:00:00Z' }],
    });
    for (const part of ['2 documents to approve', '1 proposed price', 'Spring, 7 edits']) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.text()).toMatch(/Scheduled for .*2027/);
    expect(links()).toEqual(['/approvals', '/waiting-prices', '/draft?id=d']);
  });

  it('tells why a draft could not be published when its moment came', async () => {
    const draft = { id: 'd', name: 'Spring', edits: 1, createdBy: 'Tom', publishAt: null };
    const remark = 'Rule Glaze week is no longer complete.';
    await show({ drafts: [{ ...draft, createdAt: '2026-11-25T08:00:00Z', remark }] });
    expect(screen.text()).toContain(`Could not be published: ${remark}`);
  });

  it('shows the margin of posted sales beside its target, and reads again once one is set', async () => {
    const margins = { homeCurrency: 'EUR', target: '41', weeks: [WEEK], otherCurrencies: 2 };
    await show({ margins });
    expect(screen.text()).toMatch(/38.5 % of 1,234.50 EUR in the week from .*2026\./);
    expect(screen.text()).toContain('Dashed: the target of 41 %. 2 sales in other currencies');
    const chart = screen.host.querySelector('[role=figure]')?.getAttribute('aria-label');
    expect(chart).toContain('38.5 % in the week from');
    expect(chart).toContain('target 41 %');
  });

  it('says where nothing was sold, and offers the target to who may set it', async () => {
    const empty = { ...WEEK, margin: null, amount: '0.00' };
    await show({
      margins: { homeCurrency: 'EUR', target: null, weeks: [empty], otherCurrencies: 0 },
    });
    expect(screen.text()).toContain('No sale was posted in the last 13 weeks.');
    expect(screen.text()).toContain('Set target');
    signedIn(screen, 'approver');
    await screen.settle();
    expect(screen.text()).not.toContain('Set target');
  });

  it('says what went wrong, and tries again', async () => {
    screen = await showScreen(Today, {});
    await screen.answer('GET', '/api/today', problemBody(503, 'The database rests.'), 503);
    expect(screen.text()).toContain('The database rests.');
    await screen.press('Try again');
    await screen.answer('GET', '/api/today', QUIET);
    expect(screen.text()).toContain('Nothing waits for you.');
  });
});

describe('the words of today', () => {
  it('agree with their numbers', () => {
    const event = { key: 'k', name: 'Schools', day: '2026-12-01', totals: [] };
    const told = (kind: 'assignment' | 'rule', happens: 'begins' | 'ends', count: number): string =>
      eventWords({ ...event, kind, happens, count });
    expect(told('rule', 'begins', 1)).toBe('starts');
    expect(told('rule', 'ends', 1)).toBe('has its last day');
    expect(told('assignment', 'ends', 1)).toBe('ends for 1 customer');
    expect(told('assignment', 'begins', 3)).toBe('starts for 3 customers');
    const totals = [
      { currency: 'EUR', amount: '10.00' },
      { currency: 'USD', amount: '5.00' },
    ];
    const quotes = { ...event, kind: 'quotes', happens: 'ends', totals } as const;
    expect(eventWords({ ...quotes, count: 2 })).toBe(
      '2 quotes stop holding their prices, 10.00 EUR and 5.00 USD in total',
    );
    expect(eventWords({ ...quotes, count: 1 })).toContain('1 quote stops holding its prices');
  });

  it('name what was changed and what was done', () => {
    expect(changeWords({ kind: 'rule', action: 'made' })).toEqual({
      thing: 'Discount rule',
      action: 'created',
    });
    expect(changeWords({ kind: 'firm', action: 'changed' })).toEqual({
      thing: '',
      action: 'changed',
    });
  });
});

describe('the target margin', () => {
  let screen: ShownScreen<MarginTarget>;
  let closed: boolean | null;
  const show = async (target: string | null): Promise<void> => {
    closed = null;
    screen = await showScreen(
      MarginTarget,
      {},
      { provide: MAT_DIALOG_DATA, useValue: target },
      { provide: MatDialogRef, useValue: { close: (saved: boolean) => (closed = saved) } },
    );
  };

  it('is saved as a plain decimal', async () => {
    await show(null);
    await screen.type('Margin of the amount sold', '41,5');
    await screen.press('Save target');
    expect(await screen.answer('PUT', '/api/margin-target', null, 204)).toEqual({
      percent: '41.5',
    });
    expect(closed).toBeTrue();
  });

  it('is taken away where it is emptied', async () => {
    await show('41');
    await screen.type('Margin of the amount sold', '');
    await screen.press('Save target');
    expect(await screen.answer('PUT', '/api/margin-target', null, 204)).toEqual({ percent: null });
  });

  it('says what is no margin, and asks for nothing then', async () => {
    await show(null);
    for (const typed of ['100', '-3', 'much', '1.005']) {
      await screen.type('Margin of the amount sold', typed);
      await screen.press('Save target');
      expect(screen.wrong('Margin of the amount sold')).toContain(`“${typed}” is not a margin`);
    }
    screen.server.expectNone('/api/margin-target');
    expect(closed).toBeNull();
  });

  it('stays open with what was typed where it cannot be saved', async () => {
    await show(null);
    await screen.type('Margin of the amount sold', '40');
    await screen.press('Save target');
    const problem = problemBody(503, 'The database rests.');
    await screen.answer('PUT', '/api/margin-target', problem, 503);
    expect(screen.text()).toContain('The database rests.');
    expect([closed, screen.value('Margin of the amount sold')]).toEqual([null, '40']);
  });
});
