import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { DayField } from '../../shared/fields/day-field';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type {
  BasketLine,
  CustomerRow,
  ItemRow,
  DocumentRow,
  Trial,
  TrialSubject,
} from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { catchError, of, switchMap, type Observable } from 'rxjs';
import { ItemPicker } from '../../shared/reference/item-picker';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { ChoiceField, type Choice } from '../../shared/fields/choice-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';
import { TextField } from '../../shared/fields/text-field';
import { RulesApi } from './rules.api';
import { whenChanged } from '../../shared/requests/when-changed';

const LATEST = 30;
type Basket = Extract<TrialSubject, { kind: 'basket' }>;

/** On what rules are tried, and as of when: one of the latest documents, or a basket of any goods. */
@Component({
  selector: 'hl-trial-chooser',
  imports: [ChoiceField, CustomerPicker, DayField, FigureField, ItemPicker, MatButton, TextField],
  template: `
    <p class="line">
      <hl-choice
        label="Try it on"
        class="wide"
        none="Nothing"
        [code]="choice()"
        [options]="choices()"
        (opened)="ask()"
        (chosen)="choose($event)"
      />
      @if (on() !== null) {
        <hl-day-field
          label="As of"
          placeholder="Now"
          [withTime]="true"
          [value]="moment() || null"
          (changed)="moment.set($event ?? '')"
        />
      }
    </p>
    @if (basket(); as basket) {
      <p class="line">
        @if (customer(); as customer) {
          <strong>{{ customer.name }}</strong>
          <button type="button" matButton (click)="setCustomer(null)">Nobody</button>
        } @else {
          <hl-customer-picker (picked)="setCustomer($event)" />
        }
        <hl-choice
          label="Outlet of the basket"
          none="no outlet"
          [code]="basket.outlet ?? ''"
          [options]="outlets()"
          (chosen)="put({ outlet: $event === '' ? null : $event })"
        />
        <hl-choice
          label="Currency of the basket"
          [code]="basket.currency"
          [options]="currencies()"
          (chosen)="put({ currency: $event })"
        />
        <hl-text-field
          label="Codes of the basket"
          [value]="basket.codes.join(' ')"
          (changed)="setCodes($event)"
        />
      </p>
      @for (line of basket.lines; track $index; let place = $index) {
        <p class="line">
          <hl-figure-field
            [label]="'Quantity of ' + line.item + ' in the basket'"
            [value]="line.quantity"
            (changed)="setLine(place, { quantity: $event })"
          />
          @if (unitsOf(line.item); as units) {
            <hl-choice
              [bare]="true"
              [label]="'Unit of ' + line.item + ' in the basket'"
              [code]="line.unit ?? ''"
              [options]="unitChoices(units)"
              (chosen)="setUnit(place, $event)"
            />
          }
          <span>× {{ line.item }}</span>
          @if (line.duration !== null) {
            <span>for</span>
            <hl-figure-field
              [label]="'How long, ' + line.item + ' in the basket'"
              [value]="line.duration"
              (changed)="setLine(place, { duration: $event })"
            />
          }
          <button type="button" matButton (click)="remove(place)">Remove</button>
        </p>
      }
      <hl-item-picker label="Put an item into the basket" (picked)="add($event)" />
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 12px;
      margin: 4px 0;
    }
    hl-item-picker {
      max-width: 340px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrialChooser {
  /** Tells its fields from those of another on the same screen. */
  readonly name = input.required<string>();
  /** Null while nothing is chosen, or the basket is empty. */
  readonly chosen = output<Trial | null>();

  private readonly rulesApi = inject(RulesApi);
  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  private readonly asked = signal(false);
  protected readonly on = signal<TrialSubject | null>(null);
  private readonly units = signal<ReadonlyMap<string, readonly string[]>>(new Map());
  protected readonly customer = signal<CustomerRow | null>(null);
  /** In the browser's own time, as its field gives it; empty for now. */
  protected readonly moment = signal('');
  protected readonly outlets = computed(() => this.reference().customers.outlets);
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly basket = computed((): Basket | null => {
    const on = this.on();
    return on?.kind === 'basket' ? on : null;
  });
  protected readonly documents = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked): Observable<readonly DocumentRow[]> =>
        asked ? this.rulesApi.latestDocuments(LATEST).pipe(catchError(() => of([]))) : of([]),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly choice = computed(() => {
    const on = this.on();
    if (!on) return '';
    return on.kind === 'basket' ? 'basket' : String(on.number);
  });
  protected readonly choices = computed((): Choice[] => [
    ['basket', 'A basket of items'],
    ...this.documents().map((one): Choice => [String(one.number), calledOf(one)]),
  ]);
  private readonly trial = computed((): Trial | null => {
    const [on, moment] = [this.on(), this.moment()];
    if (!on || (on.kind === 'basket' && on.lines.length === 0)) return null;
    return { on, at: moment === '' ? null : new Date(moment).toISOString() };
  });

  constructor() {
    whenChanged(this.trial, (trial) => {
      this.chosen.emit(trial);
    });
  }

  /** The documents are asked for when somebody is about to choose one. */
  protected ask(): void {
    this.asked.set(true);
  }

  protected choose(value: string): void {
    if (value === '') this.on.set(null);
    else if (value === 'basket') this.on.set(this.emptyBasket());
    else this.on.set({ kind: 'document', number: Number(value) });
  }

  /** "Sale 1031 Harbour Lane School, Autumn clay" */
  protected setCustomer(customer: CustomerRow | null): void {
    this.customer.set(customer);
    this.put({ customer: customer?.code ?? null });
  }

  protected setCodes(text: string): void {
    const codes = text.split(/[\s,;]+/).filter((code) => code !== '');
    this.put({ codes: [...new Set(codes)] });
  }

  /** The units that an item in the basket can be in, the base unit first; null where it has one alone. */
  /** The first unit is the base unit, which a line names by none. */
  protected unitChoices(units: readonly string[]): Choice[] {
    return units.map((unit, place) => [place === 0 ? '' : unit, unit]);
  }

  protected unitsOf(item: string): readonly string[] | null {
    return this.units().get(item) ?? null;
  }

  protected setUnit(place: number, value: string): void {
    this.setLine(place, { unit: value === '' ? null : value });
  }

  protected add({ item, timeUnit, unit, units }: ItemRow): void {
    if (units.length > 0) {
      const all = [unit, ...units.map((one) => one.unit)];
      this.units.update((known) => new Map([...known, [item, all]]));
    }
    const duration = timeUnit === null ? null : '1';
    this.setLines((lines) => [...lines, { item, quantity: '1', unit: null, duration }]);
  }

  protected setLine(place: number, part: Partial<BasketLine>): void {
    this.setLines((lines) => lines.map((line, at) => (at === place ? { ...line, ...part } : line)));
  }

  protected remove(place: number): void {
    this.setLines((lines) => lines.filter((_, at) => at !== place));
  }

  protected put(part: Partial<Basket>): void {
    const basket = this.basket();
    if (basket) this.on.set({ ...basket, ...part });
  }

  private setLines(how: (lines: readonly BasketLine[]) => readonly BasketLine[]): void {
    this.put({ lines: how(this.basket()?.lines ?? []) });
  }

  private emptyBasket(): Basket {
    const currency = this.reference().customers.homeCurrency;
    return { kind: 'basket', customer: null, outlet: null, currency, codes: [], lines: [] };
  }
}

function calledOf({ kind, number, customer, title }: DocumentRow): string {
  const whose = customer?.name ?? 'no customer';
  return `${documentTitle({ kind, number })} ${whose}${title === '' ? '' : `, ${title}`}`;
}
