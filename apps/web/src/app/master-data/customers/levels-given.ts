import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule, MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { MassChangeRow, ProblemDetails } from '@honest-ledger/contracts';
import { catchError, map, of, switchMap } from 'rxjs';
import { MassChangesApi } from '../../editing/history/mass-changes.api';
import { UndoMass } from '../../editing/history/undo-mass-change';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { Notice } from '../../shared/notices/notice';
import { problemOf } from '../../shared/requests/problems';

interface Listed {
  readonly rows: readonly MassChangeRow[] | null;
  readonly problem: ProblemDetails | null;
}

const NOT_YET: Listed = { rows: null, problem: null };

/** The levels that were given to many customers in one step, each with the way back. */
@Component({
  selector: 'hl-levels-given',
  imports: [MatButton, MatButtonModule, Notice, RouterLink],
  template: `
    <header class="sheet-head">
      <h1>Level assignments</h1>
      <span class="soft">to several customers in one step</span>
      <a matButton="outlined" routerLink="/customers">All customers</a>
    </header>
    @if (undoProblem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (listed().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="again()" />
    }
    @if (listed().rows; as rows) {
      @if (rows.length === 0) {
        <p class="empty soft">
          None so far. Choose customers in their list to assign a level.
          <a routerLink="/customers">Open customers</a>
        </p>
      } @else {
        <table class="ledger" aria-label="Level assignments">
          <thead>
            <tr>
              <th>Level</th>
              <th class="figure">Customers</th>
              <th>Assigned by</th>
              <th>When</th>
              <th>Undo</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows; track row.id) {
              <tr>
                <td>{{ row.name }}</td>
                <td class="figure">{{ row.things }}</td>
                <td>{{ row.by }}</td>
                <td>{{ instant(row.at) }}</td>
                <td>
                  @if (row.undone; as undone) {
                    <span class="soft">undone by {{ undone.by }}, {{ instant(undone.at) }}</span>
                  } @else if (mayEdit()) {
                    <button
                      type="button"
                      matButton
                      [attr.aria-label]="'Undo ' + row.name + ', ' + instant(row.at)"
                      (click)="undo(row)"
                    >
                      Undo
                    </button>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
    }
  `,
  host: { class: 'list-sheet' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelsGiven {
  private readonly api = inject(MassChangesApi);
  private readonly undoMass = inject(UndoMass);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly instant = writeInstant;
  protected readonly undoProblem = signal<ProblemDetails | null>(null);
  private readonly asked = signal(0);
  protected readonly listed = toSignal(
    toObservable(this.asked).pipe(
      switchMap(() =>
        this.api.all('levels').pipe(
          map((rows): Listed => ({ rows, problem: null })),
          catchError((error: unknown) => of<Listed>({ rows: null, problem: problemOf(error) })),
        ),
      ),
    ),
    { initialValue: NOT_YET },
  );

  protected again(): void {
    this.asked.update((times) => times + 1);
  }

  protected async undo({ id, name }: MassChangeRow): Promise<void> {
    this.undoProblem.set(null);
    const end = await this.undoMass.ask(id, `Undo assigning level ${name}?`);
    if (end === 'left') return;
    if (end !== 'undone') this.undoProblem.set(end);
    this.again();
  }
}
