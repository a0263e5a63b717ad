import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** A text that is edited in place: Enter, or leaving the field, counts. Blanks around it do not. */
@Component({
  selector: 'hl-text-field',
  template: `
    <input
      class="cell"
      autocomplete="off"
      spellcheck="false"
      [attr.id]="fieldId()"
      [attr.aria-label]="fieldId() === null ? label() : null"
      [attr.aria-invalid]="problem() !== null"
      [attr.maxlength]="most()"
      [type]="type()"
      [placeholder]="placeholder()"
      [value]="shown()"
      (change)="commit($event)"
    />
    @if (problem(); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    input {
      width: 100%;
    }
    .wrong {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  /** Null and an empty text both show as an empty field. */
  readonly value = input.required<string | null>();
  /** What it is called where no label beside it says so. */
  readonly label = input('');
  /** By which a label beside it finds it. */
  readonly fieldId = input<string | null>(null);
  /** How many letters it takes. */
  readonly most = input(120);
  readonly type = input<'text' | 'email' | 'password'>('text');
  readonly placeholder = input('');
  /** What is wrong with it, found elsewhere. */
  readonly problem = input<string | null>(null);
  readonly changed = output<string>();

  protected readonly shown = computed(() => this.value() ?? '');

  protected commit({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const text = target.value.trim();
    if (text !== this.shown()) this.changed.emit(text);
  }
}
