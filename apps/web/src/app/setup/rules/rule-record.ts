import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { printedPercent } from '../../shared/numbers/markup-words';
import { hasPermission } from '../../shared/session/may-do';
import { debouncedResource } from '../../shared/requests/attempt';
import { writeNumber } from '../../shared/numbers/numbers';
import { RulesApi } from './rules.api';

/** What a rule did on posted sales, month by month. */
@Component({
  selector: 'hl-rule-record',
  template: `
    <h2>What it did</h2>
    @if (found().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else if (found().answer; as record) {
      @if (record.deeds.length === 0) {
        <p class="soft">On no posted sale yet.</p>
      } @else {
        <table class="ledger" aria-label="What it did">
          <thead>
            <tr>
              <th>Month</th>
              <th class="figure">Sales</th>
              <th class="figure">Lines</th>
              <th class="figure">Sold for</th>
              <th class="figure">Changed by</th>
              @if (seesCosts()) {
                <th class="figure">Margin</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (deed of record.deeds; track deed.month + deed.currency) {
              <tr>
                <td>{{ deed.month }}</td>
                <td class="figure">{{ deed.uses }}</td>
                <td class="figure">{{ deed.lines }}</td>
                <td class="figure">{{ write(deed.sales) }} {{ deed.currency }}</td>
                <td class="figure">{{ write(deed.given) }} {{ deed.currency }}</td>
                @if (seesCosts()) {
                  <td class="figure">{{ percent(deed.margin) }}</td>
                }
              </tr>
            }
          </tbody>
        </table>
      }
      @if (record.uses > 0) {
        <p class="soft">
          Its limit counts {{ record.uses }} {{ record.uses === 1 ? 'use' : 'uses' }} so far.
        </p>
      }
    }
  `,
  styles: `
    .ledger {
      width: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleRecordTable {
  readonly id = input.required<string>();

  private readonly api = inject(RulesApi);
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly found = debouncedResource(this.id, (id) => this.api.record(id));
  protected readonly write = writeNumber;
  protected readonly percent = printedPercent;
}
