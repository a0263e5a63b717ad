import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import {
  MatAutocompleteModule,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';

/** One thing to pick, as the field offers it. */
export interface Offer<T> {
  readonly key: string;
  readonly text: string;
  readonly value: T;
}

/** A field that offers what fits what is typed; the first is taken with Enter. It empties itself. */
@Component({
  selector: 'hl-pick-field',
  imports: [MatAutocompleteModule, MatFormField, MatInput, MatLabel],
  template: `
    <mat-form-field
      ><mat-label>{{ label() }}</mat-label
      ><input
        matInput
        #field
        type="text"
        autocomplete="off"
        spellcheck="false"
        [matAutocomplete]="list"
        (input)="type(field.value)"
        (keydown.enter)="entered.emit()"
    /></mat-form-field>
    <mat-autocomplete
      #list="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="nothing"
      (optionSelected)="pick($event)"
    >
      @for (offer of offers(); track offer.key) {
        <mat-option [value]="offer.value">
          <span class="key">{{ offer.key }}</span> {{ offer.text }}
        </mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
    }
    mat-form-field {
      width: 100%;
      min-width: 180px;
    }
    .key {
      display: inline-block;
      min-width: 74px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PickField<T> {
  readonly label = input.required<string>();
  readonly offers = input.required<readonly Offer<T>[]>();
  /** The text that the offers are for. */
  readonly offeredFor = input.required<string>();
  readonly typed = output<string>();
  readonly picked = output<T>();
  readonly entered = output();

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  private text = '';

  focus(): void {
    this.field().nativeElement.focus();
  }

  clear(): void {
    this.field().nativeElement.value = '';
    this.type('');
  }

  protected type(text: string): void {
    this.text = text;
    this.typed.emit(text);
  }

  protected pick({ option }: MatAutocompleteSelectedEvent): void {
    if (this.offeredFor() === this.text.trim()) {
      this.clear();
      // the options' values are the offers' above
      this.picked.emit(option.value as T);
    } else {
      // Enter came before the list was drawn anew: this offer was for an older text.
      this.field().nativeElement.value = this.text;
    }
  }

  protected nothing(): string {
    return '';
  }
}
