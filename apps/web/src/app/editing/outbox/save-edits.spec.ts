import type { ProblemDetails } from '@honest-ledger/contracts';
import type { Action } from '@ngrx/store';
import { map, NEVER, of, Subject, throwError, type Observable } from 'rxjs';
import { beginEditing, edit, saving, type Editing } from '../editing';
import { outboxActions } from './outbox.feature';
import type { OutboxStorage } from './outbox-storage';
import type { Parcel } from './parcel';
import { saveEdits, type Saving } from './save-edits';

const done: Action = { type: 'saved' };
const wrong: ProblemDetails = { type: 'about:blank', title: '', status: 422, detail: 'wrong' };

const idOf = (key: number): string => `document ${String(key)}`;
const parcelOf = (key: number, content: string, revision: number): Parcel => ({
  id: idOf(key),
  name: '',
  address: '',
  request: { way: 'object', url: '' },
  content,
  revision,
});

describe('saving edits', () => {
  let edited$: Subject<void>;
  let hurried$: Subject<void>;
  let unreachable$: Subject<void>;
  let left$: Subject<void>;
  let given$: Subject<void>;
  let key: number;
  let saved: Parcel[];
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
    [left$, given$] = [new Subject(), new Subject()];
    editing = edit(beginEditing('one', 1), 'two');
    [sent, actions, saved] = [[], [], []];
    key = 7;
    // what is kept on the device is looked at, and nothing else is asked of it
    const storage = { put: (parcel: Parcel) => saved.push(parcel) } as Partial<OutboxStorage>;
    answer = () => of(done);
    const keeps: Saving<string, number> = {
      edited$,
      hurried$,
      unreachable$,
      left$,
      given$,
      editing: () => ({ key, editing }),
      check: (content) => (content === 'wrong' ? wrong : null),
      send: (of, content, revision) => {
        sent.push([`${String(of)} ${content}`, revision]);
        return answer().pipe(map((saved) => ({ saved, revision: revision + 1 })));
      },
      saving: () => ({ type: 'saving' }),
      notSaved: (_key, problem) => ({ type: `not kept: ${problem.detail}` }),
      handedOver: () => ({ type: 'handed over' }),
      parcel: parcelOf,
    };
    saveEdits(keeps, idOf, storage as OutboxStorage).subscribe((action) => actions.push(action));
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  /** Without what the outbox is told besides. */
  const types = (): string[] =>
    actions.map(({ type }) => type).filter((type) => !type.startsWith('[Outbox]'));
  const posted = () => actions.filter(({ type }) => type === outboxActions.posted.type);

  it('sends the latest content once, after a pause', () => {
    edited$.next();
    jasmine.clock().tick(100);
    edited$.next();
    jasmine.clock().tick(349);
    expect(sent).toEqual([]);
    jasmine.clock().tick(1);
    expect(sent).toEqual([['7 two', 1]]);
    expect(types()).toEqual(['saving', 'saved']);
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
    expect(types()).toEqual(['saving', 'not kept: refused', 'saving', 'saved']);
  });

  it('tries again a while after the server could not be reached', () => {
    unreachable$.next();
    jasmine.clock().tick(2999);
    expect(sent).toEqual([]);
    jasmine.clock().tick(1);
    expect(sent.length).toBe(1);
  });

  it('are kept on the device as they are made, and what was given up is not', () => {
    edited$.next();
    expect(saved).toEqual([parcelOf(7, 'two', 1)]);
    given$.next();
    expect(actions).toEqual([outboxActions.thrownAway({ id: 'document 7' })]);
  });

  it('go to the outbox when their screen is left, and not where the server has them', () => {
    left$.next();
    const parcel = parcelOf(7, 'two', 1);
    expect(posted()).toEqual([outboxActions.posted({ parcel, onItsWay: false, problem: null })]);
    expect(types()).toEqual(['handed over']);
    editing = beginEditing('kept already', 2);
    left$.next();
    expect(posted().length).toBe(1);
  });

  it('say that a request with them is under way, also where they were edited since', () => {
    answer = () => NEVER;
    hurried$.next();
    editing = edit(saving(editing), 'three');
    left$.next();
    const parcel = parcelOf(7, 'three', 1);
    expect(posted()).toEqual([outboxActions.posted({ parcel, onItsWay: true, problem: null })]);
  });

  it('do not wait for those of another object', () => {
    answer = () => NEVER;
    hurried$.next();
    hurried$.next();
    expect(sent.length).toBe(1);
    key = 8;
    hurried$.next();
    expect(sent.map(([what]) => what)).toEqual(['7 two', '8 two']);
  });
});
