import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Connection } from './connection';

/** Stands where a screen cannot be loaded, and keeps trying. */
@Component({
  selector: 'hl-offline',
  imports: [MatButton, MatProgressBar],
  template: `
    <section role="alert">
      <h1 tabindex="-1">The server cannot be reached</h1>
      <p>The screen opens as soon as it can be. Edits that are not saved yet are not lost.</p>
      <mat-progress-bar mode="query" aria-label="Trying again" />
      <button matButton="outlined" type="button" (click)="connection.tryNow()">Try now</button>
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 16px;
      justify-items: start;
      max-width: 480px;
      padding: 40px 24px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Offline {
  protected readonly connection = inject(Connection);
}
