import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import {
  costTableContentSchema,
  type CostBandForm,
  type CostTableContent,
} from '@honest-ledger/contracts';
import { costTableSentence } from '@honest-ledger/wording';
import { Store } from '@ngrx/store';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { ReadBack } from '../../editing/draft/read-back';
import { EditSteps } from '../../editing/draft/edit-steps';
import { objectSheet } from '../../editing/draft/object-sheet';
import { RoundingEditor } from '../levels/rounding-editor';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { OutletChoice } from '../../shared/reference/outlet-choice';
import { GoodsField } from '../../shared/reference/goods-field';
import { wrongGoods } from '../../shared/reference/scope-edits';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { BandEditor } from './band-editor';
import { costTablesActions, costTablesFeature } from './cost-tables.feature';
import {
  emptyTable,
  inCurrency,
  withCosts,
  withKind,
  withKindEarlier,
  withoutKind,
} from './table-edits';
import { TableCurve } from './table-curve';
import { TableExtras } from './table-extras';
import { TableItems } from './table-items';

/** A cost table in a draft: its goods, its bands with their curve, and what comes on top. */
@Component({
  selector: 'hl-cost-table-editor',
  imports: [
    BandEditor,
    ChoiceField,
    EditRefusal,
    EditSteps,
    MatButton,
    Notice,
    OutletChoice,
    ReadBack,
    RoundingEditor,
    RouterLink,
    GoodsField,
    TableCurve,
    TableExtras,
    TableItems,
    TextField,
  ],
  templateUrl: './cost-table-editor.html',
  styleUrl: './cost-table-editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostTableEditor {
  readonly id = input.required<string>();
  /** Set where the table is to be begun. */
  readonly new = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly names = namesOfThings();
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly found = this.store.selectSignal(costTablesFeature.selectTable);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly sheet = objectSheet({
    kind: 'costTable',
    id: this.id,
    view: computed(() => this.found().value),
    schema: costTableContentSchema,
    beginning: () => emptyTable(this.reference().customers.homeCurrency),
  });
  protected readonly content = this.sheet.content;
  protected readonly state = this.sheet.state;
  protected readonly problems = this.sheet.problems;
  protected readonly wrongScopes = computed(() => wrongGoods(this.problems(), 'scopes'));
  protected readonly sentence = computed(() => {
    const content = this.sheet.readable();
    return content && unbroken(costTableSentence(content, this.names(), writer));
  });
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  /** Kinds of cost that the table does not have yet. */
  protected readonly otherKinds = computed(() => {
    const own = new Set(this.content()?.costs.map(({ cost }) => cost));
    return this.reference().goods.costKinds.filter(({ code }) => !own.has(code));
  });

  constructor() {
    whenChanged(this.id, () => {
      this.open();
    });
  }

  protected open(): void {
    const isNew = this.new() !== undefined;
    this.store.dispatch(costTablesActions.opened({ id: this.id(), isNew }));
  }

  protected chooseCurrency(currency: string): void {
    this.change((content) => inCurrency(content, currency));
  }

  protected setBands(cost: string, bands: readonly CostBandForm[]): void {
    this.change((content) => withCosts(content, cost, (one) => ({ ...one, bands })));
  }

  protected addKind(cost: string): void {
    if (cost !== '') this.change((content) => withKind(content, cost));
  }

  protected removeKind(cost: string): void {
    this.change((content) => withoutKind(content, cost));
  }

  protected earlier(cost: string): void {
    this.change((content) => withKindEarlier(content, cost));
  }

  protected withdraw(): void {
    this.sheet.withdraw();
    void this.router.navigate(['/cost-tables']);
  }

  protected change(how: (content: CostTableContent) => CostTableContent): void {
    const content = this.content();
    if (content) this.sheet.save(how(content));
  }
}
