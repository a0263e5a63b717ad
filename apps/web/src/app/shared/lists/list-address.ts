import { DestroyRef, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, type Params } from '@angular/router';
import { type ListName } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import isEqual from 'fast-deep-equal';
import { UNORDERED } from '../grid/row-order';
import { whenChanged } from '../requests/when-changed';
import { listsActions, listsFeature, type ListAsked, type ListFilter } from './lists.feature';

/**
 * Keeps what is asked of a list in the address, so that a reload, the way back and a link that is sent
 * give the same. A screen that is opened without it goes on with what was asked last. To be called
 * where a component is made.
 *
 * @param names the parts of the address that are the list's; others are left alone
 */
export function keepInAddress(nameOf: () => ListName, names: () => readonly string[]): void {
  const [router, route, store] = [inject(Router), inject(ActivatedRoute), inject(Store)];
  const destroyed = inject(DestroyRef);
  const lists = store.selectSignal(listsFeature.selectListsState);
  const asked = (): ListAsked => {
    const { filter, order } = lists()[nameOf()];
    return { filter, order };
  };
  let alive = true;
  destroyed.onDestroy(() => {
    alive = false;
  });
  const params = toSignal(route.queryParams, { initialValue: route.snapshot.queryParams });
  whenChanged(
    () => [params(), nameOf()] as const,
    ([address, list]) => {
      const said = askedBy(address, names());
      if (isEmpty(said) || isEqual(said, asked())) return;
      store.dispatch(listsActions.asked({ list, asked: said }));
    },
  );
  whenChanged(asked, (now) => {
    if (isEqual(askedBy(route.snapshot.queryParams, names()), now)) return;
    void Promise.resolve().then(() => {
      if (!alive) return;
      return router.navigate([], {
        relativeTo: route,
        queryParams: addressOf(now, names()),
        queryParamsHandling: 'merge',
        replaceUrl: true,
      });
    });
  });
}

/** What an address asks of a list. */
function askedBy(params: Params, names: readonly string[]): ListAsked {
  const filter: ListFilter = Object.fromEntries(
    names.flatMap((name) => {
      const said: unknown = params[name];
      if (said === undefined) return [];
      const values = [said].flat().filter((one): one is string => typeof one === 'string');
      return values.length === 0 ? [] : [[name, values] as const];
    }),
  );
  const sort: unknown = params['sort'];
  if (typeof sort !== 'string') return { filter, order: UNORDERED };
  return { filter, order: { sort, descending: params['descending'] === 'true' } };
}

/** The parts of the address that say it; null takes one out. */
function addressOf({ filter, order }: ListAsked, names: readonly string[]): Params {
  return {
    ...Object.fromEntries(names.map((name) => [name, filter[name] ?? null])),
    sort: order.sort,
    descending: order.descending ? 'true' : null,
  };
}

const isEmpty = ({ filter, order }: ListAsked): boolean =>
  Object.keys(filter).length === 0 && order.sort === null;
