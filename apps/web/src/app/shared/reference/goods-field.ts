import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ReactiveFormsModule } from '@angular/forms';
import {
  MatAutocompleteModule,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import { MatChipsModule } from '@angular/material/chips';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import type { ItemRow } from '@honest-ledger/contracts';
import { scopeKey, type Scope } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, forkJoin, map, of, switchMap, type Observable } from 'rxjs';
import { AT_ONCE, fieldControl } from '../fields/field-control';
import { PAUSES } from '../requests/pauses';
import { CatalogueApi } from './catalogue.api';
import { categoriesFeature } from './categories.feature';
import { chipText, goodsOffers, type GoodsOffer } from './goods-offers';
import { namesOfThings } from './names';
import { referenceFeature } from './reference.feature';
import { UNSAID_GOODS } from './scope-edits';

interface FoundItems {
  readonly text: string;
  readonly items: readonly ItemRow[];
}

/** Each number that is pasted is looked up. */
const MAX_PASTED = 200;

/**
 * Chooses goods in one field: by typing a part of a category's, brand's, supplier's or family's name, or an
 * item. Numbers of items that are pasted, one below the other, are chosen together.
 */
@Component({
  selector: 'hl-goods-field',
  imports: [
    MatAutocompleteModule,
    MatChipsModule,
    MatError,
    MatFormField,
    MatHint,
    MatIcon,
    MatLabel,
    ReactiveFormsModule,
  ],
  templateUrl: './goods-field.html',
  styles: `
    :host {
      display: inline-block;
      width: 360px;
      max-width: 100%;
    }
    :host(.bare) {
      --mat-form-field-container-height: 32px;
      --mat-form-field-container-vertical-padding: 4px;
    }
    mat-form-field {
      width: 100%;
    }
    .chosen {
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      align-items: center;
    }
    input {
      flex: 1;
      min-width: 120px;
    }
  `,
  host: { '[class.bare]': 'bare()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoodsField {
  /** Those that are not said yet do not show. */
  readonly scopes = input.required<readonly Scope[]>();
  readonly label = input('Applies to');
  /** Whether several can be chosen; else another takes the place of the one before. */
  readonly many = input(false);
  readonly problem = input<string | null>(null);
  /** What is said where none are chosen. */
  readonly none = input('');
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  /** All that are chosen by then, where several can be. */
  readonly changed = output<readonly Scope[]>();
  /** Those that are chosen by then, where only one can be; unsaid once it is removed. */
  readonly chosen = output<Scope>();

  private readonly api = inject(CatalogueApi);
  private readonly destroyRef = inject(DestroyRef);
  private readonly store = inject(Store);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly categories = this.store.selectSignal(categoriesFeature.selectPlaced);
  private readonly names = namesOfThings();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly text = signal('');
  private readonly found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(PAUSES.search),
      switchMap((text) => this.find(text)),
    ),
    { initialValue: { text: '', items: [] } },
  );
  protected readonly groups = computed(() => {
    const { brands, suppliers, families } = this.reference().goods;
    const { text, items } = this.found();
    return goodsOffers(this.text(), {
      categories: this.categories(),
      brands,
      suppliers,
      families,
      items: text === this.text() ? items : [],
    });
  });
  protected readonly chips = computed(() =>
    this.scopes().flatMap((scope) => {
      const text = chipText(scope, this.names());
      return text === null ? [] : [{ key: scopeKey(scope), scope, text }];
    }),
  );
  protected readonly placeholder = computed(() => {
    if (this.chips().length > 0) return this.many() ? 'And' : '';
    return this.none() === '' ? 'Category, brand, supplier or item' : this.none();
  });
  protected readonly control = fieldControl<readonly string[]>([], {
    value: () => this.chips().map(({ key }) => key),
    problem: this.problem,
  });
  protected readonly atOnce = AT_ONCE;
  /** What was pasted and is no item's number. */
  protected readonly missing = signal<string | null>(null);
  /** Enter was pressed before anything was found for this text. */
  private awaited: string | null = null;

  constructor() {
    effect(() => {
      const { text } = this.found();
      const [first] = this.groups();
      if (text !== this.awaited) return;
      this.awaited = null;
      if (first) this.take(first.offers);
    });
  }

  focus(): void {
    this.field().nativeElement.focus();
  }

  protected type(text: string): void {
    this.awaited = null;
    this.missing.set(null);
    this.text.set(text.trim());
  }

  /** Enter may come before what is found, as it does from a scanner. */
  protected enter(): void {
    const text = this.text();
    if (text !== '' && this.groups().length === 0 && text !== this.found().text) {
      this.awaited = text;
    }
  }

  protected pick({ option }: MatAutocompleteSelectedEvent): void {
    // the options' values are the offers of the template
    const { key } = option.value as GoodsOffer;
    const offers = this.groups().flatMap((group) => group.offers);
    // Enter may come before the list is drawn anew: then the first of what is offered by now is meant
    const chosen = offers.find((one) => one.key === key) ?? offers[0];
    if (chosen) this.take([chosen]);
    else {
      this.field().nativeElement.value = this.text();
      this.enter();
    }
  }

  protected remove(key: string): void {
    this.tell(this.shown().filter((scope) => scopeKey(scope) !== key));
    this.focus();
  }

  protected paste(event: ClipboardEvent): void {
    const numbers = (event.clipboardData?.getData('text') ?? '')
      .split(/[\r\n\t;,]+/)
      .map((number) => number.trim())
      .filter((number) => number !== '');
    if (!this.many() || numbers.length < 2) return;
    event.preventDefault();
    const looked = [...new Set(numbers)].slice(0, MAX_PASTED);
    const found = forkJoin(looked.map((number) => this.numbered(number)));
    const failed = (): void => {
      this.missing.set('The items could not be looked up. Paste them again.');
    };
    const came = (items: readonly (string | null)[]): void => {
      const unknown = looked.filter((_, place) => items[place] === null);
      this.add(items.flatMap((item): Scope[] => (item === null ? [] : [{ kind: 'item', item }])));
      const over =
        numbers.length > MAX_PASTED ? ` Only ${String(MAX_PASTED)} can be pasted at once.` : '';
      this.missing.set(
        unknown.length === 0
          ? over.trim() || null
          : `No item has the number ${unknown.join(', ')}.${over}`,
      );
    };
    found.pipe(takeUntilDestroyed(this.destroyRef)).subscribe({ next: came, error: failed });
  }

  protected nothing(): string {
    return '';
  }

  private take([first]: readonly GoodsOffer[]): void {
    if (!first) return;
    this.field().nativeElement.value = '';
    this.type('');
    this.add([first.scope]);
  }

  private add(scopes: readonly Scope[]): void {
    if (scopes.length === 0) return;
    const before = this.many() ? this.shown() : [];
    const has = new Set(before.map(scopeKey));
    this.tell([...before, ...scopes.filter((scope) => !has.has(scopeKey(scope)))]);
  }

  private tell(scopes: readonly Scope[]): void {
    if (this.many()) this.changed.emit(scopes);
    else this.chosen.emit(scopes[0] ?? UNSAID_GOODS);
  }

  private shown(): readonly Scope[] {
    return this.chips().map(({ scope }) => scope);
  }

  /** The number as the catalogue writes it; null where it has none. */
  private numbered(number: string): Observable<string | null> {
    const isIt = ({ item }: ItemRow): boolean => item.toLowerCase() === number.toLowerCase();
    return this.api.found(number).pipe(map((items) => items.find(isIt)?.item ?? null));
  }

  private find(text: string): Observable<FoundItems> {
    if (text === '') return of({ text, items: [] });
    return this.api.found(text).pipe(
      map((items) => ({ text, items })),
      catchError(() => of({ text, items: [] })),
    );
  }
}
