import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import { SHEET_KINDS, type ImportView, type SheetKind } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import type { ColDef } from 'ag-grid-community';
import { draftFeature } from '../../editing/draft/draft.feature';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { LedgerGrid } from '../../shared/grid/ledger-grid';
import { ListFilters } from '../../shared/lists/list-filters';
import { ListTools } from '../../shared/lists/list-tools';
import { shortList, statusField } from '../../shared/lists/short-list';
import { Notice } from '../../shared/notices/notice';
import { KIND_NAMES, STATE_WORDS, WHERE_IT_GOES } from './file-words';
import { filesActions, filesFeature } from './files.feature';
import { ChoiceField } from '../../shared/fields/choice-field';

const STATE_FIELDS = [statusField(STATE_WORDS)];

/** Files that were sent in, and the place to send one. */
@Component({
  selector: 'hl-file-list',
  imports: [ListFilters, ListTools, ChoiceField, LedgerGrid, MatButton, MatProgressBar, Notice],
  templateUrl: './file-list.html',
  styleUrl: './file-list.scss',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileList {
  /** What the file is of, and the level, where the screen that led here knows. */
  readonly kind = input<string>();
  readonly level = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly draft = this.store.selectSignal(draftFeature.selectChosen);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly list = this.store.selectSignal(filesFeature.selectList);
  protected readonly onItsWay = this.store.selectSignal(filesFeature.selectOnItsWay);
  protected readonly problem = this.store.selectSignal(filesFeature.selectProblem);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly rows = computed(() => [...(this.list().value ?? [])]);
  protected readonly levels = computed(() =>
    this.reference().levels.map(({ id, content }) => ({ id, name: content.name })),
  );
  protected readonly kindChoices = SHEET_KINDS.map((kind) => [kind, KIND_NAMES[kind]] as const);
  protected readonly levelChoices = computed(() =>
    this.levels().map(({ id, name }) => [id, name] as const),
  );
  protected readonly chosenKind = linkedSignal(
    () => SHEET_KINDS.find((kind) => kind === this.kind()) ?? 'items',
  );
  protected readonly chosenLevel = linkedSignal(() => this.level() ?? '');
  protected readonly whereItGoes = computed(() => WHERE_IT_GOES[this.chosenKind()]);
  protected readonly over = signal(false);
  protected readonly columns: ColDef<ImportView>[] = [
    { headerName: 'File', field: 'fileName', flex: 2, minWidth: 180 },
    { headerName: 'Kind', width: 180, valueGetter: ({ data }) => (data ? whatOf(data) : '') },
    { headerName: 'Rows', field: 'rows', type: 'rightAligned', width: 90 },
    {
      headerName: 'Status',
      flex: 1,
      minWidth: 180,
      valueGetter: ({ data }) => (data ? STATE_WORDS[data.state] : ''),
    },
    { headerName: 'By', field: 'by', width: 150 },
    {
      headerName: 'Uploaded',
      field: 'at',
      width: 190,
      valueFormatter: ({ value }: { value: string }) => writeInstant(value),
    },
  ];
  protected readonly view = shortList(
    'imports',
    () => this.rows(),
    () => this.columns,
    () => STATE_FIELDS,
  );
  protected readonly rowId = ({ id }: ImportView): string => id;

  constructor() {
    namesOfThings(); // the levels to choose from come with them
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(filesActions.listOpened());
  }

  protected choose(value: string): void {
    this.chosenKind.set(value as SheetKind);
  }

  protected chooseLevel(value: string): void {
    this.chosenLevel.set(value);
  }

  protected picked({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.send(target.files);
    target.value = ''; // so that the same file can be picked again once it is mended
  }

  protected dragged(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected dropped(event: DragEvent): void {
    this.dragged(event, false);
    this.send(event.dataTransfer?.files ?? null);
  }

  protected stop(): void {
    this.store.dispatch(filesActions.left());
    this.ask();
  }

  protected open({ id }: ImportView): void {
    void this.router.navigate(['/files', id]);
  }

  protected readonly lacksLevel = computed(
    () => this.chosenKind() === 'levelPrices' && this.chosenLevel() === '',
  );

  private send(files: PickedFiles | null): void {
    const file = files?.[0];
    if (!file || this.lacksLevel()) return;
    const [kind, level, draft] = [this.chosenKind(), this.chosenLevel(), this.draft()];
    this.store.dispatch(
      filesActions.send({
        what: {
          kind,
          ...(kind === 'levelPrices' ? { level } : {}),
          ...(draft === null ? {} : { draft }),
        },
        file,
      }),
    );
  }
}

/** The browser's list of files, whose name is this screen's own. */
type PickedFiles = globalThis.FileList;

function whatOf({ kind, level }: ImportView): string {
  return level ? `Prices of ${level.name}` : KIND_NAMES[kind];
}
