import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import type { ListName, ListView as SavedView, ListViewContent } from '@honest-ledger/contracts';
import { TextField } from '../fields/text-field';
import { problemOf } from '../requests/problems';
import { ListViewsApi } from './list-views.api';

/** What a view is saved of. */
export interface SaveViewAsked {
  readonly list: ListName;
  readonly content: Pick<ListViewContent, 'params' | 'columns'>;
}

/** Asks under which name a view of a list is saved, and for whom. */
@Component({
  selector: 'hl-save-view',
  imports: [
    MatButton,
    MatCheckbox,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    TextField,
  ],
  template: `
    <h2 mat-dialog-title>Save view</h2>
    <mat-dialog-content>
      <p class="soft">The filters, the order and the columns as they are now.</p>
      <hl-text-field
        label="Name"
        [value]="name()"
        [problem]="problem()"
        (changed)="name.set($event)"
      />
      <mat-checkbox [checked]="shared()" (change)="shared.set($event.checked)"
        >Share with everybody</mat-checkbox
      >
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" matButton mat-dialog-close>Cancel</button>
      <button type="button" matButton="filled" [disabled]="busy()" (click)="save()">Save</button>
    </mat-dialog-actions>
  `,
  styles: `
    mat-dialog-content {
      display: grid;
      gap: 10px;
    }
    hl-text-field {
      width: 320px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveView {
  private readonly asked = inject<SaveViewAsked>(MAT_DIALOG_DATA);
  private readonly api = inject(ListViewsApi);
  private readonly dialog = inject<MatDialogRef<SaveView, SavedView>>(MatDialogRef);
  protected readonly name = signal('');
  protected readonly shared = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected save(): void {
    if (this.name().trim() === '') {
      this.problem.set('Give the view a name.');
      return;
    }
    const { list, content } = this.asked;
    this.busy.set(true);
    this.api
      .create(list, { ...content, name: this.name().trim(), shared: this.shared() })
      .subscribe({
        next: (view) => {
          this.dialog.close(view);
        },
        error: (error: unknown) => {
          const { fields, detail } = problemOf(error);
          this.busy.set(false);
          this.problem.set(fields?.[0]?.sentence ?? detail);
        },
      });
  }
}
