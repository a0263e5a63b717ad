import { inject, Injectable } from '@angular/core';
import type { MassChangeView, ProblemDetails } from '@honest-ledger/contracts';
import { firstValueFrom } from 'rxjs';
import { problemOf } from '../../shared/requests/problems';
import { Question } from '../../shared/dialogs/question';
import { MassChangesApi } from './mass-changes.api';

/** How an undo ended: done, thought better of, or why not. */
export type UndoEnd = 'undone' | 'left' | ProblemDetails;

/** Undoes a change of many, once somebody has seen what that does. */
@Injectable({ providedIn: 'root' })
export class UndoMass {
  private readonly api = inject(MassChangesApi);
  private readonly question = inject(Question);

  /** @param title what is asked, such as "Undo the import?" */
  async ask(id: string, title: string): Promise<UndoEnd> {
    try {
      const view = await firstValueFrom(this.api.one(id));
      const asked = { title, detail: undoSentences(view), yes: 'Undo' };
      if (!(await this.question.ask(asked))) return 'left';
      await firstValueFrom(this.api.undo(id, { back: view.back, stays: view.stays }));
      return 'undone';
    } catch (error) {
      return problemOf(error);
    }
  }
}

/** How many of the things that stay are named. */
const NAMED = 5;

/** What undoing a change of many would do. */
export function undoSentences({ back, removed, stays, staying, kind }: MassChangeView): string {
  const things = (count: number): string =>
    kind === 'levels'
      ? `${String(count)} ${count === 1 ? 'customer' : 'customers'}`
      : `${String(count)} ${count === 1 ? 'entry' : 'entries'}`;
  const before = back - removed;
  const named = staying.slice(0, NAMED).map(({ key, why }) => `${key} (${why})`);
  const more = stays > named.length ? ` and ${String(stays - named.length)} more` : '';
  return [
    ...(before > 0
      ? [`${things(before)} ${before === 1 ? 'goes' : 'go'} back to what was there before.`]
      : []),
    ...(removed > 0 ? [`${things(removed)} ${removed === 1 ? 'is' : 'are'} deleted.`] : []),
    ...(back === 0 ? ['Nothing can be undone.'] : []),
    ...(stays > 0
      ? [`${things(stays)} ${stays === 1 ? 'stays' : 'stay'}: ${named.join(', ')}${more}.`]
      : []),
  ].join(' ');
}
