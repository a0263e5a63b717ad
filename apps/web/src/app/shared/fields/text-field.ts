import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { AT_ONCE, fieldControl } from './field-control';

/** A text that is edited in place: Enter, or leaving the field, counts. Blanks around it do not. */
@Component({
  selector: 'hl-text-field',
  imports: [MatError, MatFormField, MatHint, MatInput, MatLabel, ReactiveFormsModule],
  template: `
    <mat-form-field>
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <input
        matInput
        autocomplete="off"
        spellcheck="false"
        [formControl]="control"
        [errorStateMatcher]="atOnce"
        [attr.aria-label]="bare() ? label() : null"
        [attr.maxlength]="most()"
        [type]="type()"
        [placeholder]="placeholder()"
        (change)="commit()"
      />
      @if (hint(); as hint) {
        <mat-hint>{{ hint }}</mat-hint>
      }
      <mat-error>{{ problem() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: block;
    }
    :host(.bare) {
      --mat-form-field-container-height: 32px;
      --mat-form-field-container-vertical-padding: 6px;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  host: { '[class.bare]': 'bare()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  /** Null and an empty text both show as an empty field. */
  readonly value = input.required<string | null>();
  readonly label = input.required<string>();
  /** How many letters it takes. */
  readonly most = input(120);
  readonly type = input<'text' | 'email' | 'password'>('text');
  readonly placeholder = input('');
  readonly hint = input('');
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  /** What is wrong with it, found elsewhere. */
  readonly problem = input<string | null>(null);
  readonly changed = output<string>();

  protected readonly atOnce = AT_ONCE;
  private readonly shown = computed(() => this.value() ?? '');
  protected readonly control = fieldControl('', { value: this.shown, problem: this.problem });

  protected commit(): void {
    const text = this.control.value.trim();
    if (text !== this.shown()) this.changed.emit(text);
  }
}
