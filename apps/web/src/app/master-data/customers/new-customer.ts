import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { Router } from '@angular/router';
import type { CustomerContent, ProblemDetails } from '@honest-ledger/contracts';
import { Notice } from '../../shared/notices/notice';
import { problemOf } from '../../shared/requests/problems';
import { CustomersApi } from '../../shared/reference/customers.api';

/** All but the name is given on the customer's page. */
const EMPTY: Omit<CustomerContent, 'name'> = {
  segment: null,
  currency: null,
  outlet: null,
  level: null,
  assignments: [],
  attributes: {},
};

/** Makes a customer that is not there yet; all else is given on its page. */
@Component({
  selector: 'hl-new-customer',
  imports: [MatButton, MatFormField, MatInput, MatLabel, Notice],
  template: `
    <header class="sheet-head">
      <h1>New customer</h1>
      <span class="soft">Applies as soon as saved. Set segment, outlet and level on its page</span>
    </header>
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    <form class="search" (submit)="save($event)">
      <mat-form-field
        ><mat-label>Code</mat-label
        ><input
          matInput
          maxlength="40"
          autocomplete="off"
          [value]="code()"
          (input)="type('code', $event)"
      /></mat-form-field>

      <mat-form-field
        ><mat-label>Name</mat-label
        ><input
          matInput
          maxlength="120"
          autocomplete="off"
          [value]="name()"
          (input)="type('name', $event)"
      /></mat-form-field>

      <button type="submit" matButton="filled" [disabled]="code() === '' || name() === ''">
        Save
      </button>
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewCustomer {
  private readonly api = inject(CustomersApi);
  private readonly router = inject(Router);
  protected readonly code = signal('');
  protected readonly name = signal('');
  protected readonly problem = signal<ProblemDetails | null>(null);

  protected type(field: 'code' | 'name', { target }: Event): void {
    if (target instanceof HTMLInputElement) this[field].set(target.value.trim());
  }

  protected save(event: Event): void {
    event.preventDefault();
    const code = this.code();
    this.api.save(code, { ...EMPTY, name: this.name(), revision: 0 }).subscribe({
      next: () => void this.router.navigate(['/customers', code]),
      error: (error: unknown) => {
        this.problem.set(problemOf(error));
      },
    });
  }
}
