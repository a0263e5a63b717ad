import { inject } from '@angular/core';
import { itemCostsEditSchema, type ItemCosts, type ProblemDetails } from '@honest-ledger/contracts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { filter, map, switchMap } from 'rxjs';
import { itemActions } from './item.feature';
import { Outbox } from '../../editing/outbox/outbox';
import { OutboxStorage } from '../../editing/outbox/outbox-storage';
import type { PostedParcel } from '../../editing/outbox/outbox.feature';
import { saveEdits, type Saving } from '../../editing/outbox/save-edits';
import { foundHere, isUnreachable, withoutPrefix } from '../../shared/requests/problems';
import { ItemCostsApi, addressOfCosts } from './item-costs.api';
import { itemCostsActions, itemCostsFeature } from './item-costs.feature';

export const itemCostsEffects = {
  read: createEffect(
    (actions$ = inject(Actions), api = inject(ItemCostsApi), outbox = inject(Outbox)) =>
      actions$.pipe(
        ofType(itemCostsActions.opened),
        switchMap(({ item }) =>
          outbox.open(
            parcelId(item),
            api.of(item).pipe(map((costs) => itemCostsActions.came({ costs }))),
            {
              failed: (problem) => itemCostsActions.failed({ problem }),
              takenUp,
            },
          ),
        ),
      ),
    { functional: true },
  ),

  save: createEffect(
    (
      actions$ = inject(Actions),
      api = inject(ItemCostsApi),
      store = inject(Store),
      storage = inject(OutboxStorage),
    ) => {
      const costs = store.selectSignal(itemCostsFeature.selectCosts);
      const seen = (): ItemCosts => costs().value?.view.costs ?? { costs: [], suppliers: [] };
      const saving: Saving<ItemCosts, string> = {
        edited$: actions$.pipe(
          ofType(
            itemCostsActions.edited,
            itemCostsActions.undone,
            itemCostsActions.redone,
            itemCostsActions.rebased,
            itemCostsActions.takenUp,
          ),
        ),
        hurried$: actions$.pipe(ofType(itemCostsActions.opened)),
        left$: actions$.pipe(ofType(itemCostsActions.left)),
        given$: actions$.pipe(ofType(itemCostsActions.serverVersionTaken)),
        unreachable$: actions$.pipe(
          ofType(itemCostsActions.notSaved),
          filter(({ problem }) => isUnreachable(problem)),
        ),
        editing: () => {
          const open = costs().value;
          return open && { key: open.view.item, editing: open.editing };
        },
        check: (content) => problemIn(content, seen()),
        send: (item, content) =>
          api.save(item, { seen: seen(), content }).pipe(
            map((saved) => ({
              saved: itemCostsActions.saved({ content, costs: saved }),
              revision: 0,
              seen: saved.costs,
            })),
          ),
        saving: (item) => itemCostsActions.saving({ item }),
        notSaved: (item, problem) =>
          itemCostsActions.notSaved({ item, problem: withoutPrefix(problem, 'content.') }),
        handedOver: () => itemCostsActions.handedOver(),
        parcel: (item, content, revision) => ({
          id: parcelId(item),
          name: `Costs of ${item}`,
          address: `/catalogue/${encodeURIComponent(item)}`,
          request: { way: 'costs', url: addressOfCosts(item), seen: seen() },
          content,
          revision,
        }),
      };
      return saveEdits(saving, parcelId, storage);
    },
    { functional: true },
  ),

  /** Prices made from costs are other ones now. */
  pricesAgain: createEffect(
    (actions$ = inject(Actions)) =>
      actions$.pipe(
        ofType(itemCostsActions.saved),
        map(({ costs: { item } }) => itemActions.opened({ item })),
      ),
    { functional: true },
  ),
};

const parcelId = (item: string): string => `costs ${item}`;

function takenUp({ content, revision, problem, request }: PostedParcel) {
  // a parcel of this id is made above alone
  const costs = content as ItemCosts;
  const seen = request.way === 'costs' ? request.seen : costs;
  return itemCostsActions.takenUp({ parcel: { content: costs, revision, problem }, seen });
}

/** The same check that guards the server. */
function problemIn(content: ItemCosts, seen: ItemCosts): ProblemDetails | null {
  const wrong = foundHere(itemCostsEditSchema, { seen, content });
  return wrong && withoutPrefix(wrong, 'content.');
}
