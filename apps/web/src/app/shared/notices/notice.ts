import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ProblemDetails } from '@honest-ledger/contracts';

/** What went wrong, in words, with a way to try again. */
@Component({
  selector: 'hl-notice',
  imports: [MatButton],
  template: `
    <div class="notice" role="alert">
      <span>{{ problem().detail }}</span>
      @if (again()) {
        <button type="button" matButton (click)="retried.emit()">Try again</button>
      }
    </div>
  `,
  styles: `
    .notice {
      display: flex;
      gap: 12px;
      align-items: center;
      margin: 12px 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Notice {
  readonly problem = input.required<ProblemDetails>();
  readonly again = input(true);
  readonly retried = output();
}
