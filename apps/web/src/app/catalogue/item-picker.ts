import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { ItemRow } from '@honest-ledger/contracts';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { PickField, type Offer } from '../shared/pick-field';
import { CatalogueApi } from './catalogue.api';

const OFFERED = 12;
const PAUSE_MILLISECONDS = 120;

/** What was found, and for which text: an answer to an older text offers nothing. */
interface Found {
  readonly text: string;
  readonly items: readonly ItemRow[];
}

const NOTHING: Found = { text: '', items: [] };

/**
 * Finds an item by typing its number or words of its name. Enter may come before the answer does,
 * as it does from a scanner: then the first of the answer is taken.
 */
@Component({
  selector: 'hl-item-picker',
  imports: [PickField],
  template: `
    <hl-pick-field
      [label]="label()"
      [offers]="offers()"
      [offeredFor]="found().text"
      (typed)="type($event)"
      (entered)="enter()"
      (picked)="picked.emit($event)"
    />
  `,
  styles: `
    :host {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemPicker {
  readonly label = input('Type an item number or a name');
  readonly picked = output<ItemRow>();

  private readonly api = inject(CatalogueApi);
  private readonly field = viewChild.required<PickField<ItemRow>>(PickField);
  private readonly text = signal('');
  protected readonly found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(PAUSE_MILLISECONDS),
      switchMap((text) => this.find(text)),
    ),
    { initialValue: NOTHING },
  );
  protected readonly offers = computed((): Offer<ItemRow>[] => {
    const { text, items } = this.found();
    if (text !== this.text()) return [];
    return items.map((item) => ({ key: item.item, text: item.name, value: item }));
  });
  /** Enter was pressed before the answer to this text was there. */
  private awaited: string | null = null;

  constructor() {
    effect(() => {
      const { text, items } = this.found();
      if (text !== this.awaited) return;
      this.awaited = null;
      const [first] = items;
      if (!first) return;
      this.field().clear();
      this.picked.emit(first);
    });
  }

  focus(): void {
    this.field().focus();
  }

  protected type(text: string): void {
    this.awaited = null;
    this.text.set(text.trim());
  }

  protected enter(): void {
    const text = this.text();
    if (text !== '' && text !== this.found().text) this.awaited = text;
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
