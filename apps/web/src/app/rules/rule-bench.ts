import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  check,
  ruleContentSchema,
  type QuoteRow,
  type RuleAnswer,
  type RuleContent,
  type RuleQuestion,
} from '@honest-ledger/contracts';
import { askedWords, reasonSentence } from '@honest-ledger/engine';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { QuotesApi } from '../quotes/quotes.api';
import { namesOfThings } from '../reference/names';
import { Amount, mostDigits } from '../shared/amount';
import { unbroken, writeNumber, writer } from '../shared/numbers';
import { problemOf } from '../shared/problems';
import { RulesApi } from './rules.api';

const PAUSE_MILLISECONDS = 300;
const LATEST_QUOTES = 30;

interface Tried {
  readonly answer: RuleAnswer | null;
  readonly problem: string | null;
}

const NOTHING: Tried = { answer: null, problem: null };

/**
 * Tries a rule on a quote before anybody else sees it: line by line as published against as edited,
 * and each of its tests with what is there.
 */
@Component({
  selector: 'hl-rule-bench',
  imports: [Amount],
  template: `
    <h2>Try it on a quote</h2>
    <p class="line">
      <select
        class="cell"
        aria-label="Quote to try it on"
        (focus)="ask()"
        (change)="choose($event)"
      >
        <option value="" [selected]="quote() === null">choose a quote…</option>
        @for (one of quotes(); track one.number) {
          <option [value]="one.number" [selected]="one.number === quote()">
            {{ one.number }} {{ one.customer.name }}{{ one.title === '' ? '' : ', ' + one.title }}
          </option>
        }
      </select>
      @if (quote() !== null) {
        <label for="rule-tried-at">as of</label>
        <input
          id="rule-tried-at"
          class="cell"
          type="datetime-local"
          title="Empty for now"
          [value]="moment()"
          (change)="setMoment($event)"
        />
        <span class="soft">as if in force and its code typed</span>
      }
    </p>
    @if (tried().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else if (tried().answer; as answer) {
      <table class="ledger" aria-label="The quote under the rule">
        <thead>
          <tr>
            <th>Item</th>
            <th class="figure">Quantity</th>
            <th class="figure">now</th>
            <th class="figure">edited</th>
            <th>Its tests, with what is there</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track $index) {
            <tr>
              <td [title]="line.name">{{ line.item }}</td>
              <td class="figure">{{ line.quantity }}</td>
              <td class="figure soft">
                @if (line.now; as now) {
                  <hl-amount [value]="now" [digits]="digits()" />
                } @else {
                  –
                }
              </td>
              <td class="figure">
                @if (line.edited; as edited) {
                  @if (line.moved) {
                    <strong><hl-amount [value]="edited" [digits]="digits()" /></strong>
                  } @else {
                    <hl-amount [value]="edited" [digits]="digits()" />
                  }
                } @else {
                  –
                }
              </td>
              <td>
                <ul>
                  @for (test of line.tests; track $index) {
                    <li [class.soft]="!test.holds">
                      {{ test.holds ? '✓' : '✗' }} {{ test.words }}
                    </li>
                  }
                  @for (reason of line.reasons; track $index) {
                    <li class="soft">✗ {{ reason }}</li>
                  }
                </ul>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="5" class="soft">The quote has no lines.</td>
            </tr>
          }
        </tbody>
        <tfoot>
          <tr>
            <td colspan="2" class="figure">Total, {{ answer.currency }} without tax</td>
            <td class="figure soft">
              <hl-amount [value]="answer.total.now" [digits]="digits()" />
            </td>
            <td class="figure">
              <strong><hl-amount [value]="answer.total.edited" [digits]="digits()" /></strong>
            </td>
            <td>{{ whole() }}</td>
          </tr>
        </tfoot>
      </table>
    } @else if (quote() !== null) {
      <p class="soft">Prices come once all parts of the rule are right.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 12px;
      margin: 4px 0;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    td {
      vertical-align: top;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleBench {
  readonly id = input.required<string>();
  readonly content = input.required<RuleContent>();

  private readonly api = inject(RulesApi);
  private readonly quotesApi = inject(QuotesApi);
  private readonly names = namesOfThings();
  private readonly asked = signal(false);
  protected readonly quote = signal<number | null>(null);
  /** In the browser's own time, as its field gives it; empty for now. */
  protected readonly moment = signal('');
  protected readonly quotes = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked): Observable<readonly QuoteRow[]> =>
        asked
          ? this.quotesApi.page({ limit: LATEST_QUOTES, offset: 0 }).pipe(
              map(({ rows }) => rows),
              catchError(() => of([])),
            )
          : of([]),
      ),
    ),
    { initialValue: [] },
  );
  private readonly question = computed((): RuleQuestion | null => {
    const quote = this.quote();
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the rule is told beside its fields
    if (quote === null || !check(ruleContentSchema, content).ok) return null;
    const moment = this.moment();
    return { content, quote, at: moment === '' ? null : new Date(moment).toISOString() };
  });
  protected readonly tried = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSE_MILLISECONDS),
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
    ),
    { initialValue: NOTHING },
  );
  protected readonly lines = computed(() => {
    const [names, currency] = [this.names(), this.content().currency];
    return (this.tried().answer?.lines ?? []).map((line) => ({
      ...line,
      quantity: writeNumber(line.quantity),
      moved: line.now !== line.edited,
      tests: line.tests.map((test) => ({
        holds: test.holds,
        words: unbroken(askedWords(test, currency, names, writer)),
      })),
      reasons: line.reasons.map((reason) => reasonSentence(reason, names, writer)),
    }));
  });
  /** What it did for the document, or for units together. */
  protected readonly whole = computed(() => {
    const answer = this.tried().answer;
    if (!answer) return '';
    const { did, reasons } = answer;
    if (did) {
      const often = did.times === 1 ? '' : `${String(did.times)} times, `;
      return `${often}${writeNumber(did.amount)} ${answer.currency} in all`;
    }
    return reasons.map((reason) => reasonSentence(reason, this.names(), writer)).join('; ');
  });
  protected readonly digits = computed(() =>
    mostDigits(this.lines().flatMap(({ now, edited }) => [now ?? '', edited ?? ''])),
  );

  /** The quotes are asked for when somebody is about to choose one. */
  protected ask(): void {
    this.asked.set(true);
  }

  protected choose({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    this.quote.set(target.value === '' ? null : Number(target.value));
  }

  protected setMoment({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.moment.set(target.value);
  }
}
