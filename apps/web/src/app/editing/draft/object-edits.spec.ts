import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { outboxFeature } from '../outbox/outbox.feature';
import { EditSteps } from './edit-steps';
import { objectEditsActions, objectEditsFeature, type ObjectEdit } from './object-edits.feature';
import { PAUSES } from '../../shared/requests/pauses';

const object = { kind: 'sharedPrice', key: 'a' } as const;
const to = (price: string) => ({ edited: true, content: { name: 'Tools', price } }) as const;
const untouched = { edited: false } as const;
const URL = '/api/edits/sharedPrice/a';

describe('edits of objects in grids', () => {
  let screen: ShownScreen<EditSteps>;
  beforeEach(async () => {
    screen = await showScreen(EditSteps, {});
    signedIn(screen);
    screen.store.dispatch(objectEditsActions.opened({ scope: 'basics' }));
  });
  const edit = async (before: ObjectEdit['before'], after: ObjectEdit['after']): Promise<void> => {
    screen.store.dispatch(objectEditsActions.edited({ edit: { object, before, after } }));
    await screen.settle();
  };
  const saved = async (revision: number): Promise<unknown> =>
    screen.answer('PUT', URL, { revision, draft: 'd' });
  const state = () => screen.store.selectSignal(objectEditsFeature.selectObjectEditsState)();
  const button = (name: string): HTMLButtonElement | undefined =>
    [...screen.host.querySelectorAll('button')].find((one) => one.textContent.trim() === name);

  it('are sent one after the other, each from the revision before', async () => {
    await edit(untouched, to('1'));
    await edit(to('1'), to('2'));
    expect(await saved(1)).toEqual({ content: to('1').content, revision: 0, draft: null });
    expect(await saved(2)).toEqual({ content: to('2').content, revision: 1, draft: null });
    expect(state().state).toBe('saved');
  });

  it('are known at once, and until the server has been read again', async () => {
    await edit(untouched, to('1'));
    expect(state().latest['a']).toEqual(to('1'));
    await edit(to('1'), to('2'));
    await saved(1);
    screen.store.dispatch(objectEditsActions.seen({ revisions: { a: 1 } }));
    expect(state().latest['a']).toEqual(to('2'));
    await saved(2);
    screen.store.dispatch(objectEditsActions.seen({ revisions: { a: 2 } }));
    expect(state().latest).toEqual({});
  });

  it('are taken back and made again, and a new one ends what could be made again', async () => {
    await edit(untouched, to('1'));
    await saved(1);
    await screen.press('Undo');
    await screen.answer('DELETE', URL, null);
    expect(button('Undo')?.disabled).toBeTrue();
    await screen.press('Redo');
    expect(await saved(1)).toEqual({ content: to('1').content, revision: 0, draft: null });
    await screen.press('Undo');
    await screen.answer('DELETE', URL, null);
    await edit(untouched, to('3'));
    await saved(1);
    expect(button('Redo')?.disabled).toBeTrue();
  });

  it('are followed by Ctrl+Z and Ctrl+Shift+Z', async () => {
    await edit(untouched, to('1'));
    await saved(1);
    const press = (shiftKey: boolean): boolean =>
      document.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, shiftKey }));
    press(false);
    await screen.settle();
    await screen.answer('DELETE', URL, null);
    press(true);
    await screen.settle();
    await saved(1);
    expect(state().past.length).toBe(1);
  });

  it('stay as they were typed where they are refused, and say why', async () => {
    await edit(untouched, to('101'));
    await screen.answer('PUT', URL, problemBody(422, 'That is too dear.'), 422);
    screen.store.dispatch(objectEditsActions.seen({ revisions: {} }));
    expect(state().latest['a']).toEqual(to('101'));
    expect(state().refused['a']?.problem.detail).toBe('That is too dear.');
    expect(screen.text()).toContain('Not saved yet');
    await edit(to('101'), to('1'));
    expect(state().refused).toEqual({});
    await saved(1);
    // what was never there is not discarded
    await screen.press('Undo');
    await saved(2);
    await screen.press('Undo');
    await screen.answer('DELETE', URL, null);
  });

  it('are refused no more once a later one is kept, though it was made before the refusal came', async () => {
    await edit(untouched, to('101'));
    await edit(to('101'), to('1'));
    await screen.answer('PUT', URL, problemBody(422, 'That is too dear.'), 422);
    expect(state().refused['a']).toBeDefined();
    await saved(1);
    expect(state().refused).toEqual({});
    expect(state().state).toBe('saved');
  });

  it('are sent again where the server could not be reached', async () => {
    await edit(untouched, to('1'));
    await screen.answer('PUT', URL, null, 0);
    expect(screen.text()).toContain(
      'Not saved yet: the server cannot be reached. Tried again soon',
    );
    expect(state().latest['a']).toEqual(to('1'));
    await screen.quiet(PAUSES.again + 50);
    expect(await saved(1)).toEqual({ content: to('1').content, revision: 0, draft: null });
    expect(state().state).toBe('saved');
  });

  it('are sent once their user has signed in again', async () => {
    await edit(untouched, to('1'));
    await screen.answer('PUT', URL, problemBody(401, 'Sign in first.'), 401);
    screen.store.dispatch(objectEditsActions.opened({ scope: 'basics' }));
    screen.store.dispatch(objectEditsActions.seen({ revisions: { a: 0 } }));
    await screen.settle();
    expect(await saved(1)).toEqual({ content: to('1').content, revision: 0, draft: null });
    expect(state().refused).toEqual({});
  });

  it('are not sent again where something else was made of it meanwhile', async () => {
    await edit(untouched, to('1'));
    await screen.answer('PUT', URL, null, 0);
    await edit(to('1'), to('2'));
    await saved(1);
    await screen.quiet(PAUSES.again + 50);
    screen.server.expectNone(URL);
  });

  it('are forgotten on another screen', async () => {
    await edit(untouched, to('1'));
    await saved(1);
    screen.store.dispatch(objectEditsActions.opened({ scope: 'basics' }));
    expect(state().past.length).toBe(1);
    screen.store.dispatch(objectEditsActions.opened({ scope: 'an item' }));
    expect(state().past.length).toBe(0);
  });

  it('go on to the server after their screen was left, each from the revision before', async () => {
    await edit(untouched, to('1'));
    await edit(to('1'), to('2'));
    screen.store.dispatch(objectEditsActions.opened({ scope: 'an item' }));
    expect(await saved(1)).toEqual({ content: to('1').content, revision: 0, draft: null });
    expect(await saved(2)).toEqual({ content: to('2').content, revision: 1, draft: null });
    screen.store.dispatch(objectEditsActions.opened({ scope: 'basics' }));
    expect(state().latest).toEqual({});
  });

  it('are the outbox’s where they are refused after that, and this screen’s when it is back', async () => {
    await edit(untouched, to('101'));
    screen.store.dispatch(objectEditsActions.opened({ scope: 'an item' }));
    await screen.answer('PUT', URL, problemBody(422, 'That is too dear.'), 422);
    const waiting = screen.store.selectSignal(outboxFeature.selectUnsent);
    expect(waiting().map(({ id, name }) => [id, name])).toEqual([
      ['sharedPrice a', 'Shared price Tools'],
    ]);
    expect(state().refused).toEqual({});
    screen.store.dispatch(objectEditsActions.opened({ scope: 'basics' }));
    screen.store.dispatch(objectEditsActions.seen({ revisions: { a: 4 } }));
    await screen.settle();
    expect(waiting()).toEqual([]);
    // it was made from what was there then: somebody else's edit since is told as a conflict
    const held = { draft: 'd', draftName: 'Draft', content: to('9').content, revision: 4 };
    const body = problemBody(409, 'Somebody else has edited this.', { current: held });
    expect(await screen.answer('PUT', URL, body, 409)).toEqual({
      content: to('101').content,
      revision: 0,
      draft: null,
    });
    expect(state().latest['a']).toEqual(to('101'));
    expect(state().refused['a']?.problem.status).toBe(409);
  });

  it('are kept on this device until the server has them', async () => {
    await edit(untouched, to('1'));
    expect(Object.keys(localStorage).length).toBe(1);
    await saved(1);
    expect(Object.keys(localStorage)).toEqual([]);
  });
});
