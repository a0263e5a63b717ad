import type { CustomerRow, GivenCustomer } from '@honest-ledger/contracts';
import { levelContent } from '../../testing/levels';
import { problemBody, showScreen, type ShownScreen } from '../../testing/screens';
import { LevelGiving } from './level-giving';

const row = (code: string, revision: number): CustomerRow => ({
  code,
  name: `Customer ${code}`,
  segment: null,
  currency: null,
  outlet: null,
  level: null,
  revision,
});

const given = (code: string, changes: Partial<GivenCustomer> = {}): GivenCustomer => ({
  code,
  revision: 1,
  name: `Customer ${code}`,
  before: null,
  currency: 'EUR',
  moves: { compared: 237, lowered: 35, raised: 0, otherwise: 0, largest: [] },
  ...changes,
});

const LEVELS = [
  { id: 'l', state: 'published' as const, content: levelContent({ name: 'Clubs' }), customers: 0 },
];

describe('giving a level to many customers', () => {
  let screen: ShownScreen<LevelGiving>;
  beforeEach(async () => {
    screen = await showScreen(LevelGiving, { customers: [row('C1', 3), row('C2', 1)], begin: 'l' });
    await screen.answerReference({ levels: LEVELS });
    await screen.drawn();
  });

  const seen = async (customers: readonly GivenCustomer[]): Promise<unknown> =>
    screen.answer('POST', '/api/customer-levels/preview', { version: 4, customers });

  it('shows first what it does to each', async () => {
    const asked = await seen([given('C1'), given('C2', { before: 'Trade' })]);
    expect(asked).toEqual({
      level: 'l',
      customers: [
        { code: 'C1', revision: 3 },
        { code: 'C2', revision: 1 },
      ],
    });
    expect(screen.text()).toContain('no level → Clubs');
    expect(screen.text()).toContain('Trade → Clubs');
    expect(screen.text()).toContain('35 of 237 prices change: 35 lower, in EUR');
  });

  it('cannot be done before it was shown', async () => {
    expect(screen.text()).toContain('Pricing the catalogue for each…');
    expect(screen.text()).not.toContain('Assign to');
    await seen([given('C1')]);
    expect(screen.text()).toContain('Assign to 1');
  });

  it('gives it, and says so', async () => {
    let told: unknown = null;
    screen.fixture.componentInstance.given.subscribe((one) => (told = one));
    await seen([given('C1'), given('C2')]);
    await screen.press('Assign to 2');
    await screen.answer('PUT', '/api/customer-levels', { massChange: 'm' });
    expect(told).toEqual({ massChange: 'm', level: 'Clubs', customers: 2 });
  });

  it('gives it to those who were looked at, and to nobody who was chosen since', async () => {
    await seen([given('C1'), given('C2')]);
    expect(screen.text()).toContain('Assign to 2');
    const more = Array.from({ length: 30 }, (_, place) => row(`D${String(place)}`, 1));
    screen.fixture.componentRef.setInput('customers', more);
    await screen.settle();
    // chosen, but not looked at yet
    expect(screen.text()).not.toContain('Assign to');
    expect(screen.text()).not.toContain('no level → Clubs');
    await seen(more.map(({ code }) => given(code)));
    await screen.press('Assign to 30');
    const sent = await screen.answer('PUT', '/api/customer-levels', { massChange: 'm' });
    expect((sent as { customers: unknown[] }).customers.length).toBe(30);
  });

  it('tells why it was not given', async () => {
    await seen([given('C1'), given('C2')]);
    await screen.press('Assign to 2');
    const sentence = 'Not saved: Noor Salter changed customer Harbour Lane Potters.';
    const sent = await screen.answer(
      'PUT',
      '/api/customer-levels',
      problemBody(409, sentence),
      409,
    );
    expect((sent as { version: number }).version).toBe(4);
    expect(screen.text()).toContain(sentence);
    // what there is now is looked at before it can be given
    expect(screen.text()).not.toContain('Assign to');
    await seen([given('C1', { revision: 4 }), given('C2')]);
    await screen.press('Assign to 2');
    const again = await screen.answer('PUT', '/api/customer-levels', { massChange: 'm' });
    expect((again as { customers: unknown[] }).customers).toEqual([
      { code: 'C1', revision: 4 },
      { code: 'C2', revision: 1 },
    ]);
  });

  it('says where there are too many to price', async () => {
    await seen([given('C1', { moves: null })]);
    expect(screen.text()).toContain('too many customers and items at once');
  });

  it('looks again where another level is chosen', async () => {
    await seen([given('C1')]);
    await screen.choose('Price level to assign', 'No level of their own');
    const asked = await seen([given('C1', { before: 'Clubs' })]);
    expect((asked as { level: unknown }).level).toBeNull();
    expect(screen.text()).toContain('Clubs → no level');
  });
});
