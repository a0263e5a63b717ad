import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule, ReactiveFormsModule } from '@angular/forms';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatOptgroup, MatOption, MatSelect } from '@angular/material/select';
import { NgxMatSelectSearchModule } from 'ngx-mat-select-search';
import { AT_ONCE, fieldControl } from './field-control';

/** Something that can be chosen. */
export interface ChoiceOption {
  readonly code: string;
  readonly name: string;
  /** The heading under which it stands. */
  readonly group?: string;
  readonly disabled?: boolean;
}

/** A choice as it is given: an option, its code and its name, or a code that is its own name. */
export type Choice = ChoiceOption | readonly [code: string, name: string] | string;

interface Group {
  readonly name: string | null;
  readonly options: readonly ChoiceOption[];
}

/** As many options are seen at a glance; more can be searched. */
const MAX_AT_A_GLANCE = 12;

/** Chooses one of several things; by a search, too, where they are many. */
@Component({
  selector: 'hl-choice',
  imports: [
    FormsModule,
    MatError,
    MatFormField,
    MatHint,
    MatLabel,
    MatOptgroup,
    MatOption,
    MatSelect,
    NgxMatSelectSearchModule,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field>
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <mat-select
        [formControl]="control"
        [errorStateMatcher]="atOnce"
        [aria-label]="bare() ? label() : ''"
        [placeholder]="placeholder()"
        panelWidth=""
        (selectionChange)="chosen.emit($event.value)"
        (openedChange)="open($event)"
      >
        @if (isSearched()) {
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
        @for (group of groups(); track group.name) {
          @if (group.name !== null) {
            <mat-optgroup [label]="group.name">
              @for (one of group.options; track one.code) {
                <mat-option [value]="one.code" [disabled]="one.disabled ?? false">{{
                  one.name
                }}</mat-option>
              }
            </mat-optgroup>
          } @else {
            @for (one of group.options; track one.code) {
              <mat-option [value]="one.code" [disabled]="one.disabled ?? false">{{
                one.name
              }}</mat-option>
            }
          }
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
export class ChoiceField {
  readonly label = input.required<string>();
  /** What is chosen; empty for nothing. */
  readonly code = input.required<string>();
  readonly options = input.required<readonly Choice[]>();
  /** What choosing nothing is called; without it one must be chosen. */
  readonly none = input<string | null>(null);
  readonly hint = input('');
  readonly problem = input<string | null>(null);
  readonly disabled = input(false);
  /** Whether it stands in a table, whose heads say what it is. */
  readonly bare = input(false);
  readonly chosen = output<string>();
  /** Its options are shown: the moment to ask for them. */
  readonly opened = output();

  protected readonly atOnce = AT_ONCE;
  protected readonly control = fieldControl('', {
    value: this.code,
    problem: this.problem,
    disabled: this.disabled,
  });
  protected readonly search = signal('');
  private readonly all = computed(() => {
    const none = this.none();
    const options = this.options().map(asOption);
    return none === null ? options : [{ code: '', name: none }, ...options];
  });
  protected readonly isSearched = computed(() => this.all().length > MAX_AT_A_GLANCE);
  protected readonly placeholder = computed(() => (this.none() === null ? 'Choose' : ''));
  protected readonly groups = computed((): Group[] => {
    const words = this.search().toLowerCase().split(/\s+/);
    const found = this.all().filter(({ name, group = '' }) =>
      words.every((word) => `${group} ${name}`.toLowerCase().includes(word)),
    );
    const names = [...new Set(found.map(({ group }) => group ?? null))];
    return names.map((name) => ({
      name,
      options: found.filter(({ group }) => (group ?? null) === name),
    }));
  });

  protected open(isOpen: boolean): void {
    if (isOpen) this.opened.emit();
    else this.search.set('');
  }
}

function asOption(choice: Choice): ChoiceOption {
  if (typeof choice === 'string') return { code: choice, name: choice };
  return 'code' in choice ? choice : { code: choice[0], name: choice[1] };
}
