import { decimal, print } from '../../number/decimal';
import type { Agreement } from '../../setup/agreement';
import type { PricingDocument } from '../../setup/document';
import { column, passedOver, pricedLine, unitPrice } from '../../testing/priced';
import {
  agreement,
  customerOf,
  documentOf,
  factsOf,
  lineOf,
  setupOf,
} from '../../testing/saltmarsh';

const segment = { code: 'education', name: 'Education', level: null };
const school = (quantity = '1', changes: Partial<PricingDocument> = {}): PricingDocument =>
  documentOf(quantity, { facts: factsOf({ customer: customerOf({ segment }) }), ...changes });
const shared: Partial<Agreement> = { party: { kind: 'segment', segment: 'education' } };
const setup = (...agreements: Agreement[]): ReturnType<typeof setupOf> => setupOf({ agreements });

describe('an agreement', () => {
  it('is the price: the level is not asked, and the line is closed', () => {
    const line = pricedLine(setup(agreement('14.00')), school());
    expect(column(line)).toEqual(['agreement 14.00 14.00']);
    expect([line.closedBy, line.level]).toEqual(['agreement', null]);
    expect(passedOver(line)).toEqual(['anyLevel: priceAgreed']);
  });

  it('leaves the line open where it says so', () => {
    expect(pricedLine(setup(agreement('14.00', { open: true })), school()).closedBy).toBeNull();
  });

  it('of the customer comes before the segment’s, though that is lower', () => {
    const both = setup(agreement('13.00', shared), agreement('14.00'));
    expect(unitPrice(both, school())).toBe('14.00');
    expect(passedOver(pricedLine(both, school()))[0]).toBe('agreement: anotherAgreementFirst');
    expect(pricedLine(both, school()).notApplied[0]?.reasons).toEqual([
      { kind: 'anotherAgreementFirst', price: { amount: decimal('14.00'), currency: 'EUR' } },
    ]);
    expect(unitPrice(setup(agreement('13.00', shared)), school())).toBe('13.00');
  });

  it('of the segment serves where the customer’s asks for more', () => {
    const from10 = agreement('12.00', { minQuantity: decimal('10') });
    const both = setup(from10, agreement('13.00', shared));
    expect(unitPrice(both, school('9'))).toBe('13.00');
    expect(unitPrice(both, school('10'))).toBe('12.00');
    expect(pricedLine(both, school('9')).notApplied[0]?.reasons).toEqual([
      { kind: 'asksForMore', minQuantity: decimal('10'), missing: decimal('1'), unit: 'bag' },
    ]);
  });

  it('takes the highest minimum that the line reaches, then the one that starts latest', () => {
    const many = setup(
      agreement('15.00'),
      agreement('14.50', { window: { from: '2026-01-01', until: null } }),
      agreement('14.25', { window: { from: '2026-06-01', until: '2026-11-24' } }),
      agreement('14.00', { minQuantity: decimal('24') }),
    );
    expect(unitPrice(many, school('1'))).toBe('14.25');
    expect(unitPrice(many, school('24'))).toBe('14.00');
  });

  it('holds on both of its days and on none outside', () => {
    const window = { from: '2026-11-01', until: '2026-11-24' };
    const on = (day: string): string =>
      unitPrice(
        setup(agreement('14.00', { window })),
        school('1', {
          facts: factsOf({ local: { day, time: '09:00:00', offset: '+00:00' } }),
        }),
      );
    expect([on('2026-10-31'), on('2026-11-01'), on('2026-11-24'), on('2026-11-25')]).toEqual([
      '16.20',
      '14.00',
      '14.00',
      '16.20',
    ]);
  });

  it('counts its minimum in base units, and converts its unit to the line’s', () => {
    const pallet = school('1', { lines: [lineOf('1', { unit: 'pallet' })] });
    const from60 = setup(agreement('780', { unit: 'pallet', minQuantity: decimal('60') }));
    expect(unitPrice(from60, pallet)).toBe('780.00');
    expect(unitPrice(from60, school('60'))).toBe('13.00');
    expect(unitPrice(from60, school('59'))).toBe('16.20');
  });

  it('of another customer, or per a unit that the item does not have, is none', () => {
    const other = agreement('1.00', { party: { kind: 'customer', customer: 'OTHER' } });
    expect(unitPrice(setup(other), school())).toBe('16.20');
    const line = pricedLine(setup(agreement('1.00', { unit: 'drum' })), school());
    expect([print(line.amount), passedOver(line)[0]]).toEqual([
      '16.20',
      'agreement: unitNotOfItem',
    ]);
  });
});

describe('a price by hand', () => {
  const typed = (price: string, unit: string | null = null): PricingDocument =>
    school('2', {
      lines: [lineOf('2', { unit, priceByHand: { price: decimal(price), reason: 'damaged bag' } })],
    });

  it('is the price, closes the line, and keeps what would have been computed', () => {
    const line = pricedLine(setup(agreement('14.00')), typed('11.11'));
    expect(column(line)).toEqual(['priceByHand 11.11 11.11']);
    expect([print(line.amount), line.closedBy]).toEqual(['22.22', 'priceByHand']);
    expect(line.computed?.kind === 'priced' && print(line.computed.amount)).toBe('28.00');
  });

  it('serves where nothing can be computed, and says why that was', () => {
    const line = pricedLine(setupOf({ basePrices: [] }), typed('11.00'));
    expect(line.computed).toEqual(
      jasmine.objectContaining({ kind: 'unpriced', problem: { kind: 'noStartPrice' } }),
    );
  });

  it('is per the line’s unit', () => {
    expect(unitPrice(setupOf(), typed('900', 'pallet'))).toBe('900.00');
  });
});
