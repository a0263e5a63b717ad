import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { DocumentLineInput } from '@honest-ledger/contracts';
import type { CodeAndName, RoundingMode, RuleByHand } from '@honest-ledger/engine';
import { Amount } from '../../../shared/numbers/amount';
import { FigureField } from '../../../shared/fields/figure-field';
import { writeNumber } from '../../../shared/numbers/numbers';
import type { ColumnDigits, ShownLine } from './document-lines';
import { LineFurther } from './line-further';
import { TouchMarks } from './touch-marks';
import { ChoiceField } from '../../../shared/fields/choice-field';

/** The columns of the table, but for the margin. */
const COLUMNS = 8;

/**
 * A line of a document in its table: what is sold and at what, what the customer reads of it, and, where
 * it is unfolded, what few lines need. A line of which nothing changed is left alone when others do.
 */
@Component({
  // a table may have nothing around its rows
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'tbody[hlDocumentLine]',
  imports: [Amount, ChoiceField, FigureField, LineFurther, MatButton, TouchMarks],
  templateUrl: './document-line.html',
  styleUrl: './document-line.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentLine {
  readonly line = input.required<ShownLine>();
  /** The most decimals in each column of figures. */
  readonly digits = input.required<ColumnDigits>();
  readonly editable = input.required<boolean>();
  readonly seesCosts = input.required<boolean>();
  /** Whether the workings show its price. */
  readonly isFollowed = input.required<boolean>();
  /** Whether somebody unfolded it. */
  readonly isUnfolded = input.required<boolean>();
  /** The levels that may be chosen. */
  readonly levels = input.required<readonly CodeAndName[]>();
  /** The rules that are by hand, of the whole document. */
  readonly byHand = input.required<readonly RuleByHand[]>();
  readonly currency = input.required<string>();
  readonly mode = input.required<RoundingMode>();
  /** What is wrong with it, by the path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly followed = output();
  readonly unfolding = output();
  readonly changed = output<Partial<DocumentLineInput>>();
  readonly chosen = output<readonly RuleByHand[]>();
  readonly removed = output();
  /** A quantity was typed to its end. */
  readonly entered = output();
  /** To the quantity above (-1) or below (1), as in a column of a spreadsheet. */
  readonly moved = output<-1 | 1>();

  protected readonly unitChoices = computed(() =>
    (this.line().facts?.units ?? []).map(({ unit }) => unit),
  );

  private readonly quantity = viewChild.required<FigureField>('quantity');
  protected readonly columns = computed(() => COLUMNS + (this.seesCosts() ? 1 : 0));
  /** Where it is unfolded, and where there is something in it that makes the price. */
  protected readonly showsFurther = computed(() => {
    const { id, level, priceByHand, discount, formOfSupply } = this.line();
    const isUsual = [level, priceByHand, discount, formOfSupply].every((one) => one === null);
    return this.isUnfolded() || !isUsual || this.byHand().some(({ line }) => line === id);
  });
  protected readonly write = writeNumber;

  /** The quantity is typed next. */
  focus(): void {
    this.quantity().focus();
  }

  protected wrong(field: string): string | null {
    return this.problems().get(field) ?? null;
  }

  protected setUnit(value: string): void {
    this.changed.emit({ unit: value === '' ? null : value });
  }

  protected move(by: -1 | 1, event: Event): void {
    event.preventDefault();
    this.moved.emit(by);
  }
}
