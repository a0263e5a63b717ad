import { inject } from '@angular/core';
import { itemCostsEditSchema, type ItemCosts, type ProblemDetails } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { map } from 'rxjs';
import { editedEffects } from '../../editing/edited/edited-effects';
import type { LeftEdit } from '../../editing/editing';
import type { PostedParcel } from '../../editing/outbox/outbox.feature';
import { foundHere, withoutPrefix } from '../../shared/requests/problems';
import { itemActions } from './item.feature';
import { ItemCostsApi, addressOfCosts } from './item-costs.api';
import { itemCostsActions, itemCostsFeature } from './item-costs.feature';

export const itemCostsEffects = {
  ...editedEffects(
    {
      actions: itemCostsActions,
      select: itemCostsFeature.selectCosts,
      key: ({ view }) => view.item,
      id: parcelId,
      told,
      left,
    },
    (api = inject(ItemCostsApi), store = inject(Store)) => {
      const costs = store.selectSignal(itemCostsFeature.selectCosts);
      const seen = (): ItemCosts => costs().value?.view.costs ?? { costs: [], suppliers: [] };
      return {
        load: ({ key }) =>
          api.of(key).pipe(map((found) => itemCostsActions.came({ costs: found }))),
        // the same check that guards the server
        check: (content) => {
          const wrong = foundHere(itemCostsEditSchema, { seen: seen(), content });
          return wrong && told(wrong);
        },
        send: (item, content) =>
          api
            .save(item, { seen: seen(), content })
            .pipe(map((answer) => ({ answer, revision: 0, seen: answer.costs }))),
        parcel: (item, content, revision) => ({
          id: parcelId(item),
          name: `Costs of ${item}`,
          address: `/catalogue/${encodeURIComponent(item)}`,
          request: { way: 'costs', url: addressOfCosts(item), seen: seen() },
          content,
          revision,
        }),
      };
    },
  ),

  /** Prices made from costs are other ones now. */
  pricesAgain: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(itemCostsActions.saved),
        map(({ key: item }) => itemActions.opened({ item })),
      ),
    { functional: true },
  ),
};

function parcelId(item: string): string {
  return `costs ${item}`;
}

/** The server names fields from within what was sent. */
function told(problem: ProblemDetails): ProblemDetails {
  return withoutPrefix(problem, 'content.');
}

function left({ content, revision, problem, request }: PostedParcel): LeftEdit<ItemCosts> {
  // a parcel of this id is made above alone
  const costs = content as ItemCosts;
  const seen = request.way === 'costs' ? request.seen : costs;
  return { content: costs, revision, problem, seen };
}
