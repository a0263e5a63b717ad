import { A11yModule } from '@angular/cdk/a11y';
import { OverlayModule } from '@angular/cdk/overlay';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  inject,
  input,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialog } from '@angular/material/dialog';
import { MatDivider } from '@angular/material/divider';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import type { ListColumn, ListView as SavedView } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, firstValueFrom, Subject } from 'rxjs';
import { dialog } from '../dialogs/dialogs';
import { Question } from '../dialogs/question';
import { Snack } from '../dialogs/snack';
import { writeTableFile, type TableFileFormat } from '../files/table-file';
import { printTable } from '../grid/print-table';
import type { NamedColumn, RowGrid } from '../grid/row-grid';
import { tabbed } from '../grid/shown-table';
import { problemOf } from '../requests/problems';
import { searchOf, type QueryParams } from '../requests/search-params';
import { whenChanged } from '../requests/when-changed';
import { ListViewsApi } from './list-views.api';
import { listsActions, listsFeature } from './lists.feature';
import type { ListView } from './long-list';
import { SaveView, type SaveViewAsked } from './save-view';

/** What can be done with any list as it is shown: saved views, columns, export and print. */
@Component({
  selector: 'hl-list-tools',
  imports: [
    A11yModule,
    MatButton,
    MatCheckbox,
    MatDivider,
    MatIcon,
    MatIconButton,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    OverlayModule,
  ],
  templateUrl: './list-tools.html',
  styleUrl: './list-tools.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListTools<Row extends object> {
  readonly list = input.required<ListView>();
  readonly grid = input.required<RowGrid<Row>>();
  /** What its file and its print are called. */
  readonly title = input.required<string>();

  /** Where a file of its rows comes from that can be imported again; null where there is none. */
  readonly file = input<string | null>(null);
  /** What narrows and sorts that file. */
  readonly query = input<QueryParams>({});

  private readonly store = inject(Store);
  private readonly api = inject(ListViewsApi);
  private readonly dialogs = inject(MatDialog);
  private readonly question = inject(Question);
  private readonly snack = inject(Snack);
  private readonly document = inject(DOCUMENT);
  private readonly destroyed = inject(DestroyRef);
  private readonly lists = this.store.selectSignal(listsFeature.selectListsState);
  /** The columns as this user left them, or as the chosen view has them. */
  readonly layout = signal<readonly ListColumn[] | null>(null);
  protected readonly views = signal<readonly SavedView[]>([]);
  protected readonly files = computed(() => {
    const file = this.file();
    if (file === null) return [];
    return ['csv', 'xlsx'].map((format) => ({
      name: format.toUpperCase(),
      address: `${file}?${searchOf({ ...this.query(), format })}`,
    }));
  });
  protected readonly own = computed(() => this.views().filter(({ own }) => own));
  protected readonly busy = signal(false);
  /** Whether the columns are being chosen. */
  protected readonly choosing = signal(false);
  /** The columns as the menu shows them: what they were when it was opened, and what was done since. */
  protected readonly columns = signal<readonly NamedColumn[]>([]);
  private readonly name = computed(() => this.list().name());
  /** The columns as they were left, on their way to the server. */
  private readonly left = new Subject<readonly ListColumn[]>();

  constructor() {
    // one after the other, and to the end: whoever leaves the list loses nothing of it
    this.left
      .pipe(
        concatMap((columns) =>
          this.api.keepLayout(this.name(), columns).pipe(
            catchError((error: unknown) => {
              this.tell(problemOf(error).detail);
              return EMPTY;
            }),
          ),
        ),
      )
      .subscribe();
    whenChanged(this.name, (name) => {
      this.api
        .of(name)
        .pipe(takeUntilDestroyed(this.destroyed))
        .subscribe({
          next: ({ layout, views }) => {
            this.layout.set(layout);
            this.views.set(views);
          },
          // the list itself says what is wrong with the server
          error: () => undefined,
        });
    });
  }

  /** Remembers the columns as they were laid out. */
  keep(columns: readonly ListColumn[]): void {
    this.layout.set(columns);
    this.left.next(columns);
  }

  protected openColumns(): void {
    this.columns.set(this.grid().columnsNow());
    this.choosing.set(true);
  }

  protected show(id: string, shown: boolean): void {
    this.change((all) =>
      all.map((one) =>
        one.column.id === id ? { ...one, column: { ...one.column, hidden: !shown } } : one,
      ),
    );
    if (shown) this.grid().reveal(id);
  }

  /** Moves a column up or down the menu: to the left or to the right. */
  protected move(at: number, by: -1 | 1): void {
    this.change((all) => {
      const moved = [...all];
      const [one] = moved.splice(at, 1);
      if (one) moved.splice(at + by, 0, one);
      return moved;
    });
  }

  protected reset(): void {
    this.grid().resetLayout();
    this.openColumns();
    this.keep(this.columns().map(({ column }) => column));
  }

  protected use({ params, columns }: SavedView): void {
    const filter = Object.fromEntries(
      params
        .filter(({ name }) => name !== 'sort' && name !== 'descending')
        .map(({ name, values }) => [name, values]),
    );
    const of = (name: string): string | null =>
      params.find((one) => one.name === name)?.values[0] ?? null;
    const order = { sort: of('sort'), descending: of('descending') === 'true' };
    this.store.dispatch(listsActions.asked({ list: this.name(), asked: { filter, order } }));
    this.layout.set(columns);
  }

  protected async save(): Promise<void> {
    const { filter, order } = this.lists()[this.name()];
    const params = Object.entries(filter).map(([name, values]) => ({ name, values }));
    const { sort } = order;
    const sorted =
      sort === null
        ? []
        : [
            { name: 'sort', values: [sort] },
            { name: 'descending', values: [String(order.descending)] },
          ];
    const columns = this.grid()
      .columnsNow()
      .map(({ column }) => column);
    const data: SaveViewAsked = {
      list: this.name(),
      content: { params: [...params, ...sorted], columns },
    };
    const open = this.dialogs.open<SaveView, SaveViewAsked, SavedView>(SaveView, dialog({ data }));
    const saved = await firstValueFrom(open.afterClosed());
    if (!saved) return;
    this.views.update((views) => [...views, saved]);
    this.tell(`View ${saved.name} saved.`);
  }

  protected async delete({ id, name }: SavedView): Promise<void> {
    const asked = {
      title: `Delete view ${name}?`,
      detail: 'The list itself stays as it is.',
      yes: 'Delete',
    };
    if (!(await this.question.ask(asked))) return;
    this.api.delete(this.name(), id).subscribe({
      next: () => {
        this.views.update((views) => views.filter((view) => view.id !== id));
      },
      error: (error: unknown) => {
        this.tell(problemOf(error).detail);
      },
    });
  }

  protected async export(format: TableFileFormat): Promise<void> {
    await this.work(async () => {
      const table = await firstValueFrom(this.grid().table());
      const file = await writeTableFile({ name: this.title(), format, table });
      const link = this.document.createElement('a');
      link.href = URL.createObjectURL(file);
      link.download = `${this.title().toLowerCase().replaceAll(/\W+/g, '-')}.${format}`;
      link.click();
      URL.revokeObjectURL(link.href);
    });
  }

  protected async copy(): Promise<void> {
    await this.work(async () => {
      const table = await firstValueFrom(this.grid().table());
      const { rows } = table;
      await navigator.clipboard.writeText(tabbed(table));
      this.tell(`${String(rows.length)} ${rows.length === 1 ? 'row' : 'rows'} copied.`);
    });
  }

  protected async print(): Promise<void> {
    await this.work(async () => {
      printTable(this.document, this.title(), await firstValueFrom(this.grid().table()));
    });
  }

  private change(how: (all: readonly NamedColumn[]) => readonly NamedColumn[]): void {
    this.columns.update(how);
    this.keep(this.columns().map(({ column }) => column));
  }

  private async work(doing: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await doing();
    } catch (error) {
      this.tell(problemOf(error).detail);
    } finally {
      this.busy.set(false);
    }
  }

  private tell(sentence: string): void {
    this.snack.tell(sentence);
  }
}
