import type { Basics as Found } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { Basics } from './basics';
import { basicsEffects } from './basics.effects';
import { basicsFeature } from './basics.feature';

const SETTINGS: Found['settings']['published'] = {
  homeCurrency: 'EUR',
  roundingMode: 'halfAwayFromZero',
  unitPriceDigits: { USD: 4 },
  defaultLevel: null,
  costOrder: ['last', 'landed'],
  ruleChoice: 'first',
  floors: [],
};

const found = (changes: Partial<Found> = {}): Found => ({
  version: 1,
  settings: { published: SETTINGS, draft: null },
  sharedPrices: [
    { id: 'a', published: { name: 'Small tools', price: '3.20' }, draft: null, items: 12 },
  ],
  ...changes,
});

describe('what holds for all prices', () => {
  let screen: ShownScreen<Basics>;
  beforeEach(async () => {
    screen = await showScreen(
      Basics,
      {},
      provideState(basicsFeature),
      provideEffects(basicsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/basics', found());
  });
  const saved = (address: string): Promise<unknown> =>
    screen.answer('PUT', `/api/edits/${address}`, { revision: 1, draft: 'd' });

  it('is shown with how many items share a price', () => {
    for (const part of ['EUR', 'halves away from zero', '12', 'published']) {
      expect(screen.text()).toContain(part);
    }
  });

  it('has its settings edited in a draft, and taken back', async () => {
    await screen.choose('Rounding mode', 'halves to the even digit');
    const content = { ...SETTINGS, roundingMode: 'halfToEven' as const };
    expect(await saved('settings/settings')).toEqual({ content, revision: 0, draft: null });
    const draft = { draft: 'd', draftName: 'Autumn', content, revision: 1 };
    await screen.answer('GET', '/api/basics', found({ settings: { published: SETTINGS, draft } }));
    expect(screen.text()).toContain('△ changed in Autumn');
    await screen.press('Undo');
    await screen.answer('DELETE', '/api/edits/settings/settings', null);
    await screen.answer('GET', '/api/basics', found());
    expect(screen.text()).not.toContain('Autumn');
  });

  it('has decimals of unit prices by currency; an empty field is the currency’s own', async () => {
    const [euros, dollars] = screen.host.querySelectorAll<HTMLInputElement>('[type=number]');
    for (const [field, text] of [
      [euros, '3'],
      [dollars, ''],
    ] as const) {
      if (!field) throw new Error('no field');
      field.value = text;
      field.dispatchEvent(new Event('change'));
      await screen.settle();
    }
    const first = { ...SETTINGS, unitPriceDigits: { USD: 4, EUR: 3 } };
    const second = { ...SETTINGS, unitPriceDigits: { EUR: 3 } };
    // the second edit was made from the first, though the server had not answered yet
    expect(await saved('settings/settings')).toEqual({ content: first, revision: 0, draft: null });
    const open = screen.server.match('/api/basics');
    expect(open.length).toBe(1);
    expect(await saved('settings/settings')).toEqual({ content: second, revision: 1, draft: null });
  });

  it('has floors in its settings: added as its cost, changed and taken out', async () => {
    await screen.press('Add floor');
    const added = (await saved('settings/settings')) as { content: typeof SETTINGS };
    const least = { kind: 'margin' as const, percent: '0' };
    const fresh = { scope: { kind: 'all' as const }, least, then: 'warn' as const };
    expect(added.content.floors).toEqual([{ id: jasmine.any(String), ...fresh }]);
    await screen.type('Figure of floor 1', '12');
    await screen.choose('What is done below floor 1', 'Hold for approval');
    const changed = (await saved('settings/settings')) as { content: typeof SETTINGS };
    expect(changed.content.floors[0]).toEqual(
      jasmine.objectContaining({ least: { kind: 'margin', percent: '12' } }),
    );
    const held = (await saved('settings/settings')) as { content: typeof SETTINGS };
    expect(held.content.floors[0]).toEqual(jasmine.objectContaining({ then: 'hold' }));
    await screen.press('Remove floor 1');
    expect(
      ((await saved('settings/settings')) as { content: typeof SETTINGS }).content.floors,
    ).toEqual([]);
  });

  it('says beside a shared price why it cannot be withdrawn', async () => {
    await screen.press('Delete Small tools');
    const refused = problemBody(422, 'It is the base price of 12 items.');
    await screen.answer('PUT', '/api/edits/sharedPrice/a', refused, 422);
    expect(screen.host.querySelector('td .wrong')?.textContent).toContain('12 items');
  });

  it('shows both where somebody else was first, and lets the user decide', async () => {
    const edit = async (price: string): Promise<void> => {
      await screen.type('Price of Small tools', price);
      const current = {
        draft: 'd',
        draftName: 'Autumn',
        content: { name: 'Small tools', price: '3.90' },
        revision: 4,
      };
      const detail = 'Not saved: Noor Salter changed this.';
      const conflict = problemBody(409, detail, { current });
      await screen.answer('PUT', '/api/edits/sharedPrice/a', conflict, 409);
    };
    await edit('3.50');
    expect(screen.text()).toMatch(/Not saved: Noor Salter changed this\. Theirs: .*3\.90/);
    await screen.press('Keep mine');
    expect(await saved('sharedPrice/a')).toEqual({
      content: { name: 'Small tools', price: '3.50' },
      revision: 4,
      draft: null,
    });
    await screen.answer('GET', '/api/basics', found());
    await edit('3.60');
    await screen.press('Use theirs');
    await screen.answer('GET', '/api/basics', found());
    expect(screen.text()).not.toContain('Somebody else');
    const field = screen.host.querySelector<HTMLInputElement>('[aria-label^="Price of"]');
    expect(field?.value).toBe('3.20');
  });

  it('is added to by name, and priced then', async () => {
    const field = screen.host.querySelector<HTMLInputElement>('form input');
    if (field) field.value = ' Large tools ';
    await screen.press('Add');
    const [open] = screen.server.match(({ url }) => url.startsWith('/api/edits/sharedPrice/'));
    expect(open?.request.body).toEqual(
      jasmine.objectContaining({ content: { name: 'Large tools', price: '0' }, revision: 0 }),
    );
  });
});
