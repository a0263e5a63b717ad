import type { RuleAnswer, RuleQuestion, RulesAnswer, Trial } from '@honest-ledger/contracts';
import type { AskedTest, Serialized } from '@honest-ledger/engine';
import type { Type } from '@angular/core';
import { itemRow } from '../../testing/goods';
import { problemBody, showScreen, type ShownScreen } from '../../testing/screens';
import { wholeRule } from '../../testing/contents';
import { AllRulesBench } from './all-rules-bench';
import { RuleBench } from './rule-bench';

const ID = '00000000-0000-4000-8000-000000000001';

describe('the bench of rules', () => {
  let screen: ShownScreen<unknown>;

  async function show<C>(component: Type<C>, inputs: Record<string, unknown>): Promise<void> {
    screen = await showScreen(component, inputs);
    await screen.answerReference();
  }
  const picked = (selector: string, row: unknown): void => {
    const found = screen.fixture.debugElement.query(({ name }) => name === selector);
    found.triggerEventHandler('picked', row);
  };

  it('tries a rule on a quote, line by line, with each test and what is there', async () => {
    await show(RuleBench, { id: ID, content: wholeRule('EUR') });
    expect(await screen.offered('Try it on')).toContain('A basket of items');
    const row = {
      kind: 'quote',
      number: 1007,
      customer: { code: 'C1', name: 'Harbour Lane' },
      title: 'Spring',
    };
    await screen.answer('GET', '/api/documents?limit=30&offset=0', { rows: [row], total: 1 });
    await screen.choose('Try it on', 'Quote 1007 Harbour Lane, Spring');
    await screen.drawn();
    const test: Serialized<AskedTest> = {
      test: {
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind: 'atLeast', value: '3' },
      },
      holds: false,
      actual: '2',
    };
    const answer: RuleAnswer = {
      customer: 'Harbour Lane',
      currency: 'EUR',
      lines: [
        {
          item: 'GL-1',
          name: 'A glaze',
          quantity: '2',
          now: '20.00',
          edited: '18.00',
          tests: [{ ...test, holds: true }],
          reasons: [],
        },
        {
          item: 'GL-2',
          name: 'Another',
          quantity: '2',
          now: '9.00',
          edited: null,
          tests: [test],
          reasons: [{ kind: 'lineClosed', by: 'agreement' }],
        },
      ],
      total: { now: '29.00', edited: '18.00' },
      did: { times: 2, amount: '-2.00' },
      reasons: [],
    };
    const sent = await screen.answer('POST', `/api/rules/${ID}/try`, answer);
    expect((sent as RuleQuestion).on).toEqual({ kind: 'document', number: 1007 });
    for (const part of [
      '✓ quantity is at least 3 (2)',
      '✗ quantity is at least 3 (2)',
      '✗ excluded by the agreed price',
      '18.00',
      '2 times, −2.00 EUR in total',
    ]) {
      expect(screen.text().replace(/\u00a0/g, ' ')).toContain(part);
    }
  });

  it('tries all of them on a basket that is put together', async () => {
    await show(AllRulesBench, {});
    expect(screen.text()).toContain('Choose a quote, or put goods into a basket.');
    await screen.choose('Try it on', 'A basket of items');
    picked('hl-item-picker', itemRow('GL-1180', '9.60'));
    const pallet = { unit: 'pallet', factor: '60', digits: 0 };
    picked('hl-item-picker', itemRow('CL-0207', '18.40', { timeUnit: 'day', units: [pallet] }));
    await screen.settle();
    await screen.type('Quantity of CL-0207 in the basket', '12');
    await screen.choose('Unit of CL-0207 in the basket', 'pallet');
    await screen.choose('Outlet of the basket', 'Quay counter');
    await screen.type('Codes of the basket', 'KILN, kiln2');
    picked('hl-customer-picker', { code: 'C1001', name: 'Harbour Lane' });
    await screen.drawn();
    const rule = { items: [], amount: null, reasons: [] };
    const answer: RulesAnswer = {
      currency: 'EUR',
      total: '216.30',
      lines: [
        {
          kind: 'unpriced',
          id: '2',
          item: 'GL-1180',
          quantity: '1',
          problem: { kind: 'noStartPrice' },
        },
      ],
      codes: [{ code: 'KILN', rule: null, is: { kind: 'noRule' } }],
      rules: [
        { ...rule, id: 'a', name: 'Glaze days', items: ['GL-1180', 'CL-0207'] },
        { ...rule, id: 'b', name: 'Over 200', amount: '-4.00' },
        { ...rule, id: 'c', name: 'Coded', reasons: [{ kind: 'codeNeeded' }] },
      ],
    };
    const sent = (await screen.answer('POST', '/api/rules/try', answer)) as Trial;
    expect(sent).toEqual({
      on: {
        kind: 'basket',
        customer: 'C1001',
        outlet: 'quay',
        currency: 'EUR',
        codes: ['KILN', 'kiln2'],
        lines: [
          { item: 'GL-1180', quantity: '1', unit: null, duration: null },
          { item: 'CL-0207', quantity: '12', unit: 'pallet', duration: '1' },
        ],
      },
      at: null,
    });
    for (const part of [
      'No price. Set a base price',
      '△ No rule has code KILN.',
      '✓ on GL-1180, CL-0207',
      '✓ on the document: −4.00 EUR',
      '✗ code not entered',
    ]) {
      expect(screen.text().replace(/\u00a0/g, ' ')).toContain(part);
    }
  });

  it('says what went wrong, and asks again for another moment or without a line', async () => {
    await show(AllRulesBench, {});
    await screen.choose('Try it on', 'A basket of items');
    picked('hl-item-picker', itemRow('GL-1180', '9.60'));
    await screen.answer(
      'POST',
      '/api/rules/try',
      problemBody(422, 'There is no outlet moon.'),
      422,
    );
    expect(screen.text()).toContain('There is no outlet moon.');
    await screen.type('As of', '2026-12-01T18:30');
    await screen.drawn();
    const answer: RulesAnswer = { currency: 'EUR', total: '0.00', lines: [], rules: [], codes: [] };
    const sent = (await screen.answer('POST', '/api/rules/try', answer)) as Trial;
    expect(sent.at).toBe(new Date('2026-12-01T18:30').toISOString());
    expect(screen.text()).toContain('No rule is for any of this.');
    await screen.press('Remove');
    await screen.until(() => screen.text().includes('put goods into a basket'));
    expect(screen.text()).not.toContain('No rule is for any of this.');
  });
});
