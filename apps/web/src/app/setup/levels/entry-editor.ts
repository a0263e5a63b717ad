import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type {
  AdjustmentForm,
  LevelEntryForm,
  LevelSummary,
  RoundingForm,
} from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { GoodsField } from '../../shared/reference/goods-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';
import { AdjustmentFields } from './adjustment-fields';
import { fallsOf } from './band-falls';
import {
  doingOf,
  doingsFrom,
  startAdjusting,
  startAdjustment,
  startBasis,
  waysFrom,
  withBasis,
} from './level-edits';
import { UNSAID, wrongGoods } from '../../shared/reference/scope-edits';
import { RoundingEditor } from './rounding-editor';
import { ChoiceField, type Choice } from '../../shared/fields/choice-field';

/** One entry of a level: which goods, starting from which price, and what is done to it. */
@Component({
  selector: 'hl-entry-editor',
  imports: [
    AdjustmentFields,
    ChoiceField,
    FigureField,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    RoundingEditor,
    GoodsField,
  ],
  templateUrl: './entry-editor.html',
  styleUrl: './entry-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EntryEditor {
  readonly entry = input.required<LevelEntryForm>();
  readonly level = input.required<string>();
  readonly currency = input.required<string>();
  /** What is wrong with the level, by path, and this entry's path in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  /** Every change says how to make it from what the entry is by then. */
  readonly changed = output<(entry: LevelEntryForm) => LevelEntryForm>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly goods = computed(() => this.reference().goods);
  protected readonly doings = computed(() => doingsFrom(this.entry().basis));
  /** The same for one band. */
  protected readonly ways = computed(() => waysFrom(this.entry().basis));
  protected readonly falls = computed(() => fallsOf(this.entry()));
  protected readonly doing = computed(() => doingOf(this.entry()));
  /** Another level can be a basis, this one cannot. */
  private readonly otherLevels = computed((): readonly LevelSummary[] =>
    this.reference().levels.filter(({ id }) => id !== this.level()),
  );
  protected readonly wrongScope = computed(() =>
    wrongGoods(this.problems(), `${this.path()}.scope`),
  );

  protected readonly basisCode = computed(() => {
    const { basis } = this.entry();
    switch (basis.kind) {
      case 'cost':
        return `cost:${basis.cost}`;
      case 'costTable':
        return basis.table === null ? 'costTable' : `table:${basis.table}`;
      case 'level':
        return `level:${basis.level}`;
      default:
        return basis.kind;
    }
  });
  protected readonly bases = computed((): Choice[] => {
    const { costKinds, costTables } = this.goods();
    return [
      ['basePrice', 'base price'],
      ['listPrice', 'list price'],
      ['namedPrice', 'a price by its name'],
      ...costKinds.map(({ code, name }): Choice => [`cost:${code}`, `${name} cost`]),
      ['costTable', 'the item’s cost table'],
      ...costTables.map(({ code, name }): Choice => [`table:${code}`, `cost table ${name}`]),
      ...this.otherLevels().map(({ id, content }): Choice => [
        `level:${id}`,
        `price level ${content.name}`,
      ]),
    ];
  });

  /** What is wrong with a field, or null. */
  protected wrong(field: string): string | null {
    return this.problems().get(`${this.path()}.${field}`) ?? null;
  }

  protected setScope(scope: Scope): void {
    this.changed.emit((entry) => ({ ...entry, scope }));
  }

  protected chooseBasis(value: string): void {
    const basis = startBasis(value);
    this.changed.emit((entry) => withBasis(entry, basis));
  }

  protected nameBasis({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const basis = { kind: 'namedPrice', name: target.value.trim() } as const;
    this.changed.emit((entry) => ({ ...entry, basis }));
  }

  protected chooseDoing(value: string): void {
    const doing = this.doings().find(([one]) => one === value)?.[0];
    if (!doing) return;
    this.changed.emit((entry) => ({ ...entry, adjusting: startAdjusting(doing, entry.adjusting) }));
  }

  protected setAdjustment(adjustment: AdjustmentForm): void {
    this.changed.emit((entry) => ({ ...entry, adjusting: { kind: 'plain', adjustment } }));
  }

  protected setClosing(checked: boolean): void {
    const closes = checked;
    this.changed.emit((entry) => ({ ...entry, closes }));
  }

  protected setBand(place: number, band: { from?: string; adjustment?: AdjustmentForm }): void {
    this.withBands((bands) => bands.map((one, at) => (at === place ? { ...one, ...band } : one)));
  }

  /** Each band may do another thing. */
  protected chooseWay(place: number, value: string): void {
    const way = this.ways().find(([one]) => one === value)?.[0];
    if (!way) return;
    this.withBands((bands) =>
      bands.map((one, at) =>
        at === place ? { ...one, adjustment: startAdjustment(way, one.adjustment) } : one,
      ),
    );
  }

  protected setRounding(rounding: RoundingForm | null): void {
    this.changed.emit((entry) => ({ ...entry, rounding }));
  }

  /** From where on, and how much, is still to be typed. */
  protected addBand(): void {
    this.withBands((bands) => {
      const kind = bands.at(-1)?.adjustment.kind ?? 'percent';
      return [...bands, { from: UNSAID, adjustment: startAdjustment(kind, undefined) }];
    });
  }

  protected removeBand(place: number): void {
    this.withBands((bands) => bands.filter((_, at) => at !== place));
  }

  private withBands(how: (bands: Bands) => Bands): void {
    this.changed.emit((entry) =>
      entry.adjusting.kind === 'plain'
        ? entry
        : { ...entry, adjusting: { ...entry.adjusting, bands: how(entry.adjusting.bands) } },
    );
  }
}

type Bands = Extract<LevelEntryForm['adjusting'], { kind: 'byPrice' }>['bands'];
