import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  numberAttribute,
  type OnDestroy,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type {
  ItemRow,
  PurchaseLineInput,
  PurchaseLineView,
  PurchaseOrderContent,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../../shared/reference/item-picker';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { SavedState } from '../../editing/saved-state';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { besidesFields } from '../../shared/requests/problems';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { offerWords } from './offer-words';
import { purchasingActions, purchasingFeature, serverVersion } from './purchasing.feature';

/** A line as it is typed, with what the server last picked for it. */
interface ShownLine extends PurchaseLineInput {
  readonly place: number;
  /** Null as long as the server has not seen the line. */
  readonly view: PurchaseLineView | null;
}

/** The fields that show what is wrong with them themselves. */
const TOLD_BESIDE = /^lines\[\d+\]\.quantity$/;

/** A purchase order: its day says which of the supplier's costs count, line by line. */
@Component({
  selector: 'hl-purchase-order',
  imports: [
    ChoiceField,
    DayField,
    FigureField,
    ItemPicker,
    MatButton,
    Notice,
    RouterLink,
    SavedState,
    TextField,
  ],
  templateUrl: './purchase-order.html',
  styleUrl: './purchase-desk.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PurchaseOrder implements OnDestroy {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly order = this.store.selectSignal(purchasingFeature.selectOrder);
  protected readonly problem = this.store.selectSignal(purchasingFeature.selectProblem);
  protected readonly open = computed(() => this.order().value);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly mayType = computed(() => this.mayEdit() && this.open()?.view.state === 'open');
  protected readonly notice = computed(() =>
    besidesFields(this.open()?.editing.problem ?? null, TOLD_BESIDE),
  );
  protected readonly serverVersion = computed(() => {
    const editing = this.open()?.editing;
    return editing?.state === 'conflict' ? serverVersion(editing) : null;
  });
  protected readonly lines = computed((): ShownLine[] => {
    const open = this.open();
    if (!open) return [];
    return open.editing.content.lines.map((line, place) => {
      const view = open.view.lines[place];
      return { ...line, place, view: view?.item === line.item ? view : null };
    });
  });
  protected readonly write = writeNumber;
  protected readonly words = offerWords;
  protected readonly day = writeCalendarDay;

  constructor() {
    namesOfThings();
    whenChanged(this.number, (number) => {
      this.store.dispatch(purchasingActions.left()); // the order that was open before
      this.store.dispatch(purchasingActions.opened({ key: number }));
    });
  }

  ngOnDestroy(): void {
    this.store.dispatch(purchasingActions.left());
  }

  protected ask(): void {
    this.store.dispatch(purchasingActions.opened({ key: this.number() }));
  }

  protected set(part: Partial<PurchaseOrderContent>): void {
    const content = this.open()?.editing.content;
    if (content)
      this.store.dispatch(purchasingActions.edited({ content: { ...content, ...part } }));
  }

  protected setDay(day: string | null): void {
    if (day !== null) this.set({ day });
  }

  protected setLine(place: number, part: Partial<PurchaseLineInput>): void {
    const lines = this.open()?.editing.content.lines ?? [];
    this.set({ lines: lines.map((line, at) => (at === place ? { ...line, ...part } : line)) });
  }

  protected add({ item }: ItemRow): void {
    const lines = this.open()?.editing.content.lines ?? [];
    this.set({ lines: [...lines, { item, quantity: '1', unit: null }] });
  }

  protected takeOut(place: number): void {
    const lines = this.open()?.editing.content.lines ?? [];
    this.set({ lines: lines.filter((_, at) => at !== place) });
  }

  protected units({ units }: PurchaseLineView): { code: string; name: string }[] {
    return units.map((unit) => ({ code: unit, name: unit }));
  }

  protected wrong(place: number): string | null {
    const path = `lines[${String(place)}].quantity`;
    const fields = this.open()?.editing.problem?.fields ?? [];
    return fields.find((field) => field.path === path)?.sentence ?? null;
  }

  protected undo(): void {
    this.store.dispatch(purchasingActions.undone());
  }

  protected redo(): void {
    this.store.dispatch(purchasingActions.redone());
  }

  protected takeTheirs(): void {
    this.store.dispatch(purchasingActions.serverVersionTaken());
  }

  protected rebase(): void {
    this.store.dispatch(purchasingActions.rebased());
  }

  protected place(revision: number): void {
    this.store.dispatch(purchasingActions.placed({ number: this.number(), revision }));
  }

  protected discard(): void {
    this.store.dispatch(purchasingActions.discarded({ number: this.number() }));
  }
}
