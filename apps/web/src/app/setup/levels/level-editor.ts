import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnDestroy,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import type { LevelContent, LevelEntryForm, RoundingForm } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { dialog } from '../../shared/dialogs/dialogs';
import { DayField } from '../../shared/fields/day-field';
import { SavedState } from '../../editing/saved-state';
import { Notice } from '../../shared/notices/notice';
import { besidesFields } from '../../shared/requests/problems';
import { whenChanged } from '../../shared/requests/when-changed';
import { EntryEditor } from './entry-editor';
import { LevelBench } from './level-bench';
import { withCurrency, withEntry, withEntryMoved, withNewEntry, withoutEntry } from './level-edits';
import { LevelSentence } from '../../editing/draft/level-sentence';
import { levelsActions, levelsFeature, serverVersion } from './levels.feature';
import { ReachedItems } from './reached-items';
import { RoundingEditor } from './rounding-editor';
import { SingleItems } from './single-items';
import type { LevelCopy as Copy, LevelCopyAsked } from './level-copy';
import { ChoiceField } from '../../shared/fields/choice-field';

const ORDERS = [
  ['narrowest', 'Most specific entry wins'],
  ['list', 'First match wins'],
] as const;

/** The fields that show what is wrong with them themselves. */
const TOLD_BESIDE = /^(name|window|entries\[\d+\]\..+|rounding(\..+)?|typedPrices(\[\d+\]\..+)?)$/;

/** A level in a draft: its entries, its single items, its rounding, and the sentence they make. */
@Component({
  selector: 'hl-level-editor',
  imports: [
    ChoiceField,
    DayField,
    EntryEditor,
    LevelBench,
    LevelSentence,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    Notice,
    ReachedItems,
    RoundingEditor,
    RouterLink,
    SavedState,
    SingleItems,
  ],
  templateUrl: './level-editor.html',
  styleUrl: './level-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelEditor implements OnDestroy {
  readonly id = input.required<string>();
  /** Set where the level is to be begun. */
  readonly new = input<string>();
  /** The level that it begins as a copy of, and the percent with which it follows that one. */
  readonly from = input<string>();
  readonly percent = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialogs = inject(MatDialog);
  /** Why a copy was not begun. */
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly level = this.store.selectSignal(levelsFeature.selectLevel);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly mayGive = hasPermission('editFacts');
  protected readonly content = computed(() => this.level().value?.editing.content ?? null);
  protected readonly problem = computed(() => this.level().value?.editing.problem ?? null);
  protected readonly notice = computed(() => besidesFields(this.problem(), TOLD_BESIDE));
  /** What is wrong with the level, by path. */
  protected readonly problems = computed(
    (): ReadonlyMap<string, string> =>
      new Map((this.problem()?.fields ?? []).map(({ path, sentence }) => [path, sentence])),
  );
  protected readonly serverVersion = computed(() => {
    const editing = this.level().value?.editing;
    return editing?.state === 'conflict' ? { draft: serverVersion(editing) } : null;
  });
  protected readonly orders = ORDERS;
  protected readonly currencies = computed(() => {
    const { currencies } = this.reference().customers;
    const own = this.content()?.currency ?? '';
    return currencies.includes(own) ? currencies : [own, ...currencies];
  });

  constructor() {
    namesOfThings(); // the choices below are filled from them
    // its address losing ?new does not open it a second time
    whenChanged(this.id, () => {
      this.store.dispatch(levelsActions.left()); // the level that was open before
      this.open();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(levelsActions.left());
  }

  /**
   * Begins another level: one that follows this one, or the same on its own. The dialog's code comes when it
   * is first asked for.
   */
  protected async duplicate(): Promise<void> {
    const { LevelCopy } = await import('./level-copy');
    this.dialogs
      .open<Copy, undefined, LevelCopyAsked>(LevelCopy, dialog<undefined>({ width: '440px' }))
      .afterClosed()
      .subscribe((asked) => {
        if (!asked) return;
        const follows = asked.percent === null ? {} : { percent: asked.percent };
        void this.router.navigate(['/levels', crypto.randomUUID()], {
          queryParams: { new: 'yes', from: this.id(), ...follows },
        });
      });
  }

  protected open(): void {
    const begins = { from: this.from() ?? null, percent: this.percent() ?? null };
    const create = this.new() === undefined ? null : begins;
    this.store.dispatch(levelsActions.opened({ key: this.id(), create }));
  }

  protected wrong(path: string): string | null {
    return this.problems().get(path) ?? null;
  }

  protected rename({ target }: Event): void {
    if (target instanceof HTMLInputElement)
      this.change((content) => ({ ...content, name: target.value.trim() }));
  }

  protected chooseCurrency(value: string): void {
    this.change((content) => withCurrency(content, value));
  }

  protected chooseOrder(value: string): void {
    const order = value === 'list' ? 'list' : 'narrowest';
    this.change((content) => ({ ...content, order }));
  }

  protected setWindow(part: Partial<LevelContent['window']>): void {
    this.change((content) => ({ ...content, window: { ...content.window, ...part } }));
  }

  protected addEntry(): void {
    this.change((content) => withNewEntry(content, crypto.randomUUID()));
  }

  protected moveEntry(id: string, by: -1 | 1): void {
    this.change((content) => withEntryMoved(content, id, by));
  }

  protected removeEntry(id: string): void {
    this.change((content) => withoutEntry(content, id));
  }

  protected setEntry(id: string, how: (entry: LevelEntryForm) => LevelEntryForm): void {
    this.change((content) => withEntry(content, id, how));
  }

  protected setRounding(rounding: RoundingForm | null): void {
    this.change((content) => ({ ...content, rounding }));
  }

  protected withdraw(): void {
    this.store.dispatch(levelsActions.withdrawn({ id: this.id() }));
  }

  protected undo(): void {
    this.store.dispatch(levelsActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(levelsActions.redone());
  }

  protected takeTheirs(): void {
    this.store.dispatch(levelsActions.serverVersionTaken());
  }

  protected rebase(): void {
    this.store.dispatch(levelsActions.rebased());
  }

  protected change(how: (content: LevelContent) => LevelContent): void {
    const content = this.content();
    if (content) this.store.dispatch(levelsActions.edited({ content: how(content) }));
  }
}
