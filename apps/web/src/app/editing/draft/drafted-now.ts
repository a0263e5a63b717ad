import { computed, inject, type Signal } from '@angular/core';
import type { ObjectDraft } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { objectEditsFeature, type Drafted } from './object-edits.feature';

/** What a draft says of an object: as it was edited last here, else as the server has it. */
export function draftedNow(): Signal<(key: string, draft: ObjectDraft<object> | null) => Drafted> {
  const latest = inject(Store).selectSignal(objectEditsFeature.selectLatest);
  return computed(() => {
    const edits = latest();
    return (key, draft) =>
      edits[key] ?? (draft ? { edited: true, content: draft.content } : { edited: false });
  });
}
