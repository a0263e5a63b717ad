import { TestBed } from '@angular/core/testing';
import type { DocumentLineInput } from '@honest-ledger/contracts';
import type { RuleByHand } from '@honest-ledger/engine';
import { LINE, openView } from '../../../testing/documents';
import { showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { DocumentLine } from './document-line';
import { shownLines, type ShownLine } from './document-lines';

describe('a line of a document', () => {
  const [shown] = shownLines(openView());
  if (!shown) throw new Error('it has a line');
  let screen: ShownScreen<DocumentLine>;
  let changes: Partial<DocumentLineInput>[];
  let told: string[];

  async function show(line: Partial<ShownLine> = {}, inputs: object = {}): Promise<void> {
    screen = await showScreen(DocumentLine, {
      line: { ...shown, ...line },
      digits: { base: 2, each: 3, amount: 2 },
      editable: true,
      seesCosts: true,
      isFollowed: false,
      isUnfolded: false,
      levels: [],
      byHand: [],
      currency: 'EUR',
      mode: 'halfAwayFromZero',
      problems: new Map<string, string>(),
      ...inputs,
    });
    signedIn(screen);
    await screen.settle();
    [changes, told] = [[], []];
    const { changed, followed, unfolding, removed, entered, moved } =
      screen.fixture.componentInstance;
    changed.subscribe((change) => changes.push(change));
    followed.subscribe(() => told.push('followed'));
    unfolding.subscribe(() => told.push('unfolding'));
    removed.subscribe(() => told.push('removed'));
    entered.subscribe(() => told.push('entered'));
    moved.subscribe((by) => told.push(`moved ${String(by)}`));
  }
  const quantity = (): HTMLInputElement => {
    const field = screen.host.querySelector<HTMLInputElement>('[aria-label^="Quantity of"]');
    if (!field) throw new Error('its quantity is shown');
    return field;
  };
  const rows = (): number => screen.host.querySelectorAll('tr').length;

  it('shows what is sold and at what, each figure under the point of its column', async () => {
    await show();
    expect([...screen.host.querySelectorAll('hl-amount')].map((one) => one.textContent)).toEqual([
      '18.40',
      '16.200', // the last figure is one that nobody sees
      '32.40',
    ]);
    expect(rows()).toBe(1);
  });

  it('tells what is typed, chosen and asked for', async () => {
    await show();
    await screen.type('Quantity of CL-0207', '12');
    await screen.choose('Unit of CL-0207', 'pallet');
    await screen.choose('Unit of CL-0207', 'bag');
    expect(changes).toEqual([{ quantity: '12' }, { unit: 'pallet' }, { unit: null }]);
    for (const key of ['ArrowUp', 'ArrowDown', 'Enter']) {
      quantity().dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    }
    await screen.press('Form of supply, level, price, discount, note and rules of CL-0207');
    await screen.press('Remove CL-0207');
    expect(told).toEqual(['moved -1', 'moved 1', 'entered', 'unfolding', 'removed']);
  });

  it('says why it has no price, and what was typed that is none', async () => {
    await show(
      { problem: 'It has no base price', each: null, amount: null },
      { problems: new Map([['quantity', 'must be above 0']]) },
    );
    expect(screen.host.querySelector('td.wrong')?.textContent).toBe('It has no base price');
    expect(quantity().getAttribute('aria-invalid')).toBe('true');
    expect(screen.text()).toContain('must be above 0');
  });

  it('tells below itself what was promised, what the customer reads, and the note', async () => {
    await show({
      promise: 'price held from Quote 1001',
      words: ['Any colours together'],
      note: 'in blue',
    });
    expect(rows()).toBe(4);
    expect(screen.text()).toContain('Any colours together');
    await screen.press('Take today’s price of CL-0207');
    expect(changes).toEqual([{ kept: null }]);
  });

  it('is unfolded where somebody asked, and where something in it makes the price', async () => {
    const byHand: RuleByHand[] = [{ rule: 'r', line: LINE.id, is: 'off' }];
    for (const [line, inputs, isUnfolded] of [
      [{}, {}, false],
      [{}, { isUnfolded: true }, true],
      [{ level: 'schools' }, {}, true],
      [{ priceByHand: { price: '9.00', reason: 'cracked' } }, {}, true],
      [{}, { byHand }, true],
      [{}, { byHand: [{ rule: 'r', line: 'another', is: 'off' }] }, false],
    ] as const) {
      await show(line, inputs);
      expect(screen.host.querySelector('hl-line-further') !== null)
        .withContext(JSON.stringify([line, inputs]))
        .toBe(isUnfolded);
      TestBed.resetTestingModule();
    }
  });

  it('is only looked at where it is not edited, without margins for whom costs are hidden from', async () => {
    await show({ margin: '−3.0 %' }, { editable: false });
    expect(screen.text()).toContain('△ −3.0 %');
    expect(quantity().closest('[inert]')).not.toBeNull();
    expect(screen.host.querySelector('.remove')).toBeNull();
    TestBed.resetTestingModule();
    await show({ margin: '−3.0 %' }, { seesCosts: false });
    expect(screen.text()).not.toContain('3.0 %');
  });
});
