import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { ItemRow } from '@honest-ledger/contracts';
import type { OwnPrice, Serialized } from '@honest-ledger/engine';
import { ItemPicker } from '../../shared/reference/item-picker';
import { FigureField } from '../../shared/fields/figure-field';
import { decodeText } from '../../shared/files/decode-text';
import { firstPrices } from '../../shared/reference/first-price';
import { handOver, readPriceFile, writePriceFile } from '../../shared/files/price-files';
import { pastedPrices } from '../../shared/files/pasted-prices';

type OwnPriceForm = Serialized<OwnPrice>;

/** Longer lists are shown in part until somebody asks for the rest, or narrows them. */
const SHOWN = 50;

function priceLabel(item: string): string {
  return `Price of ${item}`;
}

/** What single items cost under a rule: typed, or pasted as rows of a spreadsheet. */
@Component({
  selector: 'hl-own-prices-editor',
  imports: [FigureField, ItemPicker, MatButton, MatFormField, MatInput, RouterLink],
  template: `
    <table class="ledger" aria-label="Own prices" (paste)="paste($event)">
      <thead>
        <tr>
          <th>Item</th>
          <th class="figure">Price, {{ currency() }}</th>
          <th>Per</th>
          <th><span class="unseen">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of shown(); track row.one.item) {
          <tr>
            <td>
              <a [routerLink]="['/catalogue', row.one.item]">{{ row.one.item }}</a>
              @if (wrong(row.at, 'item'); as problem) {
                <span class="wrong" role="alert">{{ problem }}</span>
              }
            </td>
            <td class="figure">
              <hl-figure-field
                [bare]="true"
                #price
                [label]="priceLabel(row.one.item)"
                [value]="row.one.price"
                [problem]="wrong(row.at, 'price')"
                (changed)="set(row.at, { price: $event })"
              />
            </td>
            <td>
              <mat-form-field class="bare per"
                ><input
                  matInput
                  [attr.aria-label]="'What the price of ' + row.one.item + ' is per'"
                  placeholder="base unit"
                  autocomplete="off"
                  [value]="row.one.unit ?? ''"
                  (change)="setUnit(row.at, $event)"
              /></mat-form-field>
            </td>
            <td>
              <button type="button" matButton (click)="remove(row.at)">Remove</button>
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="4" class="soft">
              No item yet. Pick one, or paste rows of item and price from a spreadsheet.
            </td>
          </tr>
        }
        <tr>
          <td colspan="4">
            <hl-item-picker label="Add an item, or paste rows here" (picked)="add($event)" />
          </td>
        </tr>
      </tbody>
    </table>
    @if (hidden() > 0) {
      <button type="button" matButton (click)="all.set(true)">Show {{ hidden() }} more</button>
    }
    <div class="files">
      <input
        #file
        type="file"
        hidden
        accept=".csv,.tsv,.txt,text/csv"
        aria-label="File of own prices"
        (change)="take(file)"
      />
      <button type="button" matButton (click)="file.click()">From a CSV file</button>
      @if (prices().length > 0) {
        <button type="button" matButton (click)="save()">As a CSV file</button>
      }
      @if (told(); as told) {
        <span [class.wrong]="told.wrong" [attr.role]="told.wrong ? 'alert' : 'status'">
          {{ told.sentence }}
        </span>
      }
    </div>
    @if (problems().get('effect.prices'); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      flex-basis: 100%;
      max-width: 640px;
    }
    .per {
      width: 90px;
    }
    td .wrong {
      display: block;
    }
    .files {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnPricesEditor {
  readonly prices = input.required<readonly OwnPriceForm[]>();
  readonly currency = input.required<string>();
  /** What is wrong with the rule, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<readonly OwnPriceForm[]>();

  private readonly fields = viewChildren<FigureField>('price');
  private readonly first = firstPrices(this.fields);
  protected readonly priceLabel = priceLabel;
  protected readonly all = signal(false);
  /** What became of the last file. */
  protected readonly told = signal<{ readonly wrong: boolean; readonly sentence: string } | null>(
    null,
  );
  protected readonly shown = computed(() => {
    const rows = this.prices().map((one, at) => ({ one, at }));
    return this.all() ? rows : rows.slice(0, SHOWN);
  });
  protected readonly hidden = computed(() => this.prices().length - this.shown().length);

  protected wrong(at: number, field: string): string | null {
    return this.problems().get(`effect.prices[${String(at)}].${field}`) ?? null;
  }

  protected add(row: ItemRow): void {
    this.put([[row.item, this.first.priceOf(row, this.currency())]]);
    this.first.goTo(priceLabel(row.item));
  }

  protected paste(event: ClipboardEvent): void {
    const rows = pastedPrices(event);
    if (rows.length > 0) this.put(rows);
  }

  protected async take(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    if (!file) return;
    const read = readPriceFile(decodeText(await file.arrayBuffer()));
    field.value = ''; // the same file once more is another choice
    if (typeof read === 'string') {
      this.told.set({ wrong: true, sentence: read });
      return;
    }
    const prices = new Map(this.prices().map((one) => [one.item, one]));
    const known = read.filter(({ item }) => prices.has(item)).length;
    for (const one of read) prices.set(one.item, one);
    this.changed.emit([...prices.values()]);
    const sentence = `${file.name}: ${String(read.length - known)} prices added, ${String(known)} put in place of others. Undo takes them back.`;
    this.told.set({ wrong: false, sentence });
  }

  protected save(): void {
    handOver(writePriceFile(this.prices()), 'own-prices.csv');
  }

  protected set(at: number, part: Partial<OwnPriceForm>): void {
    this.changed.emit(
      this.prices().map((one, place) => (place === at ? { ...one, ...part } : one)),
    );
  }

  protected setUnit(at: number, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set(at, { unit: unit === '' ? null : unit });
  }

  protected remove(at: number): void {
    this.changed.emit(this.prices().filter((_, place) => place !== at));
  }

  /** An item has one price in a rule: another that is typed or pasted takes its place. */
  private put(rows: readonly (readonly [string, string])[]): void {
    const prices = new Map(this.prices().map((one) => [one.item, one]));
    for (const [item, price] of rows) {
      prices.set(item, { item, price, unit: prices.get(item)?.unit ?? null });
    }
    this.changed.emit([...prices.values()]);
  }
}
