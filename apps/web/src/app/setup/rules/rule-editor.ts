import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { ruleContentSchema } from '@honest-ledger/contracts';
import { neverHolds, NO_LIMITS, type RuleLimits } from '@honest-ledger/engine';
import { ruleSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { ReadBack } from '../../editing/draft/read-back';
import { EditSteps } from '../../editing/draft/edit-steps';
import { objectSheet } from '../../editing/draft/object-sheet';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { OutletChoice } from '../../shared/reference/outlet-choice';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { FigureField } from '../../shared/fields/figure-field';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { ConditionEditor } from './condition-editor';
import { RuleItems } from './rule-items';
import { RuleRecordTable } from './rule-record';
import { EffectEditor } from './effect-editor';
import { RuleBench } from './rule-bench';
import { contradictionMarks } from './contradiction-marks';
import { emptyRule } from './rule-edits';
import { rulesActions, rulesFeature } from './rules.feature';
import { ValidityEditor } from './validity-editor';

const TRIGGERS = ['automatic', 'code', 'manual'] as const;

/** A conditional rule in a draft: where it holds, what it does, when, and with which others. */
@Component({
  selector: 'hl-rule-editor',
  imports: [
    ChoiceField,
    ConditionEditor,
    EditRefusal,
    EditSteps,
    EffectEditor,
    FigureField,
    MatButton,
    MatCheckbox,
    Notice,
    OutletChoice,
    ReadBack,
    RouterLink,
    RuleBench,
    RuleItems,
    RuleRecordTable,
    TextField,
    ValidityEditor,
  ],
  templateUrl: './rule-editor.html',
  styleUrl: './rule-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleEditor {
  protected readonly triggers = [
    ['automatic', 'Automatic'],
    ['code', 'Code'],
    ['manual', 'Manual'],
  ] as const;
  protected readonly combining = [
    ['together', 'Combined'],
    ['alone', 'Not combined'],
  ] as const;
  readonly id = input.required<string>();
  /** Set where the rule is to be begun. */
  readonly new = input<string>();
  /** Another rule that it begins as a copy of. */
  readonly like = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly found = this.store.selectSignal(rulesFeature.selectOpened);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly sheet = objectSheet({
    kind: 'rule',
    id: this.id,
    view: computed(() => this.found().value),
    schema: ruleContentSchema,
    beginning: () =>
      this.found().value?.copied ?? emptyRule(this.reference().customers.homeCurrency),
  });
  protected readonly content = this.sheet.content;
  protected readonly state = this.sheet.state;
  /** What keeps the rule from being saved, and the tests that contradict another. */
  protected readonly problems = computed((): ReadonlyMap<string, string> => {
    const content = this.sheet.readable();
    if (!content) return this.sheet.problems();
    const { when, currency } = content;
    const marks = contradictionMarks(when, currency, this.names());
    return new Map([...marks, ...this.sheet.problems()]);
  });
  protected readonly never = computed(() => {
    const content = this.sheet.readable();
    return content !== null && neverHolds(content.when);
  });
  protected readonly sentence = computed(() => {
    const content = this.sheet.readable();
    return content && unbroken(ruleSentence(content, this.names(), writer));
  });
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );

  constructor() {
    whenChanged(this.id, () => {
      this.open();
    });
  }

  protected open(): void {
    const isNew = this.new() !== undefined;
    const like = this.like() ?? null;
    this.store.dispatch(rulesActions.opened({ id: this.id(), isNew, like }));
  }

  protected setFlag(field: 'paused' | 'stopProcessing', checked: boolean): void {
    this.sheet.set({ [field]: checked });
  }

  protected setTrigger(value: string): void {
    const kind = TRIGGERS.find((one) => one === value) ?? 'automatic';
    this.sheet.set({ trigger: kind === 'code' ? { kind, code: '' } : { kind } });
  }

  protected setTogether(value: string): void {
    this.sheet.set({ combinable: value === 'together' });
  }

  protected setPlace(text: string): void {
    this.sheet.set({ place: Number(text) });
  }

  protected setLimit(field: keyof RuleLimits, text: string): void {
    const limits = this.content()?.limits ?? NO_LIMITS;
    this.sheet.set({ limits: { ...limits, [field]: text === '' ? null : Number(text) } });
  }

  protected duplicate(): void {
    void this.router.navigate(['/rules', crypto.randomUUID()], {
      queryParams: { new: 'yes', like: this.id() },
    });
  }

  protected withdraw(): void {
    this.sheet.withdraw();
    void this.router.navigate(['/rules']);
  }
}
