import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import type { DiscountForm } from '@honest-ledger/contracts';
import { FigureField } from '../shared/figure-field';

type Kind = DiscountForm['off']['kind'];

/** What somebody takes off by hand: a percent or an amount, and why. */
@Component({
  selector: 'hl-discount-field',
  imports: [FigureField],
  template: `
    <hl-figure-field
      [label]="label()"
      [value]="figure()"
      [mayBeEmpty]="true"
      [problem]="figureProblem()"
      (changed)="setFigure($event)"
    />
    <select
      class="cell"
      [attr.aria-label]="label() + ' is in'"
      (change)="setKind(field.value)"
      #field
    >
      <option value="percent" [selected]="kind() === 'percent'">%</option>
      <option value="amount" [selected]="kind() === 'amount'">{{ currency() }}</option>
    </select>
    @if (discount(); as discount) {
      <span>because</span>
      <input
        class="cell reason"
        [attr.aria-label]="'Reason, ' + label()"
        maxlength="200"
        autocomplete="off"
        [value]="discount.reason"
        (change)="setReason(reason.value)"
        #reason
      />
      @if (reasonMissing()) {
        <span class="wrong" role="alert">Say why it is taken off by hand</span>
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px;
    }
    .reason {
      width: 200px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DiscountField {
  readonly label = input.required<string>();
  readonly discount = input.required<DiscountForm | null>();
  readonly currency = input.required<string>();
  readonly figureProblem = input.required<string | null>();
  readonly reasonMissing = input.required<boolean>();
  readonly changed = output<DiscountForm | null>();

  /** As somebody chose, also before there is a figure. */
  protected readonly kind = linkedSignal((): Kind => this.discount()?.off.kind ?? 'percent');
  /** Above zero, as it is typed. */
  protected readonly figure = computed(() => {
    const off = this.discount()?.off;
    if (!off) return '';
    return (off.kind === 'percent' ? off.percent : off.amount).replace(/^-/, '');
  });

  /** An empty field, or none off, takes it back; a first one begins with a reason still to be given. */
  protected setFigure(figure: string): void {
    const reason = this.discount()?.reason ?? '';
    this.changed.emit(offOf(this.kind(), figure, reason));
  }

  protected setKind(kind: string): void {
    this.kind.set(kind === 'amount' ? 'amount' : 'percent');
    const discount = this.discount();
    if (discount) this.changed.emit(offOf(this.kind(), this.figure(), discount.reason));
  }

  protected setReason(reason: string): void {
    const discount = this.discount();
    if (discount) this.changed.emit({ ...discount, reason: reason.trim() });
  }
}

function offOf(kind: Kind, figure: string, reason: string): DiscountForm | null {
  if (!/[1-9]/.test(figure)) return null;
  // more than there is, or below zero, is for the check to say
  const off = figure.startsWith('-') ? figure.slice(1) : `-${figure}`;
  return { off: kind === 'percent' ? { kind, percent: off } : { kind, amount: off }, reason };
}
