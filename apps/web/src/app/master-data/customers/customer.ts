import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import {
  customerContentOf,
  type AttributeValues,
  type CustomerContent,
  type CustomerView,
} from '@honest-ledger/contracts';
import type { LevelAssignment } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { BothValues } from '../../editing/history/both-values';
import { LargestMoves } from '../../editing/draft/largest-moves';
import { movesSentence } from '../../editing/draft/moves';
import { LevelSentence } from '../../editing/draft/level-sentence';
import { AttributeFields } from '../../shared/reference/attribute-fields';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { GoodsField } from '../../shared/reference/goods-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { DayField } from '../../shared/fields/day-field';
import { DeleteButton } from '../../shared/dialogs/delete-button';
import { Notice } from '../../shared/notices/notice';
import { whenChanged } from '../../shared/requests/when-changed';
import { Agreements } from './agreements';
import { customersActions, customersFeature } from './customers.feature';
import { PriceList } from './price-list';

/** One customer. What is said of it is a fact: it counts from the moment it is saved. */
@Component({
  selector: 'hl-customer',
  imports: [
    Agreements,
    AttributeFields,
    BothValues,
    ChoiceField,
    DayField,
    DeleteButton,
    LargestMoves,
    LevelSentence,
    MatButton,
    Notice,
    PriceList,
    RouterLink,
    GoodsField,
  ],
  templateUrl: './customer.html',
  styleUrl: './customer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Customer {
  readonly code = input.required<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly encoded = computed(() => encodeURIComponent(this.code()));
  protected readonly customer = this.store.selectSignal(customersFeature.selectCustomer);
  protected readonly considered = this.store.selectSignal(customersFeature.selectConsidered);
  protected readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly levels = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly mayEdit = hasPermission('editFacts');
  protected readonly mayQuote = hasPermission('writeDocuments');
  protected readonly levelChoices = computed(() =>
    this.levels().map(({ id, content }) => ({ code: id, name: content.name })),
  );
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  /** What the fields show: what is thought about, else what stands. */
  protected readonly content = computed((): CustomerContent | null => {
    const customer = this.customer().value;
    return this.considered()?.content ?? (customer && customerContentOf(customer));
  });
  /** What somebody else left there, where the second of two was refused. */
  protected readonly serverVersion = computed((): CustomerView | null => {
    const problem = this.considered()?.problem;
    // the server's answer to an edit that comes second
    return problem?.status === 409 ? ((problem.current as CustomerView | undefined) ?? null) : null;
  });
  protected readonly contentOf = customerContentOf;
  protected readonly level = computed(() =>
    this.levels().find(({ id }) => id === this.content()?.level),
  );
  protected readonly party = computed(() => ({
    kind: 'customer' as const,
    customer: this.code(),
  }));
  protected readonly movesSentence = movesSentence;

  protected leave(): void {
    void this.router.navigate(['/customers']);
  }

  constructor() {
    namesOfThings(); // the choices below are filled from them
    whenChanged(this.code, () => {
      this.open();
    });
  }

  protected open(): void {
    this.store.dispatch(customersActions.opened({ code: this.code() }));
  }

  /** A field's empty choice is none. */
  protected set(part: Partial<Record<'segment' | 'currency' | 'outlet' | 'level', string>>): void {
    const chosen: Partial<CustomerContent> = Object.fromEntries(
      Object.entries(part).map(([name, code]) => [name, code === '' ? null : code]),
    );
    this.change((content) => ({ ...content, ...chosen }));
  }

  protected setAttributes(attributes: AttributeValues): void {
    this.change((content) => ({ ...content, attributes }));
  }

  protected assign(): void {
    const level = this.levels()[0]?.id;
    if (level === undefined) return;
    const assignment: LevelAssignment = {
      id: crypto.randomUUID(),
      level,
      scope: { kind: 'all' },
      window: { from: null, until: null },
    };
    this.change((content) => ({ ...content, assignments: [...content.assignments, assignment] }));
  }

  protected setAssignment(id: string, part: Partial<LevelAssignment>): void {
    this.change((content) => ({
      ...content,
      assignments: content.assignments.map((one) => (one.id === id ? { ...one, ...part } : one)),
    }));
  }

  protected unassign(id: string): void {
    this.change((content) => ({
      ...content,
      assignments: content.assignments.filter((one) => one.id !== id),
    }));
  }

  /** What mine does to theirs is looked at before it is saved. */
  protected rebase(serverVersion: CustomerView): void {
    const content = this.content();
    if (!content) return;
    this.store.dispatch(customersActions.rebased({ serverVersion }));
    this.store.dispatch(customersActions.considered({ content }));
  }

  protected drop(): void {
    this.store.dispatch(customersActions.dropped());
  }

  protected save(): void {
    this.store.dispatch(customersActions.save());
  }

  /** Back at what stands, nothing is thought about any more. */
  private change(how: (content: CustomerContent) => CustomerContent): void {
    const [customer, content] = [this.customer().value, this.content()];
    if (!customer || !content) return;
    const next = how(content);
    const same = JSON.stringify(next) === JSON.stringify(customerContentOf(customer));
    this.store.dispatch(
      same ? customersActions.dropped() : customersActions.considered({ content: next }),
    );
  }
}
