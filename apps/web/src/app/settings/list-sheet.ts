import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
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
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { FigureField } from '../shared/figure-field';
import { TextField } from '../shared/text-field';
import { LevelsAllowed } from './levels-allowed';
import { BEGINNINGS, OWNERS, TYPES } from './list-words';
import { settingsActions } from './settings.feature';

type Content = ListContents[ListKind];

/** One list of codes and names, edited in place; what a list has besides stands in further columns. */
@Component({
  selector: 'hl-list-sheet',
  imports: [CodeChoice, FigureField, LevelsAllowed, RouterLink, TextField],
  template: `
    <table class="ledger" aria-label="Entries">
      <thead>
        <tr>
          <th>Code</th>
          <th>Name</th>
          @if (list() === 'categories') {
            <th>Lies under</th>
          }
          @if (hasLevel()) {
            <th>Level</th>
          }
          @if (list() === 'attributes') {
            <th>Of</th>
            <th>Is</th>
            <th>To choose from</th>
          }
          @if (list() === 'costKinds') {
            <th>A form of supply: lines may ask for it</th>
          }
          @if (list() === 'outlets') {
            <th>Currency</th>
            <th>Time zone</th>
            <th>Levels that may be used there</th>
            <th>Charges tax</th>
            <th>Shipping and charges are under</th>
          }
          @if (list() === 'taxClasses') {
            <th>Category</th>
            <th class="figure">Rate, %</th>
          }
          <th><span class="unseen">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.code) {
          <tr>
            <td>{{ row.code }}</td>
            <td>
              <hl-text-field
                [label]="'Name of ' + row.code"
                [value]="row.name"
                (changed)="set(row, { name: $event })"
              />
            </td>
            @if (list() === 'categories') {
              <td>
                <hl-code-choice
                  [label]="'What ' + row.code + ' lies under'"
                  none="the top"
                  [code]="field(row, 'parent')"
                  [all]="others(row)"
                  (chosen)="set(row, { parent: $event || null })"
                />
              </td>
            }
            @if (hasLevel()) {
              <td>
                <hl-code-choice
                  [label]="'Level of ' + row.code"
                  none="none"
                  [code]="field(row, 'level')"
                  [all]="levels()"
                  (chosen)="set(row, { level: $event || null })"
                />
              </td>
            }
            @if (attribute(row); as attribute) {
              <td>
                <hl-code-choice
                  [label]="'What ' + row.code + ' is of'"
                  [code]="attribute.of"
                  [all]="owners"
                  (chosen)="set(row, { of: $event })"
                />
              </td>
              <td>
                <hl-code-choice
                  [label]="'What ' + row.code + ' is'"
                  [code]="attribute.type"
                  [all]="typesFor(attribute)"
                  (chosen)="set(row, { type: $event, choices: [] })"
                />
              </td>
              <td>
                <hl-text-field
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
                <input
                  type="checkbox"
                  [attr.aria-label]="'Lines may ask for ' + row.code"
                  [checked]="isFormOfSupply(row)"
                  (change)="setFormOfSupply(row, $event)"
                />
              </td>
            }
            @if (list() === 'outlets') {
              <td>
                <hl-code-choice
                  [label]="'Currency of ' + row.code"
                  [code]="field(row, 'currency')"
                  [all]="currencies()"
                  (chosen)="set(row, { currency: $event })"
                />
              </td>
              <td>
                <hl-text-field
                  [label]="'Time zone of ' + row.code"
                  [most]="60"
                  [value]="field(row, 'timeZone')"
                  (changed)="set(row, { timeZone: $event })"
                />
              </td>
              <td>
                <hl-levels-allowed
                  [levels]="levels()"
                  [allowed]="levelsAllowed(row)"
                  (changed)="set(row, { levelsAllowed: $event })"
                />
              </td>
              <td>
                <input
                  type="checkbox"
                  [attr.aria-label]="'Tax is charged at ' + row.code"
                  [checked]="chargesTax(row)"
                  (change)="setChargesTax(row, $event)"
                />
              </td>
              <td>
                <hl-code-choice
                  [label]="'Tax class of shipping and charges at ' + row.code"
                  none="none"
                  [code]="field(row, 'othersTaxClass')"
                  [all]="reference().goods.taxClasses"
                  (chosen)="set(row, { othersTaxClass: $event || null })"
                />
              </td>
            }
            @if (taxClass(row); as taxClass) {
              <td>
                <hl-code-choice
                  [label]="'Category of ' + row.code"
                  [code]="taxClass.category"
                  [all]="taxCategories"
                  (chosen)="setCategory(row, $event)"
                />
              </td>
              <td class="figure">
                @if (taxClass.category === 'S') {
                  <hl-figure-field
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
                <a class="quiet small" [routerLink]="['/customers/segments', row.code]"
                  >Agreed prices</a
                >
              }
              <button type="button" class="quiet small" (click)="takeOut(row)">Take out</button>
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
      <input
        class="cell"
        aria-label="Code of a new entry"
        placeholder="code"
        maxlength="40"
        autocomplete="off"
        [value]="code()"
        (input)="type('code', $event)"
      />
      <input
        class="cell"
        aria-label="Name of a new entry"
        placeholder="name"
        maxlength="120"
        autocomplete="off"
        [value]="name()"
        (input)="type('name', $event)"
      />
      <button type="submit" class="quiet small" [disabled]="code() === '' || name() === ''">
        Add
      </button>
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

  protected setFormOfSupply(row: ListRow, { target }: Event): void {
    if (target instanceof HTMLInputElement) this.set(row, { formOfSupply: target.checked });
  }

  protected chargesTax(row: ListRow): boolean {
    return 'chargesTax' in row && row.chargesTax;
  }

  protected setChargesTax(row: ListRow, { target }: Event): void {
    if (target instanceof HTMLInputElement) this.set(row, { chargesTax: target.checked });
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
