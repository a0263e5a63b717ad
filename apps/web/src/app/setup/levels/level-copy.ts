import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import {
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import { check, decimalText, PERCENT_BOUNDS } from '@honest-ledger/contracts';
import { FigureField } from '../../shared/fields/figure-field';

const percentText = decimalText(PERCENT_BOUNDS);

/** How a price level is duplicated: one that follows it by so many percent, or one of its own. */
export interface LevelCopyAsked {
  /** Null for one of its own. */
  readonly percent: string | null;
}

/** Asks how a price level is duplicated. */
@Component({
  selector: 'hl-level-copy',
  imports: [
    FigureField,
    FormsModule,
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatRadioButton,
    MatRadioGroup,
  ],
  template: `
    <h2 mat-dialog-title>Duplicate price level</h2>
    <mat-dialog-content>
      <mat-radio-group
        aria-label="How the new level begins"
        [ngModel]="follows()"
        (ngModelChange)="follows.set($event)"
      >
        <mat-radio-button [value]="true">Follows this level</mat-radio-button>
        @if (follows()) {
          <hl-figure-field
            label="Percent on the prices of this level"
            unit="%"
            [value]="percent()"
            [problem]="problem()"
            (changed)="percent.set($event)"
          />
        }
        <mat-radio-button [value]="false">Same entries and prices, independent</mat-radio-button>
      </mat-radio-group>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" matButton mat-dialog-close>Cancel</button>
      <button type="button" matButton="filled" (click)="copy()">Duplicate</button>
    </mat-dialog-actions>
  `,
  styles: `
    mat-radio-group {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
    hl-figure-field {
      width: 280px;
      margin: 4px 0 8px 32px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelCopy {
  private readonly dialog = inject<MatDialogRef<LevelCopy, LevelCopyAsked>>(MatDialogRef);
  protected readonly follows = signal(true);
  protected readonly percent = signal('0');
  protected readonly problem = signal<string | null>(null);

  protected copy(): void {
    if (!this.follows()) {
      this.dialog.close({ percent: null });
      return;
    }
    const { ok } = check(percentText, this.percent());
    if (ok) this.dialog.close({ percent: this.percent() });
    else this.problem.set('Enter a percent from -100 to 10000, for example -5.');
  }
}
