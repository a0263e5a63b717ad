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
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatButton } from '@angular/material/button';
import type { ItemRow, DocumentContent, DocumentLineInput } from '@honest-ledger/contracts';
import { marginOfLines, type RuleByHand } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import isEqual from 'fast-deep-equal';
import { ItemPicker } from '../../../shared/reference/item-picker';
import { countedUnits, namesOfThings } from '../../../shared/reference/names';
import { referenceFeature } from '../../../shared/reference/reference.feature';
import { hasPermission } from '../../../shared/session/may-do';
import { writeDay, writeWallClock } from '../../../shared/numbers/dates';
import { SavedState } from '../../../editing/saved-state';
import { Notice } from '../../../shared/notices/notice';
import { writeNumber } from '../../../shared/numbers/numbers';
import { besidesFields, fieldsUnder } from '../../../shared/requests/problems';
import { whenChanged } from '../../../shared/requests/when-changed';
import { workingsActions, type ExplainedPrice } from '../../../shared/workings/workings.feature';
import { ApprovalPanel } from '../steps/approval-panel';
import { TransitionPanel } from '../steps/transition-panel';
import { codesTold } from '../../../shared/documents/codes-told';
import { DocumentHead } from './document-head';
import { DocumentHistory } from '../history/document-history';
import { DocumentLine } from '../lines/document-line';
import { DocumentSending } from '../steps/document-sending';
import { DocumentTerms, type TermsChange } from '../terms/document-terms';
import { WORDS } from '../../../shared/documents/document-words';
import { LapsedNotice } from './lapsed-notice';
import { LinePaidBefore } from '../lines/line-paid-before';
import { NotApplied } from '../lines/not-applied';
import { columnDigits, levelNames, shownLines, type ShownLine } from '../lines/document-lines';
import { DocumentTotals } from './document-totals';
import { documentsActions, documentsFeature, serverVersion } from '../state/documents.feature';
import { beforeSwitch, foreseenMoves, switchMoves, type BeforeSwitch } from './moved-prices';
import { OrderRepeat } from '../steps/order-repeat';
import { RuleChoiceList } from '../lines/rule-choice-list';
import { choicesOfDocument } from '../lines/rule-choices';
import { SaleReturnsPanel } from '../steps/sale-returns';
import { SwitchNotice } from './switch-notice';

/** The fields that show what is wrong with them themselves. */
const TOLD_BESIDE =
  /^(asOf|shipping|salesContext\.deliveryPostcode|attributes\..*|(lines\[\d+\]\.)?discount\.(reason|off\..+)|lines\[\d+\]\.(quantity|duration|priceByHand\.(price|reason)))$/;

/** A quote, an order or a sale: its lines, what each costs this customer, and how each price came about. */
@Component({
  selector: 'hl-document-editor',
  imports: [
    ApprovalPanel,
    DocumentHead,
    DocumentHistory,
    DocumentLine,
    DocumentSending,
    DocumentTerms,
    DocumentTotals,
    ItemPicker,
    LapsedNotice,
    LinePaidBefore,
    MatButton,
    MatFormField,
    MatInput,
    NotApplied,
    Notice,
    OrderRepeat,
    RuleChoiceList,
    SaleReturnsPanel,
    SavedState,
    SwitchNotice,
    TransitionPanel,
  ],
  templateUrl: './document-editor.html',
  styleUrl: './document-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentEditor implements OnDestroy {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  private readonly names = namesOfThings();
  private readonly counted = countedUnits();
  private readonly picker = viewChild(ItemPicker);
  private readonly rows = viewChildren(DocumentLine);
  /** The line whose price the workings show. */
  protected readonly followed = signal<string | null>(null);
  /** A line that was just added: its quantity is typed next. */
  private added: string | null = null;

  protected readonly document = this.store.selectSignal(documentsFeature.selectDocument);
  protected readonly open = computed(() => this.document().value);
  protected readonly words = computed(() => WORDS[this.open()?.view.kind ?? 'quote']);
  protected readonly lines = computed(() => {
    const open = this.open();
    return open ? shownLines(open) : [];
  });
  protected readonly digits = computed(() => columnDigits(this.lines()), { equal: isEqual });
  protected readonly customer = computed(() => this.open()?.inputs.document.facts.customer ?? null);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly levels = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  private readonly mayWrite = hasPermission('writeDocuments');
  /** Only an open document is changed, by those who may. */
  protected readonly editable = computed(
    () => this.mayWrite() && this.open()?.view.state === 'open',
  );
  protected readonly mayDiscount = hasPermission('priceByHand');
  protected readonly mode = computed(
    () => this.open()?.inputs.setup?.roundingMode ?? 'halfAwayFromZero',
  );
  protected readonly mayChooseRules = hasPermission('chooseRules');
  protected readonly seesCosts = hasPermission('seeCosts');
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
  /** What is wrong with each line, by the path in it; null where nothing is. */
  protected readonly problems = computed(() => {
    const fields = this.open()?.editing.problem?.fields ?? [];
    if (fields.length === 0) return null;
    return this.lines().map((_, index) => fieldsUnder(fields, `lines[${String(index)}].`));
  });
  protected readonly noProblems: ReadonlyMap<string, string> = new Map();
  protected readonly showsHistory = linkedSignal({
    source: () => this.number(),
    computation: () => false,
  });
  /** The line whose further fields somebody unfolded. */
  protected readonly unfolded = signal<string | null>(null);
  /** The prices before something was switched, until they have been looked at. */
  protected readonly switched = linkedSignal({
    source: () => this.number(),
    computation: (): BeforeSwitch | null => null,
  });
  /** The levels that may be used at the quote's outlet, and those that it has chosen already. */
  protected readonly levelChoices = computed(
    () => {
      const content = this.open()?.editing.content;
      const { outlets } = this.reference().customers;
      const outlet = outlets.find(({ code }) => code === content?.outlet);
      const allowed = outlet?.levelsAllowed ?? null;
      const chosen = [content?.level, ...(content?.lines.map(({ level }) => level) ?? [])];
      return this.levels()
        .filter(({ id }) => allowed === null || allowed.includes(id) || chosen.includes(id))
        .map(({ id, content: { name } }) => ({ code: id, name }));
    },
    { equal: isEqual },
  );
  protected readonly levelNames = computed(() => levelNames(this.lines()));
  protected readonly notice = computed(() =>
    besidesFields(this.open()?.editing.problem ?? null, TOLD_BESIDE),
  );
  protected readonly serverVersion = computed(() => {
    const editing = this.open()?.editing;
    return editing?.state === 'conflict' ? serverVersion(editing) : null;
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
    // what the server has priced stands there since it was saved
    const pricedAt = open.provisional ? open.inputs.document.pricedAt : open.view.changedAt;
    const { currency, asOf } = open.editing.content;
    const when = asOf === null ? writeDay(pricedAt) : writeWallClock(asOf);
    const who = this.customer()?.name ?? 'an unknown customer';
    return {
      line: line.priced,
      item: line.facts,
      currency,
      whose: `${this.counted()(line.quantity, line.unit ?? line.facts.unit)} for ${who}, ${when}`,
      version: open.version,
      provisional: open.provisional,
    };
  });
  protected readonly write = writeNumber;

  constructor() {
    whenChanged(this.number, () => {
      this.store.dispatch(documentsActions.left()); // the document that was open before
      this.ask();
    });
    whenChanged(this.explained, (price) => {
      if (price) this.store.dispatch(workingsActions.followed({ price }));
    });
    effect(() => {
      const index = this.lines().findIndex(({ id }) => id === this.added);
      const row = this.rows()[index];
      if (index < 0 || !row) return;
      this.added = null;
      row.focus();
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(documentsActions.left());
  }

  protected ask(): void {
    this.store.dispatch(documentsActions.opened({ key: this.number() }));
  }

  protected follow(line: ShownLine): void {
    this.followed.set(line.id);
  }

  protected retitle({ target }: Event): void {
    if (target instanceof HTMLInputElement) {
      this.change((content) => ({ ...content, title: target.value.trim() }));
    }
  }

  protected add(item: ItemRow): void {
    const id = crypto.randomUUID();
    this.added = id;
    this.followed.set(id);
    this.store.dispatch(documentsActions.lineAdded({ id, item }));
  }

  /** Something of the whole document; where it may move prices, the old ones are remembered. */
  protected setTerms({ part, moving }: TermsChange): void {
    const open = this.open();
    if (open && moving) {
      this.closeSwitch();
      this.switched.set(beforeSwitch(open, part, moving, this.switched()));
      this.edit((content) => ({ ...content, ...part }));
    } else {
      this.change((content) => ({ ...content, ...part }));
    }
  }

  /** What moves prices from here on is not told as what an earlier switch did. */
  private closeSwitch(): void {
    const [open, before] = [this.open(), this.switched()];
    if (!open || !before || before.told) return;
    const told = switchMoves(open, before, this.names());
    const isAnswered = !open.provisional && open.editing.state === 'saved';
    if (told.length > 0) this.switched.set({ ...before, told });
    else if (isAnswered) this.switched.set(null);
  }

  /** What a switch did was seen, and this is to be changed because of it. */
  protected answerSwitch(part: Partial<DocumentContent> | null): void {
    this.switched.set(null);
    if (part) this.change((content) => ({ ...content, ...part }));
  }

  /** What it was at some time, as an edit of what it is now. */
  protected goBack(content: DocumentContent): void {
    this.change(() => content);
  }

  protected setLine({ id }: ShownLine, part: Partial<DocumentLineInput>): void {
    this.change((content) => ({
      ...content,
      lines: content.lines.map((line) => (line.id === id ? { ...line, ...part } : line)),
    }));
  }

  protected setByHand(byHand: readonly RuleByHand[]): void {
    this.change((content) => ({ ...content, byHand }));
  }

  protected seeGone(): void {
    this.store.dispatch(documentsActions.lapsedSeen());
  }

  protected unfold({ id }: ShownLine): void {
    this.unfolded.update((open) => (open === id ? null : id));
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
  protected move(index: number, by: -1 | 1): void {
    this.rows()[index + by]?.focus();
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
    this.store.dispatch(documentsActions.serverVersionTaken());
  }

  protected rebase(): void {
    this.store.dispatch(documentsActions.rebased());
  }

  private change(how: (content: DocumentContent) => DocumentContent): void {
    this.closeSwitch();
    this.edit(how);
  }

  private edit(how: (content: DocumentContent) => DocumentContent): void {
    const content = this.open()?.editing.content;
    if (content) this.store.dispatch(documentsActions.edited({ content: how(content) }));
  }
}
