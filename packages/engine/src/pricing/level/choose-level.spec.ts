import { decimal } from '../../number/decimal';
import { ALWAYS } from '../../setup/dates';
import type { PricingDocument } from '../../setup/document';
import type { CustomerFacts, LevelAssignment, OutletFacts } from '../../setup/facts';
import type { Level } from '../../setup/level';
import type { Setup } from '../../setup/setup';
import { passedOver, pricedLine } from '../../testing/priced';
import {
  customerOf,
  documentOf,
  factsOf,
  lineOf,
  percentEntry,
  schools,
  setupOf,
} from '../../testing/saltmarsh';

const level = (id: string, changes: Partial<Level> = {}): Level =>
  schools({ id, name: id, entries: [percentEntry('-10')], rounding: null, ...changes });

const setup = (changes: Partial<Setup> = {}): Setup =>
  setupOf({
    defaultLevel: 'of-setup',
    levels: [
      'on-line',
      'on-document',
      'assigned',
      'of-customer',
      'of-segment',
      'of-outlet',
      'of-setup',
    ].map((id) => level(id)),
    ...changes,
  });

const outlet = (changes: Partial<OutletFacts> = {}): OutletFacts => ({
  code: 'quay',
  name: 'Quay counter',
  timeZone: 'Europe/Lisbon',
  level: 'of-outlet',
  levelsAllowed: null,
  ...changes,
});

const assignment = (changes: Partial<LevelAssignment> = {}): LevelAssignment => ({
  id: 'a1',
  level: 'assigned',
  scope: { kind: 'category', category: 'clay' },
  window: ALWAYS,
  ...changes,
});

function asked(
  customer: Partial<CustomerFacts>,
  changes: Partial<PricingDocument> = {},
  of: OutletFacts | null = outlet(),
): PricingDocument {
  return documentOf('1', {
    facts: factsOf({ customer: customerOf(customer), outlet: of }),
    ...changes,
  });
}

const chosen = (document: PricingDocument, of = setup()): string | undefined =>
  pricedLine(of, document).level?.level.id;

describe('the level of a line', () => {
  const segment = { code: 'shops', name: 'Shops', level: 'of-segment' };
  const assignments = [assignment()];
  const all = { level: 'of-customer', segment, assignments };

  it('is asked of the line, the document, the assignments, the customer, the segment, the outlet, the setup', () => {
    const lines = [lineOf('1', { level: 'on-line' })];
    expect(chosen(asked(all, { level: 'on-document', lines }))).toBe('on-line');
    expect(chosen(asked(all, { level: 'on-document' }))).toBe('on-document');
    expect(chosen(asked(all))).toBe('assigned');
    expect(chosen(asked({ ...all, assignments: [] }))).toBe('of-customer');
    expect(chosen(asked({ segment, level: null }))).toBe('of-segment');
    expect(chosen(asked({ level: null }))).toBe('of-outlet');
    expect(chosen(asked({ level: null }, {}, null))).toBe('of-setup');
    expect(pricedLine(setup({ defaultLevel: null }), asked({ level: null }, {}, null)).level).toBe(
      null,
    );
  });

  it('of a customer who has none, in no segment, is the setup’s, and nothing is said of another', () => {
    const customer = customerOf({ level: null, segment: null });
    const line = pricedLine(setup(), documentOf('1', { facts: factsOf({ customer }) }));
    expect(passedOver(line)).toEqual([]);
    expect(line.level?.level.id).toBe('of-setup');
  });

  it('of a customer nobody knows is the outlet’s', () => {
    const document = documentOf('1', { facts: factsOf({ customer: null, outlet: outlet() }) });
    expect(chosen(document)).toBe('of-outlet');
  });

  it('tells who gave it, and the others that came after', () => {
    const line = pricedLine(setup(), asked({ segment, level: 'of-customer' }));
    expect(line.level).toEqual({
      level: { id: 'of-customer', name: 'of-customer', currency: 'EUR' },
      by: { kind: 'customer' },
    });
    expect(passedOver(line)).toEqual([
      'levelChoice: anotherLevelFirst',
      'levelChoice: anotherLevelFirst',
      'levelChoice: anotherLevelFirst',
    ]);
  });

  it('is not one that the outlet does not allow: the next is taken, and the workings say so', () => {
    const line = pricedLine(
      setup(),
      asked({ level: 'of-customer' }, {}, outlet({ levelsAllowed: ['of-outlet'] })),
    );
    expect(line.level?.level.id).toBe('of-outlet');
    expect(line.notApplied[0]?.reasons).toEqual([
      { kind: 'notAllowedAtOutlet', outlet: 'Quay counter' },
    ]);
  });

  it('is not one that is not in force, or that the version does not have', () => {
    const ended = level('of-customer', { window: { from: null, until: '2026-11-23' } });
    const over = setup({ levels: [ended, level('of-outlet')] });
    expect(chosen(asked({ level: 'of-customer' }), over)).toBe('of-outlet');
    expect(chosen(asked({ level: 'gone' }))).toBe('of-outlet');
    const lastDay = level('of-customer', { window: { from: '2026-11-24', until: '2026-11-24' } });
    expect(chosen(asked({ level: 'of-customer' }), setup({ levels: [lastDay] }))).toBe(
      'of-customer',
    );
  });
});

describe('an assignment of a level', () => {
  it('takes the narrowest, then the dated, then the later start', () => {
    const brand = assignment({ id: 'brand', scope: { kind: 'brand', brand: 'ebb' } });
    const clay = assignment({ id: 'clay' });
    const dated = assignment({ id: 'dated', window: { from: '2026-01-01', until: null } });
    const later = assignment({ id: 'later', window: { from: '2026-06-01', until: null } });
    const by = (...assignments: LevelAssignment[]): unknown => {
      const chooser = pricedLine(setup(), asked({ assignments })).level?.by;
      return chooser?.kind === 'assignment' ? chooser.assignment.id : chooser;
    };
    expect(by(brand, clay)).toBe('clay');
    expect(by(clay, dated)).toBe('dated');
    expect(by(clay, dated, later)).toBe('later');
  });

  it('does not count outside its window, nor for other goods', () => {
    const ended = assignment({ window: { from: null, until: '2026-11-23' } });
    const line = pricedLine(setup(), asked({ level: 'of-customer', assignments: [ended] }));
    expect(line.level?.level.id).toBe('of-customer');
    expect(passedOver(line)[0]).toBe('levelChoice: outsideWindow');
    const glazes = assignment({ scope: { kind: 'category', category: 'glaze' } });
    expect(chosen(asked({ level: 'of-customer', assignments: [glazes] }))).toBe('of-customer');
  });

  it('is none where nothing gives one, and that is told', () => {
    const line = pricedLine(
      setup({ defaultLevel: null }),
      documentOf('1', { facts: factsOf({ customer: null }) }),
    );
    expect(line.level).toBeNull();
    expect(line.notApplied).toEqual([
      { subject: { kind: 'anyLevel' }, reasons: [{ kind: 'nothingGivesALevel' }] },
    ]);
  });

  it('makes the same price as the level given by default', () => {
    const price = (customer: Partial<CustomerFacts>): unknown =>
      pricedLine(setup(), asked(customer)).amount;
    expect(price({ assignments: [assignment()] })).toEqual(decimal('16.56'));
    expect(price({ level: 'assigned' })).toEqual(decimal('16.56'));
  });
});
