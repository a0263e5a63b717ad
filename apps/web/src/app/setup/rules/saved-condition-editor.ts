import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { savedConditionContentSchema, type SavedConditionContent } from '@honest-ledger/contracts';
import { neverHolds } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { ReadBack } from '../../editing/draft/read-back';
import { EditSteps } from '../../editing/draft/edit-steps';
import { objectSheet } from '../../editing/draft/object-sheet';
import { conditionSentence } from '../../editing/draft/object-words';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { ConditionEditor } from './condition-editor';
import { conditionsActions, conditionsFeature } from './conditions.feature';
import { UNSAID_GOODS } from '../../shared/reference/scope-edits';
import { contradictionMarks } from './contradiction-marks';

const BEGINNING: SavedConditionContent = {
  name: '',
  when: { kind: 'all', of: [{ kind: 'goods', scopes: [UNSAID_GOODS] }] },
};

/** A condition that is saved under a name, in a draft: every rule that names it follows. */
@Component({
  selector: 'hl-saved-condition-editor',
  imports: [
    ConditionEditor,
    EditRefusal,
    EditSteps,
    MatButton,
    Notice,
    ReadBack,
    RouterLink,
    TextField,
  ],
  template: `
    @if (found().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="open()" />
    }
    @if (sheet.content(); as content) {
      <header class="sheet-head">
        <h1>{{ content.name || 'New condition' }}</h1>
        <span class="soft">{{ sheet.state() }}</span>
        @if (mayEdit()) {
          <hl-edit-steps />
        }
        <a matButton="outlined" routerLink="/rules/conditions">All conditions</a>
        @if (mayEdit() && found().value?.published) {
          @if (sheet.state() !== 'Published') {
            <button type="button" matButton="outlined" (click)="sheet.discard()">
              Discard edit
            </button>
          }
          <button type="button" matButton="outlined" (click)="withdraw()">Delete condition</button>
        }
      </header>
      <hl-edit-refusal [key]="id()" />
      <section>
        <hl-read-back [sentence]="sentence()" />
        @if (never()) {
          <p class="attention">△ Never met: its conditions contradict each other.</p>
        }
      </section>
      <fieldset [disabled]="!mayEdit()">
        <section class="line">
          <hl-text-field
            class="name"
            label="Name"
            [value]="content.name"
            [problem]="
              sheet.wrong('name') &&
              (content.name === '' ? 'Name is missing. Enter one.' : sheet.wrong('name'))
            "
            (changed)="sheet.set({ name: $event })"
          />
        </section>
        <section>
          <h2>Where</h2>
          <hl-condition-editor
            [condition]="content.when"
            [problems]="problems()"
            path="when"
            currency=""
            (changed)="sheet.set({ when: $event })"
          />
          <p class="soft">Money in it is in the currency of the rule that uses it.</p>
        </section>
      </fieldset>
    } @else if (found().state === 'loading') {
      <p class="waiting soft">Reading the condition…</p>
    }
  `,
  styleUrl: './rule-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SavedConditionEditor {
  readonly id = input.required<string>();
  /** Set where the condition is to be begun. */
  readonly new = input<string>();
  /** Another one that it begins as a copy of. */
  readonly like = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly names = namesOfThings();
  protected readonly found = this.store.selectSignal(conditionsFeature.selectOpened);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly sheet = objectSheet({
    kind: 'condition',
    id: this.id,
    view: computed(() => this.found().value),
    schema: savedConditionContentSchema,
    beginning: () => this.found().value?.copied ?? BEGINNING,
  });
  protected readonly sentence = computed(() => {
    const content = this.sheet.readable();
    return content && unbroken(conditionSentence(content, this.names(), writer));
  });
  protected readonly problems = computed((): ReadonlyMap<string, string> => {
    const when = this.sheet.readable()?.when;
    const marks = when ? contradictionMarks(when, '', this.names()) : [];
    return new Map([...marks, ...this.sheet.problems()]);
  });
  protected readonly never = computed(() => {
    const content = this.sheet.readable();
    return content !== null && neverHolds(content.when);
  });

  constructor() {
    whenChanged(this.id, () => {
      this.open();
    });
  }

  protected open(): void {
    const isNew = this.new() !== undefined;
    this.store.dispatch(
      conditionsActions.opened({ id: this.id(), isNew, like: this.like() ?? null }),
    );
  }

  protected withdraw(): void {
    this.sheet.withdraw();
    void this.router.navigate(['/rules/conditions']);
  }
}
