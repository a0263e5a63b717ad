import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Trial } from '@honest-ledger/contracts';
import { averageEach } from '@honest-ledger/engine';
import { problemSentence, reasonSentence } from '@honest-ledger/wording';
import { codesTold } from '../../shared/documents/codes-told';
import { namesOfThings } from '../../shared/reference/names';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { debouncedResource } from '../../shared/requests/attempt';
import { unbroken, writeNumber, writer } from '../../shared/numbers/numbers';
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { RULE_TABS } from './rule-tabs';
import { RulesApi } from './rules.api';
import { TrialChooser } from './trial-chooser';

/** What becomes of all rules on a quote or a basket, as drafts have them: which touch it, and why not. */
@Component({
  selector: 'hl-all-rules-bench',
  imports: [Amount, RouterLink, ScreenTabs, TrialChooser],
  template: `
    <header class="sheet-head">
      <h1>Test of the discount rules</h1>
      <span class="soft">All rules as in the draft; nothing is saved</span>
    </header>
    <hl-screen-tabs label="Views of the discount rules" [tabs]="tabs" />
    <section>
      <hl-trial-chooser name="all" (chosen)="trial.set($event)" />
      @if (tried().problem; as problem) {
        <p class="wrong" role="alert">{{ problem }}</p>
      } @else if (tried().answer; as answer) {
        <table class="ledger" aria-label="Lines under the rules">
          <thead>
            <tr>
              <th>Item</th>
              <th class="figure">Quantity</th>
              <th class="figure">Each</th>
              <th class="figure">Amount, {{ answer.currency }}</th>
            </tr>
          </thead>
          <tbody>
            @for (line of lines(); track line.id) {
              <tr>
                <td>{{ line.item }}</td>
                <td class="figure">{{ line.quantity }}</td>
                @if (line.problem) {
                  <td colspan="2" class="figure wrong">{{ line.problem }}</td>
                } @else {
                  <td class="figure"><hl-amount [value]="line.each" [digits]="digits()" /></td>
                  <td class="figure"><hl-amount [value]="line.net" [digits]="2" /></td>
                }
              </tr>
            }
          </tbody>
          <tfoot>
            <tr>
              <td colspan="3" class="figure">Total without tax</td>
              <td class="figure">
                <strong><hl-amount [value]="answer.total" [digits]="2" /></strong>
              </td>
            </tr>
          </tfoot>
        </table>
        @for (code of codes(); track code.code) {
          <p [class.attention]="!code.applied">{{ code.applied ? '' : '△ ' }}{{ code.sentence }}</p>
        }
        <table class="ledger" aria-label="Outcome of each rule">
          <thead>
            <tr>
              <th>Rule</th>
              <th>Outcome</th>
            </tr>
          </thead>
          <tbody>
            @for (rule of rules(); track rule.id) {
              <tr>
                <td>
                  <a [routerLink]="['/rules', rule.id]">{{ rule.name }}</a>
                </td>
                <td [class.soft]="!rule.did">{{ rule.did ? '✓' : '✗' }} {{ rule.words }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="2" class="soft">No rule is for any of this.</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="soft">
          Rules that are for other goods, customers, outlets or currencies are not listed.
        </p>
      } @else {
        <p class="soft">Choose a quote, or put goods into a basket.</p>
      }
    </section>
  `,
  styles: `
    section {
      padding: 10px 18px;
    }
    table {
      margin-top: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AllRulesBench {
  protected readonly tabs = RULE_TABS;
  private readonly api = inject(RulesApi);
  private readonly names = namesOfThings();
  protected readonly trial = signal<Trial | null>(null);
  protected readonly tried = debouncedResource(this.trial, (trial) => this.api.attemptAll(trial));
  protected readonly lines = computed(() =>
    (this.tried().answer?.lines ?? []).map((line) => ({
      id: line.id,
      item: line.item,
      quantity: writeNumber(line.quantity),
      each: line.kind === 'priced' ? (averageEach(line) ?? '') : '',
      net: line.kind === 'priced' ? line.net : '',
      problem: line.kind === 'unpriced' ? problemSentence(line.problem, writer) : '',
    })),
  );
  protected readonly digits = computed(() => mostDigits(this.lines().map(({ each }) => each)));
  protected readonly codes = computed(() =>
    codesTold(this.tried().answer?.codes ?? [], this.names()),
  );
  protected readonly rules = computed(() => {
    const [answer, names] = [this.tried().answer, this.names()];
    return (answer?.rules ?? []).map(({ id, name, items, amount, reasons }) => {
      const why = reasons.map((reason) => reasonSentence(reason, names, writer)).join('; ');
      const on = items.length === 0 ? 'on the document' : `on ${items.join(', ')}`;
      const done = amount === null ? '' : `: ${writeNumber(amount)} ${answer?.currency ?? ''}`;
      const did = reasons.length === 0;
      return { id, name, did, words: unbroken(did ? `${on}${done}` : why) };
    });
  });
}
