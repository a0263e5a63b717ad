import { decimal, print } from '../../number/decimal';
import { printExact } from '../../number/exact';
import type { PricingDocument } from '../../setup/document';
import type { Setup } from '../../setup/setup';
import {
  agreement,
  basePrice,
  customerOf,
  documentOf,
  factsOf,
  itemOf,
  lineOf,
  setupOf,
} from '../../testing/saltmarsh';
import { price } from '../price-document';
import { takenFromDocument, takenFromLine, type TakenByHand } from './taken-by-hand';

const NOBODY = factsOf({ customer: null });
const off = (percent: string) =>
  ({ off: { kind: 'percent', percent: decimal(percent) }, reason: 'a friend' }) as const;
const typed = (each: string) => ({ price: decimal(each), reason: 'a friend' });

/** "what it is sold for, what it would be sold for without, percent off" */
function told(taken: TakenByHand | null): string {
  if (!taken) return 'nothing';
  const { amount, without, off: part } = taken;
  return `${print(amount)}, ${without ? print(without) : 'no price'}, ${part ? printExact(part).replace(/\.0+$/, '') : '-'}`;
}

function priced(changes: Partial<PricingDocument>, setup: Partial<Setup> = {}) {
  return price(
    setupOf({ basePrices: [basePrice('10.00')], ...setup }),
    documentOf('4', { facts: NOBODY, ...changes }),
  );
}

describe('what somebody took off a line', () => {
  const onLine = (...asked: Parameters<typeof priced>): string => {
    const [line] = priced(...asked).lines;
    return line?.kind === 'priced' ? told(takenFromLine(line)) : 'no price';
  };

  it('is by its price, against what it would be sold for without', () => {
    expect(onLine({ lines: [lineOf('4', { priceByHand: typed('9.00') })] })).toBe(
      '36.00, 40.00, 10',
    );
    expect(onLine({ lines: [lineOf('4', { priceByHand: typed('11.00') })] })).toBe(
      '44.00, 40.00, -10',
    );
  });

  it('is by a discount on it', () => {
    expect(onLine({ lines: [lineOf('4', { discount: off('-25') })] })).toBe('30.00, 40.00, 25');
  });

  it('is by both together, and by its part of one for the document', () => {
    const both = lineOf('4', { priceByHand: typed('9.00'), discount: off('-50') });
    expect(onLine({ lines: [both] })).toBe('18.00, 40.00, 55');
    const part = { discount: off('-10'), lines: [lineOf('4', { discount: off('-25') })] };
    // 30.00, less 3.00 of the document's
    expect(onLine(part)).toBe('27.00, 40.00, 32.500');
  });

  it('is nothing where neither is its own', () => {
    expect(onLine({})).toBe('nothing');
    expect(onLine({ discount: off('-10') })).toBe('nothing');
    const facts = factsOf({ customer: customerOf({ level: null }) });
    expect(onLine({ facts }, { agreements: [agreement('8.00')] })).toBe('nothing');
  });

  it('is not known in percent where it would have no price without, or be free', () => {
    const lines = [lineOf('4', { priceByHand: typed('9.00') })];
    expect(onLine({ lines }, { basePrices: [] })).toBe('36.00, no price, -');
    expect(onLine({ lines }, { basePrices: [basePrice('0.00')] })).toBe('36.00, 0.00, -');
  });
});

describe('what somebody took off a document', () => {
  it('is of its open lines alone', () => {
    const items = [itemOf(), itemOf({ item: 'GL-1' })];
    const lines = [
      lineOf('4', { id: 'open' }),
      lineOf('1', { id: 'closed', item: 'GL-1', priceByHand: typed('100.00') }),
    ];
    const document = priced({
      discount: off('-10'),
      facts: factsOf({ customer: null, items }),
      lines,
    });
    expect(told(takenFromDocument(document))).toBe('36.00, 40.00, 10');
    expect(told(takenFromDocument(priced({})))).toBe('nothing');
  });
});
