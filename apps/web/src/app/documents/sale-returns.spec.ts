import type { ReturnWorth, SaleReturns } from '@honest-ledger/contracts';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../testing/screens';
import { SaleReturnsPanel } from './sale-returns';

const SOLD: SaleReturns = {
  currency: 'EUR',
  lines: [
    {
      line: 'a',
      item: 'CL-0207',
      name: 'Stoneware body',
      unit: 'bag',
      sold: '7',
      net: '113.40',
      returned: '2',
    },
  ],
  returns: [
    {
      number: 1650,
      sale: 1600,
      goodsBack: true,
      reason: 'two were wet',
      lines: [{ line: 'a', item: 'CL-0207', unit: 'bag', quantity: '2', amount: '32.40' }],
      amount: '32.40',
      tax: null,
      amountWithTax: '32.40',
      postedBy: 'Noor Salter',
      postedAt: '2026-11-24T14:32:00Z',
    },
  ],
};

const WORTH: ReturnWorth = {
  lines: [{ line: 'a', item: 'CL-0207', unit: 'bag', quantity: '3', amount: '48.60' }],
  amount: '48.60',
  tax: null,
  amountWithTax: '48.60',
};

const PAUSE = 500;

describe('what comes back of a sale', () => {
  let screen: ShownScreen<SaleReturnsPanel>;
  beforeEach(async () => {
    screen = await showScreen(SaleReturnsPanel, { number: 1600 });
    signedIn(screen, 'sales');
    await screen.answer('GET', '/api/documents/1600/returns', SOLD);
  });

  it('is told, and taken back at what it is worth', async () => {
    expect(screen.text()).toContain('Return 1650');
    expect(screen.text()).toContain('two were wet');
    const paper = screen.host.querySelector<HTMLAnchorElement>('a[download]');
    expect(paper?.getAttribute('href')).toBe('/api/documents/1600/returns/1650/paper');
    await screen.press('Take goods back');
    await screen.type('How much of CL-0207 comes back', '3');
    await screen.settle(PAUSE);
    const asked = await screen.answer('POST', '/api/documents/1600/returns/worth', WORTH);
    expect(asked).toEqual({ lines: [{ line: 'a', quantity: '3' }] });
    await screen.settle();
    expect(screen.text()).toContain('48.60');
    const why = screen.host.querySelector<HTMLInputElement>('[aria-label="Why it comes back"]');
    if (!why) throw new Error('there is a field for the reason');
    why.value = 'cracked';
    why.dispatchEvent(new Event('input'));
    await screen.settle();
    await screen.press('Post the return');
    const after = { ...SOLD, lines: SOLD.lines.map((line) => ({ ...line, returned: '7' })) };
    const posted = await screen.answer('POST', '/api/documents/1600/returns', after, 201);
    expect(posted).toEqual({
      lines: [{ line: 'a', quantity: '3' }],
      goodsBack: true,
      reason: 'cracked',
      amountWithTax: '48.60',
    });
    await screen.settle();
    expect(screen.text()).not.toContain('Take goods back');
  });

  it('is no more than was sold, and says so beside the line', async () => {
    await screen.press('Take goods back');
    await screen.type('How much of CL-0207 comes back', '6');
    await screen.settle(PAUSE);
    const detail = 'At most 5 bag can still come back.';
    await screen.answer('POST', '/api/documents/1600/returns/worth', problemBody(422, detail), 422);
    await screen.settle();
    expect(screen.text()).toContain('At most 5');
    const post = [...screen.host.querySelectorAll('button')].find(({ textContent }) =>
      textContent.includes('Post the return'),
    );
    expect(post?.disabled).toBeTrue();
  });
});
