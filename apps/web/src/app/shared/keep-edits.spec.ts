import type { ProblemDetails } from '@honest-ledger/contracts';
import type { Action } from '@ngrx/store';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { beginEditing, edit, type Editing } from './editing';
import { keepEdits } from './keep-edits';

const done: Action = { type: 'kept' };
const wrong: ProblemDetails = { type: 'about:blank', title: '', status: 422, detail: 'wrong' };

describe('keeping edits', () => {
  let edited$: Subject<void>;
  let hurried$: Subject<void>;
  let unreachable$: Subject<void>;
  let editing: Editing<string>;
  let sent: [string, number][];
  let actions: Action[];
  let answer: () => Observable<Action>;

  beforeEach(() => {
    jasmine
      .clock()
      .install()
      .mockDate(new Date(2026, 10, 24));
    [edited$, hurried$, unreachable$] = [new Subject(), new Subject(), new Subject()];
    editing = edit(beginEditing('one', 1), 'two');
    [sent, actions] = [[], []];
    answer = () => of(done);
    keepEdits<string, number>({
      edited$,
      hurried$,
      unreachable$,
      editing: () => ({ key: 7, editing }),
      check: (content) => (content === 'wrong' ? wrong : null),
      send: (key, content, revision) => {
        sent.push([`${String(key)} ${content}`, revision]);
        return answer();
      },
      keeping: () => ({ type: 'keeping' }),
      notKept: (_key, problem) => ({ type: `not kept: ${problem.detail}` }),
    }).subscribe((action) => actions.push(action));
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  const types = (): string[] => actions.map(({ type }) => type);

  it('sends the latest content once, after a pause', () => {
    edited$.next();
    jasmine.clock().tick(100);
    edited$.next();
    jasmine.clock().tick(349);
    expect(sent).toEqual([]);
    jasmine.clock().tick(1);
    expect(sent).toEqual([['7 two', 1]]);
    expect(types()).toEqual(['keeping', 'kept']);
  });

  it('sends at once when the screen is left, and nothing where nothing changed', () => {
    hurried$.next();
    expect(sent.length).toBe(1);
    editing = beginEditing('kept already', 2);
    hurried$.next();
    expect(sent.length).toBe(1);
  });

  it('does not send what is wrong', () => {
    editing = edit(editing, 'wrong');
    hurried$.next();
    expect(sent).toEqual([]);
    expect(types()).toEqual(['not kept: wrong']);
  });

  it('tells a refusal and goes on with the next edit', () => {
    answer = () => throwError(() => new Error('refused'));
    hurried$.next();
    answer = () => of(done);
    hurried$.next();
    expect(types()).toEqual(['keeping', 'not kept: refused', 'keeping', 'kept']);
  });

  it('tries again a while after the server could not be reached', () => {
    unreachable$.next();
    jasmine.clock().tick(2999);
    expect(sent).toEqual([]);
    jasmine.clock().tick(1);
    expect(sent.length).toBe(1);
  });
});
