import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type { ReturnAsked, ReturnedQuantity, SaleReturn } from '@honest-ledger/contracts';
import { decimal, print, subtract } from '@honest-ledger/engine';
import { hasPermission } from '../../../shared/session/may-do';
import { debouncedResource } from '../../../shared/requests/attempt';
import { writeInstant } from '../../../shared/numbers/dates';
import { FigureField } from '../../../shared/fields/figure-field';
import { Notice } from '../../../shared/notices/notice';
import { writeNumber } from '../../../shared/numbers/numbers';
import { countedUnits } from '../../../shared/reference/names';
import { resourceWithCommands } from '../../../shared/requests/read-and-sent';
import { ReturnsApi } from '../state/returns.api';
import { ChoiceField } from '../../../shared/fields/choice-field';

/** What came back of a posted sale, and the way to take more back, at the sale's own prices. */
@Component({
  selector: 'hl-sale-returns',
  imports: [
    ChoiceField,
    FigureField,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    Notice,
  ],
  template: `
    @if (found().problem; as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (found().value; as sale) {
      @for (one of sale.returns; track one.number) {
        <p class="soft">
          {{ one.goodsBack ? 'Return' : 'Credit' }} {{ one.number }}, {{ instant(one.postedAt) }} by
          {{ one.postedBy }}: {{ linesOf(one) }}; {{ write(one.amountWithTax) }} {{ sale.currency
          }}{{ one.tax ? ' with tax' : '' }}. {{ one.reason }} {{ keptWords(one, sale.currency) }}
          <a
            matButton
            [href]="'/api/documents/' + number() + '/returns/' + one.number + '/paper'"
            download
            >As PDF</a
          >
        </p>
      }
      @if (mayWrite() && isLeft() && !taking()) {
        <button type="button" matButton="outlined" (click)="taking.set(true)">Create return</button>
      }
      @if (taking()) {
        <section class="notice" aria-label="Create return">
          <table class="ledger" aria-label="What comes back">
            <thead>
              <tr>
                <th>Item</th>
                <th>Name</th>
                <th class="figure">Sold</th>
                <th class="figure">Came back</th>
                <th class="figure">Comes back now</th>
                <th>Unit</th>
                <th class="figure">Worth, {{ sale.currency }}</th>
              </tr>
            </thead>
            <tbody>
              @for (line of sale.lines; track line.line) {
                <tr>
                  <td>{{ line.item }}</td>
                  <td>{{ line.name }}</td>
                  <td class="figure">{{ write(line.sold) }}</td>
                  <td class="figure">{{ write(line.returned) }}</td>
                  <td class="figure">
                    <hl-figure-field
                      [bare]="true"
                      [label]="'How much of ' + line.item + ' comes back'"
                      [value]="typed()[line.line] ?? ''"
                      [mayBeEmpty]="true"
                      [problem]="problems().get(line.line) ?? null"
                      (changed)="type(line.line, $event)"
                    />
                  </td>
                  <td>{{ line.unit }}</td>
                  <td class="figure">{{ worthOf(line.line) }}</td>
                </tr>
              }
            </tbody>
          </table>
          @if (kept(); as kept) {
            <p class="attention">
              △ Without the returned items, the kept ones would have cost {{ write(kept.would) }}
              {{ sale.currency }}; {{ write(kept.left) }} {{ sale.currency }} is paid for them. The
              returned items had earned a discount of {{ write(kept.earned) }} {{ sale.currency }}.
            </p>
            <p>
              <mat-checkbox [checked]="takesOff()" (change)="takesOff.set($event.checked)"
                >Deduct this</mat-checkbox
              >
              @if (takesOff()) {
                <mat-form-field class="reason"
                  ><mat-label>Reason for the deduction</mat-label
                  ><input
                    matInput
                    maxlength="200"
                    autocomplete="off"
                    [value]="because()"
                    (input)="because.set(whyOff.value)"
                    #whyOff
                /></mat-form-field>
              }
            </p>
          }
          @if (worth().problem; as problem) {
            <p class="wrong" role="alert">{{ problem }}</p>
          }
          <p>
            <hl-choice
              label="What comes back"
              class="wide"
              [code]="goodsBack() ? 'goods' : 'money'"
              [options]="returning"
              (chosen)="goodsBack.set($event === 'goods')"
            />
            <mat-form-field class="reason"
              ><mat-label>Reason for the return</mat-label
              ><input
                matInput
                maxlength="200"
                autocomplete="off"
                [value]="reason()"
                (input)="reason.set(why.value)"
                #why
            /></mat-form-field>
          </p>
          <p>
            @if (worth().answer; as answer) {
              <strong
                >{{ write(answer.amountWithTax) }} {{ sale.currency
                }}{{ answer.tax ? ', ' + write(answer.tax.amount) + ' of it tax' : '' }}</strong
              >
            }
            <button
              type="button"
              matButton="filled"
              [disabled]="!worth().answer || isUnsaid()"
              (click)="post()"
            >
              Post the {{ goodsBack() ? 'return' : 'credit' }}
            </button>
            <button type="button" matButton="outlined" (click)="taking.set(false)">Cancel</button>
          </p>
        </section>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 18px 0;
    }
    p {
      margin: 6px 0;
    }
    .reason {
      width: 320px;
      margin-left: 12px;
    }
    strong {
      margin-right: 14px;
    }
    button {
      margin-right: 10px;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaleReturnsPanel {
  readonly number = input.required<number>();

  private readonly api = inject(ReturnsApi);
  protected readonly mayWrite = hasPermission('writeDocuments');
  private readonly returns = resourceWithCommands(
    this.number,
    (number) => this.api.of(number),
    () => {
      this.taking.set(false);
      this.reason.set('');
      this.because.set('');
      this.takesOff.set(false);
    },
  );
  protected readonly found = this.returns.heard;
  protected readonly taking = linkedSignal({ source: this.number, computation: () => false });
  /** Quantities by line, as they are typed. */
  protected readonly typed = linkedSignal({
    source: () => this.found().value,
    computation: (): Readonly<Record<string, string>> => ({}),
  });
  protected readonly returning = [
    ['goods', 'Goods come back'],
    ['money', 'Credit: goods stay, money comes back'],
  ] as const;
  protected readonly goodsBack = signal(true);
  protected readonly reason = linkedSignal({ source: this.number, computation: () => '' });
  /** Whether what the goods had earned for others is kept back, and why. */
  protected readonly takesOff = linkedSignal({ source: this.number, computation: () => false });
  protected readonly because = linkedSignal({ source: this.number, computation: () => '' });
  private readonly wanted = computed((): readonly ReturnedQuantity[] | null => {
    const lines = Object.entries(this.typed()).flatMap(([line, quantity]) =>
      /[1-9]/.test(quantity) ? [{ line, quantity }] : [],
    );
    return lines.length > 0 && this.taking() ? lines : null;
  });
  private readonly asked = computed((): ReturnAsked | null => {
    const lines = this.wanted();
    return lines && { lines, takesOff: this.takesOff() && this.goodsBack() };
  });
  protected readonly worth = debouncedResource(this.asked, (asked) =>
    this.api.worth(this.number(), asked),
  );
  /** What the goods had earned for those that are kept; of a credit all are. */
  protected readonly kept = computed(() =>
    this.goodsBack() ? (this.worth().answer?.kept ?? null) : null,
  );
  /** Whether a reason is missing. */
  protected readonly isUnsaid = computed(
    () =>
      this.reason().trim() === '' ||
      (this.takesOff() && this.kept() !== null && this.because().trim() === ''),
  );
  /** What cannot come back, told beside the line that it is typed on. */
  protected readonly problems = computed((): ReadonlyMap<string, string> => {
    const sale = this.found().value;
    const over = (sale?.lines ?? []).filter(({ line, sold, returned }) => {
      const now = this.typed()[line] ?? '';
      if (now === '') return false;
      const left = subtract(subtract(decimal(sold), decimal(returned)), decimal(now));
      return left.units < 0;
    });
    return new Map(
      over.map(({ line, sold, returned }) => [
        line,
        `At most ${writeNumber(print(subtract(decimal(sold), decimal(returned))))}`,
      ]),
    );
  });
  protected readonly isLeft = computed(() =>
    (this.found().value?.lines ?? []).some(({ sold, returned }) => Number(sold) > Number(returned)),
  );
  private readonly counted = countedUnits();
  protected readonly write = writeNumber;
  protected readonly instant = writeInstant;

  protected linesOf({ lines }: SaleReturn): string {
    return lines
      .map(({ quantity, unit, item }) => `${this.counted()(quantity, unit)} of ${item}`)
      .join(', ');
  }

  /** What the goods had earned for those that were kept, and what became of it. */
  protected keptWords({ kept, takenOff, takenOffBecause }: SaleReturn, currency: string): string {
    if (!kept) return '';
    const earned = `Items kept would have cost ${writeNumber(kept.earned)} ${currency} more alone`;
    return takenOffBecause === null
      ? `${earned}.`
      : `${earned}; ${writeNumber(takenOff)} ${currency} deducted: ${takenOffBecause}.`;
  }

  protected type(line: string, quantity: string): void {
    this.typed.update((before) => ({ ...before, [line]: quantity }));
  }

  protected worthOf(line: string): string {
    const found = this.worth().answer?.lines.find((one) => one.line === line);
    return found ? writeNumber(found.amount) : '';
  }

  protected post(): void {
    const { answer } = this.worth();
    const lines = this.wanted();
    if (!answer || !lines) return;
    const { amountWithTax } = answer;
    const takesOff = this.takesOff() && this.kept() !== null;
    const said = {
      goodsBack: this.goodsBack(),
      reason: this.reason().trim(),
      takesOffBecause: takesOff ? this.because().trim() : null,
    };
    this.returns.send(this.api.post(this.number(), { lines, amountWithTax, ...said }));
  }
}
