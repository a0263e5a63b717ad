import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { DayField } from '../../shared/fields/day-field';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { CatalogueMoves, DraftView, ObjectEdit } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writeNumber, writer } from '../../shared/numbers/numbers';
import { Question } from '../../shared/dialogs/question';
import { whenChanged } from '../../shared/requests/when-changed';
import { DiscardedDrafts } from './discarded-drafts';
import { draftActions, draftFeature } from '../../editing/draft/draft.feature';
import { LargestMoves } from '../../editing/draft/largest-moves';
import { askedSentence, movesSentence, trialSentence } from '../../editing/draft/moves';
import { fieldChanges, type FieldChange } from '../../editing/draft/field-changes';
import { objectAddress, objectSentence, objectTitle } from '../../editing/draft/object-words';
import { ChoiceField, type Choice } from '../../shared/fields/choice-field';

const FEW = 3;

/** All that a draft would change, and what it does to prices; published from here and nowhere else. */
@Component({
  selector: 'hl-look-through',
  imports: [
    ChoiceField,
    DayField,
    DiscardedDrafts,
    FormsModule,
    LargestMoves,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    Notice,
    RouterLink,
  ],
  templateUrl: './look-through.html',
  styleUrl: './look-through.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookThrough {
  /** The draft that an address asks for. */
  readonly id = input<string>();

  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  protected readonly answer = this.store.selectSignal(draftFeature.selectAnswer);
  protected readonly draft = this.store.selectSignal(draftFeature.selectDraft);
  protected readonly drafts = this.store.selectSignal(draftFeature.selectDrafts);
  protected readonly publishing = this.store.selectSignal(draftFeature.selectPublishing);
  protected readonly problem = this.store.selectSignal(draftFeature.selectProblem);
  private readonly question = inject(Question);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly note = signal('');
  /** From when it counts, in the browser's own time, as its field gives it; empty for now. */
  protected readonly moment = signal('');
  protected readonly instant = writeInstant;
  protected readonly another = signal('');
  protected readonly trial = this.store.selectSignal(draftFeature.selectTrial);
  protected readonly movesSentence = movesSentence;
  protected readonly askedSentence = askedSentence;
  protected readonly title = objectTitle;
  protected readonly address = objectAddress;

  /** The draft at a revision: edited further, it is tried anew. */
  private readonly looked = computed(
    () => {
      const draft = this.draft();
      return draft && draft.total > 0 ? { id: draft.id, revision: draft.revision } : null;
    },
    { equal: (a, b) => a?.id === b?.id && a?.revision === b?.revision },
  );

  constructor() {
    this.ask();
    whenChanged(this.id, (id) => {
      if (id !== undefined) this.store.dispatch(draftActions.chosen({ id }));
    });
    whenChanged(this.looked, (looked) => {
      if (looked) this.store.dispatch(draftActions.trialAsked({ id: looked.id }));
    });
  }

  /** What an edit would have done to documents; null where that is not known. */
  protected trialOf({ kind, key }: ObjectEdit): string | null {
    const trial = this.trial().value;
    const own = trial?.edits.find((one) => one.kind === kind && one.key === key);
    return trial && own ? trialSentence(own, trial) : null;
  }

  protected sentence(edit: ObjectEdit, side: 'before' | 'after'): string | null {
    const sentence = objectSentence(edit, side, this.names(), writer);
    return sentence === null ? null : unbroken(sentence);
  }

  /** What an edit changes that neither sentence says, where both say the same. */
  protected beyondWords(edit: ObjectEdit): readonly FieldChange[] {
    const isSaid = this.sentence(edit, 'before') !== this.sentence(edit, 'after');
    return isSaid ? [] : fieldChanges(edit, this.names());
  }

  /** How many customers have the level, for an edit of one. */
  protected holders(customers: number | null): string {
    if (customers === null) return '';
    return customers === 1 ? ', 1 customer has it' : `, ${String(customers)} customers have it`;
  }

  protected ask(): void {
    this.store.dispatch(draftActions.asked());
  }

  protected readonly choices = computed((): Choice[] =>
    this.drafts().map(({ id, name, edits, waits }) => [
      id,
      `${name} (${String(edits)}${waits ? ', scheduled' : ''})`,
    ]),
  );

  protected choose(value: string): void {
    this.store.dispatch(draftActions.chosen({ id: value }));
  }

  protected openNew(): void {
    this.store.dispatch(draftActions.openNew({ name: this.another().trim() }));
    this.another.set('');
  }

  protected async discard(edit: ObjectEdit): Promise<void> {
    const { kind, key } = edit;
    const sure = await this.question.ask({
      title: 'Discard edit?',
      detail: `${objectTitle(edit)} is then as it is published. This cannot be undone.`,
      yes: 'Discard edit',
    });
    if (sure) this.store.dispatch(draftActions.discardEdit({ object: { kind, key } }));
  }

  protected async discardDraft({ id, name, total }: DraftView): Promise<void> {
    const edits = total === 1 ? 'its edit' : `its ${writeNumber(String(total))} edits`;
    const sure = await this.question.ask({
      title: `Discard ${name}?`,
      detail: `The draft and ${edits} are discarded. For 30 days it can be brought back from this page.`,
      yes: 'Discard draft',
    });
    if (sure) this.store.dispatch(draftActions.discardDraft({ id }));
  }

  /** Of so many edits of base prices, what they do together says more than each alone. */
  protected together({ basePriceMoves }: DraftView): CatalogueMoves | null {
    return basePriceMoves && basePriceMoves.compared > FEW ? basePriceMoves : null;
  }

  protected more(): void {
    this.store.dispatch(draftActions.moreAsked());
  }

  protected takeBack({ id }: DraftView): void {
    this.store.dispatch(draftActions.takeBack({ id }));
  }

  protected publish(draft: DraftView): void {
    const typed = this.moment();
    const at = typed === '' ? null : new Date(typed).toISOString();
    this.store.dispatch(draftActions.publish({ draft, note: this.note().trim(), at }));
  }
}
