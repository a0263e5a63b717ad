import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  check,
  costTableContentSchema,
  type CostBandForm,
  type CostTableContent,
} from '@honest-ledger/contracts';
import { costTableSentence, type Reach } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { draftedNow } from '../draft/drafted-now';
import { EditRefusal } from '../draft/edit-refusal';
import { EditSteps } from '../draft/edit-steps';
import {
  objectEditsActions,
  objectEditsFeature,
  type Drafted,
} from '../draft/object-edits.feature';
import { RoundingEditor } from '../levels/rounding-editor';
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { ReachChoice } from '../reference/reach-choice';
import { referenceFeature } from '../reference/reference.feature';
import { mayDo } from '../session/may-do';
import { Notice } from '../shared/notice';
import { unbroken, writer } from '../shared/numbers';
import { TextField } from '../shared/text-field';
import { whenChanged } from '../shared/when-changed';
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
    CodeChoice,
    EditRefusal,
    EditSteps,
    Notice,
    ReachChoice,
    RoundingEditor,
    RouterLink,
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
  private readonly draftedNow = draftedNow();
  protected readonly names = namesOfThings();
  private readonly refused = this.store.selectSignal(objectEditsFeature.selectRefused);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly found = this.store.selectSignal(costTablesFeature.selectTable);
  protected readonly mayEdit = mayDo('editSetup');
  private readonly drafted = computed((): Drafted =>
    this.draftedNow()(this.id(), this.found().value?.draft ?? null),
  );
  /** What the fields show: the draft's table, else the published, else an empty one. */
  protected readonly content = computed((): CostTableContent | null => {
    const table = this.found().value;
    if (table?.id !== this.id()) return null;
    const drafted = this.drafted();
    // what was drafted as a cost table
    const edited = drafted.edited ? (drafted.content as CostTableContent | null) : null;
    return edited ?? table.published ?? emptyTable(this.reference().customers.homeCurrency);
  });
  protected readonly state = computed(() => {
    const drafted = this.drafted();
    if (!drafted.edited)
      return this.found().value?.published ? 'as published' : 'new: not kept yet';
    if (drafted.content === null) return '△ withdrawn in a draft';
    return this.found().value?.published ? '△ changed in a draft' : '△ new in a draft';
  });
  protected readonly sentence = computed(() => {
    const content = this.content();
    return content && unbroken(costTableSentence(content, this.names(), writer));
  });
  /** What is wrong with the table, by path: found here as it is typed, or told by the server. */
  protected readonly problems = computed((): ReadonlyMap<string, string> => {
    const content = this.content();
    if (!content || !this.drafted().edited) return new Map();
    const reading = check<CostTableContent>(costTableContentSchema, content);
    const told = this.refused()[this.id()]?.problem.fields ?? [];
    const all = [
      ...told.map(({ path, sentence }) => ({ path: path.replace(/^content\.?/, ''), sentence })),
      ...(reading.ok ? [] : reading.problems),
    ];
    return new Map(all.map(({ path, sentence }) => [path, sentence]));
  });
  protected readonly currencies = computed(() =>
    this.reference().customers.currencies.map((code) => ({ code, name: code })),
  );
  protected readonly outlets = computed(() => this.reference().customers.outlets);
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

  protected wrong(path: string): string | null {
    return this.problems().get(path) ?? null;
  }

  /** What is wrong with goods, in a word that says what to do. */
  protected wrongReach(at: string): string | null {
    const named = ['item', 'brand', 'supplier', 'family', 'category'].some(
      (part) => this.wrong(`${at}.${part}`) !== null,
    );
    return this.wrong(at) ?? (named ? 'Choose which' : null);
  }

  protected set(part: Partial<CostTableContent>): void {
    this.change((content) => ({ ...content, ...part }));
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

  protected addReach(): void {
    this.change((content) => ({ ...content, reaches: [...content.reaches, { kind: 'all' }] }));
  }

  protected setReach(place: number, reach: Reach): void {
    this.change((content) => ({ ...content, reaches: content.reaches.with(place, reach) }));
  }

  protected removeReach(place: number): void {
    this.change((content) => ({
      ...content,
      reaches: content.reaches.filter((_, at) => at !== place),
    }));
  }

  protected isAt(outlet: string): boolean {
    return this.content()?.outlets?.includes(outlet) ?? true;
  }

  /** All of them is no limit. */
  protected setOutlet(code: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const all = this.outlets().map((outlet) => outlet.code);
    const own = this.content()?.outlets ?? all;
    const chosen = all.filter((one) => (one === code ? target.checked : own.includes(one)));
    if (chosen.length === 0) {
      target.checked = true; // a table for no outlet would never be used
      return;
    }
    this.set({ outlets: chosen.length === all.length ? null : chosen });
  }

  protected withdraw(): void {
    this.send({ edited: true, content: null });
    void this.router.navigate(['/cost-tables']);
  }

  protected discard(): void {
    this.send({ edited: false });
  }

  protected change(how: (content: CostTableContent) => CostTableContent): void {
    const content = this.content();
    if (content) this.send({ edited: true, content: how(content) });
  }

  private send(after: Drafted): void {
    const object = { kind: 'costTable', key: this.id() } as const;
    const edit = { object, before: this.drafted(), after };
    this.store.dispatch(objectEditsActions.edited({ edit }));
  }
}
