import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogTitle,
} from '@angular/material/dialog';
import { Router } from '@angular/router';
import { screenAt } from './navigation';
import { keysAt } from './screen-keys';

/** What the screen that is open is for, and its keys. */
@Component({
  selector: 'hl-key-help',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>{{ screen?.name ?? 'This screen' }}</h2>
    <mat-dialog-content>
      <p>{{ screen?.purpose }}</p>
      <h3>Keys</h3>
      <dl>
        @for (key of keys; track key.keys + key.does) {
          <dt>
            <kbd>{{ key.keys }}</kbd>
          </dt>
          <dd>{{ key.does }}</dd>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" matButton mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  styleUrl: './key-help.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyHelp {
  private readonly address = inject(Router).url;
  protected readonly screen = screenAt(this.address);
  protected readonly keys = keysAt(this.address);
}
