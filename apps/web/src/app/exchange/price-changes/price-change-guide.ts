import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { DayField } from '../../shared/fields/day-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type {
  RepricedPrices,
  PriceChangeBasis,
  PriceAdjustmentForm,
  PriceChangeContent,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { RoundingEditor } from '../../setup/levels/rounding-editor';
import { ChoiceField } from '../../shared/fields/choice-field';
import { itemFilterFields } from '../../shared/reference/item-filter-fields';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureField } from '../../shared/fields/figure-field';
import { ListFilters } from '../../shared/lists/list-filters';
import type { ListFilter } from '../../shared/lists/lists.feature';
import type { Narrowing } from '../../shared/lists/long-list';
import { filterOfGoods, goodsOf } from './price-change-begin';

const CHANGES: readonly { readonly kind: PriceAdjustmentForm['kind']; readonly words: string }[] = [
  { kind: 'percent', words: 'a percentage, up or down' },
  { kind: 'amount', words: 'an amount, up or down' },
  { kind: 'markup', words: 'to a markup on cost of' },
  { kind: 'margin', words: 'to a margin of' },
];

/** Says of a change of many prices: for which goods, of which prices, from what, by how much. */
@Component({
  selector: 'hl-price-change-guide',
  imports: [
    ChoiceField,
    DayField,
    FigureField,
    ListFilters,
    MatButton,
    MatCheckbox,
    RoundingEditor,
  ],
  templateUrl: './price-change-guide.html',
  styleUrl: './price-change-guide.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PriceChangeGuide {
  readonly content = input.required<PriceChangeContent>();
  /** What is wrong with it, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<PriceChangeContent>();

  protected readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly names = namesOfThings();
  /** What the goods are narrowed by; nothing has to be typed to an end here. */
  protected readonly goods: Narrowing = {
    typed: computed(() => filterOfGoods(this.content().goods)),
    fields: itemFilterFields(),
    type: (text) => {
      this.setGoods({ text: [text] });
    },
    choose: (part) => {
      this.setGoods(part);
    },
    clear: () => {
      this.set({ goods: {} });
    },
  };
  protected readonly levels = computed(() =>
    this.reference()
      .levels.filter(({ state }) => state !== 'withdrawn')
      .map(({ id, content }) => ({ code: id, name: content.name })),
  );
  protected readonly hasBase = computed(() =>
    this.content().prices.some(({ kind }) => kind === 'basePrice'),
  );
  protected readonly levelPrices = computed(() =>
    this.content().prices.filter((one) => one.kind === 'level'),
  );
  protected readonly freeLevels = computed(() => {
    const taken = new Set(this.levelPrices().map(({ level }) => level));
    return this.levels().filter(({ code }) => !taken.has(code));
  });
  /** The currency in which amounts are: that of the first prices that change. */
  protected readonly currency = computed(() => {
    const [first] = this.content().prices;
    const level =
      first?.kind === 'level'
        ? this.reference().levels.find(({ id }) => id === first.level)
        : undefined;
    return level?.content.currency ?? this.reference().customers.homeCurrency;
  });
  protected readonly bases = computed(() => [
    { code: 'present', name: 'each price as it is' },
    ...(this.levelPrices().length > 0 ? [{ code: 'basePrice', name: 'the base price' }] : []),
    { code: 'listPrice', name: 'the list price' },
    { code: 'cost', name: 'the cost, in the order of the settings' },
    ...this.reference().goods.costKinds.map(({ code, name }) => ({
      code: `cost ${code}`,
      name: `the cost: ${name.toLowerCase()}`,
    })),
    { code: 'costTable', name: 'what the item’s cost table makes' },
    ...this.reference().goods.costTables.map(({ code, name }) => ({
      code: `costTable ${code}`,
      name: `what the table ${name} makes`,
    })),
    ...this.levels().map(({ code, name }) => ({ code: `level ${code}`, name: `level ${name}` })),
  ]);
  protected readonly basis = computed(() => {
    const { basis } = this.content();
    if (basis.kind === 'level') return `level ${basis.level}`;
    if (basis.kind === 'costTable' && basis.table !== null) return `costTable ${basis.table}`;
    return basis.kind === 'cost' && basis.cost !== null ? `cost ${basis.cost}` : basis.kind;
  });
  protected readonly changes = computed(() =>
    CHANGES.filter(
      ({ kind }) => this.content().basis.kind === 'cost' || kind === 'percent' || kind === 'amount',
    ).map(({ kind, words }) => ({ code: kind, name: words })),
  );
  protected readonly figure = computed(() => {
    const { change } = this.content();
    return change.kind === 'amount' ? change.amount : change.percent;
  });
  protected readonly moment = computed(() => localMoment(this.content().at));

  protected set(part: Partial<PriceChangeContent>): void {
    this.changed.emit({ ...this.content(), ...part });
  }

  private setGoods(part: ListFilter): void {
    this.set({ goods: goodsOf({ ...filterOfGoods(this.content().goods), ...part }) });
  }

  protected setBase(checked: boolean): void {
    const base: RepricedPrices[] = checked ? [{ kind: 'basePrice' }] : [];
    this.set({ prices: [...base, ...this.levelPrices()] });
  }

  protected addLevel(level: string): void {
    this.set({ prices: [...this.content().prices, { kind: 'level', level, all: false }] });
  }

  protected readonly levelWays = [
    ['typed', 'where one is typed'],
    ['all', 'all, typed anew where none is'],
  ] as const;
  protected readonly quoteWays = [
    ['leave', 'keep their prices'],
    ['priceAgain', 'are priced again then'],
  ] as const;

  protected setAll(level: string, value: string): void {
    const all = value === 'all';
    this.set({
      prices: this.content().prices.map((one) =>
        one.kind === 'level' && one.level === level ? { ...one, all } : one,
      ),
    });
  }

  protected removeLevel(level: string): void {
    this.set({
      prices: this.content().prices.filter((one) => one.kind !== 'level' || one.level !== level),
    });
  }

  protected setBasis(code: string): void {
    const basis = basisOf(code);
    const { change } = this.content();
    const ofCost = change.kind === 'markup' || change.kind === 'margin';
    const saved: PriceAdjustmentForm =
      ofCost && basis.kind !== 'cost' ? { kind: 'percent', percent: '0' } : change;
    this.set({ basis, change: saved });
  }

  protected setKind(code: string): void {
    const kind = CHANGES.find((one) => one.kind === code)?.kind ?? 'percent';
    this.set({ change: changeOf(kind, this.figure()) });
  }

  protected setFigure(figure: string): void {
    this.set({ change: changeOf(this.content().change.kind, figure) });
  }

  protected setMoment(moment: string | null): void {
    this.set({ at: moment === null ? null : new Date(moment).toISOString() });
  }

  protected setQuotes(value: string): void {
    this.set({ quotes: value === 'priceAgain' ? 'priceAgain' : 'leave' });
  }

  protected wrong(path: string): string | null {
    return this.problems().get(path) ?? null;
  }
}

function changeOf(kind: PriceAdjustmentForm['kind'], figure: string): PriceAdjustmentForm {
  return kind === 'amount' ? { kind, amount: figure } : { kind, percent: figure };
}

function basisOf(code: string): PriceChangeBasis {
  const [kind, of] = code.split(' ');
  switch (kind) {
    case 'level':
      return { kind, level: of ?? '' };
    case 'cost':
      return { kind, cost: of ?? null };
    case 'costTable':
      return { kind, table: of ?? null };
    case 'basePrice':
    case 'listPrice':
      return { kind };
    default:
      return { kind: 'present' };
  }
}

/** An instant as a field of the browser's own time writes it. */
function localMoment(at: string | null): string {
  if (at === null) return '';
  const moment = new Date(at);
  const local = new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000);
  return local.toISOString().slice(0, 16);
}
