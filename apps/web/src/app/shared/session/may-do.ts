import { computed, inject, type Signal } from '@angular/core';
import { may, type Permission } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { sessionFeature } from './session.feature';

/**
 * Whether the signed-in user's role allows something, for a component's injection context. The
 * server asks again; this only keeps screens from offering what it would refuse.
 */
export function hasPermission(permission: Permission): Signal<boolean> {
  const user = inject(Store).selectSignal(sessionFeature.selectUser);
  return computed(() => {
    const role = user()?.role;
    return role !== undefined && may(role, permission);
  });
}
