import type {
  AgreementRow,
  CustomerEdit,
  CustomerPreview,
  CustomerView,
  LevelSummary,
  PriceListPage,
} from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { itemFacts } from '../../testing/goods';
import { levelContent } from '../../testing/levels';
import { objectEditsFeature } from '../../editing/draft/object-edits.feature';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { agreementsEffects } from './agreements.effects';
import { agreementsActions, agreementsFeature, type AgreementContent } from './agreements.feature';
import { Customer } from './customer';
import { customersEffects } from './customers.effects';
import { customersFeature } from './customers.feature';

const level = (id: string, name: string, state: LevelSummary['state']): LevelSummary => ({
  id,
  state,
  content: levelContent({ name }),
  customers: 0,
});
const LEVELS = [level('a', 'Schools', 'published'), level('b', 'Fairs', 'new')];
const customer = (has: CustomerView['level'], revision = 1): CustomerView => ({
  code: 'C1001',
  name: 'Harbour Lane School',
  segment: { code: 'schools', name: 'Schools' },
  currency: null,
  outlet: null,
  level: has,
  assignments: [],
  attributes: {},
  revision,
});
const PREVIEW: CustomerPreview = {
  moves: { compared: 237, lowered: 35, raised: 0, otherwise: 0, largest: [] },
  currency: 'EUR',
};
const PRICES: PriceListPage = {
  rows: [
    {
      item: itemFacts('CL-0207'),
      line: {
        kind: 'priced',
        id: 'CL-0207',
        item: 'CL-0207',
        quantity: '1',
        unit: 'bag',
        duration: null,
        level: null,
        closedBy: 'agreement',
        flats: [],
        slices: [{ quantity: '1', unit: 'bag', unitPrice: '13.20', amount: '13.20', steps: [] }],
        amount: '13.20',
        shares: [],
        discount: null,
        floor: null,
        discountShare: null,
        net: '13.20',
        cost: null,
        notApplied: [],
        notAppliedMore: 0,
        computed: null,
        kept: null,
        setUp: null,
      },
    },
  ],
  total: 1,
  currency: 'EUR',
  version: 4,
  day: '2026-11-24',
};
const AGREEMENT: AgreementContent = {
  party: { kind: 'customer', customer: 'C1001' },
  item: 'CL-0207',
  currency: 'EUR',
  price: '13.20',
  unit: null,
  window: { from: null, until: null },
  minQuantity: '0',
  open: false,
};
const ADDRESS = '/api/customers/C1001';
/** As long as a change waits before what it moves is asked, and a little more. */
const PAUSE = 230;

describe('a customer', () => {
  let screen: ShownScreen<Customer>;
  beforeEach(async () => {
    screen = await showScreen(
      Customer,
      { code: 'C1001' },
      provideState(customersFeature),
      provideState(agreementsFeature),
      provideEffects(customersEffects, agreementsEffects),
    );
    signedIn(screen);
    await screen.answer('GET', ADDRESS, customer(null));
    await screen.answerReference({ levels: LEVELS });
    await screen.answer('GET', '/api/agreements?customer=C1001', []);
    await screen.answer('GET', `${ADDRESS}/prices?text=&offset=0&limit=50`, PRICES);
  });
  const consider = async (): Promise<void> => {
    await screen.choose('Level', 'Schools');
    await screen.answer('POST', `${ADDRESS}/preview`, PREVIEW);
  };

  it('is offered the published levels and no other', async () => {
    expect(await screen.offered('Level')).toEqual(['Not set', 'Schools']);
    expect(screen.text()).toContain('Every item at its base price');
  });

  it('is given a level only after what it moves was seen', async () => {
    await consider();
    expect(screen.text()).toContain(
      '35 of 237 prices change: 35 lower, in EUR for one of each item.',
    );
    await screen.press('Save customer');
    const given = customer({ id: 'a', name: 'Schools' }, 2);
    const sent = (await screen.answer('PUT', ADDRESS, given)) as CustomerEdit;
    expect([sent.level, sent.segment, sent.revision]).toEqual(['a', 'schools', 1]);
    expect(screen.text()).not.toContain('Review before saving');
  });

  it('is left as it is', async () => {
    await consider();
    await screen.press('Cancel');
    expect(screen.text()).not.toContain('Review before saving');
    expect(screen.chosen('Level')).toBe('Not set');
  });

  it('tells that somebody else was first, and keeps what is there', async () => {
    await consider();
    await screen.press('Save customer');
    const current = customer({ id: 'a', name: 'Schools' }, 2);
    const detail = 'Not saved: Noor Salter changed this customer.';
    await screen.answer('PUT', ADDRESS, problemBody(409, detail, { current }), 409);
    expect(screen.text()).toContain('Not saved: Noor Salter changed this customer.');
    expect(screen.text()).toContain('Nowhere: both say the same.');
    await screen.press('Use theirs');
    await screen.answer('GET', ADDRESS, customer({ id: 'a', name: 'Schools' }, 2));
    expect(screen.chosen('Level')).toBe('Schools');
  });

  it('asks nothing where the level it has is chosen again', async () => {
    await consider();
    await screen.choose('Level', 'Not set');
    await screen.quiet(PAUSE);
    screen.server.expectNone(`${ADDRESS}/preview`);
    expect(screen.text()).not.toContain('Review before saving');
  });

  it('has levels for some of the goods, with days', async () => {
    await screen.press('Add level for some items');
    await screen.type('First day', '2026-12-01');
    await screen.answer('POST', `${ADDRESS}/preview`, PREVIEW);
    await screen.press('Save customer');
    const sent = (await screen.answer('PUT', ADDRESS, customer(null, 2))) as CustomerEdit;
    expect(sent.assignments.map(({ level: one, scope, window }) => [one, scope, window])).toEqual([
      ['a', { kind: 'all' }, { from: '2026-12-01', until: null }],
    ]);
  });

  it('has what the company keeps of customers besides', async () => {
    await screen.type('Customer since', '2019-05-01');
    await screen.type('Delivery note', ' back door ');
    await screen.answer('POST', `${ADDRESS}/preview`, PREVIEW);
    await screen.press('Save customer');
    const after = { ...customer(null, 2), attributes: { since: '2019-05-01' } };
    const sent = (await screen.answer('PUT', ADDRESS, after)) as CustomerEdit;
    expect(sent.attributes).toEqual({ since: '2019-05-01', note: 'back door' });
    await screen.type('Customer since', '');
    expect((await screen.answer('POST', `${ADDRESS}/preview`, PREVIEW)) as object).toEqual(
      jasmine.objectContaining({ attributes: {} }),
    );
  });

  it('shows both where somebody else was first; mine is looked at again before it is saved', async () => {
    await consider();
    await screen.press('Save customer');
    const current = { ...customer(null, 5), name: 'Renamed by another' };
    const detail = 'Not saved: Noor Salter changed this customer.';
    await screen.answer('PUT', ADDRESS, problemBody(409, detail, { current }), 409);
    for (const part of ['Theirs', 'Yours', 'Renamed by another', 'Harbour Lane School']) {
      expect(screen.text()).toContain(part);
    }
    await screen.press('Keep mine');
    await screen.answer('POST', `${ADDRESS}/preview`, PREVIEW);
    await screen.press('Save customer');
    const sent = (await screen.answer('PUT', ADDRESS, customer(null, 6))) as CustomerEdit;
    expect([sent.level, sent.revision, sent.name]).toEqual(['a', 5, 'Harbour Lane School']);
  });

  it('says why it cannot be saved as it is thought about', async () => {
    await screen.choose('Segment', 'none');
    await screen.quiet(PAUSE);
    const refusal = problemBody(422, 'There is no segment x.');
    await screen.answer('POST', `${ADDRESS}/preview`, refusal, 422);
    expect(screen.text()).toContain('There is no segment x.');
    expect(screen.text()).not.toContain('Save customer');
  });

  it('shows what it pays today, and where each price comes from', () => {
    expect(screen.text()).toContain('1 items, EUR for one');
    expect(screen.text()).toContain('13.20');
    expect(screen.text()).toContain('agreement');
  });

  it('agrees a price, which waits in draft', async () => {
    const row = { id: 'x', published: AGREEMENT, draft: null };
    screen.store.dispatch(agreementsActions.asked({ party: AGREEMENT.party }));
    await screen.answer('GET', '/api/agreements?customer=C1001', [row]);
    await screen.type('Agreed price of CL-0207', '12,80');
    const sent = await screen.answer(
      'PUT',
      '/api/edits/agreement/x',
      problemBody(422, 'There is no item CL-0207.'),
      422,
    );
    expect(sent).toEqual({
      content: { ...row.published, price: '12.80' },
      revision: 0,
      draft: null,
    });
    // refused, and still there as it was typed
    expect(screen.text()).toContain('There is no item CL-0207.');
    const field = screen.host.querySelector<HTMLInputElement>(
      '[aria-label="Agreed price of CL-0207"]',
    );
    expect(field?.value).toBe('12.80');
  });

  it('asks for an agreed price anew in another currency, with the cursor in it', async () => {
    const row = { id: 'x', published: AGREEMENT, draft: null };
    screen.store.dispatch(agreementsActions.asked({ party: AGREEMENT.party }));
    await screen.answer('GET', '/api/agreements?customer=C1001', [row]);
    await screen.choose('Currency of CL-0207', 'USD');
    screen.server.expectNone('/api/edits/agreement/x'); // not before there is a price
    const latest = screen.store.selectSignal(objectEditsFeature.selectLatest)();
    expect(latest['x']).toEqual({
      edited: true,
      content: { ...AGREEMENT, currency: 'USD', price: '' },
    });
    const field = screen.host.querySelector<HTMLInputElement>(
      '[aria-label="Agreed price of CL-0207"]',
    );
    expect([field?.value, document.activeElement === field]).toEqual(['', true]);
  });

  it('takes back an edit of an agreement, and makes it again', async () => {
    const published = AGREEMENT;
    const came = async (draft: AgreementRow['draft']): Promise<void> => {
      await screen.answer('GET', '/api/agreements?customer=C1001', [{ id: 'x', published, draft }]);
    };
    const edited = { ...published, price: '12.80' };
    const drafted = { draft: 'd', draftName: 'Draft', content: edited, revision: 1 };
    screen.store.dispatch(agreementsActions.asked({ party: AGREEMENT.party }));
    await came(null);
    await screen.type('Agreed price of CL-0207', '12.80');
    await screen.answer('PUT', '/api/edits/agreement/x', { revision: 1, draft: 'd' });
    await came(drafted);
    await screen.press('Undo');
    await screen.answer('DELETE', '/api/edits/agreement/x', null);
    await came(null);
    expect(screen.text()).toContain('published');
    await screen.press('Redo');
    const again = await screen.answer('PUT', '/api/edits/agreement/x', { revision: 1, draft: 'd' });
    expect(again).toEqual({ content: edited, revision: 0, draft: null });
    await came(drafted);
    await screen.press('End the agreement for CL-0207');
    const ended = await screen.answer('PUT', '/api/edits/agreement/x', { revision: 2, draft: 'd' });
    expect(ended).toEqual({ content: null, revision: 1, draft: null });
    await came({ ...drafted, content: null, revision: 2 });
    await screen.press('Undo');
    const back = await screen.answer('PUT', '/api/edits/agreement/x', { revision: 3, draft: 'd' });
    expect(back).toEqual({ content: edited, revision: 2, draft: null });
  });

  it('is shown, and not edited, to whom may only look', async () => {
    signedIn(screen, 'reader');
    await screen.settle();
    expect(screen.host.querySelector('fieldset')?.disabled).toBeTrue();
    expect(screen.text()).not.toContain('Create quote');
  });
});
