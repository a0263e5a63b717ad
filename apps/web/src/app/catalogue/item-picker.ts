import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
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
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { CatalogueApi } from './catalogue.api';

const OFFERED = 12;
const NOTHING: Found = { text: '', items: [] };

/** What was found, and for which text: an answer to an older text offers nothing. */
interface Found {
  readonly text: string;
  readonly items: readonly ItemRow[];
}

/**
 * Finds an item by typing its number or words of its name; Enter takes the first, also where it is
 * pressed before the answer is there, as a scanner does.
 */
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
      (input)="type(field.value)"
      (keydown.enter)="enter()"
    />
    <mat-autocomplete
      #offers="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="numberOf"
      (optionSelected)="pick($event)"
    >
      @for (item of offered(); track item.item) {
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
  private readonly found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(120),
      switchMap((typed) => this.find(typed.trim())),
    ),
    { initialValue: NOTHING },
  );
  protected readonly offered = computed(() => {
    const { text, items } = this.found();
    return text === this.text().trim() ? items : [];
  });
  /** Enter was pressed before the answer to this text was there. */
  private awaited: string | null = null;

  constructor() {
    effect(() => {
      const { text, items } = this.found();
      if (text !== this.awaited) return;
      this.awaited = null;
      const [first] = items;
      if (first) this.take(first);
    });
  }

  focus(): void {
    this.field().nativeElement.focus();
  }

  protected type(text: string): void {
    this.awaited = null;
    this.text.set(text);
  }

  protected enter(): void {
    const text = this.text().trim();
    if (text !== '' && text !== this.found().text) this.awaited = text;
  }

  protected pick({ option }: MatAutocompleteSelectedEvent): void {
    // the options' values are the rows found above
    this.take(option.value as ItemRow);
  }

  protected numberOf(item: ItemRow | null): string {
    return item?.item ?? '';
  }

  private take(item: ItemRow): void {
    this.text.set('');
    this.field().nativeElement.value = '';
    this.picked.emit(item);
  }

  private find(text: string): Observable<Found> {
    if (text === '') return of(NOTHING);
    return this.api.items({ text, limit: OFFERED }).pipe(
      map(({ items }) => ({ text, items: exactFirst(items, text) })),
      catchError(() => of({ text, items: [] })),
    );
  }
}

/** An item whose number is just what was typed comes before those that only contain it. */
function exactFirst(items: readonly ItemRow[], text: string): readonly ItemRow[] {
  const isExact = ({ item }: ItemRow): boolean => item.toLowerCase() === text.toLowerCase();
  return [...items.filter(isExact), ...items.filter((item) => !isExact(item))];
}
