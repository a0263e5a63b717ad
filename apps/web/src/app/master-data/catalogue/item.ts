import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import type {
  AttributeType,
  BasePriceForm,
  ItemAtLevel,
  ItemContent,
  ItemEdit,
  ItemView,
} from '@honest-ledger/contracts';
import { problemSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { countedUnits, namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { DeleteButton } from '../../shared/dialogs/delete-button';
import { FigureField } from '../../shared/fields/figure-field';
import { Notice } from '../../shared/notices/notice';
import { writeNumber, writer } from '../../shared/numbers/numbers';
import { whenChanged } from '../../shared/requests/when-changed';
import { workingsActions } from '../../shared/workings/workings.feature';
import { printedPercent } from '../../shared/numbers/markup-words';
import { ItemCostsPart } from './item-costs';
import { BothValues } from '../../editing/history/both-values';
import { draftedNow } from '../../editing/draft/drafted-now';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { EditSteps } from '../../editing/draft/edit-steps';
import { objectEditsActions, type Drafted } from '../../editing/draft/object-edits.feature';
import { ItemFacts } from './item-facts';
import { ItemMoves } from './item-moves';
import { itemActions, itemFeature } from './item.feature';
import { ChoiceField } from '../../shared/fields/choice-field';

/** One item: what it is, its base prices, and what each level makes of it. */
@Component({
  selector: 'hl-item',
  imports: [
    Amount,
    BothValues,
    ChoiceField,
    DeleteButton,
    EditRefusal,
    EditSteps,
    FigureField,
    ItemCostsPart,
    ItemFacts,
    ItemMoves,
    MatButton,
    Notice,
    RouterLink,
  ],
  templateUrl: './item.html',
  styleUrl: './item.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Item {
  readonly item = input.required<string>();

  private readonly store = inject(Store);
  private readonly counted = countedUnits();
  private readonly router = inject(Router);
  protected readonly encoded = computed(() => encodeURIComponent(this.item()));
  protected readonly found = this.store.selectSignal(itemFeature.selectItem);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly draftedNow = draftedNow();
  protected readonly sharedPrices = computed(() =>
    (this.found().value?.sharedPrices ?? []).map(({ id, name }) => [id, name] as const),
  );
  protected readonly factsRefused = this.store.selectSignal(itemFeature.selectFactsRefused);
  protected readonly foreseen = this.store.selectSignal(itemFeature.selectForeseen);
  /** What somebody else left there, where the second of two was refused. */
  protected readonly theirFacts = computed((): ItemEdit | null => {
    const problem = this.factsRefused()?.problem;
    // the server's answer to an edit that comes second
    return problem?.status === 409 ? ((problem.current as ItemEdit | undefined) ?? null) : null;
  });
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly mayEditFacts = hasPermission('editFacts');
  protected readonly maySeeCosts = hasPermission('seeCosts');
  private readonly factsOf = computed(
    () => `${this.item()} ${String(this.found().value?.revision ?? 0)}`,
  );
  /** Open while the facts are edited; another revision of the item closes it. */
  protected readonly editing = linkedSignal({
    source: this.factsOf,
    computation: () => false,
  });
  private readonly drafted = computed(() =>
    this.draftedNow()(this.item(), this.found().value?.draft ?? null),
  );
  /** A row for the base unit and each further one; what is typed or drafted comes before what is published. */
  protected readonly prices = computed(() => {
    const view = this.found().value;
    if (!view) return [];
    const drafted = this.drafted();
    // what was drafted as base prices
    const prices = drafted.edited ? (drafted.content as readonly BasePriceForm[] | null) : null;
    const all = drafted.edited ? (prices ?? []) : view.basePrices;
    const units = [null, ...view.units.map(({ unit }) => unit)];
    return units.map((unit) => {
      const price = all.find((one) => one.unit === unit) ?? null;
      const shared = price?.kind === 'shared' ? price.shared : '';
      return {
        unit,
        name: unit ?? view.unit,
        price,
        shared,
        figure: price?.kind === 'own' ? price.price : this.sharedFigure(view, shared),
      };
    });
  });
  /** Of what only some items have: what this one has. */
  protected readonly further = computed(() => {
    const facts = this.found().value?.facts;
    if (!facts) return [];
    const { taxClasses, attributes } = this.reference().goods;
    const { taxClass, namedPrices, crossReferences, replacedBy } = facts;
    const prices = namedPrices.map(
      ({ name, amount, currency }) => `${name} ${writeNumber(amount)} ${currency}`,
    );
    const all = [
      { name: 'Tax class', value: taxClasses.find(({ code }) => code === taxClass)?.name ?? '' },
      { name: 'Named prices', value: prices.join(', ') },
      { name: 'Also known as', value: crossReferences.join(', ') },
      { name: 'Replaced by', value: replacedBy ?? '' },
      ...attributes.map(({ code, name, type }) => {
        const value = facts.attributes[code] ?? '';
        return { name, value: written(type, value) };
      }),
    ];
    return all.filter(({ value }) => value !== '');
  });
  protected readonly levels = computed(() => (this.found().value?.levels ?? []).map(atLevel));
  protected readonly digits = computed(() =>
    mostDigits(this.levels().map(({ each }) => each ?? '')),
  );
  protected readonly write = writeNumber;

  protected leave(): void {
    void this.router.navigate(['/catalogue']);
  }

  constructor() {
    namesOfThings(); // the workings name levels by them
    whenChanged(this.item, () => {
      this.open();
    });
  }

  protected open(): void {
    this.store.dispatch(itemActions.opened({ item: this.item() }));
  }

  protected path({ categories }: ItemView): string {
    return categories.map(({ name }) => name).join(' › ');
  }

  protected units({ unit, units, timeUnit }: ItemView): string {
    const further = units.map((one) => `${one.unit} of ${writeNumber(one.factor)}`);
    const time = timeUnit === null ? [] : [`priced per ${timeUnit}`];
    return [unit, ...further, ...time].join(', ');
  }

  protected follow({ source, currency }: ReturnType<typeof atLevel>): void {
    const view = this.found().value;
    if (!view) return;
    const whose = `${this.counted()('1', view.unit)} at level ${source.name}, today`;
    const { version } = view;
    this.store.dispatch(
      workingsActions.followed({
        price: { line: source.line, item: view, currency, whose, version, provisional: false },
      }),
    );
  }

  /** An empty figure takes the base price away. */
  protected setPrice(unit: string | null, price: string): void {
    const own: BasePriceForm = { kind: 'own', item: this.item(), unit, price };
    this.edit(unit, price === '' ? null : own);
  }

  protected setShared(unit: string | null, figure: string, value: string): void {
    const ofItem = { item: this.item(), unit };
    this.edit(
      unit,
      value === ''
        ? { kind: 'own', ...ofItem, price: figure === '' ? '0' : figure }
        : { kind: 'shared', ...ofItem, shared: value },
    );
  }

  protected saveFacts(content: ItemContent): void {
    const revision = this.found().value?.revision ?? 0;
    this.store.dispatch(itemActions.factsEdited({ facts: { ...content, revision } }));
  }

  protected confirmFacts(facts: ItemEdit): void {
    this.store.dispatch(itemActions.factsConfirmed({ facts }));
  }

  protected leaveFacts(): void {
    this.store.dispatch(itemActions.factsLeft());
  }

  protected rebaseFacts(facts: ItemEdit, { revision }: ItemEdit): void {
    this.store.dispatch(itemActions.factsEdited({ facts: { ...facts, revision } }));
  }

  protected discard(): void {
    this.send({ edited: false });
  }

  private edit(unit: string | null, price: BasePriceForm | null): void {
    const prices = this.prices().flatMap((row) => {
      const one = row.unit === unit ? price : row.price;
      return one ? [one] : [];
    });
    this.send({ edited: true, content: prices });
  }

  private send(after: Drafted): void {
    const before = this.drafted();
    const edit = { object: { kind: 'basePrice', key: this.item() }, before, after } as const;
    this.store.dispatch(objectEditsActions.edited({ edit }));
  }

  private sharedFigure({ sharedPrices }: ItemView, shared: string): string {
    return sharedPrices.find(({ id }) => id === shared)?.price ?? '';
  }
}

function written(type: AttributeType, value: string): string {
  if (value === '') return '';
  if (type === 'number') return writeNumber(value);
  return type === 'day' ? writeCalendarDay(value) : value;
}

/** A level's row as the table shows it. */
function atLevel(source: ItemAtLevel) {
  const { name, currency, line } = source;
  if (line.kind === 'unpriced') {
    const problem = problemSentence(line.problem, writer);
    return { source, name, currency, each: null, markup: '', margin: '', problem };
  }
  const { cost, slices } = line;
  return {
    source,
    name,
    currency,
    each: slices[0]?.unitPrice ?? null,
    markup: printedPercent(cost?.markup),
    margin: printedPercent(cost?.margin),
    problem: null,
  };
}
