import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { RateRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { writeInstant } from '../shared/dates';
import { readNumber, writeNumber } from '../shared/numbers';
import { settingsActions } from './settings.feature';

/** The rates that count from each instant on, the latest first, and a form for another one. */
@Component({
  selector: 'hl-rate-sheet',
  template: `
    <form class="adding" (submit)="add($event)">
      <span>One unit of the home currency is</span>
      <input class="cell" name="rate" aria-label="Rate" placeholder="1.08" autocomplete="off" />
      <input
        class="cell"
        name="currency"
        aria-label="Currency"
        placeholder="USD"
        maxlength="3"
        autocomplete="off"
      />
      <span>from</span>
      <input class="cell" name="from" type="datetime-local" aria-label="From, empty for now" />
      <span class="soft">empty for now</span>
      <button type="submit" class="quiet small">Add</button>
    </form>
    <table class="ledger" aria-label="Exchange rates">
      <thead>
        <tr>
          <th>Currency</th>
          <th class="figure">For one of home</th>
          <th>From</th>
          <th>Source</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.currency + row.from) {
          <tr>
            <td>{{ row.currency }}</td>
            <td class="figure">{{ write(row.rate) }}</td>
            <td>{{ instant(row.from) }}</td>
            <td class="soft">{{ row.source }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="4" class="soft">No rate yet: every price is in the home currency.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './sheets.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RateSheet {
  readonly rows = input.required<readonly RateRow[]>();
  readonly saved = input.required<number>();

  private readonly store = inject(Store);
  protected readonly write = writeNumber;
  protected readonly instant = writeInstant;

  protected add(event: Event): void {
    event.preventDefault();
    if (!(event.target instanceof HTMLFormElement)) return;
    const typed = new FormData(event.target);
    const said = (name: string): string => {
      const value = typed.get(name);
      return typeof value === 'string' ? value.trim() : '';
    };
    const from = said('from');
    const edit = {
      currency: said('currency').toUpperCase(),
      rate: readNumber(said('rate')) ?? said('rate'),
      from: (from === '' ? new Date() : new Date(from)).toISOString(),
    };
    this.store.dispatch(
      settingsActions.edited({ edit: { sheet: 'rates', code: edit.currency, edit } }),
    );
  }
}
