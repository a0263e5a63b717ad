import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import type { ItemContent, ProblemDetails } from '@honest-ledger/contracts';
import { Notice } from '../../shared/notices/notice';
import { problemOf } from '../../shared/requests/problems';
import { CatalogueApi } from '../../shared/reference/catalogue.api';
import { ItemFacts } from './item-facts';

const EMPTY: ItemContent = {
  name: '',
  customerName: null,
  gtin: null,
  kind: 'stock',
  category: '',
  family: null,
  brand: null,
  supplier: null,
  taxClass: null,
  unit: '',
  quantityDigits: 0,
  timeUnit: null,
  units: [],
  listPrice: null,
  namedPrices: [],
  active: true,
  replacedBy: null,
  crossReferences: [],
  attributes: {},
};

/** Makes an item that is not there yet. */
@Component({
  selector: 'hl-new-item',
  imports: [ItemFacts, MatFormField, MatInput, MatLabel, Notice],
  template: `
    <header class="sheet-head">
      <h1>New item</h1>
      <span class="soft">Set its base price on its page</span>
      <mat-form-field
        ><mat-label>Item number</mat-label
        ><input
          matInput
          id="number"
          maxlength="40"
          autocomplete="off"
          [value]="number()"
          (input)="type($event)"
      /></mat-form-field>
    </header>
    @if (problem(); as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    <hl-item-facts
      [facts]="empty"
      [problem]="problem()"
      (saved)="save($event)"
      (dropped)="leave()"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewItem {
  private readonly api = inject(CatalogueApi);
  private readonly router = inject(Router);
  protected readonly empty = EMPTY;
  protected readonly number = signal('');
  protected readonly problem = signal<ProblemDetails | null>(null);

  protected type({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.number.set(target.value.trim());
  }

  protected save(content: ItemContent): void {
    const number = this.number();
    if (number === '') {
      const detail = 'Give the item a number.';
      this.problem.set({ type: 'about:blank', title: 'Not saved', status: 422, detail });
      return;
    }
    this.api.save(number, { ...content, revision: 0 }).subscribe({
      next: () => void this.router.navigate(['/catalogue', number]),
      error: (error: unknown) => {
        this.problem.set(problemOf(error));
      },
    });
  }

  protected leave(): void {
    void this.router.navigate(['/catalogue']);
  }
}
