import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  DAY_ORDERS,
  DECIMAL_MARKS,
  type CellFormat,
  type FileFormat,
  type SaidFormat,
} from '@honest-ledger/contracts';
import { ChoiceField } from '../../shared/fields/choice-field';
import { foundWords, MARKS_OF_FIGURES, ORDERS_OF_DAYS } from '../../shared/files/format-words';

/** How a file is read, and how somebody says it is to be read. */
@Component({
  selector: 'hl-file-format',
  imports: [ChoiceField, MatButton],
  template: `
    <span>Read as {{ found() }}.</span>
    <span>Decimal mark</span>
    <hl-choice
      label="Decimal mark"
      [code]="said().decimalMark ?? ''"
      [options]="marks"
      (chosen)="setMark($event)"
    />
    <span>Days</span>
    <hl-choice
      label="Order of days"
      [code]="said().days ?? ''"
      [options]="orders"
      (chosen)="setDays($event)"
    />
    @if (isOpen()) {
      <span class="wrong" role="alert">{{ question() }}</span>
    }
    @if (whole(); as whole) {
      <button type="button" matButton (click)="chosen.emit(whole)">Read the file this way</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
      padding: 4px 18px 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileFormatLine {
  readonly format = input.required<FileFormat>();
  readonly chosen = output<SaidFormat>();

  protected readonly marks = MARKS_OF_FIGURES;
  protected readonly orders = ORDERS_OF_DAYS;
  protected readonly said = linkedSignal<CellFormat>(() => this.format());
  protected readonly found = computed(() => foundWords(this.format()));
  protected readonly isOpen = computed(() => {
    const { decimalMark, days } = this.format();
    return decimalMark === null || days === null;
  });
  protected readonly question = computed(() => {
    const { decimalMark, days } = this.format();
    const open = [
      ...(decimalMark === null ? ['whether figures have a decimal point or a decimal comma'] : []),
      ...(days === null ? ['whether the day or the month comes first'] : []),
    ];
    return `The file does not say ${open.join(', and ')}. Choose before its rows are compared.`;
  });
  /** What was said, where it is all there and other than what the file is read as. */
  protected readonly whole = computed((): SaidFormat | null => {
    const [{ decimalMark, days }, format] = [this.said(), this.format()];
    if (decimalMark === null || days === null) return null;
    const same = decimalMark === format.decimalMark && days === format.days;
    return same ? null : { decimalMark, days };
  });

  protected setMark(mark: string): void {
    const decimalMark = DECIMAL_MARKS.find((one) => one === mark) ?? null;
    this.said.update((said) => ({ ...said, decimalMark }));
  }

  protected setDays(order: string): void {
    const days = DAY_ORDERS.find((one) => one === order) ?? null;
    this.said.update((said) => ({ ...said, days }));
  }
}
