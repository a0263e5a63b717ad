import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { showScreen, signedIn } from '../../testing/screens';
import { wholeBreak } from '../../testing/contents';
import { BreakListSheet } from './break-list';
import { breaksEffects } from './breaks.effects';
import { breaksFeature } from './breaks.feature';

describe('the list of quantity breaks', () => {
  it('reads each back as a sentence, with its items, snags and state', async () => {
    const screen = await showScreen(
      BreakListSheet,
      {},
      provideState(breaksFeature),
      provideEffects(breaksEffects),
    );
    signedIn(screen);
    await screen.answerReference();
    const content = { ...wholeBreak('EUR'), name: 'Everything', scopes: [{ kind: 'all' }] };
    await screen.answer('GET', '/api/breaks', {
      breaks: [{ id: 'a', state: 'published', content, items: 31, priceInversions: 2 }],
    });
    await screen.drawn();
    for (const part of [
      'All items, counted per line; at least 10: 5 % off every unit',
      '31',
      '△ 2',
    ]) {
      expect(screen.text()).toContain(part);
    }
    expect(screen.text()).toContain('Create quantity break');
  });
});
