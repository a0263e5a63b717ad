import { ChangeDetectionStrategy, Component, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ComputedAgain } from '@honest-ledger/contracts';
import { debouncedResource } from '../../../shared/requests/attempt';
import { writeInstant } from '../../../shared/numbers/dates';
import { writeNumber } from '../../../shared/numbers/numbers';
import { DocumentsApi } from './documents.api';

/** Computes a settled document again, and says whether all of it comes out the same. */
@Component({
  selector: 'hl-compute-again',
  imports: [MatButton],
  template: `
    <button type="button" matButton="outlined" (click)="asked.set(number())">Verify prices</button>
    @if (found().problem; as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    } @else if (found().answer; as answer) {
      @let otherwise = whatDiffers(answer);
      @if (otherwise === '') {
        <span role="status">
          Under version {{ answer.version }}, as of {{ write(answer.pricedAt) }}, every price, all
          workings and the total come out the same.
        </span>
      } @else if (answer.pricedBy !== answer.modelVersion) {
        <span role="status">
          Otherwise come out: {{ otherwise }}. It was priced by model version {{ answer.pricedBy }},
          and this is {{ answer.modelVersion }}.
        </span>
      } @else {
        <strong class="wrong" role="alert">
          △ Under the same version, facts and moment come out otherwise: {{ otherwise }}. That is a
          fault of Honest Ledger.
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
export class Recalculation {
  readonly number = input.required<number>();

  private readonly api = inject(DocumentsApi);
  /** What was computed of another document is told no more. */
  protected readonly asked = linkedSignal({
    source: () => this.number(),
    computation: (): number | null => null,
  });
  protected readonly found = debouncedResource(this.asked, (number) => this.api.again(number));
  protected readonly write = writeInstant;

  /** "3 lines, the total (12.50, not 12.40)"; empty where nothing differs. */
  protected whatDiffers({ differing, whole }: ComputedAgain): string {
    const { length } = differing;
    const lines = length === 0 ? [] : [length === 1 ? '1 line' : `${String(length)} lines`];
    if (!whole) return lines.join();
    const [was, is] = [whole.promised.totalWithTax, whole.today.totalWithTax];
    const total =
      was === is
        ? 'what makes the total'
        : `the total (${writeNumber(is)}, not ${writeNumber(was)})`;
    return [...lines, total].join(', ');
  }
}
