import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { Store } from '@ngrx/store';
import type { OpenDocument } from '../state/documents.feature';
import { hasPermission } from '../../../shared/session/may-do';
import { sessionFeature } from '../../../shared/session/session.feature';
import { writeInstant } from '../../../shared/numbers/dates';
import { Notice } from '../../../shared/notices/notice';
import { approvalsActions, approvalsFeature } from '../state/approvals.feature';
import { countedUnits } from '../../../shared/reference/names';
import { guardSentence } from './guard-words';

/** What stands in the way of a document, and who may let it go on: to be asked for, and decided. */
@Component({
  selector: 'hl-approval-panel',
  imports: [MatButton, MatFormField, MatInput, MatLabel, Notice],
  template: `
    @let view = open().view;
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (view.held) {
      <section class="notice conflict" aria-label="Approval">
        <p>△ This {{ view.kind }} goes no further until somebody who may has approved:</p>
        <ul>
          @for (sentence of sentences(); track $index) {
            <li>{{ sentence }}</li>
          }
        </ul>
        @if (asked(); as asked) {
          <p>
            {{ asked.askedBy }} asked on {{ instant(asked.askedAt)
            }}{{ asked.note === '' ? '.' : ': ' + asked.note }}
          </p>
          @if (mayDecide()) {
            <p>
              <mat-form-field
                ><mat-label>Comment</mat-label
                ><input
                  matInput
                  placeholder="Comment; required when you reject"
                  maxlength="500"
                  autocomplete="off"
                  [value]="word()"
                  (input)="word.set(field.value)"
                  #field
              /></mat-form-field>
              <button
                type="button"
                matButton="filled"
                [disabled]="busy()"
                (click)="decide(asked.id, true)"
              >
                Approve
              </button>
              <button
                type="button"
                matButton="outlined"
                [disabled]="busy() || word().trim() === ''"
                (click)="decide(asked.id, false)"
              >
                Refuse
              </button>
            </p>
          } @else {
            <p class="soft">It waits for an approver.</p>
          }
        } @else {
          @if (refused(); as refused) {
            <p>{{ refused.decidedBy }} refused: {{ refused.word }}</p>
          }
          @if (mayWrite()) {
            <p>
              <mat-form-field
                ><mat-label>Message to the approver</mat-label
                ><input matInput maxlength="500" autocomplete="off" #note
              /></mat-form-field>
              <button
                type="button"
                matButton="filled"
                [disabled]="busy() || open().editing.state !== 'saved'"
                (click)="ask(note.value)"
              >
                Ask for approval
              </button>
            </p>
          }
        }
      </section>
    } @else if (approved(); as approved) {
      <p class="soft approved">
        Approved by {{ approved.decidedBy }} on {{ instant(approved.decidedAt ?? '')
        }}{{ approved.word === '' ? '.' : ': ' + approved.word }}
      </p>
    }
  `,
  styles: `
    section {
      display: block;
      margin: 12px 18px;
    }
    p,
    ul {
      margin: 6px 0;
    }
    mat-form-field {
      width: 320px;
      margin-right: 10px;
    }
    button {
      margin-right: 10px;
    }
    .approved {
      padding: 4px 18px 0;
      margin: 0;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ApprovalPanel {
  readonly open = input.required<OpenDocument>();

  private readonly store = inject(Store);
  protected readonly busy = this.store.selectSignal(approvalsFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(approvalsFeature.selectProblem);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  private readonly mayApprove = hasPermission('approve');
  protected readonly mayWrite = hasPermission('writeDocuments');
  private readonly counted = countedUnits();
  protected readonly sentences = computed(() => {
    const { guards, currency } = this.open().view;
    const counted = this.counted();
    return guards.map((guard) => guardSentence(guard, currency, counted));
  });
  private readonly approval = computed(() => this.open().view.approval);
  protected readonly asked = computed(() => this.inState('asked'));
  protected readonly refused = computed(() => this.inState('refused'));
  protected readonly approved = computed(() => this.inState('approved'));
  /** Whoever asked has it decided by somebody else. */
  protected readonly mayDecide = computed(
    () => this.mayApprove() && this.asked()?.askedBy !== this.user()?.name,
  );
  /** What whoever decides says to it. */
  protected readonly word = linkedSignal({ source: this.asked, computation: () => '' });
  protected readonly instant = writeInstant;

  protected ask(note: string): void {
    const { number, view } = this.open();
    const { revision } = view;
    this.store.dispatch(approvalsActions.asked({ number, revision, note: note.trim() }));
  }

  protected decide(id: number, approved: boolean): void {
    const { number } = this.open();
    const decision = { approved, word: this.word().trim() };
    this.store.dispatch(approvalsActions.decided({ number, id, decision }));
  }

  private inState(state: string) {
    const approval = this.approval();
    return approval?.state === state ? approval : null;
  }
}
