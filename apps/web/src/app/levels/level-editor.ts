import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  untracked,
  type OnDestroy,
} from '@angular/core';
import type { ItemRow, LevelContent, LevelEntryForm, RoundingForm } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { categoriesFeature } from '../catalogue/categories.feature';
import { CategoryChoice } from '../catalogue/category-choice';
import { ItemPicker } from '../catalogue/item-picker';
import { draftFeature } from '../draft/draft.feature';
import { FigureField } from '../shared/figure-field';
import { KeptState } from '../shared/kept-state';
import { Notice } from '../shared/notice';
import { besidesFields } from '../shared/problems';
import {
  shownPercent,
  startRounding,
  storedPercent,
  withEntry,
  withNewEntry,
  withoutEntry,
} from './level-edits';
import { LevelSentence } from './level-sentence';
import { levelsActions, levelsFeature, theirs } from './levels.feature';

/** The fields that show what is wrong with them themselves. */
const TOLD_BESIDE =
  /^(name|entries\[\d+\]\.(adjustment\.percent|reach(\.item)?)|rounding\.(increment|leastPrice))$/;

/** A level in the draft: its entries, its rounding, and the sentence they make. */
@Component({
  selector: 'hl-level-editor',
  imports: [CategoryChoice, FigureField, ItemPicker, KeptState, LevelSentence, Notice],
  templateUrl: './level-editor.html',
  styleUrl: './level-editor.scss',
  host: { '(window:beforeunload)': 'warn($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelEditor implements OnDestroy {
  readonly id = input.required<string>();
  /** Set where the level is to be begun. */
  readonly new = input<string>();

  private readonly store = inject(Store);
  protected readonly level = this.store.selectSignal(levelsFeature.selectLevel);
  protected readonly categories = this.store.selectSignal(categoriesFeature.selectPlaced);
  protected readonly currency = this.store.selectSignal(draftFeature.selectCurrency);
  protected readonly content = computed(() => this.level().value?.editing.content ?? null);
  protected readonly problem = computed(() => this.level().value?.editing.problem ?? null);
  protected readonly notice = computed(() => besidesFields(this.problem(), TOLD_BESIDE));
  protected readonly theirs = computed(() => {
    const editing = this.level().value?.editing;
    return editing?.state === 'conflict' ? theirs(editing) : null;
  });
  protected readonly percentOf = shownPercent;

  constructor() {
    effect(() => {
      this.id();
      // its address losing ?new must not open it a second time
      untracked(() => {
        this.open();
      });
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(levelsActions.left());
  }

  protected open(): void {
    const create = this.new() !== undefined;
    this.store.dispatch(levelsActions.opened({ id: this.id(), create }));
  }

  protected warn(event: BeforeUnloadEvent): void {
    const state = this.level().value?.editing.state;
    if (state !== undefined && state !== 'kept') event.preventDefault();
  }

  /** What is wrong with a field, or null. */
  protected wrong(path: string): string | null {
    return this.problem()?.fields?.find((field) => field.path === path)?.sentence ?? null;
  }

  /** What is wrong with what an entry reaches, or null. */
  protected wrongReach(index: number): string | null {
    const path = `entries[${String(index)}].reach`;
    return this.wrong(path) ?? (this.wrong(`${path}.item`) === null ? null : 'Pick the item');
  }

  protected rename({ target }: Event): void {
    if (target instanceof HTMLInputElement)
      this.change((content) => ({ ...content, name: target.value.trim() }));
  }

  protected addEntry(): void {
    const codes = this.categories().map(({ code }) => code);
    this.change((content) => withNewEntry(content, crypto.randomUUID(), codes));
  }

  protected removeEntry(id: string): void {
    this.change((content) => withoutEntry(content, id));
  }

  protected resize(entry: LevelEntryForm, size: string): void {
    this.setPercent(entry, storedPercent({ ...shownPercent(entry), size }));
  }

  protected turn(entry: LevelEntryForm, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    this.setPercent(entry, storedPercent({ ...shownPercent(entry), off: target.value === 'off' }));
  }

  protected chooseReach(entry: LevelEntryForm, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    switch (target.value) {
      case 'category':
        this.setReach(entry, { kind: 'category', category: this.categories()[0]?.code ?? '' });
        break;
      case 'all':
        this.setReach(entry, { kind: 'all' });
        break;
      case 'item':
        // an item without a number is refused until one is picked
        this.setReach(entry, { kind: 'item', item: '' });
        break;
    }
  }

  protected chooseCategory(entry: LevelEntryForm, category: string): void {
    this.setReach(entry, { kind: 'category', category });
  }

  protected chooseItem(entry: LevelEntryForm, { item }: ItemRow): void {
    this.setReach(entry, { kind: 'item', item });
  }

  protected chooseRounding({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const direction = (['nearest', 'up', 'down'] as const).find((one) => one === target.value);
    this.change((content) => ({
      ...content,
      rounding: direction
        ? { ...startRounding(this.currency()), ...content.rounding, direction }
        : null,
    }));
  }

  protected setRounding(change: Partial<RoundingForm>): void {
    this.change((content) => ({
      ...content,
      rounding: content.rounding && { ...content.rounding, ...change },
    }));
  }

  protected undo(): void {
    this.store.dispatch(levelsActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(levelsActions.redone());
  }

  protected takeTheirs(): void {
    this.store.dispatch(levelsActions.theirsTaken());
  }

  protected insist(): void {
    this.store.dispatch(levelsActions.mineInsisted());
  }

  private setPercent({ id }: LevelEntryForm, percent: string): void {
    this.change((content) => withEntry(content, id, { adjustment: { kind: 'percent', percent } }));
  }

  private setReach({ id }: LevelEntryForm, reach: Reach): void {
    this.change((content) => withEntry(content, id, { reach }));
  }

  private change(how: (content: LevelContent) => LevelContent): void {
    const content = this.content();
    if (content) this.store.dispatch(levelsActions.edited({ content: how(content) }));
  }
}
