import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { PickField, type Offer } from './pick-field';
import { PAUSES } from '../requests/pauses';

/** What was found, and for which text: an answer to an older text offers nothing. */
interface Found<T> {
  readonly text: string;
  readonly offers: readonly Offer<T>[];
}

/**
 * Picks what the server finds for a text. Enter may come before the answer does, as it does from a
 * scanner: then the first of the answer is taken.
 */
@Component({
  selector: 'hl-search-pick',
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
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SearchPick<T> {
  readonly label = input.required<string>();
  /** Asks for what fits a text that is not empty. */
  readonly search = input.required<(text: string) => Observable<readonly Offer<T>[]>>();
  readonly picked = output<T>();

  private readonly field = viewChild.required<PickField<T>>(PickField);
  private readonly text = signal('');
  protected readonly found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(PAUSES.search),
      switchMap((text) => this.find(text)),
    ),
    { initialValue: { text: '', offers: [] } },
  );
  protected readonly offers = computed(() => {
    const { text, offers } = this.found();
    return text === this.text() ? offers : [];
  });
  /** Enter was pressed before the answer to this text was there. */
  private awaited: string | null = null;

  constructor() {
    effect(() => {
      const { text, offers } = this.found();
      if (text !== this.awaited) return;
      this.awaited = null;
      const [first] = offers;
      if (!first) return;
      this.field().clear();
      this.picked.emit(first.value);
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

  private find(text: string): Observable<Found<T>> {
    if (text === '') return of({ text, offers: [] });
    return this.search()(text).pipe(
      map((offers) => ({ text, offers })),
      catchError(() => of({ text, offers: [] })),
    );
  }
}
