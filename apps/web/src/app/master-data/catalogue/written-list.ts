import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatLabel } from '@angular/material/form-field';
import { MatError } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { AT_ONCE, fieldControl } from '../../shared/fields/field-control';
import { MatFormField } from '@angular/material/form-field';

/** Several things in one field, written one after the other with semicolons between them. */
@Component({
  selector: 'hl-written-list',
  imports: [MatError, MatFormField, MatInput, MatLabel, ReactiveFormsModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        autocomplete="off"
        [formControl]="control"
        [errorStateMatcher]="atOnce"
        [placeholder]="example()"
        (input)="type($event)"
      />
      <mat-error>{{ message() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WrittenList<T> {
  readonly label = input.required<string>();
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

  protected readonly atOnce = AT_ONCE;
  protected readonly control = fieldControl('', { value: this.text, problem: this.message });

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
