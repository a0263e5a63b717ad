import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { ITEM_KINDS, TIME_UNITS, type TimeUnit } from '@honest-ledger/engine';
import {
  readFurtherUnits,
  writeFurtherUnits,
  type ItemContent,
  type ProblemDetails,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { readNumber } from '../shared/numbers';
import { CategoryChoice } from './category-choice';

const KIND_NAMES = {
  stock: 'Stock goods',
  nonStock: 'Non-stock goods',
  service: 'Services',
  fee: 'Fees',
};

/** The facts of an item as a form. They count from the moment they are saved. */
@Component({
  selector: 'hl-item-facts',
  imports: [CategoryChoice, CodeChoice],
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
  /** Texts that are more than one field, as they are typed. */
  protected readonly units = linkedSignal(() => writeFurtherUnits(this.facts().units));
  protected readonly unitsRead = computed(() => readFurtherUnits(this.units()));
  protected readonly kinds = ITEM_KINDS.map((code) => ({ code, name: KIND_NAMES[code] }));
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

  protected choose(field: 'family' | 'brand' | 'supplier', code: string): void {
    this.set({ [field]: code === '' ? null : code });
  }

  protected chooseKind(code: string): void {
    this.set({ kind: ITEM_KINDS.find((kind) => kind === code) ?? 'stock' });
  }

  protected chooseTime(code: string): void {
    this.set({ timeUnit: TIME_UNITS.find((unit): unit is TimeUnit => unit === code) ?? null });
  }

  protected type(
    field: 'name' | 'customerName' | 'gtin' | 'unit' | 'replacedBy' | 'taxClass',
    { target }: Event,
  ): void {
    if (!(target instanceof HTMLInputElement)) return;
    const text = target.value.trim();
    const mayBeNull = field !== 'name' && field !== 'unit';
    this.set({ [field]: text === '' && mayBeNull ? null : text });
  }

  protected typeUnits({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.units.set(target.value);
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

  protected setActive({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.set({ active: target.checked });
  }

  protected save(event: Event): void {
    event.preventDefault();
    const units = this.unitsRead();
    if (!units) return;
    const digits = new Map(this.facts().units.map((one) => [one.unit, one.digits]));
    this.saved.emit({
      ...this.content(),
      units: units.map((one) => ({ ...one, digits: digits.get(one.unit) ?? 0 })),
    });
  }
}
