import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { namesOfThings } from '../../shared/reference/names';
import { differences, withLevelNames } from './differences';

/** What two people made of one thing, field by field, and the choice between them. */
@Component({
  selector: 'hl-both-values',
  imports: [MatButton],
  template: `
    <div class="notice conflict" role="alert">
      <p>{{ detail() }} Where the two differ:</p>
      <table class="ledger" aria-label="Theirs and yours">
        <thead>
          <tr>
            <th>Field</th>
            <th>Theirs</th>
            <th>Yours</th>
          </tr>
        </thead>
        <tbody>
          @for (one of fields(); track one.path) {
            <tr>
              <td>{{ one.path }}</td>
              <td>{{ one.before ?? '–' }}</td>
              <td>{{ one.after ?? '–' }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="3" class="soft">Nowhere: both say the same.</td>
            </tr>
          }
        </tbody>
      </table>
      <button type="button" matButton="outlined" (click)="taken.emit()">Use theirs</button>
      <button type="button" matButton="outlined" (click)="rebased.emit()">Keep mine</button>
    </div>
  `,
  styles: `
    button {
      margin: 10px 10px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BothValues {
  /** Who was first, as the server says it. */
  readonly detail = input.required<string>();
  readonly serverVersion = input.required<unknown>();
  readonly localVersion = input.required<unknown>();
  readonly taken = output();
  readonly rebased = output();

  private readonly names = namesOfThings();
  protected readonly fields = computed(() =>
    differences(this.serverVersion(), this.localVersion()).map((one) =>
      withLevelNames(one, this.names()),
    ),
  );
}
