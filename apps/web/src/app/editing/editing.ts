import type { ProblemDetails } from '@honest-ledger/contracts';
import { isUnreachable } from '../shared/requests/problems';

/**
 * Something that is saved on the server as it is edited. Whatever the server says, `content` stays
 * what the user made it.
 */
export interface Editing<T> {
  readonly content: T;
  readonly past: readonly T[];
  readonly future: readonly T[];
  /** The revision on the server that `content` was made from. */
  readonly revision: number;
  /**
   * saved: the server has it. changed: it will be sent. saving: it is on its way. unreachable: it is
   * sent again until the server answers. refused: it is wrong, `problem` says where. conflict:
   * somebody else was first, and the user decides.
   */
  readonly state: 'saved' | 'changed' | 'saving' | 'unreachable' | 'refused' | 'conflict';
  readonly problem: ProblemDetails | null;
}

/** An edit without the screen that it was made on. */
export interface LeftEdit<T> extends Pick<Editing<T>, 'content' | 'revision' | 'problem'> {
  /** What it was made from, where that has no revision. */
  readonly seen?: T;
}

const STEPS_REMEMBERED = 200;

export function beginEditing<T>(content: T, revision: number): Editing<T> {
  return { content, past: [], future: [], revision, state: 'saved', problem: null };
}

export function edit<T>(editing: Editing<T>, content: T): Editing<T> {
  const past = [...editing.past, editing.content].slice(-STEPS_REMEMBERED);
  return changed({ ...editing, content, past, future: [] });
}

export function undo<T>(editing: Editing<T>): Editing<T> {
  const content = editing.past.at(-1);
  if (content === undefined) return editing;
  const future = [editing.content, ...editing.future];
  return changed({ ...editing, content, past: editing.past.slice(0, -1), future });
}

export function redo<T>(editing: Editing<T>): Editing<T> {
  const [content, ...future] = editing.future;
  if (content === undefined) return editing;
  return changed({ ...editing, content, past: [...editing.past, editing.content], future });
}

export function saving<T>(editing: Editing<T>): Editing<T> {
  return { ...editing, state: 'saving' };
}

/** The server has `sent`, as `revision`. What was edited since is still to be sent. */
export function saved<T>(editing: Editing<T>, sent: T, revision: number): Editing<T> {
  const state = editing.content === sent ? 'saved' : 'changed';
  return { ...editing, revision, state, problem: null };
}

export function notSaved<T>(editing: Editing<T>, problem: ProblemDetails): Editing<T> {
  const state = isUnreachable(problem)
    ? 'unreachable'
    : problem.status === 409
      ? 'conflict'
      : 'refused';
  return { ...editing, state, problem };
}

/** The user's content stands, made anew from the revision that somebody else left. */
export function rebase<T>(editing: Editing<T>, revision: number): Editing<T> {
  return { ...editing, revision, state: 'changed', problem: null };
}

/**
 * An edit that was made from a revision that may not be the last lies over what the server has.
 * @param problem why it was not saved when it was last sent; null where it was not sent
 */
export function takeUp<T>(
  editing: Editing<T>,
  { content, revision, problem }: LeftEdit<T>,
): Editing<T> {
  const over = { ...edit(editing, content), revision };
  const decided = problem !== null && problem.status !== 401 && !isUnreachable(problem);
  return decided ? notSaved(over, problem) : over;
}

/** True where leaving the screen, or a session that ended, left an edit unkept. */
export function isUnsaved<T>({ state }: Editing<T>): boolean {
  return state !== 'saved' && state !== 'conflict';
}

/** An edit does not end a conflict: that takes a decision. */
function changed<T>(editing: Editing<T>): Editing<T> {
  return editing.state === 'conflict' ? editing : { ...editing, state: 'changed', problem: null };
}
