import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { catchError, EMPTY } from 'rxjs';
import { problemOf } from '../requests/problems';
import { Question } from './question';

/** Deletes a thing, once that was asked; what still names it is told beside the button. */
@Component({
  selector: 'hl-delete-button',
  imports: [MatButtonModule],
  template: `
    <button type="button" matButton [disabled]="busy()" (click)="ask()">Delete…</button>
    @if (problem(); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DeleteButton {
  /** Where the server has it. */
  readonly address = input.required<string>();
  /** The revision that was seen. */
  readonly revision = input.required<number>();
  /** What it is called, such as "item CL-0207". */
  readonly what = input.required<string>();
  readonly detail = input.required<string>();
  readonly deleted = output();

  private readonly http = inject(HttpClient);
  private readonly question = inject(Question);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | null>(null);

  protected async ask(): Promise<void> {
    this.problem.set(null);
    const title = `Delete ${this.what()}?`;
    if (!(await this.question.ask({ title, detail: this.detail(), yes: 'Delete' }))) return;
    this.busy.set(true);
    this.http
      .delete(this.address(), { params: { revision: this.revision() } })
      .pipe(
        catchError((error: unknown) => {
          this.problem.set(problemOf(error).detail);
          this.busy.set(false);
          return EMPTY;
        }),
      )
      .subscribe(() => {
        this.deleted.emit();
      });
  }
}
