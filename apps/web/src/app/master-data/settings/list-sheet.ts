import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import {
  readParts,
  type Attribute,
  type CodeAndName,
  type ListContents,
  type ListKind,
  type ListRow,
} from '@honest-ledger/contracts';
import { RouterLink } from '@angular/router';
import { TAX_CATEGORIES } from '@honest-ledger/engine';
import { taxWords } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';
import { TextField } from '../../shared/fields/text-field';
import { ChoicesField } from '../../shared/fields/choices-field';
import { BEGINNINGS, OWNERS, TYPES } from './list-words';
import { settingsActions } from './settings.feature';

type Content = ListContents[ListKind];

/** One list of codes and names, edited in place; what a list has besides stands in further columns. */
@Component({
  selector: 'hl-list-sheet',
  imports: [
    ChoiceField,
    FigureField,
    ChoicesField,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    RouterLink,
    TextField,
  ],
  template: `
    <table class="ledger" aria-label="Entries">
      <thead>
        <tr>
          <th>{{ list() === 'units' ? 'Unit' : 'Code' }}</th>
          <th>{{ list() === 'units' ? 'Plural' : 'Name' }}</th>
          @if (list() === 'categories') {
            <th>Parent category</th>
          }
          @if (hasLevel()) {
            <th>Level</th>
          }
          @if (list() === 'attributes') {
            <th>Unit</th>
            <th>Is</th>
            <th>To choose from</th>
          }
          @if (list() === 'costKinds') {
            <th>Form of supply: can be chosen on lines</th>
          }
          @if (list() === 'outlets') {
            <th>Currency</th>
            <th>Time zone</th>
            <th>Allowed price levels</th>
            <th>Charges tax</th>
            <th>Shipping and charges are under</th>
          }
          @if (list() === 'taxClasses') {
            <th>Category</th>
            <th class="figure">Rate, %</th>
          }
          <th><span class="unseen">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.code) {
          <tr>
            <td>{{ row.code }}</td>
            <td>
              <hl-text-field
                [bare]="true"
                [label]="'Name of ' + row.code"
                [value]="row.name"
                (changed)="set(row, { name: $event })"
              />
            </td>
            @if (list() === 'categories') {
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'What ' + row.code + ' is under'"
                  none="the top"
                  [code]="field(row, 'parent')"
                  [options]="others(row)"
                  (chosen)="set(row, { parent: $event || null })"
                />
              </td>
            }
            @if (hasLevel()) {
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'Level of ' + row.code"
                  none="none"
                  [code]="field(row, 'level')"
                  [options]="levels()"
                  (chosen)="set(row, { level: $event || null })"
                />
              </td>
            }
            @if (attribute(row); as attribute) {
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'What ' + row.code + ' is of'"
                  [code]="attribute.of"
                  [options]="owners"
                  (chosen)="set(row, { of: $event })"
                />
              </td>
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'What ' + row.code + ' is'"
                  [code]="attribute.type"
                  [options]="typesFor(attribute)"
                  (chosen)="set(row, { type: $event, choices: [] })"
                />
              </td>
              <td>
                <hl-text-field
                  [bare]="true"
                  placeholder="such as gloss; matt"
                  [label]="'What ' + row.code + ' is chosen from'"
                  [most]="2000"
                  [value]="attribute.choices.join('; ')"
                  (changed)="setChoices(row, $event)"
                />
              </td>
            }
            @if (list() === 'costKinds') {
              <td>
                <mat-checkbox
                  [aria-label]="'Lines may ask for ' + row.code"
                  [checked]="isFormOfSupply(row)"
                  (change)="setFormOfSupply(row, $event.checked)"
                ></mat-checkbox>
              </td>
            }
            @if (list() === 'outlets') {
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'Currency of ' + row.code"
                  [code]="field(row, 'currency')"
                  [options]="currencies()"
                  (chosen)="set(row, { currency: $event })"
                />
              </td>
              <td>
                <hl-text-field
                  [bare]="true"
                  [label]="'Time zone of ' + row.code"
                  [most]="60"
                  [value]="field(row, 'timeZone')"
                  (changed)="set(row, { timeZone: $event })"
                />
              </td>
              <td>
                <hl-choices
                  [bare]="true"
                  [label]="'Price levels allowed at ' + row.code"
                  all="All levels"
                  [options]="levels()"
                  [codes]="levelsAllowed(row)"
                  (changed)="set(row, { levelsAllowed: $event })"
                />
              </td>
              <td>
                <mat-checkbox
                  [aria-label]="'Tax is charged at ' + row.code"
                  [checked]="chargesTax(row)"
                  (change)="setChargesTax(row, $event.checked)"
                ></mat-checkbox>
              </td>
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'Tax class of shipping and charges at ' + row.code"
                  none="none"
                  [code]="field(row, 'othersTaxClass')"
                  [options]="reference().goods.taxClasses"
                  (chosen)="set(row, { othersTaxClass: $event || null })"
                />
              </td>
            }
            @if (taxClass(row); as taxClass) {
              <td>
                <hl-choice
                  [bare]="true"
                  [label]="'Category of ' + row.code"
                  [code]="taxClass.category"
                  [options]="taxCategories"
                  (chosen)="setCategory(row, $event)"
                />
              </td>
              <td class="figure">
                @if (taxClass.category === 'S') {
                  <hl-figure-field
                    [bare]="true"
                    [label]="'Rate of ' + row.code + ', in percent'"
                    [value]="taxClass.rate"
                    (changed)="set(row, { rate: $event })"
                  />
                } @else {
                  0
                }
              </td>
            }
            <td class="acts">
              @if (list() === 'segments') {
                <a matButton [routerLink]="['/customers/segments', row.code]">Agreed prices</a>
              }
              <button type="button" matButton (click)="takeOut(row)">Remove</button>
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="9" class="soft">Nothing here yet. Add the first below.</td>
          </tr>
        }
      </tbody>
    </table>
    <form class="adding" (submit)="add($event)">
      <mat-form-field
        ><mat-label>{{ list() === 'units' ? 'New unit' : 'New code' }}</mat-label
        ><input
          matInput
          maxlength="40"
          autocomplete="off"
          [value]="code()"
          (input)="type('code', $event)"
      /></mat-form-field>
      <mat-form-field
        ><mat-label>{{ list() === 'units' ? 'Plural of the new unit' : 'New name' }}</mat-label
        ><input
          matInput
          maxlength="120"
          autocomplete="off"
          [value]="name()"
          (input)="type('name', $event)"
      /></mat-form-field>
      <button type="submit" matButton [disabled]="code() === '' || name() === ''">Add</button>
    </form>
  `,
  styleUrl: './sheets.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListSheet {
  readonly list = input.required<ListKind>();
  readonly rows = input.required<readonly ListRow[]>();
  /** Another number empties the fields of a new entry. */
  readonly saved = input.required<number>();

  private readonly store = inject(Store);
  private readonly published = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly fresh = computed(() => `${this.list()} ${String(this.saved())}`);
  protected readonly code = linkedSignal({ source: this.fresh, computation: () => '' });
  protected readonly name = linkedSignal({ source: this.fresh, computation: () => '' });
  protected readonly owners = OWNERS;
  protected readonly taxCategories = TAX_CATEGORIES.map((code) => ({
    code,
    name: code === 'S' ? 'Standard rate' : taxWords(code, ''),
  }));
  protected readonly hasLevel = computed(() => ['segments', 'outlets'].includes(this.list()));
  protected readonly levels = computed(() =>
    this.published().map(({ id, content }) => ({ code: id, name: content.name })),
  );
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );

  constructor() {
    namesOfThings(); // the choices are filled from them
  }

  protected type(field: 'code' | 'name', { target }: Event): void {
    if (target instanceof HTMLInputElement) this[field].set(target.value.trim());
  }

  protected field(
    row: ListRow,
    name: 'parent' | 'level' | 'currency' | 'timeZone' | 'othersTaxClass',
  ): string {
    const fields: Readonly<Record<string, unknown>> = { ...row };
    const value = fields[name];
    return typeof value === 'string' ? value : '';
  }

  protected others({ code }: ListRow): readonly ListRow[] {
    return this.rows().filter((row) => row.code !== code);
  }

  protected attribute(row: ListRow): Attribute | null {
    return 'choices' in row ? row : null;
  }

  /** A choice comes about by saying what from. */
  protected typesFor({ type }: Attribute): readonly CodeAndName[] {
    return TYPES.filter(({ code }) => code !== 'choice' || type === 'choice');
  }

  protected setChoices(row: ListRow, text: string): void {
    const choices = readParts(text);
    this.set(row, { type: choices.length > 0 ? 'choice' : 'text', choices });
  }

  protected levelsAllowed(row: ListRow): readonly string[] | null {
    return 'levelsAllowed' in row ? row.levelsAllowed : null;
  }

  protected set(row: ListRow, part: object): void {
    const seen = contentOf(row);
    this.save(row.code, seen, { ...seen, ...part });
  }

  protected isFormOfSupply(row: ListRow): boolean {
    return 'formOfSupply' in row && row.formOfSupply;
  }

  protected setFormOfSupply(row: ListRow, checked: boolean): void {
    this.set(row, { formOfSupply: checked });
  }

  protected chargesTax(row: ListRow): boolean {
    return 'chargesTax' in row && row.chargesTax;
  }

  protected setChargesTax(row: ListRow, checked: boolean): void {
    this.set(row, { chargesTax: checked });
  }

  protected taxClass(row: ListRow): ListContents['taxClasses'] | null {
    return 'rate' in row ? row : null;
  }

  /** Only the standard category has a rate, and it has one. */
  protected setCategory(row: ListRow, category: string): void {
    const rate = this.taxClass(row)?.rate ?? '0';
    this.set(row, { category, rate: category !== 'S' ? '0' : rate === '0' ? '20' : rate });
  }

  protected takeOut(row: ListRow): void {
    this.save(row.code, contentOf(row), null);
  }

  protected add(event: Event): void {
    event.preventDefault();
    const { homeCurrency } = this.reference().customers;
    const home = this.list() === 'outlets' ? { currency: homeCurrency } : {};
    const content = { name: this.name(), ...BEGINNINGS[this.list()], ...home };
    this.save(this.code(), null, content);
  }

  private save(code: string, seen: Content | null, content: object | null): void {
    const edit = { sheet: this.list(), code, edit: { seen, content } };
    this.store.dispatch(settingsActions.edited({ edit }));
  }
}

function contentOf({ code: _, ...content }: ListRow): Content {
  return content;
}
