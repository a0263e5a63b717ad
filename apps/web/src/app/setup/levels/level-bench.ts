import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  type BenchAnswer,
  type CustomerRow,
  type ItemRow,
  type LevelContent,
  check,
  levelContentSchema,
} from '@honest-ledger/contracts';
import { problemSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { ItemPicker } from '../../shared/reference/item-picker';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { Amount } from '../../shared/numbers/amount';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { writer } from '../../shared/numbers/numbers';
import { countedUnits } from '../../shared/reference/names';
import { problemOf } from '../../shared/requests/problems';
import { whenChanged } from '../../shared/requests/when-changed';
import { workingsActions } from '../../shared/workings/workings.feature';
import { LevelsApi } from './levels.api';
import { PAUSES } from '../../shared/requests/pauses';
import { ChoiceField } from '../../shared/fields/choice-field';

type Tried =
  | { readonly answer: BenchAnswer; readonly problem: null }
  | { readonly answer: null; readonly problem: string | null };

const NOTHING: Tried = { answer: null, problem: null };

/** Try quantities: one item, for any customer, at the level as published against as it is edited. */
@Component({
  selector: 'hl-level-bench',
  imports: [Amount, ChoiceField, CustomerPicker, DayField, FigureField, ItemPicker, MatButton],
  template: `
    <h2>Try quantities</h2>
    <div class="row">
      <hl-figure-field
        label="Quantity to try"
        [value]="quantity()"
        (changed)="quantity.set($event)"
      />
      @if (item(); as one) {
        <hl-choice
          label="Unit"
          [none]="one.unit"
          [code]="unit() ?? ''"
          [options]="unitChoices()"
          (chosen)="chooseUnit($event)"
        />
        <strong>{{ one.item }}</strong> {{ one.name }}
      }
      <hl-item-picker
        [label]="item() ? 'Another item to try' : 'Type an item to try it on'"
        (picked)="chooseItem($event)"
      />
      @if (customer(); as who) {
        <span>for {{ who.name }}</span>
        <button type="button" matButton (click)="customer.set(null)">No customer</button>
      } @else {
        <hl-customer-picker (picked)="customer.set($event)" />
      }
      <hl-day-field label="Day to try" [value]="day()" (changed)="day.set($event)" />
    </div>
    @if (tried().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else if (tried().answer; as answer) {
      <div class="row prices" role="status">
        @for (side of sides(); track side.words) {
          <button
            type="button"
            class="side"
            [attr.aria-label]="side.words + ' ' + (side.each ?? side.problem ?? '')"
            (focus)="follow(side.key)"
            (click)="follow(side.key)"
          >
            <span class="soft">{{ side.words }}</span>
            @if (side.each; as each) {
              <hl-amount [value]="each" [digits]="digits()" />
              <span class="soft">{{ answer.currency }}</span>
            } @else {
              <span>{{ side.problem }}</span>
            }
          </button>
        }
      </div>
    }
  `,
  styleUrl: './level-bench.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelBench {
  readonly id = input.required<string>();
  readonly content = input.required<LevelContent>();

  private readonly api = inject(LevelsApi);
  private readonly store = inject(Store);
  private readonly counted = countedUnits();
  protected readonly item = signal<ItemRow | null>(null);
  protected readonly unitChoices = computed(() => this.item()?.units.map(({ unit }) => unit) ?? []);
  protected readonly quantity = signal('1');
  protected readonly unit = signal<string | null>(null);
  protected readonly customer = signal<CustomerRow | null>(null);
  protected readonly day = signal<string | null>(null);
  private readonly question = computed(() => {
    const content = this.content();
    const item = this.item();
    // what is wrong with the level is told beside its fields
    if (!item || !check(levelContentSchema, content).ok) return null;
    return {
      content,
      item: item.item,
      quantity: this.quantity(),
      unit: this.unit(),
      customer: this.customer()?.code ?? null,
      day: this.day(),
    };
  });
  protected readonly tried = toSignal(
    toObservable(this.question).pipe(
      debounceTime(PAUSES.trial),
      switchMap((question): Observable<Tried> =>
        question
          ? this.api.bench(this.id(), question).pipe(
              map((answer): Tried => ({ answer, problem: null })),
              catchError((error: unknown) =>
                of<Tried>({ answer: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
    ),
    { initialValue: NOTHING },
  );
  protected readonly sides = computed(() => {
    const { answer } = this.tried();
    if (!answer) return [];
    const side = (key: 'published' | 'edited', words: string) => {
      const line = answer[key];
      if (!line) return [];
      return [
        line.kind === 'priced'
          ? { key, words, each: line.slices[0]?.unitPrice ?? null, problem: null }
          : { key, words, each: null, problem: problemSentence(line.problem, writer) },
      ];
    };
    return [...side('published', 'As published'), ...side('edited', 'With this edit')];
  });
  protected readonly digits = computed(() => {
    const decimals = this.sides().map(({ each }) => each?.split('.')[1]?.length ?? 0);
    return Math.max(0, ...decimals);
  });

  constructor() {
    // the workings follow the edit without being asked again
    whenChanged(this.tried, ({ answer }) => {
      if (answer) this.follow('edited');
    });
  }

  protected chooseItem(item: ItemRow): void {
    this.unit.set(null);
    this.item.set(item);
  }

  protected chooseUnit(value: string): void {
    this.unit.set(value === '' ? null : value);
  }

  protected follow(side: 'published' | 'edited'): void {
    const { answer } = this.tried();
    const line = answer?.[side];
    if (!answer || !line) return;
    const unit = this.unit() ?? answer.item.unit;
    const who = this.customer()?.name ?? 'any customer';
    const words = side === 'published' ? 'published' : 'with this edit';
    this.store.dispatch(
      workingsActions.followed({
        price: {
          line,
          item: answer.item,
          currency: answer.currency,
          whose: `${this.counted()(this.quantity(), unit)} for ${who}, ${words}`,
          version: answer.version,
          provisional: false,
        },
      }),
    );
  }
}
