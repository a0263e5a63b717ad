import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { may, type HandLimit } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { FigureField } from '../../shared/fields/figure-field';
import { settingsActions } from './settings.feature';

/** The discount limit of each role before somebody has to approve. */
@Component({
  selector: 'hl-hand-limit-sheet',
  imports: [FigureField],
  template: `
    <table class="ledger" aria-label="Discount limits">
      <thead>
        <tr>
          <th>Role</th>
          <th class="figure">Discount at most, %</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        @for (row of shown(); track row.role) {
          <tr>
            <td>{{ row.role }}</td>
            <td class="figure">
              <hl-figure-field
                [bare]="true"
                [label]="'Discount limit of ' + row.role + ', in percent'"
                [value]="row.mostOff ?? ''"
                [mayBeEmpty]="true"
                (changed)="set(row, $event)"
              />
            </td>
            <td class="soft">
              {{
                row.mostOff === null
                  ? 'as much as they like'
                  : 'of the price without it; beyond that, somebody approves'
              }}
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './sheets.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandLimitSheet {
  readonly rows = input.required<readonly HandLimit[]>();

  private readonly store = inject(Store);
  /** Roles that may do nothing by hand have no limit to it. */
  protected readonly shown = computed(() =>
    this.rows().filter(({ role }) => may(role, 'priceByHand')),
  );

  /** Empty for as much as they like. */
  protected set({ role, mostOff }: HandLimit, typed: string): void {
    const edit = { seen: { mostOff }, content: { mostOff: typed === '' ? null : typed } };
    this.store.dispatch(
      settingsActions.edited({ edit: { sheet: 'handLimits', code: role, edit } }),
    );
  }
}
