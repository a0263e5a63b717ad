import type { Action } from '@ngrx/store';
import { filter } from 'rxjs';

/** What makes actions of one type, whatever it makes them from. */
export type Maker<Made extends Action> = ((props: never) => Made) & { readonly type: string };

/** The actions that something makes. */
export function madeBy<Made extends Action>({ type }: Maker<Made>) {
  return filter((action: Action): action is Made => action.type === type);
}
