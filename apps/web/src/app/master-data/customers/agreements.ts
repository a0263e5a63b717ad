import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  viewChildren,
} from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { AgreementRow, ItemRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { ItemPicker } from '../../shared/reference/item-picker';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { DayField } from '../../shared/fields/day-field';
import { FigureField } from '../../shared/fields/figure-field';
import { FileLinks } from '../../shared/files/file-links';
import { firstPrices } from '../../shared/reference/first-price';
import { Notice } from '../../shared/notices/notice';
import { TextField } from '../../shared/fields/text-field';
import { whenChanged } from '../../shared/requests/when-changed';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { EditSteps } from '../../editing/draft/edit-steps';
import { draftedNow } from '../../editing/draft/drafted-now';
import {
  objectEditsActions,
  objectEditsFeature,
  type Drafted,
} from '../../editing/draft/object-edits.feature';
import { queryOf } from './agreements.api';
import { agreementsActions, agreementsFeature, type AgreementContent } from './agreements.feature';
import { ChoiceField } from '../../shared/fields/choice-field';

/** A row of the grid: what is published and edited, or what was typed and refused. */
interface ShownAgreement {
  readonly id: string;
  readonly content: AgreementContent;
  /** What the draft says of it. */
  readonly drafted: Drafted;
  readonly state: string;
  readonly withdrawn: boolean;
  readonly refused: boolean;
}

/** The prices agreed with a customer or a segment, as a grid. They are setup: an edit waits in a draft. */
@Component({
  selector: 'hl-agreements',
  imports: [
    ChoiceField,
    DayField,
    EditRefusal,
    EditSteps,
    FigureField,
    FileLinks,
    ItemPicker,
    MatButton,
    MatCheckbox,
    Notice,
    RouterLink,
    TextField,
  ],
  templateUrl: './agreements.html',
  styleUrl: './agreements.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Agreements {
  readonly party = input.required<AgreementContent['party']>();

  private readonly store = inject(Store);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  protected readonly all = this.store.selectSignal(agreementsFeature.selectRows);
  private readonly latest = this.store.selectSignal(objectEditsFeature.selectLatest);
  private readonly draftedNow = draftedNow();
  private readonly refused = this.store.selectSignal(objectEditsFeature.selectRefused);
  protected readonly query = computed(() => queryOf(this.party()));
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly currencies = computed(() => this.reference().customers.currencies);
  protected readonly rows = computed((): ShownAgreement[] => {
    const drafted = this.draftedNow();
    const refused = this.refused();
    const rows = this.all().value ?? [];
    const known = new Set(rows.map(({ id }) => id));
    const fresh = Object.keys(this.latest())
      .filter((id) => !known.has(id))
      .map((id): AgreementRow => ({ id, published: null, draft: null }));
    return [...rows, ...fresh].flatMap(
      (row) => shown(row, drafted(row.id, row.draft), row.id in refused) ?? [],
    );
  });

  private readonly fields = viewChildren<FigureField>('price');
  private readonly first = firstPrices(this.fields);
  protected readonly priceLabel = priceLabel;

  constructor() {
    whenChanged(this.party, () => {
      this.ask();
    });
  }

  protected ask(): void {
    this.store.dispatch(agreementsActions.asked({ party: this.party() }));
  }

  protected add(row: ItemRow): void {
    const { item } = row;
    const currency = this.reference().customers.homeCurrency;
    const content: AgreementContent = {
      party: this.party(),
      item,
      price: this.first.priceOf(row, currency),
      currency,
      unit: null,
      window: { from: null, until: null },
      minQuantity: '0',
      open: false,
    };
    const object = { kind: 'agreement', key: crypto.randomUUID() } as const;
    const after = { edited: true, content } as const;
    const edit = { object, before: { edited: false }, after } as const;
    this.store.dispatch(objectEditsActions.edited({ edit }));
    this.first.goTo(priceLabel(item));
  }

  protected set(row: ShownAgreement, part: Partial<AgreementContent>): void {
    this.edit(row, { ...row.content, ...part });
  }

  protected setCurrency(row: ShownAgreement, value: string): void {
    // a price in one currency is none in another: it is typed anew
    this.set(row, { currency: value, price: '' });
    this.first.goTo(priceLabel(row.content.item));
  }

  protected setOpen(row: ShownAgreement, checked: boolean): void {
    this.set(row, { open: checked });
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

function priceLabel(item: string): string {
  return `Agreed price of ${item}`;
}

function shown(
  { id, published, draft }: AgreementRow,
  drafted: Drafted,
  refused: boolean,
): ShownAgreement | null {
  // what was drafted as an agreement
  const edited = drafted.edited ? (drafted.content as AgreementContent | null) : null;
  const content = edited ?? published ?? draft?.content ?? null;
  if (!content) return null;
  const withdrawn = drafted.edited && drafted.content === null;
  const where = draft ? `in ${draft.draftName}` : 'here';
  const what = withdrawn ? 'ends' : published ? 'changed' : 'new';
  const state = drafted.edited ? `△ ${what} ${where}` : 'published';
  return { id, content, drafted, state, withdrawn, refused };
}
