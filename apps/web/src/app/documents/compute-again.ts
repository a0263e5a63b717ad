import { ChangeDetectionStrategy, Component, inject, input, linkedSignal } from '@angular/core';
import { attempted } from '../shared/attempt';
import { writeInstant } from '../shared/dates';
import { DocumentsApi } from './documents.api';

/** Computes a settled document again, and says whether every price and all workings come out the same. */
@Component({
  selector: 'hl-compute-again',
  template: `
    <button type="button" class="quiet" (click)="asked.set(number())">Compute again</button>
    @if (found().problem; as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    } @else if (found().answer; as answer) {
      @if (answer.differing.length === 0) {
        <span role="status">
          Under version {{ answer.version }}, as of {{ write(answer.pricedAt) }}, every price and
          all workings come out the same.
        </span>
      } @else if (answer.pricedBy !== answer.modelVersion) {
        <span role="status">
          {{ answer.differing.length }} lines come out otherwise: they were priced by model version
          {{ answer.pricedBy }}, and this is {{ answer.modelVersion }}.
        </span>
      } @else {
        <strong class="wrong" role="alert">
          △ {{ answer.differing.length }} lines come out otherwise under the same version, facts and
          moment. That is a fault of Honest Ledger.
        </strong>
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ComputeAgain {
  readonly number = input.required<number>();

  private readonly api = inject(DocumentsApi);
  /** What was computed of another document is told no more. */
  protected readonly asked = linkedSignal({
    source: () => this.number(),
    computation: (): number | null => null,
  });
  protected readonly found = attempted(this.asked, (number) => this.api.again(number));
  protected readonly write = writeInstant;
}
