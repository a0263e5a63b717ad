import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import type { Attribute, ConditionForm, CustomerRow } from '@honest-ledger/contracts';
import { DOCUMENT_KINDS, type CodeAndName, type Scope } from '@honest-ledger/engine';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { WORDS } from '../../shared/documents/document-words';
import { ChoiceField } from '../../shared/fields/choice-field';
import { GoodsField } from '../../shared/reference/goods-field';
import { wrongGoods } from '../../shared/reference/scope-edits';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { FigureComparison } from './figure-comparison';
import { subjectOf, testSubjects, type TestForm } from './rule-edits';
import { startTest } from './start-test';
import { WordComparison } from './word-comparison';

/** One test of a rule's condition: what it is about, and what it must be. */
@Component({
  selector: 'hl-test-editor',
  imports: [
    ChoiceField,
    CustomerPicker,
    FigureComparison,
    MatButton,
    MatCheckbox,
    RouterLink,
    GoodsField,
    WordComparison,
  ],
  template: `
    @let one = test();
    <div class="line">
      <hl-choice
        label="Condition"
        class="wide"
        [code]="subject()"
        [options]="subjects()"
        (chosen)="chooseSubject($event)"
      />
      @switch (one.kind) {
        @case ('segment') {
          @for (segment of segments(); track segment.code) {
            <mat-checkbox
              [checked]="one.segments.includes(segment.code)"
              (change)="turn(segment.code, $event.checked)"
              >{{ segment.name }}</mat-checkbox
            >
          }
        }
        @case ('currency') {
          @for (currency of currencies(); track currency) {
            <mat-checkbox
              [checked]="one.currencies.includes(currency)"
              (change)="turn(currency, $event.checked)"
              >{{ currency }}</mat-checkbox
            >
          }
        }
        @case ('saved') {
          <hl-choice
            label="Saved condition"
            none="choose one…"
            [code]="one.condition"
            [options]="reference().goods.savedConditions"
            (chosen)="changed.emit({ kind: 'saved', condition: $event })"
          />
          @if (one.condition !== '') {
            <a matButton [routerLink]="['/rules/conditions', one.condition]">Open</a>
          }
        }
        @case ('customer') {
          @for (customer of one.customers; track customer) {
            <mat-checkbox [checked]="true" (change)="turn(customer, $event.checked)">{{
              customer
            }}</mat-checkbox>
          }
          <hl-customer-picker (picked)="addCustomer($event)" />
        }
        @case ('word') {
          <hl-word-comparison
            [comparison]="one.comparison"
            [choices]="choices()"
            [problems]="own()"
            (changed)="changed.emit({ kind: 'word', fact: one.fact, comparison: $event })"
          />
        }
        @case ('number') {
          @if (!scopes()) {
            <hl-figure-comparison
              [comparison]="one.comparison"
              [problems]="own()"
              (changed)="changed.emit({ kind: 'number', fact: one.fact, comparison: $event })"
            />
          }
        }
      }
      @if (removable()) {
        <button type="button" matButton (click)="removed.emit()">Remove</button>
      }
      @if (problem(); as problem) {
        <span class="wrong" role="alert">{{ problem }}</span>
      }
    </div>
    @if (scopes(); as scopes) {
      <div class="goods">
        <hl-goods-field
          [many]="true"
          [scopes]="scopes"
          [problem]="wrongScopes()"
          (changed)="setScopes($event)"
        />
        @if (one.kind === 'number') {
          <div class="line">
            <span>is</span>
            <hl-figure-comparison
              [comparison]="one.comparison"
              [problems]="own()"
              (changed)="changed.emit({ kind: 'number', fact: one.fact, comparison: $event })"
            />
          </div>
        }
      </div>
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
    .goods {
      padding-left: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TestEditor {
  readonly test = input.required<TestForm>();
  /** What is wrong with the rule, by path, and the path of this test in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly currency = input.required<string>();
  /** A test that is all of a condition stays. */
  readonly removable = input(true);
  readonly changed = output<ConditionForm>();
  readonly removed = output();

  protected readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  private readonly attributes = computed(() => {
    const { goods, customers } = this.reference();
    return [...goods.attributes, ...customers.attributes, ...customers.documentAttributes];
  });
  protected readonly segments = computed(() => this.reference().customers.segments);
  protected readonly currencies = computed(() => this.reference().customers.currencies);
  protected readonly subjects = computed(() => testSubjects(this.attributes()));
  protected readonly subject = computed(() => subjectOf(this.test()));
  /** What is wrong with this test, by the path in it. */
  protected readonly own = computed((): ReadonlyMap<string, string> => {
    const at = `${this.path()}.`;
    const own = [...this.problems()].filter(([path]) => path.startsWith(at));
    return new Map(own.map(([path, sentence]) => [path.slice(at.length), sentence]));
  });
  protected readonly problem = computed(() => {
    const own = this.own();
    const parts = ['segments', 'customers', 'currencies', 'condition', 'fact.code'].map((part) =>
      own.get(part),
    );
    return this.problems().get(this.path()) ?? parts.find((one) => one !== undefined) ?? null;
  });
  protected readonly scopes = computed((): readonly Scope[] | null => {
    const test = this.test();
    if (test.kind === 'goods') return test.scopes;
    return test.kind === 'number' && test.fact.kind === 'count' ? test.fact.scopes : null;
  });
  protected readonly wrongScopes = computed(() =>
    wrongGoods(this.own(), this.test().kind === 'goods' ? 'scopes' : 'fact.scopes'),
  );
  /** What the word can be, where it cannot be just anything. */
  protected readonly choices = computed((): readonly CodeAndName[] | null => {
    const test = this.test();
    if (test.kind !== 'word') return null;
    const { fact } = test;
    const { goods, customers } = this.reference();
    switch (fact.kind) {
      case 'formOfSupply':
        return goods.costKinds.filter(({ formOfSupply }) => formOfSupply);
      case 'documentKind':
        return DOCUMENT_KINDS.map((code) => ({ code, name: WORDS[code].one.toLowerCase() }));
      case 'salesPerson':
        return customers.salesPeople;
      case 'department':
        return customers.departments;
      case 'deliveryMethod':
        return customers.deliveryMethods;
      case 'unit':
      case 'deliveryPostcode':
        return null;
      case 'attribute':
        return choicesOf(this.attributes().find(({ code }) => code === fact.code));
    }
  });

  protected chooseSubject(value: string): void {
    const subject = this.subjects().find(([one]) => one === value)?.[0];
    if (!subject) return;
    this.changed.emit(startTest(subject, this.test(), this.currency(), this.attributes()));
  }

  protected setScopes(scopes: readonly Scope[]): void {
    const test = this.test();
    if (test.kind === 'goods') this.changed.emit({ ...test, scopes });
    if (test.kind === 'number' && test.fact.kind === 'count') {
      this.changed.emit({ ...test, fact: { ...test.fact, scopes } });
    }
  }

  protected turn(code: string, checked: boolean): void {
    this.put(code, checked);
  }

  protected addCustomer({ code }: CustomerRow): void {
    this.put(code, true);
  }

  private put(code: string, on: boolean): void {
    const test = this.test();
    const turned = (all: readonly string[]): string[] => {
      const others = all.filter((one) => one !== code);
      return on ? [...others, code] : others;
    };
    if (test.kind === 'segment') {
      this.changed.emit({ ...test, segments: turned(test.segments) });
    } else if (test.kind === 'customer') {
      this.changed.emit({ ...test, customers: turned(test.customers) });
    } else if (test.kind === 'currency') {
      this.changed.emit({ ...test, currencies: turned(test.currencies) });
    }
  }
}

/** What an attribute can be; null where that is just anything. */
function choicesOf(attribute: Attribute | undefined): readonly CodeAndName[] | null {
  if (attribute?.type === 'yesNo') return ['yes', 'no'].map((code) => ({ code, name: code }));
  if (attribute?.type !== 'choice') return null;
  return attribute.choices.map((code) => ({ code, name: code }));
}
