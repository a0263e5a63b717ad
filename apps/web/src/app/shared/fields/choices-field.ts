import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import { NgxMatSelectSearchModule } from 'ngx-mat-select-search';
import type { CodeAndName } from '@honest-ledger/contracts';
import { AT_ONCE, fieldControl } from './field-control';

/** As many options are seen at a glance; more can be searched. */
const MAX_AT_A_GLANCE = 12;

/** Chooses several things; none chosen stands for all of them. */
@Component({
  selector: 'hl-choices',
  imports: [
    FormsModule,
    MatError,
    MatFormField,
    MatHint,
    MatLabel,
    MatOption,
    MatSelect,
    NgxMatSelectSearchModule,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field [floatLabel]="'always'">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <mat-select
        multiple
        [formControl]="control"
        [errorStateMatcher]="atOnce"
        [aria-label]="bare() ? label() : ''"
        [placeholder]="all()"
        panelWidth=""
        (selectionChange)="choose($event.value)"
        (openedChange)="search.set('')"
      >
        @if (options().length > most) {
          <mat-option>
            <ngx-mat-select-search
              ariaLabel="Search"
              placeholderLabel="Search"
              noEntriesFoundLabel="Nothing found"
              [ngModel]="search()"
              [ngModelOptions]="{ standalone: true }"
              (ngModelChange)="search.set($event ?? '')"
            />
          </mat-option>
        }
        @for (one of found(); track one.code) {
          <mat-option [value]="one.code">{{ one.name }}</mat-option>
        }
      </mat-select>
      @if (hint(); as hint) {
        <mat-hint>{{ hint }}</mat-hint>
      }
      <mat-error>{{ problem() }}</mat-error>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 200px;
      max-width: 100%;
    }
    :host(.bare) {
      --mat-form-field-container-height: 32px;
      --mat-form-field-container-vertical-padding: 6px;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  host: { '[class.bare]': 'bare()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChoicesField {
  readonly label = input.required<string>();
  readonly options = input.required<readonly CodeAndName[]>();
  /** By their codes; null for all. */
  readonly codes = input.required<readonly string[] | null>();
  /** What choosing none is called. */
  readonly all = input.required<string>();
  readonly hint = input('');
  readonly problem = input<string | null>(null);
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  /** In the order of the options; null for all. */
  readonly changed = output<readonly string[] | null>();

  protected readonly most = MAX_AT_A_GLANCE;
  protected readonly atOnce = AT_ONCE;
  protected readonly search = signal('');
  protected readonly found = computed(() => {
    const text = this.search().toLowerCase();
    return this.options().filter(({ name }) => name.toLowerCase().includes(text));
  });
  protected readonly control = fieldControl<string[]>([], {
    value: () => [...(this.codes() ?? [])],
    problem: this.problem,
  });

  protected choose(codes: readonly string[]): void {
    const chosen = this.options().flatMap(({ code }) => (codes.includes(code) ? [code] : []));
    this.changed.emit(chosen.length === 0 ? null : chosen);
  }
}
