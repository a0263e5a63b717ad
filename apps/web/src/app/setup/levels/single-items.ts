import { ChangeDetectionStrategy, Component, input, output, viewChildren } from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { ItemRow, LevelContent, TypedPriceForm } from '@honest-ledger/contracts';
import { ItemPicker } from '../../shared/reference/item-picker';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { FileLinks } from '../../shared/files/file-links';
import { firstPrices } from '../../shared/reference/first-price';
import { pastedPrices } from '../../shared/files/pasted-prices';
import { typedPrice } from './level-edits';

/** Items that a level treats apart: prices typed for them, and items left at their base price. */
@Component({
  selector: 'hl-single-items',
  imports: [
    DayField,
    FigureField,
    FileLinks,
    ItemPicker,
    MatButton,
    MatFormField,
    MatInput,
    RouterLink,
  ],
  templateUrl: './single-items.html',
  styleUrl: './single-items.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SingleItems {
  /** The level's id. */
  readonly level = input.required<string>();
  readonly content = input.required<LevelContent>();
  /** What is wrong with the level, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<(content: LevelContent) => LevelContent>();

  private readonly fields = viewChildren<FigureField>('price');
  private readonly first = firstPrices(this.fields);
  protected readonly priceLabel = priceLabel;

  protected wrong(index: number, field: string): string | null {
    return this.problems().get(`typedPrices[${String(index)}].${field}`) ?? null;
  }

  protected add(row: ItemRow): void {
    this.addPrices([[row.item, this.first.priceOf(row, this.content().currency)]]);
    this.first.goTo(priceLabel(row.item));
  }

  protected paste(event: ClipboardEvent): void {
    const rows = pastedPrices(event);
    if (rows.length > 0) this.addPrices(rows);
  }

  protected set(id: string, part: Partial<TypedPriceForm>): void {
    this.changed.emit((content) => ({
      ...content,
      typedPrices: content.typedPrices.map((one) => (one.id === id ? { ...one, ...part } : one)),
    }));
  }

  protected setUnit(id: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set(id, { unit: unit === '' ? null : unit });
  }

  protected remove(id: string): void {
    this.changed.emit((content) => ({
      ...content,
      typedPrices: content.typedPrices.filter((one) => one.id !== id),
    }));
  }

  protected except({ item }: ItemRow): void {
    this.changed.emit((content) => ({
      ...content,
      exceptions: content.exceptions.includes(item)
        ? content.exceptions
        : [...content.exceptions, item],
    }));
  }

  protected takeBack(item: string): void {
    this.changed.emit((content) => ({
      ...content,
      exceptions: content.exceptions.filter((one) => one !== item),
    }));
  }

  /** A price pasted for an item that has one without days or quantity takes its place. */
  private addPrices(rows: readonly (readonly [string, string])[]): void {
    this.changed.emit((content) => {
      let { typedPrices } = content;
      for (const [item, price] of rows) {
        const plain = typedPrices.find((one) => one.item === item && isPlain(one));
        typedPrices = plain
          ? typedPrices.map((one) => (one === plain ? { ...one, price } : one))
          : [...typedPrices, typedPrice(crypto.randomUUID(), item, price)];
      }
      return { ...content, typedPrices };
    });
  }
}

function priceLabel(item: string): string {
  return `Price of ${item}`;
}

function isPlain({ unit, window, minQuantity }: TypedPriceForm): boolean {
  return (
    unit === null &&
    window.from === null &&
    window.until === null &&
    /^0+(\.0+)?$/.test(minQuantity)
  );
}
