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
import { numberProblem, readNumber, typedNumber } from './numbers';

/**
 * A number that is edited in place, typed as the reader's locale writes numbers. What is no number, or
 * could be two, stays as it was typed, with the reason beside it, and changes nothing.
 */
@Component({
  selector: 'hl-figure-field',
  template: `
    <input
      #field
      class="cell figure"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="message() !== null"
      [attr.title]="message()"
      [value]="text()"
      (focus)="field.select()"
      (mousedown)="take($event)"
      (input)="text.set(field.value)"
      (change)="commit()"
      (keydown.enter)="enter()"
    />
    @if (message(); as message) {
      <span class="wrong" role="alert">{{ message }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
      align-items: flex-end;
    }
    input {
      width: 84px;
    }
    .wrong {
      font-size: 13px;
      line-height: 16px;
      max-width: 200px;
      padding: 2px 0 4px;
      white-space: normal;
    }
  `,
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
