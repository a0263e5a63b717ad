import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { SavedState } from '../saved-state';
import { objectEditsActions, objectEditsFeature } from './object-edits.feature';

/** Says whether the edits of a grid are saved, and takes them back one by one. */
@Component({
  selector: 'hl-edit-steps',
  imports: [SavedState],
  template: ` <hl-saved-state [editing]="steps()" (undone)="undo()" (redone)="redo()" /> `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EditSteps {
  private readonly store = inject(Store);
  private readonly edits = this.store.selectSignal(objectEditsFeature.selectObjectEditsState);
  protected readonly steps = computed(() => {
    const { past, future, state } = this.edits();
    return { past, future, state };
  });

  protected undo(): void {
    this.store.dispatch(objectEditsActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(objectEditsActions.redone());
  }
}
