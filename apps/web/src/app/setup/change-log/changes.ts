import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { TextField } from '../../shared/fields/text-field';
import { DayField } from '../../shared/fields/day-field';
import { MatButton } from '@angular/material/button';
import type { ChangeRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { writeInstant } from '../../shared/numbers/dates';
import { namesOfThings } from '../../shared/reference/names';
import { Notice } from '../../shared/notices/notice';
import { whenChanged } from '../../shared/requests/when-changed';
import type { ChangeFilter } from '../../editing/history/changes.api';
import { changesActions, changesFeature } from './changes.feature';
import { differences, withLevelNames } from '../../editing/history/differences';
import { ChoiceField } from '../../shared/fields/choice-field';

const KINDS: readonly (readonly [string, string])[] = [
  ['', 'everything'],
  ['version', 'versions'],
  ['level', 'levels'],
  ['basePrice', 'base prices'],
  ['sharedPrice', 'shared prices'],
  ['agreement', 'agreements'],
  ['costTable', 'cost tables'],
  ['break', 'quantity breaks'],
  ['rule', 'rules'],
  ['condition', 'saved conditions'],
  ['re-pricing', 'prices changed together'],
  ['costs', 'costs'],
  ['receipt', 'costs received'],
  ['purchase order', 'purchase orders'],
  ['waiting prices', 'decisions on prices that wait'],
  ['follow rules', 'how prices follow costs'],
  ['settings', 'settings'],
  ['draft', 'drafts'],
  ['item', 'items'],
  ['customer', 'customers'],
  ['document', 'documents'],
  ['import', 'files taken in'],
  ['category', 'categories'],
  ['family', 'families'],
  ['brand', 'brands'],
  ['supplier', 'suppliers'],
  ['tax class', 'tax classes'],
  ['segment', 'segments'],
  ['outlet', 'outlets'],
  ['rate', 'exchange rates'],
  ['user', 'users'],
];

/** The record: who changed what, when, and what stood there before. */
@Component({
  selector: 'hl-changes',
  imports: [ChoiceField, DayField, MatButton, Notice, TextField],
  templateUrl: './changes.html',
  styleUrl: './changes.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Changes {
  /** What another screen asks the history of. */
  readonly kind = input<string>();
  readonly key = input<string>();

  private readonly store = inject(Store);
  protected readonly page = this.store.selectSignal(changesFeature.selectPage);
  protected readonly filter = linkedSignal((): ChangeFilter => ({
    kind: this.kind() ?? '',
    key: this.key() ?? '',
    by: '',
    from: '',
    until: '',
  }));
  /** The entry whose fields are shown. */
  protected readonly unfolded = signal<number | null>(null);
  private readonly names = namesOfThings();
  protected readonly shown = computed(() => {
    const change = this.page().value?.changes.find(({ id }) => id === this.unfolded());
    const all = change ? differences(change.before, change.after) : [];
    // it goes up with every change, whatever was changed
    return all
      .filter(({ path }) => path !== 'revision')
      .map((one) => withLevelNames(one, this.names()));
  });
  protected readonly kinds = KINDS;
  protected readonly writeInstant = writeInstant;

  constructor() {
    whenChanged(
      computed(() => `${this.kind() ?? ''} ${this.key() ?? ''}`),
      () => {
        this.ask(null);
      },
    );
  }

  protected narrow(part: keyof ChangeFilter, typed: string): void {
    const value = typed.trim();
    this.filter.update((filter) => ({ ...filter, [part]: value }));
    this.ask(null);
  }

  protected ask(below: number | null): void {
    this.store.dispatch(changesActions.asked({ filter: this.filter(), below }));
  }

  protected older(): void {
    this.ask(this.page().value?.changes.at(-1)?.id ?? null);
  }

  protected unfold({ id }: ChangeRow): void {
    this.unfolded.update((open) => (open === id ? null : id));
  }

  protected kindWord(kind: string): string {
    const words = KINDS.find(([one]) => one === kind)?.[1] ?? kind;
    return words === 'files taken in' ? 'file' : words.replace(/ies$/, 'y').replace(/s$/, '');
  }
}
