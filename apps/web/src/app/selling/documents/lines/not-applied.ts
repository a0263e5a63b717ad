import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { DocumentOutcome } from '@honest-ledger/contracts';
import { notAppliedWording } from '@honest-ledger/wording';
import { namesOfThings } from '../../../shared/reference/names';
import { unbroken, writer } from '../../../shared/numbers/numbers';

/** The rules for the document and its shipping that did nothing, each with every reason. */
@Component({
  selector: 'hl-not-applied',
  imports: [MatButton],
  template: `
    @if (rows().length > 0) {
      <p>
        <button
          type="button"
          matButton
          [attr.aria-expanded]="shows()"
          (click)="shows.set(!shows())"
        >
          {{ shows() ? 'Hide' : 'Show' }} rules for the document that do not apply ({{
            rows().length
          }})
        </button>
      </p>
      @if (shows()) {
        <ul>
          @for (row of rows(); track $index) {
            <li>
              {{ row.title }} <span class="soft">{{ row.sentence }}</span>
            </li>
          }
        </ul>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 0 18px;
    }
    ul {
      margin: 0;
      padding-left: 18px;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotApplied {
  readonly outcome = input.required<DocumentOutcome>();

  private readonly names = namesOfThings();
  protected readonly shows = signal(false);
  protected readonly rows = computed(() =>
    this.outcome().notApplied.map((one) => {
      const { title, sentence } = notAppliedWording(one, this.names(), writer);
      return { title, sentence: unbroken(sentence) };
    }),
  );
}
