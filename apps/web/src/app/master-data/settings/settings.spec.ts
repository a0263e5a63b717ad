import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { levelContent } from '../../testing/levels';
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
    await screen.type('New code', 'slip');
    await screen.type('New name', 'Slips');
    await screen.press('Add');
    const added = await screen.answer('PUT', '/api/lists/categories/slip', null, 204);
    expect(added).toEqual({ seen: null, content: { name: 'Slips', parent: null } });
    await screen.answer('GET', '/api/lists/categories', [
      { code: 'clay', name: 'Clay', parent: null },
    ]);
    await screen.press('Remove');
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

  it('keep what each role may take off by hand, and nothing for as much as they like', async () => {
    const screen = await show('handLimits');
    signedIn(screen);
    await screen.answer('GET', '/api/hand-limits', [
      { role: 'sales', mostOff: '5' },
      { role: 'reader', mostOff: null },
    ]);
    expect(screen.host.querySelectorAll('tbody tr').length).toBe(1); // a reader writes nothing
    await screen.type('Discount limit of sales, in percent', '7,5');
    const sent = await screen.answer('PUT', '/api/hand-limits/sales', null, 204);
    expect(sent).toEqual({ seen: { mostOff: '5' }, content: { mostOff: '7.5' } });
    await screen.answer('GET', '/api/hand-limits', [{ role: 'sales', mostOff: '7.5' }]);
    await screen.type('Discount limit of sales, in percent', '');
    const free = await screen.answer('PUT', '/api/hand-limits/sales', null, 204);
    expect(free).toEqual({ seen: { mostOff: '7.5' }, content: { mostOff: null } });
  });

  it('keep the category and the rate of a tax class together', async () => {
    const screen = await show('taxClasses');
    signedIn(screen);
    const full = { name: 'Full', category: 'S', rate: '23' };
    await screen.answer('GET', '/api/lists/taxClasses', [{ code: 'full', ...full }]);
    await screen.choose('Category of full', 'Exempt from tax');
    const sent = await screen.answer('PUT', '/api/lists/taxClasses/full', null, 204);
    expect(sent).toEqual({ seen: full, content: { ...full, category: 'E', rate: '0' } });
  });

  it('make an attribute a choice by saying what from, and a text again without', async () => {
    const screen = await show('attributes');
    signedIn(screen);
    const text = { name: 'Finish', of: 'items', type: 'text', choices: [] as string[] };
    await screen.answer('GET', '/api/lists/attributes', [{ code: 'finish', ...text }]);
    await screen.type('What finish is chosen from', 'gloss; matt');
    const choice = { ...text, type: 'choice', choices: ['gloss', 'matt'] };
    const address = '/api/lists/attributes/finish';
    expect(await screen.answer('PUT', address, null, 204)).toEqual({ seen: text, content: choice });
    await screen.answer('GET', '/api/lists/attributes', [{ code: 'finish', ...choice }]);
    await screen.choose('What finish is', 'yes or no');
    expect(await screen.answer('PUT', address, null, 204)).toEqual({
      seen: choice,
      content: { ...text, type: 'yesNo' },
    });
  });

  it('allow levels at an outlet one by one; none chosen stands for all', async () => {
    const screen = await show('outlets');
    signedIn(screen);
    const levels = ['a', 'b'].map((id) => ({
      id,
      state: 'published' as const,
      content: levelContent({ name: `Level ${id}` }),
      customers: 0,
    }));
    const outlet = {
      name: 'Fair',
      timeZone: 'Europe/Lisbon',
      currency: 'EUR',
      level: null,
      levelsAllowed: null as string[] | null,
    };
    await screen.answer('GET', '/api/lists/outlets', [{ code: 'fair', ...outlet }]);
    await screen.answerReference({ levels });
    const allow = async (at: number): Promise<unknown> => {
      await screen.tick('Price levels allowed at fair', `Level ${['a', 'b'][at] ?? ''}`);
      const { content } = (await screen.answer('PUT', '/api/lists/outlets/fair', null, 204)) as {
        content: typeof outlet;
      };
      await screen.answer('GET', '/api/lists/outlets', [{ code: 'fair', ...content }]);
      for (const open of screen.server.match(() => true)) open.flush([]);
      return content.levelsAllowed;
    };
    expect(await allow(1)).toEqual(['b']);
  });

  it('lead from a segment to the prices agreed with it', async () => {
    const screen = await show('segments');
    signedIn(screen);
    await screen.answer('GET', '/api/lists/segments', [
      { code: 'schools', name: 'Schools', level: null },
    ]);
    const [link] = [...screen.host.querySelectorAll('td a')].map((one) => one.getAttribute('href'));
    expect(link).toBe('/customers/segments/schools');
  });

  it('give a user a password without showing it again', async () => {
    const screen = await show('users');
    signedIn(screen);
    const seen = { name: 'Tom', role: 'pricing', active: true };
    const rows = [{ email: 'tom@example.com', ...seen }];
    await screen.answer('GET', '/api/users', rows);
    await screen.type('New password of tom@example.com', 'long enough');
    const sent = await screen.answer('PUT', '/api/users/tom%40example.com', null, 204);
    expect(sent).toEqual({ seen, content: seen, password: 'long enough' });
    await screen.answer('GET', '/api/users', rows);
    await screen.type('E-mail of a new user', 'New@Example.com');
    await screen.type('Name of a new user', 'New One');
    await screen.choose('Role of a new user', 'approver');
    await screen.type('Password of a new user', 'long enough too');
    await screen.press('Add');
    const added = await screen.answer('PUT', '/api/users/new%40example.com', null, 204);
    expect(added).toEqual({
      seen: null,
      content: { name: 'New One', role: 'approver', active: true },
      password: 'long enough too',
    });
  });

  it('are only looked at by who may not edit', async () => {
    const screen = await show('brands');
    signedIn(screen, 'sales');
    await screen.answer('GET', '/api/lists/brands', [{ code: 'ebb', name: 'Ebb & Flood' }]);
    expect(screen.host.querySelector('fieldset')?.disabled).toBeTrue();
  });

  it('show both where somebody else was first, and let the user decide', async () => {
    const screen = await show('brands');
    signedIn(screen);
    const row = { code: 'ebb', name: 'Ebb & Flood' };
    await screen.answer('GET', '/api/lists/brands', [row]);
    await screen.type('Name of ebb', 'Mine');
    const current = { name: 'Theirs' };
    const conflict = problemBody(409, 'Not saved: Noor Salter changed this brand.', {
      current,
    });
    await screen.answer('PUT', '/api/lists/brands/ebb', conflict, 409);
    for (const part of ['Theirs', 'Mine']) expect(screen.text()).toContain(part);
    await screen.press('Keep mine');
    const sent = await screen.answer('PUT', '/api/lists/brands/ebb', null, 204);
    expect(sent).toEqual({ seen: { name: 'Theirs' }, content: { name: 'Mine' } });
  });
});
