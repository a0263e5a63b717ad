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
  FOLLOWS,
  COST_UPDATE_VERDICTS,
  type CostFileMapping,
  type Follows,
  type Page,
  type CostUpdateRow,
  type CostUpdateVerdict,
  type CostUpdateView,
  type UndoCostUpdate,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { Snack } from '../../shared/dialogs/snack';
import type { ColDef } from 'ag-grid-community';
import type { Observable } from 'rxjs';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { EndlessGrid, type RowsAsked } from '../../shared/grid/endless-grid';
import { FileLinks } from '../../shared/files/file-links';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { whenChanged } from '../../shared/requests/when-changed';
import { MappingForm } from './mapping-form';
import { FOLLOWS_WORDS, STATE_WORDS, VERDICT_WORDS } from './cost-update-words';
import { CostUpdatesApi } from './cost-updates.api';
import { costUpdatesActions, costUpdatesFeature } from './cost-updates.feature';

/** A row that is wrong has no figures: what is wrong with it stands across their columns. */
const PLACE_FOR_A_PROBLEM = 8;

/** A price file or a bill: what it would do to costs, prices and margins, and the one place to take it in. */
@Component({
  selector: 'hl-cost-update-sheet',
  imports: [EndlessGrid, FileLinks, MappingForm, MatButton, MatProgressBar, Notice, RouterLink],
  templateUrl: './cost-update-sheet.html',
  styleUrl: '../../shared/files/sent-file.scss',
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostUpdateSheet {
  readonly id = input.required<string>();

  private readonly store = inject(Store);
  private readonly api = inject(CostUpdatesApi);
  protected readonly answer = this.store.selectSignal(costUpdatesFeature.selectCostUpdate);
  protected readonly problem = this.store.selectSignal(costUpdatesFeature.selectProblem);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly costUpdate = computed(() => {
    const costUpdate = this.answer().value;
    return costUpdate?.id === this.id() ? costUpdate : null;
  });
  protected readonly verdict = signal<CostUpdateVerdict | null>(null);
  protected readonly follows = signal<Follows | null>(null);
  protected readonly remapping = signal(false);
  protected readonly chosen = signal<readonly CostUpdateRow[]>([]);
  protected readonly verdicts = COST_UPDATE_VERDICTS.map((key) => ({
    key,
    words: VERDICT_WORDS[key],
  }));
  protected readonly ways = FOLLOWS.map((key) => ({ key, words: FOLLOWS_WORDS[key] }));
  protected readonly stateWords = STATE_WORDS;
  protected readonly showsMapping = computed(
    () => this.costUpdate()?.state === 'mapping' || this.remapping(),
  );
  protected readonly acting = computed(() => {
    const counts = this.costUpdate()?.counts;
    return counts ? counts.new + counts.changed : 0;
  });
  /** What the rows shown are of: another comparison, or one that was left out, is asked for anew. */
  private readonly shown = computed(() => {
    const costUpdate = this.costUpdate();
    if (!costUpdate) return '';
    const { revision, state, counts } = costUpdate;
    return `${String(revision)} ${state} ${JSON.stringify(counts)}`;
  });
  protected readonly find = computed(() => {
    this.shown();
    const [id, verdict, follows] = [this.id(), this.verdict(), this.follows()];
    return ({ offset, limit, sort }: RowsAsked): Observable<Page<CostUpdateRow>> =>
      this.api.rows(id, { verdict, follows, sort, offset, limit });
  });
  protected readonly columns: ColDef<CostUpdateRow>[] = [
    { headerName: 'Row', field: 'row', type: 'rightAligned', width: 54 },
    {
      headerName: 'Status',
      width: 98,
      valueGetter: ({ data }) =>
        data && (data.leftOut ? '– excluded' : VERDICT_WORDS[data.verdict]),
    },
    { headerName: 'Item', width: 88, valueGetter: ({ data }) => data && (data.item ?? data.said) },
    {
      headerName: 'Name or error',
      flex: 1,
      minWidth: 120,
      colSpan: ({ data }) => (data?.problem ? PLACE_FOR_A_PROBLEM : 1),
      valueGetter: ({ data }) => data && (data.problem ?? data.name),
    },
    figure('Old cost', 76, ({ oldCost }) => oldCost),
    figure('New cost', 78, ({ cost }) => cost),
    figure('Price', 80, ({ price }) => price?.before ?? null),
    figure('New price', 80, ({ price }) => price?.after ?? null),
    {
      colId: 'move',
      headerName: 'Change %',
      width: 84,
      type: 'rightAligned',
      sortable: true,
      sortingOrder: ['desc', null],
      valueGetter: ({ data }) => data && writeMove(data.price?.move ?? null),
    },
    figure('Margin %', 76, ({ price }) => price?.marginBefore ?? null),
    figure('New %', 64, ({ price }) => price?.marginAfter ?? null),
    {
      headerName: 'Price update',
      width: 130,
      valueGetter: ({ data }) =>
        data?.price &&
        (data.price.why === null
          ? FOLLOWS_WORDS[data.price.follows]
          : `${FOLLOWS_WORDS[data.price.follows]}: ${data.price.why}`),
    },
  ];
  private readonly snack = inject(Snack);
  /** The cost update that was imported from here, until it is said that it is. */
  private readonly importing = signal<string | null>(null);
  protected readonly rowId = ({ row }: CostUpdateRow): string => String(row);

  constructor() {
    namesOfThings();
    whenChanged(this.id, () => {
      this.open();
    });
    effect(() => {
      const costUpdate = this.costUpdate();
      if (costUpdate?.state !== 'applied' || costUpdate.id !== this.importing()) return;
      untracked(() => {
        this.tellImported(costUpdate);
      });
    });
    inject(DestroyRef).onDestroy(() => {
      this.store.dispatch(costUpdatesActions.left());
    });
  }

  protected open(): void {
    this.store.dispatch(costUpdatesActions.opened({ id: this.id() }));
  }

  protected map(mapping: CostFileMapping): void {
    this.remapping.set(false);
    this.store.dispatch(costUpdatesActions.mapped({ id: this.id(), mapping }));
  }

  protected leaveOut(leftOut: boolean): void {
    const rows = this.chosen().map(({ row }) => row);
    this.store.dispatch(costUpdatesActions.leftOut({ id: this.id(), what: { rows, leftOut } }));
  }

  protected takeIn(revision: number, withoutWrong: boolean): void {
    const what = { revision, withoutWrong };
    this.store.dispatch(costUpdatesActions.takeIn({ id: this.id(), what }));
    this.importing.set(this.id());
  }

  private tellImported({ id, supplier }: CostUpdateView): void {
    this.importing.set(null);
    this.snack.offerUndo(`Imported the costs of ${supplier.name}.`, () => {
      this.undo({}, id);
    });
  }

  /** Whether prices that were accepted from it lie in a draft, so that undoing asks about them. */
  protected readonly asksAboutAccepted = computed(() => {
    const current = this.problem()?.current;
    return typeof current === 'object' && current !== null && 'accepted' in current;
  });

  protected undo(undo: UndoCostUpdate = {}, id = this.id()): void {
    this.store.dispatch(costUpdatesActions.undo({ id, undo }));
  }

  protected cancel(): void {
    this.store.dispatch(costUpdatesActions.cancel({ id: this.id() }));
  }
}

function figure(
  headerName: string,
  width: number,
  of: (row: CostUpdateRow) => string | null,
): ColDef<CostUpdateRow> {
  return {
    headerName,
    width,
    type: 'rightAligned',
    valueGetter: ({ data }) => {
      const value = data ? of(data) : null;
      return value === null || value === '' ? '' : writeNumber(value);
    },
  };
}

/** A move says by a sign which way it goes. */
export function writeMove(move: string | null): string {
  if (move === null) return '';
  return move.startsWith('-') ? `▾ ${writeNumber(move)}` : `▴ +${writeNumber(move)}`;
}
