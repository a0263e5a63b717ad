import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnDestroy,
} from '@angular/core';
import type { ItemRow, LevelContent, RoundingForm } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { categoriesFeature } from '../catalogue/categories.feature';
import { CategoryChoice } from '../catalogue/category-choice';
import { ItemPicker } from '../catalogue/item-picker';
import { draftFeature } from '../draft/draft.feature';
import { FigureField } from '../shared/figure-field';
import { KeptState } from '../shared/kept-state';
import { lossOf, type EditingScreen } from '../shared/leave-kept';
import { Notice } from '../shared/notice';
import { besidesFields } from '../shared/problems';
import { whenChanged } from '../shared/when-changed';
import {
  shownPercent,
  startRounding,
  type ShownPercent,
  withEntry,
  withNewEntry,
  withPercent,
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
export class LevelEditor implements EditingScreen, OnDestroy {
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
    // its address losing ?new does not open it a second time
    whenChanged(this.id, () => {
      this.open();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(levelsActions.left());
  }

  lossOnLeaving(): string | null {
    const editing = this.level().value?.editing;
    return editing ? lossOf(editing, 'This level') : null;
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

  protected resize(id: string, size: string): void {
    this.setPercent(id, (shown) => ({ ...shown, size }));
  }

  protected turn(id: string, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    this.setPercent(id, (shown) => ({ ...shown, off: target.value === 'off' }));
  }

  protected chooseReach(id: string, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    switch (target.value) {
      case 'category':
        this.setReach(id, { kind: 'category', category: this.categories()[0]?.code ?? '' });
        break;
      case 'all':
        this.setReach(id, { kind: 'all' });
        break;
      case 'item':
        // an item without a number is refused until one is picked
        this.setReach(id, { kind: 'item', item: '' });
        break;
    }
  }

  protected chooseCategory(id: string, category: string): void {
    this.setReach(id, { kind: 'category', category });
  }

  protected chooseItem(id: string, { item }: ItemRow): void {
    this.setReach(id, { kind: 'item', item });
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

  private setPercent(id: string, how: (shown: ShownPercent) => ShownPercent): void {
    this.change((content) => withPercent(content, id, how));
  }

  private setReach(id: string, reach: Reach): void {
    this.change((content) => withEntry(content, id, { reach }));
  }

  private change(how: (content: LevelContent) => LevelContent): void {
    const content = this.content();
    if (content) this.store.dispatch(levelsActions.edited({ content: how(content) }));
  }
}
