import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { ActivatedRoute, RouterLink } from '@angular/router';
import {
  check,
  priceChangeContentSchema,
  type Page,
  type PriceTypedForm,
  type RepricedOnly,
  type RepricedPrice,
  type PriceChangeContent,
  type PriceChangeView,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { Snack } from '../../shared/dialogs/snack';
import { tap, type Observable } from 'rxjs';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import {
  EndlessGrid,
  type PressedCell,
  type RowsAsked,
  type TypedCell,
} from '../../shared/grid/endless-grid';
import { FileLinks } from '../../shared/files/file-links';
import { SavedState } from '../../editing/saved-state';
import { Notice } from '../../shared/notices/notice';
import { numberProblem, writeNumber } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { repricedColumns } from './repriced-columns';
import { goodsOf, newPriceChange } from './price-change-begin';
import { PriceChangeGuide } from './price-change-guide';
import { priceChangeSentence } from './price-change-sentence';
import { ONLY_WORDS, PRICE_CHANGE_STATES, samePriceChange } from './price-change-words';
import { PriceChangesApi } from './price-changes.api';
import { priceChangesActions, priceChangesFeature } from './price-changes.feature';
import { isTypedColumn, stepOf, typedIn } from './typed-cells';

/** One change of many prices: what is to become of them, and each of them to look at and to type into. */
@Component({
  selector: 'hl-price-change-sheet',
  imports: [
    EndlessGrid,
    FileLinks,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatProgressBar,
    Notice,
    PriceChangeGuide,
    RouterLink,
    SavedState,
    TextField,
  ],
  templateUrl: './price-change-sheet.html',
  styleUrl: './price-change-sheet.scss',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PriceChangeSheet {
  /** `new` for one that is not worked out yet. */
  readonly id = input.required<string>();

  private readonly store = inject(Store);
  private readonly api = inject(PriceChangesApi);
  private readonly said: Readonly<Record<string, string | undefined>> =
    inject(ActivatedRoute).snapshot.queryParams;
  protected readonly answer = this.store.selectSignal(priceChangesFeature.selectPriceChange);
  protected readonly working = this.store.selectSignal(priceChangesFeature.selectWorking);
  protected readonly problem = this.store.selectSignal(priceChangesFeature.selectProblem);
  private readonly generation = this.store.selectSignal(priceChangesFeature.selectGeneration);
  private readonly fresh = this.store.selectSignal(priceChangesFeature.selectFresh);
  private readonly steps = this.store.selectSignal(priceChangesFeature.selectPriceChangesState);
  private readonly grid = viewChild<EndlessGrid<RepricedPrice>>('grid');
  private readonly snack = inject(Snack);
  /** The change whose prices are being added to a draft from here. */
  private readonly adding = signal<string | null>(null);
  protected readonly names = namesOfThings();
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly instant = writeInstant;
  protected readonly write = writeNumber;
  protected readonly states = PRICE_CHANGE_STATES;
  protected readonly onlyWords = ONLY_WORDS;

  protected readonly priceChange = computed(() => {
    const priceChange = this.answer().value;
    return priceChange?.id === this.id() ? priceChange : null;
  });
  /** What the server has of it; the same as long as only rows are decided on. */
  private readonly stored = computed(
    () =>
      this.priceChange()?.content ??
      newPriceChange(
        goodsOf(this.said),
        `Prices of ${writeInstant(new Date().toISOString())}`,
        this.said['table'] ?? null,
      ),
    { equal: samePriceChange },
  );
  /** What is said of it here, worked out or not. */
  protected readonly content = linkedSignal<PriceChangeContent>(() => this.stored());
  protected readonly changed = computed(() => {
    const priceChange = this.priceChange();
    return priceChange === null || !samePriceChange(priceChange.content, this.content());
  });
  protected readonly problems = computed((): ReadonlyMap<string, string> => {
    const reading = check(priceChangeContentSchema, this.content());
    const found = reading.ok ? [] : reading.problems;
    const told = this.problem()?.fields ?? [];
    return new Map(
      [...told, ...found].map(({ path, sentence }) => [path.replace(/^content\./, ''), sentence]),
    );
  });
  protected readonly mayType = computed(() => {
    const priceChange = this.priceChange();
    return this.mayEdit() && priceChange?.own === true && priceChange.state !== 'applied';
  });
  private readonly isNew = computed(() => this.priceChange() === null);
  protected readonly showsGuide = linkedSignal(() => this.isNew());
  protected readonly sentence = computed(() => priceChangeSentence(this.content(), this.names()));
  protected readonly saved = computed(() => {
    const { past, future, state } = this.steps();
    return { past, future, state };
  });

  protected readonly only = signal<RepricedOnly | null>(null);
  protected readonly text = signal('');
  private readonly order = signal<{ sort: string; descending: boolean } | null>(null);
  protected readonly shown = computed(() => ({
    only: this.only(),
    text: this.text(),
    ...this.order(),
  }));
  protected readonly chosen = signal<readonly RepricedPrice[]>([]);
  protected readonly find = computed(() => {
    this.generation();
    const [id, only, text] = [this.id(), this.only(), this.text()];
    return ({ sort, descending, ...page }: RowsAsked): Observable<Page<RepricedPrice>> => {
      const order = sort === null ? {} : { sort, descending };
      return this.api.rows(id, { only, text, ...order, ...page }).pipe(
        tap(() => {
          this.order.set(sort === null ? null : { sort, descending });
        }),
      );
    };
  });
  protected readonly columns = computed(() => {
    const priceChange = this.priceChange();
    return priceChange ? repricedColumns(priceChange.content, this.names(), this.mayType()) : [];
  });
  protected readonly rowId = ({ row }: RepricedPrice): string => String(row);
  protected readonly rowClasses = {
    'left-out': ({ data }: { data?: RepricedPrice | undefined }) => data?.leftOut === true,
  };
  /** What was typed and is no number. */
  protected readonly unread = signal<string | null>(null);

  constructor() {
    whenChanged(this.id, () => {
      this.only.set(null);
      this.text.set('');
      if (this.id() === 'new') this.store.dispatch(priceChangesActions.left());
      else this.open();
    });
    effect(() => {
      this.grid()?.put(this.fresh());
    });
    effect(() => {
      const priceChange = this.priceChange();
      if (priceChange?.state === 'applied' && this.adding() === priceChange.id) {
        untracked(() => {
          this.tellAdded(priceChange);
        });
      }
    });
  }

  protected open(): void {
    this.store.dispatch(priceChangesActions.opened({ id: this.id() }));
  }

  protected workOut(): void {
    const [content, priceChange] = [this.content(), this.priceChange()];
    this.store.dispatch(
      priceChange
        ? priceChangesActions.saved({
            id: priceChange.id,
            edit: { content, revision: priceChange.revision },
          })
        : priceChangesActions.begun({ content }),
    );
  }

  protected setText({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.text.set(target.value);
  }

  protected type(cells: readonly TypedCell<RepricedPrice>[]): void {
    this.unread.set(null);
    const read = new Map<number, PriceTypedForm | null>();
    for (const { row, column, text } of cells) {
      if (!isTypedColumn(column)) return;
      const typed = typedIn(column, text);
      if (typed === undefined) {
        this.unread.set(`${numberProblem(text.trim()) ?? ''} Nothing was changed.`);
        return;
      }
      read.set(row.row, typed);
    }
    this.decide(
      cells.map(({ row }) => row),
      ({ row }) => ({ typed: read.get(row) ?? null, leftOut: false }),
    );
  }

  protected leaveOut(leftOut: boolean, rows = this.chosen()): void {
    this.decide(rows, () => ({ leftOut }));
  }

  /** On a cell: x leaves its row, or those chosen, out or takes them in; Ctrl+D fills those chosen. */
  protected press({ row, column, event }: PressedCell<RepricedPrice>): void {
    if (!this.mayType()) return;
    const rows = this.chosen().length > 0 ? this.chosen() : [row];
    const isPlain = !event.ctrlKey && !event.metaKey && !event.altKey;
    if (event.target instanceof HTMLInputElement) return; // a cell is being typed into
    if (event.key === 'Delete' && isTypedColumn(column)) {
      this.decide(rows, () => ({ typed: null }));
    } else if (event.key.toLowerCase() === 'x' && isPlain && !isTypedColumn(column)) {
      this.leaveOut(!row.leftOut, rows);
    } else if (event.key.toLowerCase() === 'd' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      const { typed } = row;
      this.decide(rows, () => ({ typed, leftOut: false }));
    }
  }

  protected apply(): void {
    const priceChange = this.priceChange();
    if (!priceChange) return;
    const { id, revision } = priceChange;
    this.store.dispatch(priceChangesActions.applied({ id, revision }));
    this.adding.set(id);
  }

  private tellAdded({ id, totals, draft }: PriceChangeView): void {
    this.adding.set(null);
    const prices = totals.changing === 1 ? '1 price' : `${String(totals.changing)} prices`;
    this.snack.offerUndo(`Added ${prices} to draft ${draft?.name ?? ''}.`, () => {
      this.takeBack(id);
    });
  }

  protected takeBack(id = this.id()): void {
    this.store.dispatch(priceChangesActions.takenBack({ id }));
  }

  protected discard(): void {
    this.store.dispatch(priceChangesActions.discarded({ id: this.id() }));
  }

  protected undo(): void {
    this.store.dispatch(priceChangesActions.undone({ id: this.id() }));
  }

  protected redo(): void {
    this.store.dispatch(priceChangesActions.redone({ id: this.id() }));
  }

  private decide(rows: readonly RepricedPrice[], how: Parameters<typeof stepOf>[1]): void {
    const step = this.mayType() ? stepOf(rows, how) : null;
    if (step) this.store.dispatch(priceChangesActions.decided({ id: this.id(), step }));
  }
}
