import { DestroyRef, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, type Params } from '@angular/router';
import { type ListName } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import isEqual from 'fast-deep-equal';
import { skip } from 'rxjs';
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
  const take = (address: Params): void => {
    const said = askedBy(address, names());
    if (!isEqual(said, asked()))
      store.dispatch(listsActions.asked({ list: nameOf(), asked: said }));
  };
  whenChanged(nameOf, () => {
    const address = route.snapshot.queryParams;
    if (!isEmpty(askedBy(address, names()))) take(address);
  });
  route.queryParams.pipe(skip(1), takeUntilDestroyed(destroyed)).subscribe((address) => {
    // what was written here is what is asked already, or was: something newer may be on its way
    if (router.currentNavigation()?.extras.info !== WRITTEN_HERE) take(address);
  });
  let alive = true;
  destroyed.onDestroy(() => {
    alive = false;
  });
  whenChanged(asked, (now) => {
    void Promise.resolve().then(() => {
      const going = router.currentNavigation();
      const isLeaving = going !== null && going.extras.info !== WRITTEN_HERE;
      if (!alive || isLeaving || isEqual(askedBy(route.snapshot.queryParams, names()), now)) return;
      return router.navigate([], {
        relativeTo: route,
        queryParams: addressOf(now, names()),
        queryParamsHandling: 'merge',
        replaceUrl: true,
        info: WRITTEN_HERE,
      });
    });
  });
}

/** Marks a change of the address that follows the list, which the list does not follow back. */
const WRITTEN_HERE = 'written by the list';

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
