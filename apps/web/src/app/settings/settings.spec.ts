import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../testing/screens';
import { Settings } from './settings';
import { settingsEffects } from './settings.effects';
import { settingsFeature } from './settings.feature';

const show = (sheet: string): Promise<ShownScreen<Settings>> =>
  showScreen(Settings, { sheet }, provideState(settingsFeature), provideEffects(settingsEffects));

describe('settings', () => {
  it('keep an entry made from what was seen, and read the list again', async () => {
    const screen = await show('brands');
    signedIn(screen);
    await screen.answer('GET', '/api/lists/brands', [{ code: 'ebb', name: 'Ebb & Flood' }]);
    await screen.type('Name of ebb', ' Ebb and Flood ');
    const sent = await screen.answer('PUT', '/api/lists/brands/ebb', null, 204);
    expect(sent).toEqual({ seen: { name: 'Ebb & Flood' }, content: { name: 'Ebb and Flood' } });
    await screen.answer('GET', '/api/lists/brands', [{ code: 'ebb', name: 'Ebb and Flood' }]);
  });

  it('add and take out entries', async () => {
    const screen = await show('categories');
    signedIn(screen);
    await screen.answer('GET', '/api/lists/categories', [
      { code: 'clay', name: 'Clay', parent: null },
    ]);
    await screen.type('Code of a new entry', 'slip');
    await screen.type('Name of a new entry', 'Slips');
    await screen.press('Add');
    const added = await screen.answer('PUT', '/api/lists/categories/slip', null, 204);
    expect(added).toEqual({ seen: null, content: { name: 'Slips', parent: null } });
    await screen.answer('GET', '/api/lists/categories', [
      { code: 'clay', name: 'Clay', parent: null },
    ]);
    await screen.press('Take out');
    const used = problemBody(422, 'This category is still used.');
    const out = await screen.answer('PUT', '/api/lists/categories/clay', used, 422);
    expect(out).toEqual({ seen: { name: 'Clay', parent: null }, content: null });
    expect(screen.text()).toContain('This category is still used.');
  });

  it('put a rate down, from now where no moment is given', async () => {
    const screen = await show('rates');
    signedIn(screen);
    await screen.answer('GET', '/api/rates', []);
    expect(screen.text()).toContain('No rate yet');
    await screen.type('Rate', '1.08');
    await screen.type('Currency', 'usd');
    await screen.press('Add');
    const sent = await screen.answer('PUT', '/api/rates', null, 204);
    expect(sent).toEqual(jasmine.objectContaining({ currency: 'USD', rate: '1.08' }));
  });

  it('offer users to administrators alone', async () => {
    const screen = await show('users');
    signedIn(screen);
    const seen = { name: 'Tom', role: 'pricing', active: true };
    await screen.answer('GET', '/api/users', [{ email: 'tom@example.com', ...seen }]);
    expect(screen.text()).toContain('Users');
    await screen.choose('Role of tom@example.com', 'reader');
    const sent = await screen.answer('PUT', '/api/users/tom%40example.com', null, 204);
    expect(sent).toEqual({ seen, content: { ...seen, role: 'reader' }, password: null });
    signedIn(screen, 'pricing');
    await screen.settle();
    const links = [...screen.host.querySelectorAll('nav a')].map(({ textContent }) => textContent);
    expect(links).not.toContain('Users');
  });
});
