import type { ReturnWorth, SaleReturns } from '@honest-ledger/contracts';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
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
      lines: [
        {
          line: 'a',
          item: 'CL-0207',
          unit: 'bag',
          quantity: '2',
          amount: '32.40',
          takenOff: '0.00',
        },
      ],
      amount: '32.40',
      tax: null,
      amountWithTax: '32.40',
      takenOff: '0.00',
      takenOffBecause: null,
      kept: null,
      postedBy: 'Noor Salter',
      postedAt: '2026-11-24T14:32:00Z',
    },
  ],
};

const WORTH: ReturnWorth = {
  lines: [
    { line: 'a', item: 'CL-0207', unit: 'bag', quantity: '3', amount: '48.60', takenOff: '0.00' },
  ],
  amount: '48.60',
  tax: null,
  amountWithTax: '48.60',
  takenOff: '0.00',
  kept: null,
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
    const pdf = screen.host.querySelector<HTMLAnchorElement>('a[download]');
    expect(pdf?.getAttribute('href')).toBe('/api/documents/1600/returns/1650/paper');
    await screen.press('Create return');
    await screen.type('How much of CL-0207 comes back', '3');
    const asked = await screen.answer('POST', '/api/documents/1600/returns/worth', WORTH);
    expect(asked).toEqual({ lines: [{ line: 'a', quantity: '3' }], takesOff: false });
    await screen.settle();
    expect(screen.text()).toContain('48.60');
    await screen.type('Reason for the return', 'cracked');
    await screen.press('Post the return');
    const after = { ...SOLD, lines: SOLD.lines.map((line) => ({ ...line, returned: '7' })) };
    const posted = await screen.answer('POST', '/api/documents/1600/returns', after, 201);
    expect(posted).toEqual({
      lines: [{ line: 'a', quantity: '3' }],
      goodsBack: true,
      reason: 'cracked',
      takesOffBecause: null,
      amountWithTax: '48.60',
    });
    await screen.settle();
    expect(screen.text()).not.toContain('Create return');
  });

  it('says what the goods had earned for those that are kept, and keeps it back with a reason', async () => {
    const kept = { would: '70.00', left: '64.80', earned: '5.20' };
    await screen.press('Create return');
    await screen.type('How much of CL-0207 comes back', '3');
    await screen.answer('POST', '/api/documents/1600/returns/worth', { ...WORTH, kept });
    await screen.settle();
    expect(screen.text()).toContain('the kept ones would have cost 70.00 EUR');
    const box = screen.host.querySelector<HTMLInputElement>('input[type=checkbox]');
    box?.click();
    await screen.quiet(PAUSE);
    const less = { ...WORTH, kept, amount: '43.40', amountWithTax: '43.40', takenOff: '5.20' };
    const asked = await screen.answer('POST', '/api/documents/1600/returns/worth', less);
    expect(asked).toEqual({ lines: [{ line: 'a', quantity: '3' }], takesOff: true });
    await screen.type('Reason for the return', 'cracked');
    const post = (): HTMLButtonElement | undefined =>
      [...screen.host.querySelectorAll('button')].find(({ textContent }) =>
        textContent.includes('Post the return'),
      );
    expect(post()?.disabled).withContext('it is not said why').toBeTrue();
    await screen.type('Reason for the deduction', 'The tier was for ten');
    await screen.press('Post the return');
    const [before] = SOLD.returns;
    if (!before) throw new Error('something came back');
    const because = 'The tier was for ten';
    const one = { ...before, number: 1651, kept, takenOff: '5.20', takenOffBecause: because };
    const after = { ...SOLD, returns: [before, one] };
    const posted = await screen.answer('POST', '/api/documents/1600/returns', after, 201);
    expect(posted).toEqual(
      jasmine.objectContaining({ amountWithTax: '43.40', takesOffBecause: because }),
    );
    await screen.settle();
    expect(screen.text()).toContain('5.20 EUR deducted: The tier was for ten.');
  });

  it('is no more than was sold, and says so beside the line', async () => {
    await screen.press('Create return');
    await screen.type('How much of CL-0207 comes back', '6');
    await screen.quiet(PAUSE);
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
