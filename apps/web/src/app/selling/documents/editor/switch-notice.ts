import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { DocumentContent } from '@honest-ledger/contracts';
import { namesOfThings } from '../../../shared/reference/names';
import type { OpenDocument } from '../state/documents.feature';
import { inputsFor } from '../state/pricing-inputs';
import { linesAsBefore, switchMoves, type BeforeSwitch } from './moved-prices';

/**
 * What something that was switched did to the prices, old and new with the cause, until somebody has
 * seen it: it is accepted, switched back, or the old prices are kept by hand.
 */
@Component({
  selector: 'hl-switch-notice',
  imports: [MatButton],
  template: `
    @if (before().always || moves().length > 0) {
      <div class="notice conflict" role="status">
        <p>{{ before().what }}:{{ moves().length > 0 ? '' : nothingMoved() }}</p>
        @if (moves().length > 0) {
          <div class="moves">
            <table class="ledger" aria-label="Prices that moved">
              <thead>
                <tr>
                  <th>Item</th>
                  <th class="figure">Was</th>
                  <th class="figure">Is</th>
                  <th>Cause</th>
                </tr>
              </thead>
              <tbody>
                @for (move of moves(); track move.id) {
                  <tr>
                    <td>{{ move.item }}</td>
                    <td class="figure">{{ move.was }}</td>
                    <td class="figure">{{ move.is }}</td>
                    <td class="causes">{{ move.causes.join('; ') }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
        }
        <button type="button" matButton="outlined" (click)="changed.emit(before().part)">
          Switch back
        </button>
        @if (asBefore(); as lines) {
          <button type="button" matButton="outlined" (click)="changed.emit({ lines })">
            Keep the old prices as manual prices
          </button>
        }
        <button type="button" matButton="outlined" (click)="changed.emit(null)">All right</button>
      </div>
    }
  `,
  styles: `
    .notice {
      margin: 12px 18px;
    }
    .moves {
      max-height: 240px;
      overflow-y: auto;
    }
    .causes {
      white-space: normal;
      line-height: 1.35;
    }
    button {
      margin: 6px 10px 0 0;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SwitchNotice {
  readonly open = input.required<OpenDocument>();
  readonly before = input.required<BeforeSwitch>();
  /** Whether prices may be typed here. */
  readonly mayPrice = input.required<boolean>();
  /** It was seen, with what is to be changed because of it; null for nothing. */
  readonly changed = output<Partial<DocumentContent> | null>();

  private readonly names = namesOfThings();
  protected readonly moves = computed(() => switchMoves(this.open(), this.before(), this.names()));
  protected readonly asBefore = computed(() =>
    this.mayPrice() ? linesAsBefore(this.open(), this.before(), this.moves()) : null,
  );
  /** What is told where no price is another; where the server alone prices, that is not known at once. */
  protected readonly nothingMoved = computed(() => {
    const { editing, inputs } = this.open();
    const isKnown = editing.state === 'saved' || inputsFor(inputs, editing.content) !== null;
    return isKnown ? ' no price is another.' : ' not priced yet.';
  });
}
