import type { FollowRule } from '@honest-ledger/contracts';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { FollowRules } from './follow-rules';

const RULE: FollowRule = {
  id: '00000000-0000-4000-8000-000000000001',
  scope: { kind: 'all' },
  follows: 'waits',
  cap: null,
  keeping: { kind: 'markup' },
  rounding: null,
};

describe('how prices follow costs', () => {
  let screen: ShownScreen<FollowRules>;
  beforeEach(async () => {
    screen = await showScreen(FollowRules, {});
    signedIn(screen);
    await screen.answerReference();
    await screen.answer('GET', '/api/follow-rules', [RULE]);
  });
  const save = async (status = 200, body: object = [RULE]): Promise<FollowRule[]> => {
    await screen.press('Save rules');
    const sent = await screen.answer('PUT', '/api/follow-rules', body, status);
    expect((sent as { seen: FollowRule[] }).seen).toEqual([RULE]);
    return (sent as { content: FollowRule[] }).content;
  };

  it('is said rule by rule: what a price does, up to which move, and what it keeps', async () => {
    await screen.choose('What the price does', 'changes automatically');
    await screen.type('Largest automatic change', '10');
    await screen.choose('What the price keeps', 'a margin of');
    await screen.type('How much', '36');
    expect(await save()).toEqual([
      {
        ...RULE,
        follows: 'moves',
        cap: '10',
        keeping: { kind: 'stated', adjustment: { kind: 'margin', percent: '36' } },
      },
    ]);
  });

  it('has further rules, rounding, and says why they were not kept', async () => {
    await screen.press('Add rule');
    await screen.choose('Rounding', 'to a multiple of');
    const fields = [{ path: 'content[1].scope', sentence: 'There is no category' }];
    const sent = await save(422, problemBody(422, 'Wrong.', { fields }));
    expect(sent.length).toBe(2);
    expect(sent[0]?.rounding?.kind).toBe('increment');
    expect(screen.text()).toContain('There is no category.');
    await screen.press('Discard edits');
    await screen.answer('GET', '/api/follow-rules', [RULE]);
    expect(screen.text()).not.toContain('There is no category');
  });
});
