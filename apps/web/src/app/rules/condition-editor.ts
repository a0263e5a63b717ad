import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { ComparisonForm, ConditionForm, CustomerRow } from '@honest-ledger/contracts';
import type { Reach } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { CustomerPicker } from '../customers/customer-picker';
import { ReachList } from '../reference/reach-list';
import { referenceFeature } from '../reference/reference.feature';
import { FigureField } from '../shared/figure-field';
import { startComparison, startTest, subjectOf, TEST_SUBJECTS, withPart } from './rule-edits';

type Group = Extract<ConditionForm, { of: unknown }>;
type Test = Exclude<ConditionForm, { of: unknown }>;

const GROUPS: readonly (readonly [Group['kind'], string])[] = [
  ['all', 'all of these hold'],
  ['any', 'at least one of these holds'],
  ['none', 'none of these holds'],
];

const COMPARISONS: readonly (readonly [ComparisonForm['kind'], string])[] = [
  ['atLeast', 'at least'],
  ['moreThan', 'more than'],
  ['atMost', 'at most'],
  ['lessThan', 'less than'],
  ['exactly', 'exactly'],
  ['between', 'between'],
];

/** A condition of a rule as a tree of sentences: a group of others, or one test. */
@Component({
  selector: 'hl-condition-editor',
  imports: [CustomerPicker, FigureField, ReachList],
  template: `
    @if (group(); as group) {
      <div class="line">
        <select class="cell" aria-label="How these go together" (change)="chooseGroup($event)">
          @for (one of groups; track one[0]) {
            <option [value]="one[0]" [selected]="one[0] === group.kind">{{ one[1] }}</option>
          }
        </select>
        @if (removable()) {
          <button type="button" class="quiet small" (click)="removed.emit()">Take out</button>
        }
      </div>
      <ul>
        @for (part of group.of; track $index) {
          <li>
            <hl-condition-editor
              [condition]="part"
              [path]="path() + '.of[' + $index + ']'"
              [problems]="problems()"
              [currency]="currency()"
              [removable]="true"
              (changed)="setPart($index, $event)"
              (removed)="setPart($index, null)"
            />
          </li>
        } @empty {
          <li class="soft">
            {{
              group.kind === 'any' ? 'Nothing yet: it never holds.' : 'Nothing: it always holds.'
            }}
          </li>
        }
      </ul>
      <button type="button" class="quiet small" (click)="addTest()">Add a test</button>
      <button type="button" class="quiet small" (click)="addGroup()">Add a group</button>
    } @else if (test(); as test) {
      <div class="line">
        <select class="cell" aria-label="What is tested" (change)="chooseSubject($event)">
          @for (one of subjects; track one[0]) {
            <option [value]="one[0]" [selected]="one[0] === subject()">{{ one[1] }}</option>
          }
        </select>
        @switch (test.kind) {
          @case ('segment') {
            @for (one of segments(); track one.code) {
              <label>
                <input
                  type="checkbox"
                  [checked]="test.segments.includes(one.code)"
                  (change)="turn('segment', one.code, $event)"
                />
                {{ one.name }}
              </label>
            }
          }
          @case ('currency') {
            @for (one of currencies(); track one) {
              <label>
                <input
                  type="checkbox"
                  [checked]="test.currencies.includes(one)"
                  (change)="turn('currency', one, $event)"
                />
                {{ one }}
              </label>
            }
          }
          @case ('customer') {
            @for (one of test.customers; track one) {
              <label>
                <input type="checkbox" checked (change)="turn('customer', one, $event)" />
                {{ one }}
              </label>
            }
            <hl-customer-picker (picked)="addCustomer($event)" />
          }
        }
        @if (!reaches() && figures()) {
          <select class="cell" aria-label="How it is compared" (change)="compare($event)">
            @for (one of comparisons; track one[0]) {
              <option [value]="one[0]" [selected]="one[0] === figures()?.kind">{{ one[1] }}</option>
            }
          </select>
          <hl-figure-field
            label="Value"
            [value]="figures()?.value ?? ''"
            [problem]="wrong('comparison.value')"
            (changed)="setValue({ value: $event })"
          />
          @if (upper() !== null) {
            <span>and</span>
            <hl-figure-field
              label="Up to"
              [value]="upper() ?? ''"
              [problem]="wrong('comparison.to') ?? wrong('comparison')"
              (changed)="setValue({ to: $event })"
            />
            <span class="soft">both included</span>
          }
        }
        <button type="button" class="quiet small" (click)="removed.emit()">Take out</button>
        @if (
          wrong('') ?? wrong('segments') ?? wrong('customers') ?? wrong('currencies');
          as problem
        ) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      </div>
      @if (reaches(); as reaches) {
        <div class="goods">
          <hl-reach-list
            [reaches]="reaches"
            [problems]="reachProblems()"
            none="Say which goods."
            (changed)="setReaches($event)"
          />
          @if (figures(); as figures) {
            <div class="line">
              <span>is</span>
              <select class="cell" aria-label="How it is compared" (change)="compare($event)">
                @for (one of comparisons; track one[0]) {
                  <option [value]="one[0]" [selected]="one[0] === figures.kind">
                    {{ one[1] }}
                  </option>
                }
              </select>
              <hl-figure-field
                label="Value"
                [value]="figures.value"
                [problem]="wrong('comparison.value')"
                (changed)="setValue({ value: $event })"
              />
              @if (upper() !== null) {
                <span>and</span>
                <hl-figure-field
                  label="Up to"
                  [value]="upper() ?? ''"
                  [problem]="wrong('comparison.to') ?? wrong('comparison')"
                  (changed)="setValue({ to: $event })"
                />
              }
            </div>
          }
        </div>
      }
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
      gap: 4px 10px;
    }
    ul {
      margin: 4px 0;
      padding: 0 0 0 16px;
      border-left: 2px solid var(--hairline);
      list-style: none;
    }
    li {
      padding: 4px 0;
    }
    .goods {
      padding-left: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConditionEditor {
  readonly condition = input.required<ConditionForm>();
  /** What is wrong with the rule, by path, and the path of this condition in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly currency = input.required<string>();
  /** The whole condition of a rule stays. */
  readonly removable = input(false);
  readonly changed = output<ConditionForm>();
  readonly removed = output();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly segments = computed(() => this.reference().customers.segments);
  protected readonly currencies = computed(() => this.reference().customers.currencies);
  protected readonly groups = GROUPS;
  protected readonly subjects = TEST_SUBJECTS;
  protected readonly comparisons = COMPARISONS;
  protected readonly group = computed((): Group | null => {
    const condition = this.condition();
    return 'of' in condition ? condition : null;
  });
  protected readonly test = computed((): Test | null => {
    const condition = this.condition();
    return 'of' in condition ? null : condition;
  });
  protected readonly subject = computed(() => {
    const test = this.test();
    return test && subjectOf(test);
  });
  protected readonly figures = computed((): ComparisonForm | null => {
    const test = this.test();
    return test?.kind === 'number' ? test.comparison : null;
  });
  protected readonly upper = computed(() => {
    const figures = this.figures();
    return figures?.kind === 'between' ? figures.to : null;
  });
  protected readonly reaches = computed((): readonly Reach[] | null => {
    const test = this.test();
    if (test?.kind === 'goods') return test.reaches;
    return test?.kind === 'number' && test.fact.kind === 'count' ? test.fact.reaches : null;
  });
  /** What is wrong with the goods of this test, by the paths that a list of goods knows. */
  protected readonly reachProblems = computed(() => {
    const at = this.test()?.kind === 'goods' ? `${this.path()}.` : `${this.path()}.fact.`;
    const own = [...this.problems()].filter(([path]) => path.startsWith(`${at}reaches`));
    return new Map(own.map(([path, sentence]) => [path.slice(at.length), sentence]));
  });

  protected wrong(field: string): string | null {
    return this.problems().get(field === '' ? this.path() : `${this.path()}.${field}`) ?? null;
  }

  protected chooseGroup(event: Event): void {
    const kind = GROUPS.find(([one]) => one === chosen(event))?.[0];
    const group = this.group();
    if (kind && group) this.changed.emit({ kind, of: group.of });
  }

  protected setPart(place: number, part: ConditionForm | null): void {
    const group = this.group();
    if (group) this.changed.emit({ kind: group.kind, of: withPart(group.of, place, part) });
  }

  protected addTest(): void {
    this.add({ kind: 'goods', reaches: [{ kind: 'all' }] });
  }

  protected addGroup(): void {
    this.add({ kind: 'any', of: [{ kind: 'goods', reaches: [{ kind: 'all' }] }] });
  }

  private add(part: ConditionForm): void {
    const group = this.group();
    if (group) this.changed.emit({ kind: group.kind, of: [...group.of, part] });
  }

  protected chooseSubject(event: Event): void {
    const subject = TEST_SUBJECTS.find(([one]) => one === chosen(event))?.[0];
    const test = this.test();
    if (subject && test) this.changed.emit(startTest(subject, test, this.currency()));
  }

  protected compare(event: Event): void {
    const kind = COMPARISONS.find(([one]) => one === chosen(event))?.[0];
    const test = this.test();
    if (!kind || test?.kind !== 'number') return;
    this.changed.emit({ ...test, comparison: startComparison(kind, test.comparison) });
  }

  protected setValue(part: { readonly value?: string; readonly to?: string }): void {
    const test = this.test();
    if (test?.kind !== 'number') return;
    const { comparison } = test;
    const { value = comparison.value, to } = part;
    this.changed.emit({
      ...test,
      comparison:
        comparison.kind === 'between'
          ? { ...comparison, value, to: to ?? comparison.to }
          : { ...comparison, value },
    });
  }

  protected setReaches(reaches: readonly Reach[]): void {
    const test = this.test();
    if (test?.kind === 'goods') this.changed.emit({ ...test, reaches });
    if (test?.kind === 'number' && test.fact.kind === 'count') {
      this.changed.emit({ ...test, fact: { ...test.fact, reaches } });
    }
  }

  protected turn(what: 'segment' | 'customer' | 'currency', code: string, { target }: Event): void {
    if (target instanceof HTMLInputElement) this.put(what, code, target.checked);
  }

  protected addCustomer({ code }: CustomerRow): void {
    this.put('customer', code, true);
  }

  private put(what: 'segment' | 'customer' | 'currency', code: string, on: boolean): void {
    const test = this.test();
    const turned = (all: readonly string[]): string[] => {
      const others = all.filter((one) => one !== code);
      return on ? [...others, code] : others;
    };
    if (test?.kind === 'segment' && what === 'segment') {
      this.changed.emit({ ...test, segments: turned(test.segments) });
    }
    if (test?.kind === 'customer' && what === 'customer') {
      this.changed.emit({ ...test, customers: turned(test.customers) });
    }
    if (test?.kind === 'currency' && what === 'currency') {
      this.changed.emit({ ...test, currencies: turned(test.currencies) });
    }
  }
}

function chosen({ target }: Event): string {
  return target instanceof HTMLSelectElement ? target.value : '';
}
