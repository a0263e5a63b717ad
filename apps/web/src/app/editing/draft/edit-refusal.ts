import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { AnyObjectChange } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { namesOfThings } from '../../shared/reference/names';
import { unbroken, writer } from '../../shared/numbers/numbers';
import {
  conflictIn,
  NOT_COMPLETE,
  objectEditsActions,
  objectEditsFeature,
} from './object-edits.feature';
import { objectSentence } from './object-words';

/** Why the last edit of an object was refused; where somebody else was first, both and the choice. */
@Component({
  selector: 'hl-edit-refusal',
  imports: [MatButton],
  template: `
    @if (told(); as refused) {
      <p class="wrong" role="alert">
        {{ refused.problem.detail }}
        @if (conflict()) {
          Theirs: {{ serverVersion() }}
          <button type="button" matButton (click)="take()">Use theirs</button>
          <button type="button" matButton (click)="rebase()">Keep mine</button>
        }
      </p>
    }
  `,
  styles: `
    p {
      margin: 4px 0;
    }
    button {
      margin-left: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EditRefusal {
  /** The object's key. */
  readonly key = input.required<string>();

  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  private readonly all = this.store.selectSignal(objectEditsFeature.selectRefused);
  protected readonly refused = computed(() => this.all()[this.key()]);
  /** What is not complete is told where the object is read back. */
  protected readonly told = computed(() => {
    const refused = this.refused();
    return refused?.problem.type === NOT_COMPLETE ? undefined : refused;
  });
  protected readonly conflict = computed(() => conflictIn(this.refused()));
  protected readonly serverVersion = computed(() => {
    const conflict = this.conflict();
    if (!conflict?.serverVersion.edited) return 'Published, unchanged.';
    const { edit, serverVersion } = conflict;
    if (serverVersion.content === null) return 'Deleted.';
    // the server has checked it as an object of its kind
    const change = {
      ...edit.object,
      name: '',
      before: null,
      after: serverVersion.content,
    } as AnyObjectChange;
    return unbroken(objectSentence(change, 'after', this.names(), writer) ?? '');
  });

  protected take(): void {
    const edit = this.conflict()?.edit;
    if (edit) this.store.dispatch(objectEditsActions.serverVersionTaken({ edit }));
  }

  protected rebase(): void {
    this.store.dispatch(objectEditsActions.rebased({ key: this.key() }));
  }
}
