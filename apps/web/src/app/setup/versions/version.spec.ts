import type { VersionRow, VersionView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { entry, levelContent } from '../../testing/levels';
import {
  CATEGORY_ROWS,
  problemBody,
  showScreen,
  signedIn,
  type ShownScreen,
} from '../../testing/screens';
import { Version } from './version';
import { versionsEffects } from './versions.effects';
import { versionsFeature } from './versions.feature';

const row = (number: number): VersionRow => ({
  number,
  publishedAt: '2026-11-24T14:32:00Z',
  publishedBy: 'Ines Marlow',
  note: `For the ${String(number)}`,
  changes: 1,
});

const view = (changes: Partial<VersionView> = {}): VersionView => ({
  ...row(2),
  against: 1,
  inForce: false,
  objects: [
    {
      kind: 'level',
      key: 'l',
      name: 'Schools',
      before: levelContent({ entries: [entry('a', '-10')] }),
      after: levelContent({ entries: [entry('a', '-12')] }),
    },
  ],
  more: 0,
  ...changes,
});

describe('a version', () => {
  let screen: ShownScreen<Version>;
  beforeEach(async () => {
    screen = await showScreen(
      Version,
      { number: '2' },
      provideState(versionsFeature),
      provideEffects(versionsEffects),
    );
    signedIn(screen);
    await screen.answerReference();
  });

  const came = async (): Promise<void> => {
    await screen.answer('GET', '/api/versions/2', view());
    for (const open of screen.server.match('/api/categories')) open.flush(CATEGORY_ROWS);
    await screen.settle();
  };

  it('says in sentences what it changed against the one before', async () => {
    await came();
    for (const part of [
      'Version 2',
      'Ines Marlow',
      'Price level Schools',
      '10 % off',
      '12 % off',
    ]) {
      expect(screen.text()).toContain(part);
    }
  });

  it('is compared with any other', async () => {
    await came();
    screen.host.querySelector('input')?.focus();
    await screen.type('Compare with: a number, or what for', 'For the');
    await screen.drawn();
    const found = { rows: [row(3), row(2), row(1)], total: 3 };
    await screen.answer('GET', '/api/versions?text=For%20the&limit=12', found);
    await screen.drawn();
    const offered = [...document.querySelectorAll<HTMLElement>('mat-option')];
    expect(offered.map(({ textContent }) => textContent.trim().slice(0, 1))).toEqual(['3', '1']);
    offered[0]?.click();
    await screen.settle();
    await screen.answer('GET', '/api/versions/2?against=3', view({ against: 3, objects: [] }));
    expect(screen.text()).not.toContain('Price level Schools');
  });

  it('says where it is not there', async () => {
    const gone = problemBody(404, 'Version 2 does not exist.');
    await screen.answer('GET', '/api/versions/2', gone, 404);
    expect(screen.text()).toContain('Version 2 does not exist.');
  });
});
