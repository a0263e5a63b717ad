import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { DayField } from '../../shared/fields/day-field';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import type { RateRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { writeInstant } from '../../shared/numbers/dates';
import { readNumber, writeNumber } from '../../shared/numbers/numbers';
import { settingsActions } from './settings.feature';

/** The rates that count from each instant on, the latest first, and a form for another one. */
@Component({
  selector: 'hl-rate-sheet',
  imports: [DayField, MatButton, MatFormField, MatInput, MatLabel],
  template: `
    <form class="adding" (submit)="add($event)">
      <span>One unit of the home currency is</span>
      <mat-form-field
        ><mat-label>Rate</mat-label
        ><input matInput name="rate" placeholder="1.08" autocomplete="off"
      /></mat-form-field>
      <mat-form-field
        ><mat-label>Currency</mat-label
        ><input matInput name="currency" placeholder="USD" maxlength="3" autocomplete="off"
      /></mat-form-field>
      <hl-day-field
        label="Applies from"
        placeholder="Now"
        [withTime]="true"
        [value]="from()"
        (changed)="from.set($event)"
      />
      <button type="submit" matButton>Add</button>
    </form>
    <table class="ledger" aria-label="Exchange rates">
      <thead>
        <tr>
          <th>Currency</th>
          <th class="figure">Rate per 1 unit of home currency</th>
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
  /** In the browser's own time; null for now. */
  protected readonly from = signal<string | null>(null);
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
    const edit = {
      currency: said('currency').toUpperCase(),
      rate: readNumber(said('rate')) ?? said('rate'),
      from: new Date(this.from() ?? Date.now()).toISOString(),
    };
    this.store.dispatch(
      settingsActions.edited({ edit: { sheet: 'rates', code: edit.currency, edit } }),
    );
  }
}
