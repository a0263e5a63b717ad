import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { breakContentSchema, type BreakAnswer, type BreakContent } from '@honest-ledger/contracts';
import { breakSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { ReadBack } from '../../editing/draft/read-back';
import { EditSteps } from '../../editing/draft/edit-steps';
import { objectSheet } from '../../editing/draft/object-sheet';
import { RoundingEditor } from '../levels/rounding-editor';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { GoodsField } from '../../shared/reference/goods-field';
import { wrongGoods } from '../../shared/reference/scope-edits';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { FigureField } from '../../shared/fields/figure-field';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { BreakBench } from './break-bench';
import { BreakCurve } from './break-curve';
import { emptyBreak, inCurrency, withSetUp } from './break-edits';
import { BreakItems } from './break-items';
import { BreakLimits } from './break-limits';
import { stepsOf, waysOut, zonesIn, zoneWords } from './break-quantities';
import { BreakWays } from './break-ways';
import { breaksActions, breaksFeature } from './breaks.feature';
import { TierEditor } from './tier-editor';

/** A quantity break in a draft: its goods, its tiers with what they make, and where more costs less. */
@Component({
  selector: 'hl-break-editor',
  imports: [
    BreakBench,
    BreakCurve,
    BreakItems,
    BreakLimits,
    BreakWays,
    ChoiceField,
    EditRefusal,
    EditSteps,
    FigureField,
    MatButton,
    Notice,
    ReadBack,
    RoundingEditor,
    RouterLink,
    GoodsField,
    TextField,
    TierEditor,
  ],
  templateUrl: './break-editor.html',
  styleUrl: './break-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakEditor {
  readonly id = input.required<string>();
  /** Set where the break is to be begun. */
  readonly new = input<string>();
  /** Another break that it begins as a copy of, and the items that it is for. */
  readonly like = input<string>();
  readonly item = input<string | readonly string[]>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly found = this.store.selectSignal(breaksFeature.selectOpened);
  protected readonly mayEdit = hasPermission('editSetup');
  /** What was tried of the break as it is edited. */
  protected readonly answer = signal<BreakAnswer | null>(null);
  protected readonly sheet = objectSheet({
    kind: 'break',
    id: this.id,
    view: computed(() => this.found().value),
    schema: breakContentSchema,
    beginning: () => this.beginning(),
  });
  protected readonly content = this.sheet.content;
  protected readonly state = this.sheet.state;
  protected readonly problems = this.sheet.problems;
  protected readonly wrongScopes = computed(() => wrongGoods(this.problems(), 'scopes'));
  protected readonly sentence = computed(() => {
    const content = this.sheet.readable();
    return content && unbroken(breakSentence(content, this.names(), writer));
  });
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly zones = computed(() => {
    const [content, answer] = [this.content(), this.answer()];
    if (!content || !answer?.item) return [];
    return zonesIn(stepsOf(content, answer), answer.item.digits);
  });
  protected readonly ways = computed(() => {
    const [content, answer] = [this.content(), this.answer()];
    return content && answer ? waysOut(content, answer) : [];
  });
  protected readonly snagsWords = computed(() => {
    const count = this.zones().length;
    return count === 1 ? '1 snag in this break.' : `${String(count)} snags in this break.`;
  });
  protected readonly zoneWords = zoneWords;

  constructor() {
    whenChanged(this.id, () => {
      this.open();
    });
  }

  protected open(): void {
    this.answer.set(null);
    const isNew = this.new() !== undefined;
    const like = this.like() ?? null;
    this.store.dispatch(breaksActions.opened({ id: this.id(), isNew, like }));
  }

  private beginning(): BreakContent {
    const { copied = null } = this.found().value ?? {};
    const content = copied ?? emptyBreak(this.reference().customers.homeCurrency);
    const items = [this.item() ?? []].flat();
    const [first] = items;
    if (first === undefined) return content;
    const more = items.length === 1 ? '' : ` and ${String(items.length - 1)} more`;
    const name = `${content.name.replace(/, copy$/, '')}, ${first}${more}`;
    return { ...content, name, scopes: items.map((item) => ({ kind: 'item', item })) };
  }

  protected readonly setUp = withSetUp;

  protected chooseCurrency(currency: string): void {
    const content = this.content();
    if (content) this.sheet.save(inCurrency(content, currency));
  }

  /** The same tiers for other goods: a break of its own, that is not saved until it is edited. */
  protected copy(): void {
    void this.router.navigate(['/breaks', crypto.randomUUID()], {
      queryParams: { new: 'yes', like: this.id() },
    });
  }

  /** Create own break for some items, like this one. */
  protected beginOwn(items: readonly string[]): void {
    void this.router.navigate(['/breaks', crypto.randomUUID()], {
      queryParams: { new: 'yes', like: this.id(), item: items },
    });
  }

  protected withdraw(): void {
    this.sheet.withdraw();
    void this.router.navigate(['/breaks']);
  }
}
