import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  SHEETS,
  type ImportRow,
  type ImportState,
  type ImportView,
  type ProblemDetails,
  type RowVerdict,
  type SaidFormat,
  type Page,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import type { Observable } from 'rxjs';
import { UndoMass } from '../../editing/history/undo-mass-change';
import { Snack } from '../../shared/dialogs/snack';
import { draftActions } from '../../editing/draft/draft.feature';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid, type RowsAsked } from '../../shared/grid/endless-grid';
import { FileLinks } from '../../shared/files/file-links';
import { Notice } from '../../shared/notices/notice';
import { whenChanged } from '../../shared/requests/when-changed';
import { FileFormatLine } from './file-format';
import { KIND_NAMES, rowSentence, STATE_WORDS, VERDICTS, WHERE_IT_GOES } from './file-words';
import { FileMoves } from './file-moves';
import { FilesApi } from './files.api';
import { filesActions, filesFeature } from './files.feature';

/** A file that was sent in: what each of its rows would do, and the one place to take it in. */
@Component({
  selector: 'hl-file-sheet',
  imports: [
    EndlessGrid,
    FileFormatLine,
    FileLinks,
    FileMoves,
    MatButton,
    MatProgressBar,
    Notice,
    RouterLink,
  ],
  templateUrl: './file-sheet.html',
  styleUrl: '../../shared/files/sent-file.scss',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileSheet {
  readonly id = input.required<string>();

  private readonly store = inject(Store);
  private readonly api = inject(FilesApi);
  private readonly undoMass = inject(UndoMass);
  private readonly snack = inject(Snack);
  protected readonly answer = this.store.selectSignal(filesFeature.selectFile);
  protected readonly problem = this.store.selectSignal(filesFeature.selectProblem);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly file = computed(() => this.answer().value);
  protected readonly verdict = signal<RowVerdict | null>(null);
  protected readonly verdicts = VERDICTS;
  protected readonly stateWords = STATE_WORDS;
  protected readonly whereItGoes = WHERE_IT_GOES;
  protected readonly shown = computed(() => {
    const file = this.file();
    return file && file.state !== 'reading'
      ? `${file.id} ${file.at} ${String(file.compared)}`
      : null;
  });
  protected readonly columns = computed((): ColDef<ImportRow>[] => {
    const file = this.file();
    return file ? columnsOf(file) : [];
  });
  protected readonly find = computed(() => {
    this.shown(); // compared anew, the rows are others
    const [id, verdict] = [this.id(), this.verdict()];
    return ({ offset, limit }: RowsAsked): Observable<Page<ImportRow>> =>
      this.api.rows(id, { verdict, offset, limit });
  });
  /** How it is read, while somebody may still say otherwise. */
  protected readonly readAs = computed(() => {
    const file = this.file();
    const isOpen = file?.state === 'asking' || file?.state === 'ready';
    return isOpen && this.mayEdit() ? file.format : null;
  });
  /** A file that changes facts of items, which are what prices follow from. */
  protected readonly movesPrices = computed(() => {
    const file = this.file();
    const isOpen = file?.kind === 'items' && file.state === 'ready' && file.counts.wrong === 0;
    return isOpen && file.counts.changed > 0 && this.mayEdit() ? file : null;
  });
  /** The row that was opened: its sentence may be longer than its cell. */
  protected readonly opened = signal<ImportRow | null>(null);
  protected readonly told = rowSentence;
  protected readonly rowId = ({ row }: ImportRow): string => String(row);
  protected readonly canUndo = computed(() => {
    const file = this.file();
    const isOver = file !== null && STOPPED.has(file.state);
    return isOver && file.taken > 0 && this.mayEdit();
  });
  protected readonly undoing = signal(false);
  /** The file that was imported from here, until it is said that it is. */
  private readonly importing = signal<string | null>(null);
  protected readonly undoProblem = signal<ProblemDetails | null>(null);

  constructor() {
    whenChanged(this.id, (id) => {
      this.store.dispatch(filesActions.opened({ id }));
    });
    effect(() => {
      const file = this.file();
      if (file?.state !== 'applied' || file.id !== this.importing()) return;
      untracked(() => {
        this.tellImported(file);
      });
    });
    inject(DestroyRef).onDestroy(() => {
      this.store.dispatch(filesActions.left());
    });
  }

  private tellImported({ id, fileName, taken }: ImportView): void {
    this.importing.set(null);
    const rows = taken === 1 ? '1 row' : `${String(taken)} rows`;
    this.snack.offerUndo(`Imported ${rows} of ${fileName}.`, () => void this.undo(id));
  }

  protected title({ kind, level }: ImportView): string {
    return level ? `Prices of ${level.name}` : KIND_NAMES[kind];
  }

  protected ask(): void {
    this.store.dispatch(filesActions.opened({ id: this.id() }));
  }

  protected read(format: SaidFormat): void {
    this.store.dispatch(filesActions.readAs({ id: this.id(), format }));
  }

  protected takeIn(): void {
    const id = this.id();
    this.store.dispatch(filesActions.takeIn({ id }));
    this.importing.set(id);
  }

  protected async undo(id = this.id()): Promise<void> {
    this.undoing.set(true);
    this.undoProblem.set(null);
    const end = await this.undoMass.ask(id, 'Undo this import?');
    this.undoing.set(false);
    if (end === 'left') return;
    if (end !== 'undone') this.undoProblem.set(end);
    this.store.dispatch(draftActions.changed());
    if (id === this.id()) this.ask();
  }

  protected cancel(): void {
    this.store.dispatch(filesActions.cancel({ id: this.id() }));
  }
}

/** States in which nothing more is done with a file. */
const STOPPED: ReadonlySet<ImportState> = new Set(['applied', 'cancelled', 'failed']);

const MARKS: Readonly<Record<RowVerdict, string>> = {
  new: '+ new',
  changed: '△ changed',
  unchanged: '= unchanged',
  wrong: '✕ error',
};

/** The file's own columns, and before them what each row would do. */
function columnsOf({ kind, columns }: ImportView): ColDef<ImportRow>[] {
  const figures = new Set(
    SHEETS[kind].columns.filter(({ holds }) => holds === 'decimal').map(({ name }) => name),
  );
  return [
    { headerName: 'Row', field: 'row', type: 'rightAligned', width: 80, pinned: 'left' },
    {
      headerName: 'Status',
      width: 120,
      pinned: 'left',
      valueGetter: ({ data }) => (data ? MARKS[data.verdict] : ''),
    },
    {
      headerName: 'Changes or errors',
      width: 380,
      valueGetter: ({ data }) => (data ? rowSentence(data) : ''),
    },
    ...columns.map((name): ColDef<ImportRow> => ({
      headerName: name,
      width: name === 'Name' ? 220 : name.length > 10 ? 150 : 120,
      ...(figures.has(name) ? { type: 'rightAligned' } : {}),
      valueGetter: ({ data }) => data?.after[name] ?? '',
    })),
  ];
}
