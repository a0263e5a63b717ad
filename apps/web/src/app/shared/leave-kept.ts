import { DOCUMENT, inject } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';
import type { Editing } from './editing';

/** A screen on which something is edited. */
export interface EditingScreen {
  /** What would be lost by leaving now, in a sentence; null where nothing would. */
  lossOnLeaving(): string | null;
}

/** Asks before a screen is left with an edit that cannot be kept as it is. */
export const leaveKept: CanDeactivateFn<EditingScreen> = (screen) => {
  const loss = screen.lossOnLeaving();
  return loss === null || (inject(DOCUMENT).defaultView?.confirm(loss) ?? true);
};

/**
 * An edit that was refused, or that somebody else was before, would be lost; any other is sent. One
 * that only waits for its user to sign in again is taken up when they have.
 */
export function lossOf<T>({ state, problem }: Editing<T>, what: string): string | null {
  if (state !== 'refused' && state !== 'conflict') return null;
  if (problem?.status === 401) return null;
  return `${what} has an edit that is not kept. ${problem?.detail ?? ''} Leave, and lose that edit?`;
}
