import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { writeClock } from '../shared/numbers/dates';
import type { Editing } from './editing';

/** Says whether what is edited has been saved, and lets the user undo and redo. */
@Component({
  selector: 'hl-saved-state',
  imports: [MatButton],
  template: `
    <span class="soft" role="status">{{ sentence() }}</span>
    <button
      type="button"
      matButton
      title="Ctrl+Z"
      [disabled]="editing().past.length === 0"
      (click)="undone.emit()"
    >
      Undo
    </button>
    <button
      type="button"
      matButton
      title="Ctrl+Shift+Z"
      [disabled]="editing().future.length === 0"
      (click)="redone.emit()"
    >
      Redo
    </button>
  `,
  styles: `
    :host {
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
  `,
  host: {
    '(document:keydown)': 'key($event)',
    '(document:input)': 'typing = $event.target',
    '(document:change)': 'typing = null',
    '(document:focusin)': 'typing = null',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SavedState {
  readonly editing = input.required<Pick<Editing<unknown>, 'past' | 'future' | 'state'>>();
  /** When it was last saved: an instant, or null where it never was. */
  readonly at = input<string | null>(null);
  readonly undone = output();
  readonly redone = output();

  protected readonly sentence = computed(() => {
    switch (this.editing().state) {
      case 'saved': {
        const at = this.at();
        return at === null ? '' : `Saved ${writeClock(at)}`;
      }
      case 'changed':
      case 'saving':
        return 'Saving…';
      case 'unreachable':
        return 'Not saved yet: the server cannot be reached. Tried again soon';
      case 'refused':
        return 'Not saved yet: see below';
      case 'conflict':
        return 'Not saved: somebody else changed this';
    }
  });

  /** The field in which something is being typed that is not yet an edit. */
  protected typing: EventTarget | null = null;

  /** In such a field Ctrl+Z belongs to the field. */
  protected key(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (event.target === this.typing) return;
    event.preventDefault();
    if (event.shiftKey) this.redone.emit();
    else this.undone.emit();
  }
}
