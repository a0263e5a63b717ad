import { decide, problemBody, showScreen } from '../../testing/screens';
import { DeleteButton } from './delete-button';

describe('deleting a thing', () => {
  it('is asked first, tells what still names it, and is done', async () => {
    const screen = await showScreen(DeleteButton, {
      address: '/api/items/A',
      revision: 3,
      what: 'item A',
      detail: 'Its costs go with it.',
    });
    let deleted = 0;
    screen.fixture.componentInstance.deleted.subscribe(() => (deleted += 1));
    await screen.press('Delete…');
    await decide(screen, 'Cancel', 'Delete item A?');
    screen.server.expectNone('/api/items/A?revision=3');
    await screen.press('Delete…');
    await decide(screen, 'Delete', 'Its costs go with it.');
    const why = problemBody(422, 'A cannot be deleted: it stands on a quote.');
    await screen.answer('DELETE', '/api/items/A?revision=3', why, 422);
    expect(screen.text()).toContain('A cannot be deleted: it stands on a quote.');
    expect(deleted).toBe(0);
    await screen.press('Delete…');
    await decide(screen, 'Delete');
    await screen.answer('DELETE', '/api/items/A?revision=3', null, 204);
    expect(deleted).toBe(1);
  });
});
