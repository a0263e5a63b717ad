import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import {
  MatError,
  MatFormField,
  MatHint,
  MatLabel,
  MatPrefix,
  MatSuffix,
} from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { numberProblem, readNumber, typedNumber } from '../numbers/numbers';
import { AT_ONCE, fieldControl } from './field-control';

/**
 * A number that is edited in place, typed as the reader's locale writes numbers. What is no number, or
 * could be two, stays as it was typed, with the reason beside it, and changes nothing.
 */
@Component({
  selector: 'hl-figure-field',
  imports: [
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    MatPrefix,
    MatSuffix,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field>
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      @if (prefix(); as prefix) {
        <span matTextPrefix>{{ prefix }}&nbsp;</span>
      }
      <input
        #field
        matInput
        type="text"
        inputmode="decimal"
        autocomplete="off"
        [formControl]="control"
        [errorStateMatcher]="atOnce"
        [attr.aria-label]="bare() ? label() : null"
        [placeholder]="placeholder()"
        (focus)="field.select()"
        (mousedown)="take($event)"
        (input)="text.set(field.value)"
        (change)="commit()"
        (keydown.enter)="enter()"
      />
      @if (unit(); as unit) {
        <span matTextSuffix>&nbsp;{{ unit }}</span>
      }
      @if (hint(); as hint) {
        <mat-hint>{{ hint }}</mat-hint>
      }
      <mat-error>{{ message() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 128px;
      max-width: 100%;
    }
    :host(.bare) {
      --mat-form-field-container-height: 32px;
      --mat-form-field-container-vertical-padding: 6px;

      width: 112px;
    }
    mat-form-field {
      width: 100%;
    }
    input {
      text-align: right;
    }
  `,
  host: { '[class.bare]': 'bare()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigureField {
  /** A plain decimal, or an empty text for none. */
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  /** What is wrong with it, found elsewhere. */
  readonly problem = input<string | null>(null);
  /** What is said of a sign, where the size alone is typed; null where a figure may have one. */
  readonly unsigned = input<string | null>(null);
  /** True where an empty field means none. */
  readonly mayBeEmpty = input(false);
  /** What an empty field means. */
  readonly placeholder = input('');
  /** What the figure counts, after it: %, EUR, bags. */
  readonly unit = input('');
  /** What stands before it. */
  readonly prefix = input('');
  readonly hint = input('');
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  readonly changed = output<string>();
  readonly entered = output();

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly text = linkedSignal(() => typedNumber(this.value()));
  /** What was given last, or came since. */
  private readonly given = linkedSignal(() => this.value());
  private readonly read = computed(() => {
    const text = this.text().trim();
    if (text === '') return this.mayBeEmpty() ? '' : null;
    const read = readNumber(text);
    return this.signProblem(read) === null ? read : null;
  });
  protected readonly message = computed(() => {
    const text = this.text().trim();
    if (this.read() !== null) return this.problem();
    // a field that nothing was typed into yet says what is wrong with that
    if (text === '' && this.given() === '') return this.problem();
    return this.signProblem(readNumber(text)) ?? numberProblem(text);
  });

  protected readonly atOnce = AT_ONCE;
  protected readonly control = fieldControl('', { value: this.text, problem: this.message });

  focus(): void {
    this.field().nativeElement.focus();
    this.field().nativeElement.select();
  }

  /** The first click takes all of what is there, so that what is typed takes its place. */
  protected take(event: MouseEvent): void {
    const field = this.field().nativeElement;
    if (field.ownerDocument.activeElement === field) return;
    event.preventDefault();
    field.focus();
  }

  private signProblem(read: string | null): string | null {
    return read?.startsWith('-') ? this.unsigned() : null;
  }

  /** Enter, and the field's own change after it, count once. */
  protected commit(): void {
    const read = this.read();
    if (read === null || read === this.given()) return;
    this.given.set(read);
    this.changed.emit(read);
  }

  protected enter(): void {
    this.commit();
    if (this.read() !== null) this.entered.emit();
  }
}
