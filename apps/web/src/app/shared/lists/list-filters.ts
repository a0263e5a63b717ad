import { OverlayModule, type ConnectedPosition } from '@angular/cdk/overlay';
import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel, MatPrefix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { ChoicesField } from '../fields/choices-field';
import { DayField } from '../fields/day-field';
import { FigureField } from '../fields/figure-field';
import { filterWords } from './filter-words';
import { filterNames, type ListFilterField } from './list-filter-field';
import type { Narrowing } from './long-list';

/** A filter as it stands in the bar. */
interface Chip {
  readonly field: ListFilterField;
  /** What it narrows to; null where it lets everything through. */
  readonly words: string | null;
}

/** What narrows a list: a search, and a chip for each filter, which opens its field. */
@Component({
  selector: 'hl-list-filters',
  imports: [
    A11yModule,
    ChoicesField,
    DayField,
    FigureField,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatLabel,
    MatPrefix,
    OverlayModule,
  ],
  templateUrl: './list-filters.html',
  styleUrl: './list-filters.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListFilters {
  readonly list = input.required<Narrowing>();
  /** What the search looks at. */
  readonly label = input.required<string>();

  protected readonly positions: ConnectedPosition[] = [
    { originX: 'start', originY: 'bottom', overlayX: 'start', overlayY: 'top', offsetY: 4 },
    { originX: 'end', originY: 'bottom', overlayX: 'end', overlayY: 'top', offsetY: 4 },
  ];
  /** The label of the filter whose field is open. */
  protected readonly open = signal<string | null>(null);
  protected readonly text = computed(() => this.value('text'));
  protected readonly chips = computed((): Chip[] =>
    this.list()
      .fields()
      .filter((field) => field.kind !== 'choices' || field.options.length > 0)
      .map((field) => ({ field, words: filterWords(field, this.list().typed()) })),
  );
  protected readonly isNarrowed = computed(() => Object.keys(this.list().typed()).length > 0);

  protected value(name: string): string {
    return this.list().typed()[name]?.[0] ?? '';
  }

  protected values(name: string): readonly string[] | null {
    return this.list().typed()[name] ?? null;
  }

  protected type({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.list().type(target.value);
  }

  /** A flag is switched at once; any other filter shows its field. */
  protected press(field: ListFilterField): void {
    if (field.kind === 'flag') {
      this.list().choose({ [field.name]: this.value(field.name) === '' ? ['true'] : [] });
    } else this.open.update((open) => (open === field.label ? null : field.label));
  }

  protected choose(name: string, values: readonly string[] | null): void {
    this.list().choose({ [name]: values ?? [] });
  }

  protected remove(field: ListFilterField): void {
    this.open.set(null);
    this.list().choose(Object.fromEntries(filterNames(field).map((name) => [name, []])));
  }
}
