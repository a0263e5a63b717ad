import {
  decimal,
  price,
  type PricingDocument,
  serialized,
  type QuantityBreak,
  type Rule,
  type Setup,
} from '@honest-ledger/engine';
import { CODES } from '@honest-ledger/engine/testing/priced';
import {
  agreement,
  basePrice,
  breakOf,
  documentOf,
  factsOf,
  lineOf,
  percentOff,
  ruleOf,
  schools,
  setupOf,
  typedPrice,
} from '@honest-ledger/engine/testing/saltmarsh';
import { named, NOBODY } from '@honest-ledger/engine/testing/under-rules';
import { priceCauses } from './price-causes';

const spring = (changes: Partial<Rule> = {}): Rule =>
  named('Spring', ruleOf(percentOff('10'), undefined, changes));
function line(
  base: string | null,
  rules: readonly Rule[],
  changes: Partial<PricingDocument> = {},
  breaks: readonly QuantityBreak[] = [],
) {
  const basePrices = base === null ? [] : [basePrice(base)];
  const setup = setupOf({ basePrices, rules, breaks });
  const document = documentOf('1', { facts: NOBODY, ...changes });
  return first(setup, document);
}

function first(setup: Setup, document: PricingDocument) {
  const [found] = serialized(price(setup, document)).lines;
  if (!found) throw new Error('there must be a line');
  return found;
}

describe('why a line has another price than before', () => {
  it('is nothing where nothing differs', () => {
    expect(priceCauses(line('10.00', [spring()]), line('10.00', [spring()]), CODES)).toEqual([]);
  });

  it('is a rule that ended, with the reason', () => {
    const ended = spring({
      validity: { days: { from: null, until: '2026-01-31' }, weekdays: null, times: null },
    });
    expect(priceCauses(line('10.00', [spring()]), line('10.00', [ended]), CODES)).toEqual([
      'Rule Spring no longer applies: not now; active until 2026-01-31',
    ]);
  });

  it('is a rule that is gone altogether, or new', () => {
    const [with_, without] = [line('10.00', [spring()]), line('10.00', [])];
    expect(priceCauses(with_, without, CODES)).toEqual([
      'Rule Spring no longer applies: the rule was deleted, or is for others',
    ]);
    expect(priceCauses(without, with_, CODES)).toEqual(['Rule Spring now applies: -1.00']);
  });

  it('is a rule that is for another outlet, or for another customer', () => {
    const harbour = spring({ outlets: ['harbour'] });
    const at = (code: string) => ({
      facts: {
        ...NOBODY,
        outlet: { code, name: code, timeZone: 'UTC', level: null, levelsAllowed: null },
      },
    });
    const [there, elsewhere] = [at('harbour'), at('mill')].map((one) =>
      line('10.00', [harbour], one),
    );
    if (!there || !elsewhere) throw new Error('both have a price');
    const around = { unlooked: 'it is not for this outlet' };
    expect(priceCauses(there, elsewhere, CODES, undefined, around)).toEqual([
      'Rule Spring no longer applies: it is not for this outlet',
    ]);
  });

  it('is a rule for the document, with the reason that the document tells', () => {
    const off = { kind: 'percent', percent: decimal('-10') } as const;
    const rule = named(
      'Large',
      ruleOf(
        { kind: 'subtotal', off },
        {
          kind: 'number',
          fact: { kind: 'quantity' },
          comparison: { kind: 'atLeast', value: decimal('10') },
        },
      ),
    );
    const setup = setupOf({ basePrices: [basePrice('10.00')], rules: [rule] });
    const priced = (quantity: string) =>
      serialized(price(setup, documentOf('1', { facts: NOBODY, lines: [lineOf(quantity)] })));
    const [many, few] = [priced('10'), priced('9')];
    const [was, is] = [many.lines[0], few.lines[0]];
    if (!was || !is) throw new Error('both have a price');
    const [cause] = priceCauses(was, is, CODES, undefined, { notApplied: few.notApplied });
    expect(cause).toMatch(/^Rule Large no longer applies: .*10/);
  });

  it('is a base price that is another, with what follows from it', () => {
    expect(priceCauses(line('10.00', [spring()]), line('12.00', [spring()]), CODES)).toEqual([
      'Base price now 12.00, was 10.00',
      'Rule Spring now -1.20, was -1.00',
    ]);
  });

  it('is a price that came or went', () => {
    const [with_, without] = [line('10.00', []), line(null, [])];
    expect(priceCauses(without, with_, CODES)).toEqual(['Has a price now']);
    expect(priceCauses(with_, without, CODES).length).toBe(1);
  });

  it('is a promise that does not count any more, and what moved since it was made', () => {
    const kept = {
      from: { kind: 'quote', number: 1001 } as const,
      currency: 'EUR',
      quantity: decimal('1'),
      unit: 'bag',
      duration: null,
      slices: [
        { quantity: decimal('1'), unit: 'bag', unitPrice: decimal('8'), amount: decimal('8.00') },
      ],
      rest: decimal('0.00'),
      rules: [],
      words: [],
      setUp: null,
    };
    const promised = line('10.00', [], { lines: [lineOf('1', { kept })] });
    expect(priceCauses(promised, line('11.00', []), CODES)).toEqual([
      'Price was held from Quote 1001',
      'Base price now 11.00, was 10.00',
    ]);
  });

  it('tell a set-up charge that is asked, or that was paid meanwhile', () => {
    const setUp = { amount: decimal('24'), words: '' };
    const matched = [breakOf({ '1': '-0' }, { setUp })];
    const asked = line('10.00', [], {}, matched);
    const facts = factsOf({ customer: null, setUpPaid: ['CL-0207'] });
    const paid = line('10.00', [], { facts }, matched);
    expect(priceCauses(asked, paid, CODES)).toEqual([
      'Set-up charge now 0.00, was 24.00: paid by now',
    ]);
  });

  it('tells a discount by hand, on the line and on the document, that is new or another', () => {
    const off = (percent: string) => ({ kind: 'percent', percent: decimal(percent) }) as const;
    const byHand = (percent: string) =>
      line('10.00', [], { lines: [lineOf('1', { discount: { off: off(percent), reason: 'r' } })] });
    const onAll = line('10.00', [], { discount: { off: off('-20'), reason: 'r' } });
    const plain = line('10.00', []);
    expect(priceCauses(plain, byHand('-10'), CODES)).toEqual([
      'Manual discount now applies: -1.00',
    ]);
    expect(priceCauses(plain, onAll, CODES)).toEqual([
      'Manual discount on the document now applies: -2.00',
    ]);
    expect(priceCauses(plain, byHand('-0'), CODES)).toEqual([]);
  });

  it('takes an agreed or single price of the same party or level as one that changed', () => {
    const agreed = (price: string) => {
      const setup = setupOf({ agreements: [agreement(price, { id: 'a' })] });
      return first(setup, documentOf('1'));
    };
    expect(priceCauses(agreed('15.00'), agreed('14.00'), CODES)).toEqual([
      jasmine.stringContaining('now 14.00, was 15.00'),
    ]);
    const single = (price: string) => {
      const level = schools({ rounding: null, typedPrices: [typedPrice(price)] });
      return first(setupOf({ levels: [level] }), documentOf('1'));
    };
    expect(priceCauses(single('15.00'), single('14.00'), CODES)).toEqual([
      jasmine.stringContaining('now 14.00, was 15.00'),
    ]);
  });
});
