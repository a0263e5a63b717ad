import { ChangeDetectionStrategy, Component, inject, Injectable } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialog,
  MatDialogConfig,
  MatDialogModule,
} from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

/** What is asked before something is done that takes something away. */
export interface Asked {
  readonly title: string;
  /** What is done then, and how it can be taken back. */
  readonly detail: string;
  /** What the button that does it is called. */
  readonly yes: string;
}

@Component({
  selector: 'hl-question',
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ asked.title }}</h2>
    <mat-dialog-content>{{ asked.detail }}</mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" matButton [mat-dialog-close]="false">Cancel</button>
      <button type="button" matButton="filled" [mat-dialog-close]="true">{{ asked.yes }}</button>
    </mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuestionDialog {
  protected readonly asked = inject<Asked>(MAT_DIALOG_DATA);
}

/** Asks before something is done; the first button, and Escape, do nothing. */
@Injectable({ providedIn: 'root' })
export class Question {
  private readonly dialog = inject(MatDialog);

  async ask(data: Asked): Promise<boolean> {
    const config = Object.assign(new MatDialogConfig<Asked>(), { data, maxWidth: '480px' });
    const open = this.dialog.open<QuestionDialog, Asked, boolean>(QuestionDialog, config);
    return (await firstValueFrom(open.afterClosed())) ?? false;
  }
}
