import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { DocumentName } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { hasPermission } from '../../../shared/session/may-do';
import { writeInstant } from '../../../shared/numbers/dates';
import { transitionActions, transitionFeature } from '../state/transition.feature';
import { Recalculation } from '../state/recalculate';
import { addressOf, stepsOf, WORDS, type Step } from '../../../shared/documents/document-words';
import type { TakeBack } from '../state/documents.api';
import type { OpenDocument } from '../state/documents.feature';

/** How far a document is, what it comes from and became, and the steps it may take next. */
@Component({
  selector: 'hl-document-head',
  imports: [MatButton, Recalculation, RouterLink],
  template: `
    @let view = open().view;
    @if (view.state !== 'open') {
      <strong>{{ view.state }} {{ settled() }}</strong>
    }
    @if (view.from; as from) {
      <span>
        made from <a [routerLink]="address(from)">{{ title(from) }}</a>
      </span>
    }
    @for (made of view.became; track made.number) {
      <span>
        became <a [routerLink]="address(made)">{{ title(made) }}</a>
      </span>
    }
    @if (view.state !== 'open') {
      <hl-compute-again [number]="open().number" />
    }
    @if (mayWrite()) {
      @for (step of steps(); track step.into; let first = $first) {
        <button
          type="button"
          [matButton]="first ? 'filled' : 'outlined'"
          [disabled]="!ready() || view.held"
          [title]="view.held ? 'It waits for approval' : ''"
          (click)="ask(step)"
        >
          {{ step.label }}
        </button>
      }
      @if (mayTakeBack()) {
        @if (view.state !== 'cancelled') {
          <button
            type="button"
            matButton="outlined"
            [disabled]="!ready()"
            (click)="takeBack('cancel')"
          >
            Cancel the order
          </button>
        }
        @if (view.state !== 'open') {
          <button
            type="button"
            matButton="outlined"
            [disabled]="!ready()"
            (click)="takeBack('reopen')"
          >
            Reopen
          </button>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 14px;
      padding: 8px 0 0;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentHead {
  readonly open = input.required<OpenDocument>();

  private readonly store = inject(Store);
  private readonly busy = this.store.selectSignal(transitionFeature.selectBusy);
  protected readonly mayWrite = hasPermission('writeDocuments');
  protected readonly settled = computed(() => {
    const at = this.open().view.settledAt;
    return at === null ? '' : writeInstant(at);
  });
  protected readonly steps = computed(() => {
    const { kind, state, became } = this.open().view;
    return stepsOf(kind, state, became);
  });
  protected readonly mayTakeBack = computed(() => {
    const { kind, became } = this.open().view;
    return kind === 'order' && became.length === 0;
  });
  /** A step is taken from what is saved. */
  protected readonly ready = computed(
    () =>
      !this.busy() && this.open().editing.state === 'saved' && this.open().view.lines.length > 0,
  );
  protected readonly address = (of: DocumentName): readonly [string, number] => addressOf(of);
  protected readonly title = ({ kind, number }: DocumentName): string =>
    `${WORDS[kind].one} ${String(number)}`;

  protected ask({ into }: Step): void {
    this.store.dispatch(transitionActions.asked({ number: this.open().number, into }));
  }

  protected takeBack(how: TakeBack): void {
    const { number, view } = this.open();
    const { revision } = view;
    this.store.dispatch(transitionActions.takenBack({ number, how, revision }));
  }
}
