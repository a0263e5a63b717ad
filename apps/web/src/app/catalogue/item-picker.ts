import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  MatAutocompleteModule,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import type { ItemRow } from '@honest-ledger/contracts';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { CatalogueApi } from './catalogue.api';

const OFFERED = 12;

/** Finds an item by typing its number or words of its name; Enter takes the first. */
@Component({
  selector: 'hl-item-picker',
  imports: [MatAutocompleteModule],
  template: `
    <input
      #field
      class="cell"
      type="text"
      autocomplete="off"
      spellcheck="false"
      [attr.aria-label]="label()"
      [placeholder]="label()"
      [value]="text()"
      [matAutocomplete]="offers"
      (input)="text.set(field.value)"
    />
    <mat-autocomplete
      #offers="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="numberOf"
      (optionSelected)="pick($event)"
    >
      @for (item of found(); track item.item) {
        <mat-option [value]="item">
          <span class="number">{{ item.item }}</span> {{ item.name }}
        </mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
    }
    .cell {
      width: 100%;
    }
    .number {
      display: inline-block;
      min-width: 74px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemPicker {
  readonly label = input('Type an item number or a name');
  readonly picked = output<ItemRow>();

  private readonly api = inject(CatalogueApi);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly text = signal('');
  protected readonly found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(120),
      switchMap((text) =>
        text.trim() === ''
          ? of([])
          : this.api.items({ text: text.trim(), limit: OFFERED }).pipe(
              map(({ items }) => items),
              catchError(() => of([])),
            ),
      ),
    ),
    { initialValue: [] as readonly ItemRow[] },
  );

  focus(): void {
    this.field().nativeElement.focus();
  }

  protected pick({ option }: MatAutocompleteSelectedEvent): void {
    // the options' values are the rows found above
    this.picked.emit(option.value as ItemRow);
    this.text.set('');
    this.field().nativeElement.value = '';
  }

  protected numberOf(item: ItemRow | null): string {
    return item?.item ?? '';
  }
}
