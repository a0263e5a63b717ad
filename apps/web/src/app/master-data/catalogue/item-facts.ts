import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { ITEM_KINDS, TIME_UNITS, type TimeUnit } from '@honest-ledger/engine';
import {
  readFurtherUnits,
  readNamedPrices,
  readParts,
  writeFurtherUnits,
  writeNamedPrices,
  type ItemContent,
  type ProblemDetails,
  type WrittenUnit,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { AttributeFields } from '../../shared/reference/attribute-fields';
import { ChoiceField } from '../../shared/fields/choice-field';
import { ITEM_KIND_CHOICES } from '../../shared/reference/item-kinds';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { readNumber } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { CategoryChoice } from '../../shared/reference/category-choice';
import { WrittenList } from './written-list';

/** The facts of an item as a form. They count from the moment they are saved. */
@Component({
  selector: 'hl-item-facts',
  imports: [
    AttributeFields,
    CategoryChoice,
    ChoiceField,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatInput,
    MatLabel,
    TextField,
    WrittenList,
  ],
  templateUrl: './item-facts.html',
  styleUrl: './item-facts.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemFacts {
  readonly facts = input.required<ItemContent>();
  readonly problem = input<ProblemDetails | null>(null);
  readonly saved = output<ItemContent>();
  readonly dropped = output();

  private readonly store = inject(Store);
  protected readonly goods = computed(
    () => this.store.selectSignal(referenceFeature.selectReference)().goods,
  );
  protected readonly content = linkedSignal(() => this.facts());
  /** Several things in one field, as far as they can be read. */
  protected readonly units = linkedSignal((): readonly WrittenUnit[] | null => this.facts().units);
  protected readonly crossReferences = linkedSignal(
    (): readonly string[] | null => this.facts().crossReferences,
  );
  protected readonly namedPrices = linkedSignal(
    (): ItemContent['namedPrices'] | null => this.facts().namedPrices,
  );
  protected readonly written = computed(() => {
    const { units, crossReferences, namedPrices } = this.facts();
    return {
      units: writeFurtherUnits(units),
      crossReferences: crossReferences.join('; '),
      namedPrices: writeNamedPrices(namedPrices),
    };
  });
  protected readonly isUnread = computed(() =>
    [this.units(), this.crossReferences(), this.namedPrices()].includes(null),
  );
  protected readonly readUnits = readFurtherUnits;
  protected readonly readNumbers = readParts;
  protected readonly readPrices = readNamedPrices;
  protected readonly kinds = ITEM_KIND_CHOICES;
  protected readonly times = TIME_UNITS.map((code) => ({ code, name: code }));

  constructor() {
    namesOfThings(); // the choices are filled from them
  }

  protected wrong(path: string): string | null {
    return this.problem()?.fields?.find((field) => field.path.startsWith(path))?.sentence ?? null;
  }

  protected set(part: Partial<ItemContent>): void {
    this.content.update((content) => ({ ...content, ...part }));
  }

  protected choose(field: 'family' | 'brand' | 'supplier' | 'taxClass', code: string): void {
    this.set({ [field]: code === '' ? null : code });
  }

  protected chooseKind(code: string): void {
    this.set({ kind: ITEM_KINDS.find((kind) => kind === code) ?? 'stock' });
  }

  protected chooseTime(code: string): void {
    this.set({ timeUnit: TIME_UNITS.find((unit): unit is TimeUnit => unit === code) ?? null });
  }

  /** A text that may be nothing. */
  protected setText(field: 'customerName' | 'gtin' | 'replacedBy', text: string): void {
    this.set({ [field]: text === '' ? null : text });
  }

  protected typeDigits({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.set({ quantityDigits: target.valueAsNumber });
  }

  protected typeListPrice(part: 'amount' | 'currency', { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const text = target.value.trim();
    const before = this.content().listPrice ?? { amount: '', currency: '' };
    const typed = part === 'amount' ? (readNumber(text) ?? text) : text.toUpperCase();
    const listPrice = { ...before, [part]: typed };
    this.set({
      listPrice: listPrice.amount === '' && listPrice.currency === '' ? null : listPrice,
    });
  }

  protected setActive(checked: boolean): void {
    this.set({ active: checked });
  }

  protected save(event: Event): void {
    event.preventDefault();
    const [units, crossReferences, namedPrices] = [
      this.units(),
      this.crossReferences(),
      this.namedPrices(),
    ];
    if (!units || !crossReferences || !namedPrices) return;
    const digits = new Map(this.facts().units.map((one) => [one.unit, one.digits]));
    this.saved.emit({
      ...this.content(),
      crossReferences,
      namedPrices,
      units: units.map((one) => ({ ...one, digits: digits.get(one.unit) ?? 0 })),
    });
  }
}
