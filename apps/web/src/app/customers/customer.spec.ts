import type {
  CustomerRow,
  LevelChoice,
  LevelPreview,
  LevelSummary,
} from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, type ShownScreen } from '../testing/screens';
import { Customer } from './customer';
import { customersEffects } from './customers.effects';
import { customersFeature } from './customers.feature';

const level = (id: string, name: string, state: LevelSummary['state']): LevelSummary => ({
  id,
  state,
  content: { name, entries: [], rounding: null },
  customers: 0,
});
const LEVELS = [level('a', 'Schools', 'published'), level('b', 'Fairs', 'new')];
const customer = (has: CustomerRow['level'], revision = 1): CustomerRow => ({
  code: 'C1001',
  name: 'Harbour Lane School',
  segment: 'Schools',
  level: has,
  revision,
});
const PREVIEW: LevelPreview = {
  moves: { compared: 237, lowered: 35, raised: 0, otherwise: 0, largest: [] },
  currency: 'EUR',
};

describe('a customer', () => {
  let screen: ShownScreen<Customer>;
  beforeEach(async () => {
    screen = await showScreen(
      Customer,
      { code: 'C1001' },
      provideState(customersFeature),
      provideEffects(customersEffects),
    );
    await screen.answer('GET', '/api/customers/C1001', customer(null));
    await screen.answer('GET', '/api/levels', LEVELS);
  });
  const consider = async (): Promise<void> => {
    await screen.choose('Level', 'Schools');
    await screen.answer('GET', '/api/customers/C1001/level-preview?level=a', PREVIEW);
  };

  it('is offered the published levels and no other', () => {
    const options = [...screen.host.querySelectorAll('option')].map(({ text }) => text.trim());
    expect(options).toEqual(['none: base prices', 'Schools']);
    expect(screen.text()).toContain('Every item at its base price.');
  });

  it('is given a level only after what it moves was seen', async () => {
    await consider();
    expect(screen.text()).toContain(
      '35 of 237 prices move: 35 lower, in EUR for one of each item.',
    );
    await screen.press('Give this level');
    const given = customer({ id: 'a', name: 'Schools' }, 2);
    const sent = (await screen.answer('PUT', '/api/customers/C1001/level', given)) as LevelChoice;
    expect(sent).toEqual({ level: 'a', revision: 1 });
    expect(screen.text()).not.toContain('Before it counts');
  });

  it('is left as it is', async () => {
    await consider();
    await screen.press('Leave it as it is');
    expect(screen.text()).not.toContain('Before it counts');
    expect(screen.host.querySelector('select')?.value).toBe('');
  });

  it('tells that somebody else was first, and keeps what is there', async () => {
    await consider();
    await screen.press('Give this level');
    const detail = 'Somebody else has changed this customer meanwhile.';
    await screen.answer('PUT', '/api/customers/C1001/level', problemBody(409, detail), 409);
    expect(screen.text()).toContain(detail);
    await screen.press('Try again');
    await screen.answer('GET', '/api/customers/C1001', customer({ id: 'a', name: 'Schools' }, 2));
    await screen.answer('GET', '/api/levels', LEVELS);
    expect(screen.host.querySelector('select')?.value).toBe('a');
  });

  it('asks nothing where the level it has is chosen again', async () => {
    await consider();
    await screen.choose('Level', 'none: base prices');
    screen.server.expectNone('/api/customers/C1001/level-preview?level=');
    expect(screen.text()).not.toContain('Before it counts');
  });
});
