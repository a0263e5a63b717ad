import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatDialogRef } from '@angular/material/dialog';
import { MatFormField, MatLabel, MatPrefix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import type { FoundThing, Role } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { sessionFeature } from '../shared/session/session.feature';
import { FindApi } from './find.api';
import { navigationFor } from './navigation';
import { PAUSES } from '../shared/requests/pauses';

interface Hit {
  readonly what: string;
  readonly key: string;
  readonly name: string;
  readonly address: readonly string[];
}

const WHAT: Readonly<Record<FoundThing['kind'], { what: string; item: string }>> = {
  item: { what: 'Item', item: '/catalogue' },
  customer: { what: 'Customer', item: '/customers' },
  level: { what: 'Price level', item: '/levels' },
  quote: { what: 'Quote', item: '/quotes' },
  order: { what: 'Order', item: '/orders' },
  sale: { what: 'Sale', item: '/sales' },
};

/** Goes to any screen, item, customer, level or quote by typing a part of what it is called. */
@Component({
  selector: 'hl-finder',
  imports: [MatFormField, MatIcon, MatInput, MatLabel, MatPrefix],
  template: `
    <mat-form-field>
      <mat-label>Part of a number or a name</mat-label>
      <mat-icon matPrefix svgIcon="search" />
      <input
        matInput
        type="text"
        role="combobox"
        aria-controls="found"
        aria-autocomplete="list"
        [attr.aria-expanded]="hits().length > 0"
        [attr.aria-activedescendant]="hits().length > 0 ? 'hit-' + at() : null"
        autocomplete="off"
        placeholder="Item, customer, price level, document or screen"
        [value]="text()"
        (input)="type($event)"
        (keydown)="key($event)"
      />
    </mat-form-field>
    <ul id="found" role="listbox" aria-label="Found">
      @for (hit of hits(); track hit.address.join('/'); let index = $index) {
        <li
          role="option"
          [id]="'hit-' + index"
          [class.here]="index === at()"
          [attr.aria-selected]="index === at()"
          tabindex="-1"
          (click)="go(hit)"
          (keydown.enter)="go(hit)"
        >
          <span class="soft">{{ hit.what }}</span>
          <strong>{{ hit.key }}</strong>
          <span>{{ hit.name }}</span>
        </li>
      }
    </ul>
    <p class="soft" role="status">{{ remark() }}</p>
  `,
  styleUrl: './finder.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Finder {
  private readonly dialog = inject<MatDialogRef<Finder>>(MatDialogRef);
  private readonly api = inject(FindApi);
  private readonly router = inject(Router);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  protected readonly text = signal('');
  protected readonly at = signal(0);
  private readonly asked = computed(() => this.text().trim());
  private readonly found = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(PAUSES.search),
      switchMap((text) =>
        text === '' ? of<FoundThing[]>([]) : this.api.find(text).pipe(catchError(() => of(null))),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly hits = computed((): Hit[] => [
    ...screensCalled(this.asked(), this.user()?.role),
    ...(this.found() ?? []).map(({ kind, key, name }) => ({
      what: WHAT[kind].what,
      // a level's key is for machines
      key: kind === 'level' ? name : key,
      name: kind === 'level' ? '' : name,
      address: [WHAT[kind].item, key],
    })),
  ]);
  protected readonly remark = computed(() => {
    if (this.found() === null) return 'The server cannot be reached; only screens are found.';
    if (this.hits().length > 0) return 'Choose with the arrow keys, open with Enter.';
    return this.asked() === '' ? 'Type a few letters.' : 'Nothing found.';
  });

  protected type({ target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    this.text.set(target.value);
    this.at.set(0);
  }

  protected key(event: KeyboardEvent): void {
    const hits = this.hits();
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0 && hits.length > 0) {
      event.preventDefault();
      this.at.update((at) => (at + step + hits.length) % hits.length);
    }
    const hit = hits[this.at()];
    if (event.key === 'Enter' && hit) this.go(hit);
  }

  protected go({ address }: Hit): void {
    this.dialog.close();
    void this.router.navigate([...address]);
  }
}

function screensCalled(text: string, role: Role | undefined): Hit[] {
  if (text === '') return [];
  return navigationFor(role)
    .flatMap(({ items }) => items)
    .filter(({ name }) => name.toLowerCase().startsWith(text.toLowerCase()))
    .map(({ name, link }) => ({ what: 'Screen', key: name, name: '', address: [link] }));
}
