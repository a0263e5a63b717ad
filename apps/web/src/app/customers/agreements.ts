import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { AgreementRow, ItemRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../catalogue/item-picker';
import { referenceFeature } from '../reference/reference.feature';
import { mayDo } from '../session/may-do';
import { DayField } from '../shared/day-field';
import { FigureField } from '../shared/figure-field';
import { FileLinks } from '../shared/file-links';
import { Notice } from '../shared/notice';
import { whenChanged } from '../shared/when-changed';
import { EditSteps } from '../draft/edit-steps';
import { objectEditsActions, type Drafted } from '../draft/object-edits.feature';
import { agreementsActions, agreementsFeature, type AgreementContent } from './agreements.feature';

/** A row of the grid: what is published and edited, or what was typed and refused. */
interface ShownAgreement {
  readonly id: string;
  readonly content: AgreementContent;
  /** What the draft says of it. */
  readonly drafted: Drafted;
  readonly state: string;
  readonly withdrawn: boolean;
  readonly problem: string | null;
}

/** The prices agreed with a customer, as a grid. They are setup: an edit waits in a draft. */
@Component({
  selector: 'hl-agreements',
  imports: [DayField, EditSteps, FigureField, FileLinks, ItemPicker, Notice, RouterLink],
  templateUrl: './agreements.html',
  styleUrl: './agreements.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Agreements {
  readonly customer = input.required<string>();

  private readonly store = inject(Store);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly all = this.store.selectSignal(agreementsFeature.selectRows);
  private readonly refused = this.store.selectSignal(agreementsFeature.selectRefused);
  protected readonly mayEdit = mayDo('editSetup');
  protected readonly currencies = computed(() => this.reference().customers.currencies);
  protected readonly rows = computed((): ShownAgreement[] => {
    const refused = this.refused();
    const rows = (this.all().value ?? []).flatMap((row) => shown(row) ?? []);
    const known = rows.some(({ id }) => id === refused?.id);
    const typed = refused?.content;
    if (!refused || !typed) return rows;
    const problem = refused.problem?.detail ?? null;
    const again = (row: ShownAgreement): ShownAgreement =>
      row.id === refused.id ? { ...row, content: typed, problem } : row;
    const fresh: ShownAgreement = {
      id: refused.id,
      content: typed,
      drafted: { edited: false },
      state: '△ not kept yet',
      withdrawn: false,
      problem,
    };
    return known ? rows.map(again) : [...rows, fresh];
  });

  constructor() {
    whenChanged(this.customer, () => {
      this.ask();
    });
  }

  protected ask(): void {
    this.store.dispatch(agreementsActions.asked({ customer: this.customer() }));
  }

  protected add({ item, basePrice }: ItemRow): void {
    const content: AgreementContent = {
      party: { kind: 'customer', customer: this.customer() },
      item,
      price: basePrice ?? '0',
      currency: this.currencies()[0] ?? 'EUR',
      unit: null,
      window: { from: null, until: null },
      minQuantity: '0',
      open: false,
    };
    const object = { kind: 'agreement', key: crypto.randomUUID() } as const;
    const after = { edited: true, content } as const;
    const edit = { object, before: { edited: false }, after } as const;
    this.store.dispatch(objectEditsActions.edited({ edit }));
  }

  protected set(row: ShownAgreement, part: Partial<AgreementContent>): void {
    this.edit(row, { ...row.content, ...part });
  }

  protected setCurrency(row: ShownAgreement, { target }: Event): void {
    if (target instanceof HTMLSelectElement) this.set(row, { currency: target.value });
  }

  protected setUnit(row: ShownAgreement, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const unit = target.value.trim();
    this.set(row, { unit: unit === '' ? null : unit });
  }

  protected setOpen(row: ShownAgreement, { target }: Event): void {
    if (target instanceof HTMLInputElement) this.set(row, { open: target.checked });
  }

  protected end(row: ShownAgreement): void {
    this.edit(row, null);
  }

  protected discard(row: ShownAgreement): void {
    this.send(row, { edited: false });
  }

  private edit(row: ShownAgreement, content: AgreementContent | null): void {
    this.send(row, { edited: true, content });
  }

  private send({ id, drafted }: ShownAgreement, after: Drafted): void {
    const edit = { object: { kind: 'agreement', key: id }, before: drafted, after } as const;
    this.store.dispatch(objectEditsActions.edited({ edit }));
  }
}

function shown({ id, published, draft }: AgreementRow): ShownAgreement | null {
  const content = draft?.content ?? published;
  if (!content) return null;
  const withdrawn = draft !== null && draft.content === null;
  const state = draft
    ? withdrawn
      ? `△ ends in ${draft.draftName}`
      : `△ ${published ? 'changed' : 'new'} in ${draft.draftName}`
    : 'published';
  const drafted: Drafted = draft ? { edited: true, content: draft.content } : { edited: false };
  return { id, content, drafted, state, withdrawn, problem: null };
}
