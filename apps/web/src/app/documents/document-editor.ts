import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  numberAttribute,
  signal,
  viewChild,
  viewChildren,
  type OnDestroy,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type {
  AttributeValues,
  ItemRow,
  DocumentContent,
  DocumentLineInput,
} from '@honest-ledger/contracts';
import { marginOfLines, type Circumstances, type RuleByHand } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../catalogue/item-picker';
import { CustomerPicker } from '../customers/customer-picker';
import { AttributeFields } from '../reference/attribute-fields';
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { mayDo } from '../session/may-do';
import { Amount } from '../shared/amount';
import { writeDay, writeInstant } from '../shared/dates';
import { FigureField } from '../shared/figure-field';
import { DayField } from '../shared/day-field';
import { KeptState } from '../shared/kept-state';
import { lossOf, type EditingScreen } from '../shared/leave-kept';
import { Notice } from '../shared/notice';
import { writeNumber } from '../shared/numbers';
import { besidesFields, fieldsUnder } from '../shared/problems';
import { TextField } from '../shared/text-field';
import { whenChanged } from '../shared/when-changed';
import { workingsActions, type ExplainedPrice } from '../workings/workings.feature';
import { AdvancePanel } from './advance-panel';
import { codesTold } from './codes-told';
import { DocumentCircumstances } from './document-circumstances';
import { DocumentHead } from './document-head';
import { WORDS } from './document-words';
import { GoneNotice } from './gone-notice';
import { LineFurther } from './line-further';
import { LinePaidBefore } from './line-paid-before';
import {
  beforeSwitch,
  columnDigits,
  foreseenMoves,
  levelNames,
  shownLines,
  switchMoves,
  type BeforeSwitch,
  type ShownLine,
} from './document-lines';
import { DocumentTotals } from './document-totals';
import { documentsActions, documentsFeature, theirs } from './documents.feature';
import { RuleChoiceList } from './rule-choice-list';
import { choicesOfDocument } from './rule-choices';
import { TouchMarks } from './touch-marks';

/** The fields that show what is wrong with them themselves. */
const TOLD_BESIDE =
  /^(shipping|circumstances\.deliveryPostcode|attributes\..*|lines\[\d+\]\.(quantity|duration|priceByHand\.(price|reason)))$/;

/** A quote, an order or a sale: its lines, what each costs this customer, and how each price came about. */
@Component({
  selector: 'hl-document-editor',
  imports: [
    AdvancePanel,
    Amount,
    AttributeFields,
    CodeChoice,
    CustomerPicker,
    DayField,
    DocumentCircumstances,
    DocumentHead,
    FigureField,
    GoneNotice,
    ItemPicker,
    KeptState,
    LineFurther,
    LinePaidBefore,
    Notice,
    DocumentTotals,
    RouterLink,
    RuleChoiceList,
    TextField,
    TouchMarks,
  ],
  templateUrl: './document-editor.html',
  styleUrl: './document-editor.scss',
  host: { '(window:beforeunload)': 'warn($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentEditor implements EditingScreen, OnDestroy {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  private readonly picker = viewChild(ItemPicker);
  private readonly quantities = viewChildren<FigureField>('quantity');
  /** The line whose price the workings show. */
  private readonly followed = signal<string | null>(null);
  /** A line that was just added: its quantity is typed next. */
  private added: string | null = null;

  protected readonly document = this.store.selectSignal(documentsFeature.selectDocument);
  protected readonly open = computed(() => this.document().value);
  protected readonly words = computed(() => WORDS[this.open()?.view.kind ?? 'quote']);
  protected readonly lines = computed(() => {
    const open = this.open();
    return open ? shownLines(open) : [];
  });
  protected readonly digits = computed(() => columnDigits(this.lines()));
  protected readonly customer = computed(() => this.open()?.inputs.document.facts.customer ?? null);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly levels = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  private readonly mayWrite = mayDo('writeDocuments');
  /** Only an open document is changed, by those who may. */
  protected readonly editable = computed(
    () => this.mayWrite() && this.open()?.view.state === 'open',
  );
  protected readonly mayOverride = mayDo('overridePrices');
  protected readonly mayChooseRules = mayDo('chooseRules');
  protected readonly seesCosts = mayDo('seeCosts');
  protected readonly columns = computed(() => (this.seesCosts() ? 9 : 8));
  protected readonly pricedLines = computed(() => {
    const open = this.open();
    return (open?.editing.content.lines ?? []).flatMap(({ id }) => open?.priced[id] ?? []);
  });
  /** Of all lines together. */
  protected readonly lineMargin = computed(() =>
    marginOfLines(Object.values(this.open()?.priced ?? {})),
  );
  /** What became of the codes that were typed. */
  protected readonly codes = computed(() =>
    codesTold(this.open()?.outcome.codes ?? [], this.names()),
  );
  /** The rules for the quote as a whole that somebody may decide about. */
  protected readonly wholeChoices = computed(() => {
    const open = this.open();
    if (!open) return [];
    return choicesOfDocument(open.outcome, open.editing.content.byHand, this.names());
  });
  /** What is wrong with each line, by the path in it. */
  protected readonly problems = computed(() => {
    const fields = this.open()?.editing.problem?.fields ?? [];
    return this.lines().map((_, index) => fieldsUnder(fields, `lines[${String(index)}].`));
  });
  protected readonly noProblems: ReadonlyMap<string, string> = new Map();
  /** The line whose further fields are shown. */
  protected readonly unfolded = signal<string | null>(null);
  protected readonly currencies = computed(() => {
    const { currencies } = this.reference().customers;
    const own = this.open()?.editing.content.currency ?? '';
    return currencies.includes(own) ? currencies : [own, ...currencies];
  });
  /** The prices before something was switched, until they have been looked at. */
  protected readonly switched = linkedSignal({
    source: () => this.number(),
    computation: (): BeforeSwitch | null => null,
  });
  protected readonly switchMoves = computed(() => {
    const [open, before] = [this.open(), this.switched()];
    return open && before ? switchMoves(open, before) : [];
  });
  /** The levels that may be used at the quote's outlet, and those that it has chosen already. */
  protected readonly levelChoices = computed(() => {
    const content = this.open()?.editing.content;
    const { outlets } = this.reference().customers;
    const outlet = outlets.find(({ code }) => code === content?.outlet);
    const allowed = outlet?.levelsAllowed ?? null;
    const chosen = [content?.level, ...(content?.lines.map(({ level }) => level) ?? [])];
    return this.levels()
      .filter(({ id }) => allowed === null || allowed.includes(id) || chosen.includes(id))
      .map(({ id, content: { name } }) => ({ code: id, name }));
  });
  protected readonly levelNames = computed(() => levelNames(this.lines()));
  protected readonly notice = computed(() =>
    besidesFields(this.open()?.editing.problem ?? null, TOLD_BESIDE),
  );
  protected readonly theirs = computed(() => {
    const editing = this.open()?.editing;
    return editing?.state === 'conflict' ? theirs(editing) : null;
  });
  protected readonly foreseen = computed(() => {
    const open = this.open();
    return open?.foreseen ? foreseenMoves(open) : null;
  });
  protected readonly followedLine = computed(
    () => this.lines().find(({ id }) => id === this.followed()) ?? null,
  );
  /** What the workings strip follows: the line under the cursor, and its price as that changes. */
  private readonly explained = computed((): ExplainedPrice | null => {
    const open = this.open();
    const line = this.followedLine();
    if (!open || !line?.priced || !line.facts) return null;
    // what the server has priced stands there since it was kept
    const pricedAt = open.provisional ? open.inputs.document.pricedAt : open.view.changedAt;
    const { currency } = open.editing.content;
    const who = this.customer()?.name ?? 'an unknown customer';
    return {
      line: line.priced,
      item: line.facts,
      currency,
      whose: `${writeNumber(line.quantity)} × ${line.unit ?? line.facts.unit} for ${who}, ${writeDay(pricedAt)}`,
      version: open.version,
      provisional: open.provisional,
    };
  });
  protected readonly writeInstant = writeInstant;
  protected readonly write = writeNumber;
  protected readonly changingCustomer = signal(false);

  constructor() {
    whenChanged(this.number, () => {
      this.ask();
    });
    whenChanged(this.explained, (price) => {
      if (price) this.store.dispatch(workingsActions.followed({ price }));
    });
    effect(() => {
      const index = this.lines().findIndex(({ id }) => id === this.added);
      const quantity = this.quantities()[index];
      if (index < 0 || !quantity) return;
      this.added = null;
      quantity.focus();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(documentsActions.left());
  }

  lossOnLeaving(): string | null {
    const open = this.open();
    return open && lossOf(open.editing, `${this.words().one} ${String(open.number)}`);
  }

  protected ask(): void {
    this.store.dispatch(documentsActions.opened({ number: this.number() }));
  }

  protected warn(event: BeforeUnloadEvent): void {
    const state = this.open()?.editing.state;
    if (state !== undefined && state !== 'kept') event.preventDefault();
  }

  protected follow(line: ShownLine): void {
    this.followed.set(line.id);
  }

  protected isFollowed(line: ShownLine): boolean {
    return this.followed() === line.id;
  }

  protected wrong(index: number, field: string): string | null {
    return this.problems()[index]?.get(field) ?? null;
  }

  protected wrongOf(path: string): string | null {
    const fields = this.open()?.editing.problem?.fields;
    return fields?.find((field) => field.path === path)?.sentence ?? null;
  }

  protected retitle({ target }: Event): void {
    if (target instanceof HTMLInputElement) {
      this.change((content) => ({ ...content, title: target.value.trim() }));
    }
  }

  protected setCustomer(customer: string | null): void {
    this.changingCustomer.set(false);
    this.willMove('For another customer');
    this.change((content) => ({ ...content, customer }));
  }

  protected add(item: ItemRow): void {
    const id = crypto.randomUUID();
    this.added = id;
    this.followed.set(id);
    this.store.dispatch(documentsActions.lineAdded({ id, item }));
  }

  protected setValidUntil(validUntil: string | null): void {
    this.change((content) => ({ ...content, validUntil }));
  }

  protected setOutlet(outlet: string): void {
    this.willMove('At another outlet');
    this.change((content) => ({ ...content, outlet: outlet === '' ? null : outlet }));
  }

  protected setCurrency(currency: string): void {
    const before = this.open();
    if (before) {
      const was = before.editing.content.currency;
      this.switched.set(beforeSwitch(before, `From ${was} to ${currency}`));
    }
    this.change((content) => ({ ...content, currency }));
  }

  /** What the change that comes makes of prices is told, and can be refused. */
  private willMove(what: string): void {
    const before = this.open();
    if (before) this.switched.set(beforeSwitch(before, what, false));
  }

  protected switchBack(): void {
    this.switched.set(null);
    this.undo();
  }

  /** Codes as they are typed, apart by blanks or commas; each once. */
  protected setCodes(text: string): void {
    const typed = text.split(/[\s,;]+/).filter((code) => code !== '');
    const once = typed.filter(
      (code, place) =>
        typed.findIndex((other) => other.toLowerCase() === code.toLowerCase()) === place,
    );
    this.change((content) => ({ ...content, codes: once }));
  }

  protected setShipping(shipping: string): void {
    this.change((content) => ({ ...content, shipping: shipping === '' ? null : shipping }));
  }

  protected setLevel(level: string): void {
    const before = this.open();
    const called = (id: string | null): string =>
      this.levels().find((level) => level.id === id)?.content.name ?? 'the customer’s own level';
    if (before) {
      const was = called(before.editing.content.level);
      this.switched.set(beforeSwitch(before, `From ${was} to ${called(level)}`));
    }
    this.change((content) => ({ ...content, level: level === '' ? null : level }));
  }

  protected setLine({ id }: ShownLine, part: Partial<DocumentLineInput>): void {
    this.change((content) => ({
      ...content,
      lines: content.lines.map((line) => (line.id === id ? { ...line, ...part } : line)),
    }));
  }

  protected setUnit(line: ShownLine, { target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    this.setLine(line, { unit: target.value === '' ? null : target.value });
  }

  protected setByHand(byHand: readonly RuleByHand[]): void {
    this.change((content) => ({ ...content, byHand }));
  }

  protected setAttributes(attributes: AttributeValues): void {
    this.willMove('With other fields of the document');
    this.change((content) => ({ ...content, attributes }));
  }

  protected setCircumstances(circumstances: Circumstances): void {
    this.willMove('Sold or delivered otherwise');
    this.change((content) => ({ ...content, circumstances }));
  }

  protected seeGone(): void {
    this.store.dispatch(documentsActions.goneSeen());
  }

  protected unfold({ id }: ShownLine): void {
    this.unfolded.update((open) => (open === id ? null : id));
  }

  /** Shown while it is open, and where there is something in it that makes the price. */
  protected isUnfolded({ id, level, priceByHand, formOfSupply }: ShownLine): boolean {
    const byHand = this.open()?.editing.content.byHand ?? [];
    const isUsual = level === null && priceByHand === null && formOfSupply === null;
    return this.unfolded() === id || !isUsual || byHand.some(({ line }) => line === id);
  }

  protected print(): void {
    window.print();
  }

  protected remove({ id }: ShownLine): void {
    this.change((content) => ({
      ...content,
      lines: content.lines.filter((line) => line.id !== id),
      byHand: content.byHand.filter(({ line }) => line !== id),
    }));
    this.picker()?.focus();
  }

  protected nextLine(): void {
    this.picker()?.focus();
  }

  /** Up and down go from quantity to quantity, as in a column of a spreadsheet. */
  protected move(index: number, by: -1 | 1, event: Event): void {
    event.preventDefault();
    this.quantities()[index + by]?.focus();
  }

  protected undo(): void {
    this.store.dispatch(documentsActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(documentsActions.redone());
  }

  protected priceAgain(): void {
    this.store.dispatch(documentsActions.priceAgain());
  }

  protected takeTheirs(): void {
    this.store.dispatch(documentsActions.theirsTaken());
  }

  protected insist(): void {
    this.store.dispatch(documentsActions.mineInsisted());
  }

  private change(how: (content: DocumentContent) => DocumentContent): void {
    const content = this.open()?.editing.content;
    if (content) this.store.dispatch(documentsActions.edited({ content: how(content) }));
  }
}
