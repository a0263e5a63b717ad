import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type { ItemFactsForm, PricedLineForm } from '@honest-ledger/contracts';
import { averageEach, type DocumentKind } from '@honest-ledger/engine';
import { priceCauses } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { namesOfThings } from '../../../shared/reference/names';
import { Notice } from '../../../shared/notices/notice';
import { unbroken, writeNumber, writer } from '../../../shared/numbers/numbers';
import { transitionActions, transitionFeature } from '../state/transition.feature';

import type { OpenDocument } from '../state/documents.feature';

/** A line whose price is not the promised one any more. */
interface Differing {
  readonly id: string;
  readonly item: string;
  readonly name: string;
  readonly promised: Figures;
  readonly today: Figures;
  readonly causes: readonly string[];
  /** Nothing was promised for a line that had no price. */
  readonly mayKeep: boolean;
  readonly kept: boolean;
}

interface Figures {
  readonly each: string;
  readonly amount: string;
}

/** What becomes of a document in its next step: which prices differ and why, to be kept or not. */
@Component({
  selector: 'hl-transition-panel',
  imports: [MatButton, MatCheckbox, Notice],
  template: `
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (step(); as step) {
      <section class="notice" [attr.aria-label]="label()">
        @if (step.movedMeanwhile) {
          <p role="alert">△ Prices changed since you looked. These are the prices now.</p>
        }
        @if (lines().length === 0) {
          <p>
            @if (unpriced() === 0) {
              Every price is as held: total {{ write(step.view.today.total) }} {{ currency() }}.
            } @else {
              {{ unpriced() === 1 ? '1 line has' : unpriced() + ' lines have' }} no price yet. The
              others are as held: total {{ write(step.view.today.total) }} {{ currency() }}.
            }
          </p>
        } @else {
          <p>
            {{ lines().length === 1 ? 'One price has' : lines().length + ' prices have' }} changed
            since they were held. Choose which to use, line by line or for all.
          </p>
          <table class="ledger" aria-label="Prices that differ">
            <thead>
              <tr>
                <th>Keep</th>
                <th>Item</th>
                <th class="figure">Held</th>
                <th class="figure">Total</th>
                <th class="figure">Today</th>
                <th class="figure">Total</th>
                <th>Cause</th>
              </tr>
            </thead>
            <tbody>
              @for (line of lines(); track line.id) {
                <tr>
                  <td>
                    <mat-checkbox
                      [aria-label]="'Keep the held price of ' + line.item"
                      [disabled]="!line.mayKeep"
                      [checked]="line.kept"
                      (change)="keep(line)"
                    ></mat-checkbox>
                  </td>
                  <td [title]="line.name">{{ line.item }}</td>
                  <td class="figure" [class.chosen]="line.kept">{{ line.promised.each }}</td>
                  <td class="figure" [class.chosen]="line.kept">{{ line.promised.amount }}</td>
                  <td class="figure" [class.chosen]="!line.kept">{{ line.today.each }}</td>
                  <td class="figure" [class.chosen]="!line.kept">{{ line.today.amount }}</td>
                  <td class="causes">
                    @for (cause of line.causes; track $index) {
                      <div>{{ cause }}</div>
                    } @empty {
                      <div class="soft">discounts on the whole document differ</div>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <p>
            Total: held {{ write(step.view.promised.total) }}, with held prices
            {{ write(step.view.kept.total) }}, at today’s prices {{ write(step.view.today.total) }}
            {{ currency() }}.
          </p>
        }
        <p>
          @if (lines().length > 1) {
            <button type="button" matButton (click)="keepAll(true)">Keep held prices</button>
            <button type="button" matButton (click)="keepAll(false)">Use today’s prices</button>
          }
          <button type="button" matButton="filled" [disabled]="busy()" (click)="take()">
            {{ label() }}
          </button>
          <button type="button" matButton="outlined" (click)="leave()">Cancel</button>
        </p>
      </section>
    }
  `,
  styles: `
    section {
      margin: 12px 18px;
    }
    p {
      margin: 6px 0;
    }
    button {
      margin-right: 10px;
    }
    .chosen {
      font-weight: 600;
    }
    .causes {
      white-space: normal;
      line-height: 1.35;
      padding-top: 4px;
      padding-bottom: 4px;
    }
    @media print {
      section {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TransitionPanel {
  readonly open = input.required<OpenDocument>();

  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  private readonly thought = this.store.selectSignal(transitionFeature.selectStep);
  protected readonly problem = this.store.selectSignal(transitionFeature.selectProblem);
  protected readonly busy = this.store.selectSignal(transitionFeature.selectBusy);
  protected readonly step = computed(() => {
    const step = this.thought();
    return step?.number === this.open().number ? step : null;
  });
  protected readonly currency = computed(() => this.open().editing.content.currency);
  /** Lines that nothing is promised for. */
  protected readonly unpriced = computed(() => {
    const { editing, priced } = this.open();
    return editing.content.lines.filter(({ id }) => priced[id]?.kind !== 'priced').length;
  });
  protected readonly label = computed(() => {
    const step = this.step();
    return step ? labelOf(this.open().view.kind, step.view.into, this.open().number) : '';
  });
  protected readonly lines = computed((): readonly Differing[] => {
    const step = this.step();
    if (!step) return [];
    const { editing, inputs } = this.open();
    const items = new Map(editing.content.lines.map(({ id, item }) => [id, item]));
    const facts = new Map(inputs.document.facts.items.map((one) => [one.item, one]));
    const names = this.names();
    const around = { notApplied: step.view.today.notApplied };
    return step.view.differing.map(({ id, promised, today }) => {
      const item = items.get(id) ?? '';
      const of: ItemFactsForm | undefined = facts.get(item);
      return {
        id,
        item,
        name: of?.name ?? '',
        promised: figures(promised),
        today: figures(today),
        causes: priceCauses(promised, today, names, writer, around).map(unbroken),
        mayKeep: promised.kind === 'priced',
        kept: step.keep.includes(id),
      };
    });
  });
  protected readonly write = writeNumber;

  protected keep({ id, kept }: Differing): void {
    this.store.dispatch(transitionActions.lineKept({ id, keep: !kept }));
  }

  protected keepAll(keep: boolean): void {
    this.store.dispatch(transitionActions.allKept({ keep }));
  }

  protected leave(): void {
    this.store.dispatch(transitionActions.left());
  }

  protected take(): void {
    const step = this.step();
    if (!step) return;
    const { number, keep, view } = step;
    const { into, revision, priceFingerprint } = view;
    const transition = { into, revision, keep, priceFingerprint };
    this.store.dispatch(transitionActions.taken({ number, transition }));
  }
}

function labelOf(kind: DocumentKind, into: DocumentKind, number: number): string {
  if (kind !== into) return `Convert ${kind} ${String(number)} to ${into}`;
  return `${kind === 'order' ? 'Confirm' : 'Post'} ${kind} ${String(number)}`;
}

function figures(line: PricedLineForm): Figures {
  const each = averageEach(line);
  return line.kind === 'priced'
    ? { each: each ? writeNumber(each) : '', amount: writeNumber(line.net) }
    : { each: 'no price', amount: '' };
}
