import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { LIST_KINDS } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { BothValues } from '../../editing/history/both-values';
import { hasPermission } from '../../shared/session/may-do';
import { Notice } from '../../shared/notices/notice';
import { whenChanged } from '../../shared/requests/when-changed';
import { HandLimitSheet } from './hand-limit-sheet';
import { ListSheet } from './list-sheet';
import { RateSheet } from './rate-sheet';
import {
  settingsActions,
  settingsFeature,
  type SettingsEdit,
  type SettingsSheet,
} from './settings.feature';
import { UserSheet } from './user-sheet';

const NAMES: Readonly<Record<SettingsSheet, string>> = {
  categories: 'Categories',
  families: 'Families',
  brands: 'Brands',
  suppliers: 'Suppliers',
  taxClasses: 'Tax classes',
  salesPeople: 'Sales people',
  departments: 'Departments',
  deliveryMethods: 'Delivery methods',
  units: 'Units',
  attributes: 'Custom fields',
  costKinds: 'Cost types',
  segments: 'Segments',
  outlets: 'Outlets',
  rates: 'Exchange rates',
  users: 'Users',
  handLimits: 'Discount limits',
};

/** What goods and customers are told apart by, the rates of currencies, who may sign in and what they may do. */
@Component({
  selector: 'hl-settings',
  imports: [
    BothValues,
    HandLimitSheet,
    ListSheet,
    MatButton,
    Notice,
    RateSheet,
    RouterLink,
    UserSheet,
  ],
  template: `
    <header class="sheet-head">
      <h1>Settings</h1>
      <span class="soft">Applies as soon as saved, recorded in the change log</span>
    </header>
    <nav class="search" aria-label="Lists">
      @for (one of sheets(); track one.sheet) {
        <a
          matButton
          [routerLink]="['/settings', one.sheet]"
          [attr.aria-current]="one.sheet === sheet() ? 'page' : null"
          >{{ one.name }}</a
        >
      }
    </nav>
    @if (rows().problem; as problem) {
      <hl-notice [problem]="problem" (retried)="ask()" />
    }
    @if (refused(); as refused) {
      @if (conflict(); as conflict) {
        <hl-both-values
          [detail]="refused.problem.detail"
          [serverVersion]="conflict.serverVersion"
          [localVersion]="conflict.localVersion"
          (taken)="ask()"
          (rebased)="rebase(refused.edit, conflict.serverVersion)"
        />
      } @else {
        <hl-notice [problem]="refused.problem" [again]="false" />
      }
    }
    @if (rows().value; as found) {
      <fieldset [disabled]="!mayEdit()">
        @switch (found.sheet) {
          @case ('rates') {
            <hl-rate-sheet [rows]="found.rows" [saved]="saved()" />
          }
          @case ('users') {
            <hl-user-sheet [rows]="found.rows" [saved]="saved()" />
          }
          @case ('handLimits') {
            <hl-hand-limit-sheet [rows]="found.rows" />
          }
          @default {
            <hl-list-sheet [list]="found.sheet" [rows]="found.rows" [saved]="saved()" />
          }
        }
      </fieldset>
    } @else if (rows().state === 'loading') {
      <p class="soft waiting">Reading…</p>
    }
  `,
  styles: `
    nav {
      flex-wrap: wrap;
      gap: 8px !important;
    }
    a[aria-current] {
      border-color: var(--ink);
      background: var(--marked);
      font-weight: 600;
    }
    fieldset {
      border: 0;
      margin: 0;
      padding: 0;
      min-width: 0;
    }
    .waiting {
      padding: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Settings {
  readonly sheet = input.required<string>();

  private readonly store = inject(Store);
  protected readonly rows = this.store.selectSignal(settingsFeature.selectRows);
  protected readonly refused = this.store.selectSignal(settingsFeature.selectRefused);
  /** Theirs and mine, where the second of two was refused. */
  protected readonly conflict = computed(() => {
    const refused = this.refused();
    if (refused?.problem.status !== 409 || refused.edit.sheet === 'rates') return null;
    return {
      serverVersion: refused.problem.current ?? null,
      localVersion: refused.edit.edit.content,
    };
  });
  protected readonly saved = this.store.selectSignal(settingsFeature.selectSaved);
  protected readonly mayEdit = hasPermission('editFacts');
  private readonly mayManage = hasPermission('manageUsers');
  protected readonly sheets = computed(() => {
    const all: SettingsSheet[] = [...LIST_KINDS, 'rates', ...(this.mayManage() ? USERS : [])];
    return all.map((sheet) => ({ sheet, name: NAMES[sheet] }));
  });

  constructor() {
    whenChanged(this.sheet, () => {
      this.ask();
    });
  }

  /** The same again, made from what somebody else left. */
  protected rebase(edit: SettingsEdit, serverVersion: unknown): void {
    if (edit.sheet === 'rates') return;
    const again = { ...edit, edit: { ...edit.edit, seen: serverVersion } } as SettingsEdit; // of the same sheet
    this.store.dispatch(settingsActions.edited({ edit: again }));
  }

  protected ask(): void {
    const sheet = Object.keys(NAMES).find((one) => one === this.sheet()) ?? 'categories';
    this.store.dispatch(settingsActions.opened({ sheet: sheet as SettingsSheet })); // one of its keys
  }
}

const USERS: readonly SettingsSheet[] = ['users', 'handLimits'];
