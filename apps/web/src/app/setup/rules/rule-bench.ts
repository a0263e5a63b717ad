import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  check,
  ruleContentSchema,
  type RuleContent,
  type RuleQuestion,
  type Trial,
} from '@honest-ledger/contracts';
import { askedWords, reasonSentence } from '@honest-ledger/wording';
import { namesOfThings } from '../../shared/reference/names';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { debouncedResource } from '../../shared/requests/attempt';
import { unbroken, writeNumber, writer } from '../../shared/numbers/numbers';
import { RulesApi } from './rules.api';
import { TrialChooser } from './trial-chooser';

/**
 * Tries a rule on a quote or a basket before anybody else sees it: line by line as published against
 * as edited, and each of its tests with what is there.
 */
@Component({
  selector: 'hl-rule-bench',
  imports: [Amount, TrialChooser],
  template: `
    <h2>Try it</h2>
    <hl-trial-chooser name="rule" (chosen)="trial.set($event)" />
    @if (trial()) {
      <p class="soft">As if it were active, with its code entered or applied.</p>
    }
    @if (tried().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else if (tried().answer; as answer) {
      <table class="ledger" aria-label="Result of the rule">
        <thead>
          <tr>
            <th>Item</th>
            <th class="figure">Quantity</th>
            <th class="figure">now</th>
            <th class="figure">edited</th>
            <th>Its conditions</th>
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
              <td colspan="5" class="soft">There are no lines.</td>
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
    } @else if (trial()) {
      <p class="soft">Prices come once all parts of the rule are right.</p>
    }
  `,
  styles: `
    :host {
      display: block;
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
  private readonly names = namesOfThings();
  protected readonly trial = signal<Trial | null>(null);
  private readonly question = computed((): RuleQuestion | null => {
    const trial = this.trial();
    const content = { ...this.content(), name: this.content().name || 'x' };
    // what is wrong with the rule is told beside its fields
    if (trial === null || !check(ruleContentSchema, content).ok) return null;
    return { content, ...trial };
  });
  protected readonly tried = debouncedResource(this.question, (question) =>
    this.api.attempt(this.id(), question),
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
      return `${often}${writeNumber(did.amount)} ${answer.currency} in total`;
    }
    return reasons.map((reason) => reasonSentence(reason, this.names(), writer)).join('; ');
  });
  protected readonly digits = computed(() =>
    mostDigits(this.lines().flatMap(({ now, edited }) => [now ?? '', edited ?? ''])),
  );
}
