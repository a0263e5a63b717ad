import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  type OnDestroy,
} from '@angular/core';
import { MatRadioButton } from '@angular/material/radio';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type {
  DatedCost,
  DatedPurchaseCost,
  ItemCosts,
  ItemSupplier,
} from '@honest-ledger/contracts';
import { PURCHASE } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { countedUnits, namesOfThings } from '../../shared/reference/names';
import { RuleInForce } from './rule-in-force';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { SavedState } from '../../editing/saved-state';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { CostHistory } from './cost-history';
import { itemCostsActions, itemCostsFeature } from './item-costs.feature';

interface BegunOffer {
  readonly supplier: string;
  readonly offer: Omit<DatedPurchaseCost, 'amount'>;
}

/** What an item costs, kind by kind with its history, and what its suppliers ask. Facts: they count at once. */
@Component({
  selector: 'hl-item-costs',
  imports: [
    Amount,
    ChoiceField,
    CostHistory,
    DayField,
    FigureField,
    MatButton,
    MatRadioButton,
    Notice,
    RouterLink,
    RuleInForce,
    SavedState,
    TextField,
  ],
  templateUrl: './item-costs.html',
  styleUrl: './item-costs.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemCostsPart implements OnDestroy {
  readonly item = input.required<string>();

  private readonly store = inject(Store);
  protected readonly names = namesOfThings();
  protected readonly counted = countedUnits();
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly found = this.store.selectSignal(itemCostsFeature.selectCosts);
  private readonly open = computed(() => {
    const open = this.found().value;
    return open?.view.item === this.item() ? open : null;
  });
  protected readonly editing = computed(() => this.open()?.editing ?? null);
  protected readonly refused = computed(() => this.editing()?.problem ?? null);
  protected readonly isConflict = computed(() => this.editing()?.state === 'conflict');
  protected readonly calendarDay = writeCalendarDay;
  protected readonly mayEdit = hasPermission('editFacts');
  /** As it is edited here. */
  protected readonly view = computed(() => {
    const open = this.open();
    return open && { ...open.view, costs: open.editing.content };
  });
  /** Of each kind the cost in force today, and the next to come. */
  protected readonly rows = computed(() => {
    const view = this.view();
    if (!view) return [];
    return this.kinds().flatMap(({ code, name }) => {
      const own = view.costs.costs.filter(({ kind }) => kind === code);
      if (own.length === 0) return [];
      const now = own.findLast(({ from }) => from <= view.day) ?? null;
      const next = own.find(({ from }) => from > view.day) ?? null;
      return [{ code, name, now, next, unit: now?.unit ?? view.unit }];
    });
  });
  protected readonly digits = computed(() =>
    mostDigits(this.rows().map(({ now }) => now?.amount ?? '')),
  );
  /** Kinds that are typed here: purchase costs are a supplier's. */
  protected readonly kinds = computed(() =>
    this.reference().goods.costKinds.filter(({ code }) => code !== PURCHASE),
  );
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly units = computed(() =>
    (this.view()?.units ?? []).map((unit) => ({ code: unit, name: unit })),
  );
  protected readonly otherSuppliers = computed(() => {
    const own = new Set(this.view()?.costs.suppliers.map(({ supplier }) => supplier));
    return this.reference().goods.suppliers.filter(({ code }) => !own.has(code));
  });
  protected readonly nameOf = computed(() => this.names().cost);
  protected readonly showsHistory = signal(false);

  /** What a supplier asks, as long as it lacks its amount: it counts nowhere. */
  protected readonly begun = linkedSignal({
    source: () => this.item(),
    computation: (): BegunOffer | null => null,
  });

  // the cost that is being typed
  protected readonly kind = signal('last');
  protected readonly amount = signal('');
  protected readonly from = signal<string | null>(null);
  protected readonly unit = signal('');
  private readonly chosenCurrency = signal<string | null>(null);
  protected readonly currency = computed(
    () => this.chosenCurrency() ?? this.view()?.homeCurrency ?? '',
  );
  protected readonly day = writeCalendarDay;
  protected readonly write = writeNumber;

  constructor() {
    whenChanged(this.item, () => {
      this.store.dispatch(itemCostsActions.left()); // the item that was open before
      this.ask();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(itemCostsActions.left());
  }

  protected undo(): void {
    this.store.dispatch(itemCostsActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(itemCostsActions.redone());
  }

  protected takeTheirs(): void {
    this.store.dispatch(itemCostsActions.serverVersionTaken());
  }

  protected rebase(): void {
    this.store.dispatch(itemCostsActions.rebased());
  }

  protected ask(): void {
    this.store.dispatch(itemCostsActions.opened({ key: this.item() }));
  }

  protected chooseCurrency(code: string): void {
    this.chosenCurrency.set(code);
  }

  protected isZero(amount: string): boolean {
    return /^0+(\.0+)?$/.test(amount);
  }

  /** A cost of the same kind from the same day is typed over. */
  protected add(event: Event): void {
    event.preventDefault();
    const view = this.view();
    if (!view || this.amount() === '') return;
    const unit = this.unit() === '' ? null : this.unit();
    const fresh: DatedCost = {
      kind: this.kind(),
      from: this.from() ?? view.day,
      amount: this.amount(),
      currency: this.currency(),
      unit,
    };
    const others = view.costs.costs.filter(
      ({ kind, from }) => kind !== fresh.kind || from !== fresh.from,
    );
    this.send({ costs: [...others, fresh] });
    this.amount.set('');
  }

  protected remove(cost: DatedCost): void {
    this.send({ costs: this.view()?.costs.costs.filter((one) => one !== cost) ?? [] });
  }

  protected addSupplier(supplier: string): void {
    if (supplier === '') return;
    const all = this.view()?.costs.suppliers ?? [];
    const fresh: ItemSupplier = {
      supplier,
      preferred: all.length === 0,
      number: null,
      leadTimeDays: null,
      costs: [],
    };
    this.send({ suppliers: [...all, fresh] });
  }

  protected removeSupplier({ supplier }: ItemSupplier): void {
    this.withSuppliers((all) => all.filter((one) => one.supplier !== supplier));
  }

  protected prefer({ supplier }: ItemSupplier): void {
    this.withSuppliers((all) =>
      all.map((one) => ({ ...one, preferred: one.supplier === supplier })),
    );
  }

  protected setSupplier({ supplier }: ItemSupplier, part: Partial<ItemSupplier>): void {
    this.withSuppliers((all) =>
      all.map((one) => (one.supplier === supplier ? { ...one, ...part } : one)),
    );
  }

  protected addOffer(of: ItemSupplier): void {
    const view = this.view();
    if (!view) return;
    const last = of.costs.at(-1);
    this.begun.set({
      supplier: of.supplier,
      offer: {
        currency: last?.currency ?? view.homeCurrency,
        unit: last?.unit ?? null,
        minQuantity: '0',
        window: { from: view.day, until: null },
      },
    });
  }

  protected setBegun(part: Partial<BegunOffer['offer']>): void {
    this.begun.update((begun) => begun && { ...begun, offer: { ...begun.offer, ...part } });
  }

  /** With its amount it is a cost like the others, and counts. */
  protected completeBegun(of: ItemSupplier, amount: string): void {
    const begun = this.begun();
    if (!begun || amount === '') return;
    this.begun.set(null);
    this.setSupplier(of, { costs: [...of.costs, { ...begun.offer, amount }] });
  }

  protected dropBegun(): void {
    this.begun.set(null);
  }

  protected setOffer(of: ItemSupplier, place: number, part: Partial<DatedPurchaseCost>): void {
    this.setSupplier(of, {
      costs: of.costs.map((one, at) => (at === place ? { ...one, ...part } : one)),
    });
  }

  protected removeOffer(of: ItemSupplier, place: number): void {
    this.setSupplier(of, { costs: of.costs.filter((_, at) => at !== place) });
  }

  protected leadTime(of: ItemSupplier, typed: string): void {
    this.setSupplier(of, { leadTimeDays: typed === '' ? null : Number(typed) });
  }

  private withSuppliers(how: (all: readonly ItemSupplier[]) => readonly ItemSupplier[]): void {
    this.send({ suppliers: how(this.view()?.costs.suppliers ?? []) });
  }

  private send(part: Partial<ItemCosts>): void {
    const view = this.view();
    if (!view) return;
    this.store.dispatch(itemCostsActions.edited({ content: { ...view.costs, ...part } }));
  }
}
