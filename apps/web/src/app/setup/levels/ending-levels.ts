import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { scopeWords } from '@honest-ledger/wording';
import { catchError, of } from 'rxjs';
import { namesOfThings } from '../../shared/reference/names';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { LevelsApi } from './levels.api';

/** How far ahead is looked. */
const DAYS = 90;

/** The levels that customers have for some of the goods and that end soon; nothing where none does. */
@Component({
  selector: 'hl-ending-levels',
  imports: [MatButton, RouterLink],
  template: `
    @if (rows().length > 0) {
      <button type="button" matButton [attr.aria-expanded]="open()" (click)="open.set(!open())">
        {{ open() ? '▾' : '▸' }} {{ rows().length }}
        {{ rows().length === 1 ? 'level of a customer ends' : 'levels of customers end' }} within
        {{ days }} days
      </button>
      @if (open()) {
        <table class="ledger" aria-label="Levels of customers that end soon">
          <thead>
            <tr>
              <th>Ends after</th>
              <th>Customer</th>
              <th>Level</th>
              <th>For</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track $index) {
              <tr>
                <td>{{ row.until }}</td>
                <td>
                  <a [routerLink]="['/customers', row.customer.code]">{{ row.customer.name }}</a>
                </td>
                <td>
                  <a [routerLink]="['/levels', row.level]">{{ row.levelName }}</a>
                </td>
                <td>{{ row.goods }}</td>
              </tr>
            }
          </tbody>
        </table>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      flex: none;
      max-height: 45%;
      overflow: auto;
    }
    button {
      margin: 8px 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EndingLevels {
  private readonly api = inject(LevelsApi);
  private readonly names = namesOfThings();
  protected readonly days = DAYS;
  protected readonly open = signal(false);
  /** Where they cannot be read, the list of levels says so itself. */
  private readonly found = toSignal(this.api.ending(DAYS).pipe(catchError(() => of(null))), {
    initialValue: null,
  });
  protected readonly rows = computed(() => {
    const names = this.names();
    return (this.found()?.assignments ?? []).map(({ customer, level, scope, until }) => ({
      customer,
      level,
      levelName: names.level(level),
      goods: scopeWords(scope, names),
      until: writeCalendarDay(until),
    }));
  });
}
