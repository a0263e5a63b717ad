import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatError, MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { marginTargetSchema, STRICT } from '@honest-ledger/contracts';
import { readTyped } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { TodayApi } from './today.api';

/** Asks for the margin that posted sales are measured against; empty for none. */
@Component({
  selector: 'hl-margin-target',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatError,
    MatFormField,
    MatInput,
    MatLabel,
    MatSuffix,
    ReactiveFormsModule,
  ],
  template: `
    <h2 mat-dialog-title>Target margin</h2>
    <form (submit)="save($event)">
      <mat-dialog-content>
        <p>Posted sales are measured against it by week. Applies as soon as saved.</p>
        <mat-form-field>
          <mat-label>Margin of the amount sold</mat-label>
          <input matInput [formControl]="percent" inputmode="decimal" placeholder="No target" />
          <span matTextSuffix>%</span>
          <mat-error>{{ percent.getError('wrong') }}</mat-error>
        </mat-form-field>
        @if (problem(); as problem) {
          <p class="wrong" role="alert">{{ problem }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" matButton mat-dialog-close>Cancel</button>
        <button type="submit" matButton="filled">Save target</button>
      </mat-dialog-actions>
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarginTarget {
  private readonly api = inject(TodayApi);
  private readonly dialog = inject<MatDialogRef<MarginTarget, boolean>>(MatDialogRef);
  protected readonly percent = new FormControl(inject<string | null>(MAT_DIALOG_DATA) ?? '', {
    nonNullable: true,
    validators: ({ value }) => {
      const problem = wrong(value as string);
      return problem === null ? null : { wrong: problem };
    },
  });
  protected readonly problem = signal<string | null>(null);

  protected save(event: Event): void {
    event.preventDefault();
    this.percent.markAsTouched();
    if (this.percent.invalid) return;
    this.api.setMarginTarget({ percent: percentOf(this.percent.value) }).subscribe({
      next: () => {
        this.dialog.close(true);
      },
      error: (error: unknown) => {
        this.problem.set(problemOf(error).detail);
      },
    });
  }
}

/** What was typed as the server takes it; null where nothing was. */
function percentOf(typed: string): string | null {
  if (typed.trim() === '') return null;
  const read = readTyped(typed);
  return read.kind === 'number' ? read.value : typed;
}

function wrong(typed: string): string | null {
  const percent = percentOf(typed);
  if (percent === null) return null;
  const { error } = marginTargetSchema.validate({ percent }, STRICT);
  return error ? `“${typed}” is not a margin. Enter 0 to 99.99, for example 41.` : null;
}
