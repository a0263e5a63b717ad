import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  breakContentSchema,
  check,
  type BreakAnswer,
  type BreakContent,
  type CustomerRow,
  type ItemRow,
} from '@honest-ledger/contracts';
import { catchError, debounceTime, map, of, switchMap, tap, type Observable } from 'rxjs';
import { decimal, isZero, print, subtract } from '@honest-ledger/engine';
import { ItemPicker } from '../../shared/reference/item-picker';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { FigureField } from '../../shared/fields/figure-field';
import { writeNumber } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { BreaksApi } from './breaks.api';
import { edgesOf } from './break-quantities';
import { PAUSES } from '../../shared/requests/pauses';

interface Tried {
  readonly answer: BreakAnswer | null;
  readonly problem: string | null;
}

const NOTHING: Tried = { answer: null, problem: null };

/** Try quantities: what quantities of one item come to, as published against as the break is edited. */
@Component({
  selector: 'hl-break-bench',
  imports: [Amount, CustomerPicker, FigureField, ItemPicker, MatButton],
  template: `
    <h2>Try quantities</h2>
    @if (tried().answer?.item; as one) {
      <p>
        <strong>{{ one.item }}</strong> {{ one.name }}
      </p>
    }
    <hl-item-picker label="Another item to try" (picked)="item.set($event)" />
    <p>
      @if (customer(); as who) {
        for <strong>{{ who.name }}</strong>{{ level() }}
        <button type="button" matButton (click)="customer.set(null)">No customer</button>
      } @else {
        <hl-customer-picker (picked)="customer.set($event)" />
      }
    </p>
    @if (tried().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else if (tried().answer; as answer) {
      @if (answer.item) {
        <table class="ledger" aria-label="Quantities tried">
          <thead>
            <tr>
              <th>Quantity</th>
              <th class="figure">now</th>
              <th class="figure">edited</th>
              <th class="figure" title="Against the price without any break">saves</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.quantity) {
              <tr>
                <td>{{ row.words }}</td>
                <td class="figure">
                  @if (row.now; as now) {
                    <hl-amount [value]="now" [digits]="digits()" />
                  } @else {
                    –
                  }
                </td>
                <td class="figure">
                  @if (row.edited; as edited) {
                    <strong><hl-amount [value]="edited" [digits]="digits()" /></strong>
                  } @else {
                    <span [title]="row.why">–</span>
                  }
                </td>
                <td class="figure soft">
                  @if (row.saves; as saves) {
                    <hl-amount [value]="saves" [digits]="digits()" />
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
        <p class="also">
          <span class="soft">Also</span>
          <hl-figure-field
            label="Another quantity to try"
            [value]="also()"
            [mayBeEmpty]="true"
            (changed)="also.set($event)"
          />
          <span class="soft">{{ answer.currency }} in total</span>
        </p>
      } @else {
        <p class="soft">No items covered yet.</p>
      }
    } @else {
      <p class="soft">Prices come once all figures of the break are right.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 4px 0;
    }
    table {
      width: 100%;
      margin: 8px 0;
    }
    .also {
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakBench {
  readonly id = input.required<string>();
  readonly content = input.required<BreakContent>();
  readonly answered = output<BreakAnswer | null>();

  private readonly api = inject(BreaksApi);
  protected readonly item = signal<ItemRow | null>(null);
  protected readonly customer = signal<CustomerRow | null>(null);
  protected readonly also = signal('');
  private readonly itemDigits = signal(0);
  private readonly question = computed(() => {
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the break is told beside its fields
    if (!check(breakContentSchema, content).ok) return null;
    const also =
      /^\d+(\.\d+)?$/.test(this.also()) && /[1-9]/.test(this.also()) ? [this.also()] : [];
    return {
      content,
      item: this.item()?.item ?? null,
      customer: this.customer()?.code ?? null,
      quantities: [...new Set([...edgesOf(content, this.itemDigits()), ...also])],
    };
  });
  protected readonly tried = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSES.trial),
      switchMap((question): Observable<Tried> =>
        question
          ? this.api.attempt(this.id(), question).pipe(
              map((answer): Tried => ({ answer, problem: null })),
              catchError((error: unknown) =>
                of<Tried>({ answer: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
      tap(({ answer }) => {
        if (answer?.item) this.itemDigits.set(answer.item.digits);
        this.answered.emit(answer);
      }),
    ),
    { initialValue: NOTHING },
  );
  protected readonly level = computed(() => {
    const level = this.tried().answer?.level;
    return level ? `, level ${level}` : '';
  });
  protected readonly rows = computed(() => {
    const answer = this.tried().answer;
    return (answer?.rows ?? []).map(({ quantity, now, edited, without }) => ({
      quantity,
      words: `${writeNumber(quantity)} ${answer?.item?.unit ?? ''}`,
      now: now.total,
      edited: edited.total,
      saves: savedBy(without.total, edited.total),
      why: edited.why ?? '',
    }));
  });
  protected readonly digits = computed(() =>
    mostDigits(this.rows().flatMap(({ now, edited }) => [now ?? '', edited ?? ''])),
  );
}

/** What an amount is less than another; null where it is not. */
function savedBy(without: string | null, edited: string | null): string | null {
  if (without === null || edited === null) return null;
  const saved = subtract(decimal(without), decimal(edited));
  return isZero(saved) ? null : print(saved);
}
