import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import {
  SETTINGS_KEY,
  type ObjectDraft,
  type SettingsForm,
  type SetupContents,
  type SharedPriceRow,
} from '@honest-ledger/contracts';
import { minorDigits, RULE_CHOICES, type RoundingMode } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { EditRefusal } from '../../editing/draft/edit-refusal';
import { EditSteps } from '../../editing/draft/edit-steps';
import { draftedNow } from '../../editing/draft/drafted-now';
import {
  objectEditsActions,
  objectEditsFeature,
  type Drafted,
  type ObjectEdit,
} from '../../editing/draft/object-edits.feature';
import { CHOICE_WORDS, MODE_WORDS } from '../../editing/draft/object-words';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { hasPermission } from '../../shared/session/may-do';
import { FigureField } from '../../shared/fields/figure-field';
import { Notice } from '../../shared/notices/notice';
import { TextField } from '../../shared/fields/text-field';
import { FloorSheet } from './floor-sheet';
import { basicsActions, basicsFeature } from './basics.feature';

const MODES: readonly RoundingMode[] = [
  'halfAwayFromZero',
  'halfToEven',
  'awayFromZero',
  'towardsZero',
];

/** What holds for all prices: rounding, the level by default, floors, and prices that items share. */
@Component({
  selector: 'hl-basics',
  imports: [
    ChoiceField,
    EditRefusal,
    EditSteps,
    FigureField,
    FloorSheet,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    Notice,
    TextField,
  ],
  templateUrl: './basics.html',
  styleUrl: './basics.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Basics {
  private readonly store = inject(Store);
  protected readonly found = this.store.selectSignal(basicsFeature.selectBasics);
  private readonly draftedNow = draftedNow();
  private readonly latest = this.store.selectSignal(objectEditsFeature.selectLatest);
  private readonly refused = this.store.selectSignal(objectEditsFeature.selectRefused);
  private readonly reference = this.store.selectSignal(referenceFeature.selectReference);
  private readonly published = this.store.selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly seesCosts = hasPermission('seeCosts');
  protected readonly choices = RULE_CHOICES.map((code) => ({ code, name: CHOICE_WORDS[code] }));
  protected readonly modes = MODES.map((code) => ({ code, name: MODE_WORDS[code] }));
  protected readonly levels = computed(() =>
    this.published().map(({ id, content }) => ({ code: id, name: content.name })),
  );
  private readonly drafted = computed(() =>
    this.draftedNow()(SETTINGS_KEY, this.found().value?.settings.draft ?? null),
  );
  /** What the fields show: the draft's settings, else the published. */
  protected readonly settings = computed((): SettingsForm | null => {
    const drafted = this.drafted();
    // what was drafted as settings
    const edited = drafted.edited ? (drafted.content as SettingsForm | null) : null;
    return edited ?? this.found().value?.settings.published ?? null;
  });
  protected readonly state = computed(() =>
    stateWords(this.drafted(), this.found().value?.settings.draft ?? null, 'changed'),
  );
  protected readonly digits = computed(() => {
    const own = this.settings()?.unitPriceDigits ?? {};
    return this.reference().customers.currencies.map((currency) => ({
      currency,
      usual: minorDigits(currency),
      own: own[currency] === undefined ? '' : String(own[currency]),
    }));
  });
  protected readonly rows = computed(() => {
    const drafted = this.draftedNow();
    const rows = this.found().value?.sharedPrices ?? [];
    const known = new Set([SETTINGS_KEY, ...rows.map(({ id }) => id)]);
    const fresh = Object.keys(this.latest())
      .filter((id) => !known.has(id))
      .map((id): SharedPriceRow => ({ id, published: null, draft: null, items: 0 }));
    const refused = this.refused();
    return [...rows, ...fresh].flatMap((row) => {
      const price = shown(row, drafted(row.id, row.draft));
      return price ? [{ ...price, refused: row.id in refused }] : [];
    });
  });

  constructor() {
    namesOfThings(); // levels and currencies come with them
    this.ask();
  }

  protected ask(): void {
    this.store.dispatch(basicsActions.opened());
  }

  protected set(part: Partial<SettingsForm>): void {
    const settings = this.settings();
    if (settings) this.sendSettings({ edited: true, content: { ...settings, ...part } });
  }

  protected setMode(code: string): void {
    const roundingMode = MODES.find((mode) => mode === code);
    if (roundingMode) this.set({ roundingMode });
  }

  protected setChoice(code: string): void {
    const ruleChoice = RULE_CHOICES.find((choice) => choice === code);
    if (ruleChoice) this.set({ ruleChoice });
  }

  /** Empty for as many as the currency has. */
  protected setDigits(currency: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const { [currency]: _, ...others } = this.settings()?.unitPriceDigits ?? {};
    const count = target.value === '' ? {} : { [currency]: target.valueAsNumber };
    this.set({ unitPriceDigits: { ...others, ...count } });
  }

  protected discardSettings(): void {
    this.sendSettings({ edited: false });
  }

  protected setShared(row: ShownPrice, part: Partial<SharedPrice>): void {
    this.sendShared(row, { edited: true, content: { name: row.name, price: row.price, ...part } });
  }

  protected withdraw(row: ShownPrice): void {
    this.sendShared(row, { edited: true, content: null });
  }

  protected discard(row: ShownPrice): void {
    this.sendShared(row, { edited: false });
  }

  protected add(event: Event, name: HTMLInputElement): void {
    event.preventDefault();
    const text = name.value.trim();
    if (text === '') return;
    const content: SharedPrice = { name: text, price: '0' };
    const object = { kind: 'sharedPrice', key: crypto.randomUUID() } as const;
    this.send({ object, before: { edited: false }, after: { edited: true, content } });
    name.value = '';
  }

  protected readonly settingsKey = SETTINGS_KEY;

  private sendSettings(after: Drafted): void {
    const before = this.drafted();
    this.send({ object: { kind: 'settings', key: SETTINGS_KEY }, before, after });
  }

  private sendShared({ id, drafted }: ShownPrice, after: Drafted): void {
    this.send({ object: { kind: 'sharedPrice', key: id }, before: drafted, after });
  }

  private send(edit: ObjectEdit): void {
    this.store.dispatch(objectEditsActions.edited({ edit }));
  }
}

type SharedPrice = SetupContents['sharedPrice'];

/** A shared price as the table shows it. */
interface ShownPrice {
  readonly id: string;
  readonly name: string;
  readonly price: string;
  readonly items: number;
  readonly drafted: Drafted;
  readonly withdrawn: boolean;
  readonly state: string;
}

function shown(
  { id, published, draft, items }: SharedPriceRow,
  drafted: Drafted,
): ShownPrice | null {
  // what was drafted as a shared price
  const edited = drafted.edited ? (drafted.content as SharedPrice | null) : null;
  const content = edited ?? published ?? draft?.content ?? null;
  if (!content) return null;
  const withdrawn = drafted.edited && drafted.content === null;
  const what = withdrawn ? 'withdrawn' : published ? 'changed' : 'new';
  return { id, ...content, items, drafted, withdrawn, state: stateWords(drafted, draft, what) };
}

function stateWords({ edited }: Drafted, draft: ObjectDraft<object> | null, what: string): string {
  if (!edited) return 'published';
  return draft ? `△ ${what} in ${draft.draftName}` : `△ ${what} here`;
}
