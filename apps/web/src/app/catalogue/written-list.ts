import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
} from '@angular/core';

/** Several things in one field, written one after the other with semicolons between them. */
@Component({
  selector: 'hl-written-list',
  template: `
    <input
      class="cell"
      autocomplete="off"
      [id]="fieldId()"
      [placeholder]="example()"
      [value]="text()"
      [attr.aria-invalid]="message() !== null"
      (input)="type($event)"
    />
    @if (message(); as message) {
      <span class="wrong">{{ message }}</span>
    }
  `,
  styles: `
    input {
      width: 100%;
    }
    .wrong {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WrittenList<T> {
  readonly fieldId = input.required<string>();
  readonly written = input.required<string>();
  /** Null for what cannot be read. */
  readonly read = input.required<(text: string) => T | null>();
  readonly example = input.required<string>();
  /** What is wrong with it, found elsewhere. */
  readonly problem = input<string | null>(null);
  readonly changed = output<T | null>();

  protected readonly text = linkedSignal(() => this.written());
  protected readonly message = computed(() =>
    this.read()(withPoints(this.text())) === null
      ? `Write it like this: ${this.example()}`
      : this.problem(),
  );

  protected type({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.text.set(target.value);
    this.changed.emit(this.read()(withPoints(target.value)));
  }
}

/** A comma between digits is a decimal mark: things are told apart by semicolons. */
function withPoints(text: string): string {
  return text.replaceAll(/(\d),(\d)/g, '$1.$2');
}
