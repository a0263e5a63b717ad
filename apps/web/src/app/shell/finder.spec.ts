import type { FoundThing } from '@honest-ledger/contracts';
import { MatDialogRef } from '@angular/material/dialog';
import { showScreen, type ShownScreen } from '../testing/screens';
import { Finder } from './finder';
import { keysAt } from './screen-keys';

const FOUND: readonly FoundThing[] = [
  { kind: 'item', key: 'CL-0207', name: 'Stoneware body' },
  { kind: 'level', key: 'an-id', name: 'Clubs' },
];

describe('finding anything', () => {
  let screen: ShownScreen<Finder>;
  let closed: boolean;
  beforeEach(async () => {
    closed = false;
    const dialog = { close: () => (closed = true) };
    screen = await showScreen(Finder, {}, { provide: MatDialogRef, useValue: dialog });
  });

  const typed = async (text: string): Promise<void> => {
    await screen.type('Part of a number or a name', text);
    await screen.drawn();
  };
  const press = async (key: string): Promise<void> => {
    const input = screen.host.querySelector('input');
    input?.dispatchEvent(new KeyboardEvent('keydown', { key }));
    await screen.settle();
  };
  const here = (): string | undefined =>
    screen.host.querySelector('[aria-selected="true"]')?.textContent.replace(/\s+/g, ' ').trim();

  it('lists screens and things, and goes round with the arrow keys', async () => {
    await typed('c');
    await screen.answer('GET', '/api/find?text=c', FOUND);
    for (const part of ['ScreenCatalogue', 'ScreenCustomers', 'ItemCL-0207Stoneware body']) {
      expect(screen.text()).toContain(part);
    }
    expect(here()).toContain('Catalogue');
    await press('ArrowUp');
    expect(here()).toBe('Price levelClubs');
    await press('ArrowDown');
    expect(here()).toContain('Catalogue');
  });

  it('says where nothing is called so, and where the server cannot be reached', async () => {
    await typed('zz');
    await screen.answer('GET', '/api/find?text=zz', []);
    expect(screen.text()).toContain('Nothing found.');
    await typed('q');
    await screen.answer('GET', '/api/find?text=q', null, 0);
    expect(screen.text()).toContain('only screens are found');
    expect(screen.text()).toContain('Quotes');
  });

  it('is closed by going somewhere', async () => {
    await typed('quo');
    await screen.answer('GET', '/api/find?text=quo', []);
    await press('Enter');
    await screen.drawn();
    expect(closed).toBe(true);
  });
});

describe('the keys of a screen', () => {
  it('are its own and those that every screen has', () => {
    const does = (address: string): string[] => keysAt(address).map(({ keys }) => keys);
    expect(does('/quotes')).toContain('Enter');
    expect(does('/quotes/1001')).toContain('Ctrl Z');
    expect(does('/quotes')).not.toContain('Ctrl Z');
    expect(does('/nowhere')).toEqual(['Ctrl K', 'F9', '?', 'Esc', 'Tab, Shift Tab']);
  });
});
