import { DOCUMENT, inject } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { objectEditsFeature } from './object-edits.feature';

/**
 * Asks before a screen is left with an edit of its grid that is not kept. One that only waits for its
 * user to sign in again is sent when they have.
 */
export const leaveEdits: CanDeactivateFn<unknown> = () => {
  const refused = inject(Store).selectSignal(objectEditsFeature.selectRefused)();
  const [lost] = Object.values(refused).filter(({ problem }) => problem.status !== 401);
  if (!lost) return true;
  const question = `An edit is not kept. ${lost.problem.detail} Leave, and lose that edit?`;
  return inject(DOCUMENT).defaultView?.confirm(question) ?? true;
};
