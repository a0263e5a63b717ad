import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import type { DiscountForm } from '@honest-ledger/contracts';
import { FigureField } from '../../../shared/fields/figure-field';
import { ChoiceField } from '../../../shared/fields/choice-field';

type Kind = DiscountForm['off']['kind'];

/** What somebody takes off by hand: a percent or an amount, and why. */
@Component({
  selector: 'hl-discount-field',
  imports: [ChoiceField, FigureField, MatFormField, MatInput],
  template: `
    <hl-figure-field
      [label]="label()"
      [value]="figure()"
      [mayBeEmpty]="true"
      [problem]="figureProblem()"
      (changed)="setFigure($event)"
    />
    <hl-choice
      [bare]="true"
      class="short"
      [label]="label() + ' is in'"
      [code]="kind()"
      [options]="[
        ['percent', '%'],
        ['amount', currency()],
      ]"
      (chosen)="setKind($event)"
    />
    @if (discount(); as discount) {
      <span>because</span>
      <mat-form-field class="bare reason"
        ><input
          matInput
          [attr.aria-label]="'Reason, ' + label()"
          maxlength="200"
          autocomplete="off"
          [value]="discount.reason"
          (change)="setReason(reason.value)"
          #reason
      /></mat-form-field>
      @if (reasonMissing()) {
        <span class="wrong" role="alert">Reason is missing. Enter why.</span>
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
