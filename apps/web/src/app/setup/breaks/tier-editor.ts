import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type {
  AdjustmentForm,
  BreakAnswer,
  BreakContent,
  TierAdjustmentForm,
} from '@honest-ledger/contracts';
import { compare, decimal, make, print, type DearZone } from '@honest-ledger/engine';
import { AdjustmentFields } from '../levels/adjustment-fields';
import { Amount, mostDigits } from '../../shared/numbers/amount';
import { FigureField } from '../../shared/fields/figure-field';
import { writeNumber } from '../../shared/numbers/numbers';
import { readPastedRows, type PastedRow } from '../../shared/files/pasted-rows';
import { startTier, withNewTier, withoutTier, withTier } from './break-edits';
import { rangeWords, triedAt, zoneWords } from './break-quantities';
import { ChoiceField } from '../../shared/fields/choice-field';

const WAYS: readonly (readonly [TierAdjustmentForm['kind'], string])[] = [
  ['percent', 'percent'],
  ['amount', 'amount each'],
  ['percentAndAmount', 'percent, then amount'],
  ['set', 'unit price'],
  ['byRequest', 'price on request'],
];
const WAYS_OF_COST: typeof WAYS = [
  ['multiplier', 'times the cost'],
  ['markup', 'markup'],
  ['margin', 'margin'],
];

/** The tiers of a break: typed, or pasted from a spreadsheet onto any of their fields. */
@Component({
  selector: 'hl-tier-editor',
  imports: [AdjustmentFields, Amount, ChoiceField, FigureField, MatButton],
  template: `
    <table class="ledger" aria-label="Tiers">
      <thead>
        <tr>
          <th class="figure">From</th>
          <th>That is</th>
          <th>Effect</th>
          <th class="figure">Each</th>
          <th class="figure">Total at the first</th>
          <th>Snags</th>
          <th><span class="unseen">Remove</span></th>
        </tr>
      </thead>
      <tbody (paste)="paste($event)">
        @if (below(); as first) {
          <tr>
            <td class="figure soft">{{ first.from }}</td>
            <td>{{ first.range }}</td>
            <td class="soft">as after the level</td>
            <td class="figure">
              @if (first.price?.unitPrice; as each) {
                <hl-amount [value]="each" [digits]="digits()" />
              }
            </td>
            <td class="figure">
              @if (first.price?.total; as total) {
                <hl-amount [value]="total" [digits]="digits()" />
              }
            </td>
            <td></td>
            <td></td>
          </tr>
        }
        @for (row of rows(); track $index) {
          <tr [class.dear]="row.zone !== null">
            <td class="figure">
              <hl-figure-field
                [bare]="true"
                label="Minimum quantity"
                [value]="row.from"
                [problem]="wrong($index, 'from')"
                (changed)="set($index, { from: $event })"
              />
            </td>
            <td>{{ row.range }}</td>
            <td>
              <div class="does">
                @if (row.adjustment; as adjustment) {
                  <hl-adjustment-fields
                    [adjustment]="adjustment"
                    [currency]="content().currency"
                    [problems]="problems()"
                    [path]="'tiers[' + $index + '].adjustment'"
                    (changed)="set($index, { adjustment: $event })"
                  />
                }
                <hl-choice
                  class="comparison"
                  [bare]="true"
                  [label]="'Effect of the tier from ' + row.from"
                  [code]="row.kind"
                  [options]="ways()"
                  (chosen)="choose($index, $event)"
                />
              </div>
            </td>
            <td class="figure">
              @if (row.price?.unitPrice; as each) {
                <hl-amount [value]="each" [digits]="digits()" />
              } @else if (row.price?.why) {
                <span [title]="row.price?.why ?? ''">–</span>
              }
            </td>
            <td class="figure">
              @if (row.price?.total; as total) {
                <hl-amount [value]="total" [digits]="digits()" />
              }
            </td>
            <td class="attention">{{ row.zone === null ? '' : '△ ' + row.zone }}</td>
            <td>
              @if (rows().length > 1) {
                <button
                  type="button"
                  matButton
                  [attr.aria-label]="'Remove the tier from ' + row.from"
                  (click)="remove($index)"
                >
                  ×
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    <button type="button" matButton (click)="add()">Add tier</button>
    <span class="soft hint">
      Or paste rows from a spreadsheet onto a field: from and figure, or from, to and figure.
    </span>
    @if (asked(); as rows) {
      <p role="alert">
        Are the figures of these {{ rows.length }} rows percents off, or prices of one in
        {{ content().currency }}?
        <button type="button" matButton (click)="takeAs(asPercents)">Percents off</button>
        <button type="button" matButton (click)="takeAs(asPrices)">Prices of one</button>
      </p>
    }
    @if (pasteNote(); as note) {
      <p class="attention" role="status">{{ note }}</p>
    }
    @if (pasteProblem() ?? problems().get('tiers'); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    table {
      margin: 0 -18px 8px;
      width: calc(100% + 36px);
    }
    .does {
      display: flex;
      align-items: baseline;
      gap: 4px 8px;
    }
    .does > select {
      width: 96px;
    }
    .dear td {
      background: var(--attention-ground);
    }
    .hint {
      margin-left: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TierEditor {
  readonly content = input.required<BreakContent>();
  /** What was tried of it; null while nothing was. */
  readonly answer = input.required<BreakAnswer | null>();
  readonly zones = input.required<readonly DearZone[]>();
  /** What is wrong with the break, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<BreakContent>();

  protected readonly pasteProblem = signal<string | null>(null);
  /** What of a pasted block a break cannot have. */
  protected readonly pasteNote = signal<string | null>(null);
  /** Pasted rows of which nobody has said yet what their figures are. */
  protected readonly asked = signal<readonly PastedRow[] | null>(null);
  protected readonly asPercents = AS_PERCENTS;
  protected readonly asPrices = AS_PRICES;
  protected readonly ways = computed(() =>
    this.content().basis.kind === 'cost' ? [...WAYS, ...WAYS_OF_COST] : WAYS,
  );
  private readonly step = computed(() => {
    const { measure, currency } = this.content();
    if (measure.kind === 'amount') return currency === '' ? 2 : AMOUNT_DIGITS;
    return this.answer()?.item?.digits ?? 0;
  });
  /** What lies below the first tier, where anything does. */
  protected readonly below = computed(() => {
    const { tiers, measure } = this.content();
    const smallest = print(make(1, this.step()));
    const [first] = tiers;
    if (!first || measure.kind === 'amount' || this.problems().has('tiers[0].from')) return null;
    if (!isNumber(first.from) || compare(decimal(first.from), decimal(smallest)) <= 0) return null;
    return {
      from: smallest,
      range: rangeWords(smallest, first.from, this.step()),
      price: triedAt(this.answer(), smallest),
    };
  });
  protected readonly rows = computed(() => {
    const { tiers, measure } = this.content();
    return tiers.map(({ from, adjustment }, place) => ({
      from,
      range: rangeWords(from, tiers[place + 1]?.from, this.step()),
      kind: adjustment.kind,
      adjustment: adjustment.kind === 'byRequest' ? null : (adjustment satisfies AdjustmentForm),
      price: measure.kind === 'amount' ? undefined : triedAt(this.answer(), from),
      zone: this.zoneOf(from),
    }));
  });
  protected readonly digits = computed(() =>
    mostDigits(
      (this.answer()?.rows ?? []).flatMap(({ edited }) => [
        edited.unitPrice ?? '',
        edited.total ?? '',
      ]),
    ),
  );

  private zoneOf(from: string): string | null {
    if (!isNumber(from)) return null;
    const zone = this.zones().find(({ cheaper }) => compare(cheaper, decimal(from)) === 0);
    return zone ? zoneWords(zone) : null;
  }

  protected wrong(place: number, field: string): string | null {
    return this.problems().get(`tiers[${String(place)}].${field}`) ?? null;
  }

  protected set(place: number, part: Partial<BreakContent['tiers'][number]>): void {
    this.changed.emit(withTier(this.content(), place, part));
  }

  protected choose(place: number, value: string): void {
    const kind = this.ways().find(([way]) => way === value)?.[0];
    const old = this.content().tiers[place]?.adjustment;
    if (kind && old) this.set(place, { adjustment: startTier(kind, old) });
  }

  protected add(): void {
    this.changed.emit(withNewTier(this.content()));
  }

  protected remove(place: number): void {
    this.changed.emit(withoutTier(this.content(), place));
  }

  /** A block of rows takes the place of all tiers; a single figure goes into its field as it is. */
  protected paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n;]/.test(text.trim())) return;
    event.preventDefault();
    const read = readPastedRows(text, 'a quantity', this.step());
    this.pasteProblem.set(read.problem);
    this.pasteNote.set(null);
    this.asked.set(null);
    if (!read.rows) return;
    const like = this.content().tiers[0]?.adjustment;
    const isPlain = !like || like.kind === 'percent' || like.kind === 'byRequest';
    if (read.lastTo !== null) {
      this.pasteNote.set(
        `The last row ends at ${writeNumber(read.lastTo)}. A tier has no upper end: it goes on for every larger quantity. Add tier where that is to end.`,
      );
    }
    const kind = like?.kind ?? 'percent';
    if (read.sort === 'money' && (isPlain || OF_COST.has(kind))) this.take(read.rows, AS_PRICES);
    else if (read.sort === 'percent' && (isPlain || kind === 'set' || kind === 'amount')) {
      this.take(read.rows, AS_PERCENTS);
    } else if (isPlain) this.asked.set(read.rows);
    else this.take(read.rows, like);
  }

  /** Says what the figures of pasted rows are. */
  protected takeAs(like: TierAdjustmentForm): void {
    const rows = this.asked();
    if (rows) this.take(rows, like);
    this.asked.set(null);
  }

  private take(rows: readonly PastedRow[], like: TierAdjustmentForm): void {
    const tiers = rows.map(({ from, figure }) => ({ from, adjustment: pasted(like, figure) }));
    this.changed.emit({ ...this.content(), tiers });
  }
}

const OF_COST: ReadonlySet<string> = new Set(WAYS_OF_COST.map(([way]) => way));
const AS_PERCENTS: TierAdjustmentForm = { kind: 'percent', percent: '0' };
const AS_PRICES: TierAdjustmentForm = { kind: 'set', price: '0', unit: null };

/** Amounts have cents at least. */
const AMOUNT_DIGITS = 2;

function isNumber(text: string): boolean {
  return /^\d+(\.\d+)?$/.test(text);
}

/** A pasted figure is of the kind that the first tier is; percents and amounts are taken off. */
function pasted(like: TierAdjustmentForm, figure: string): TierAdjustmentForm {
  const off = figure.startsWith('-') ? figure : `-${figure}`;
  switch (like.kind) {
    case 'amount':
      return { ...like, amount: off };
    case 'set':
      return { ...like, price: figure };
    case 'multiplier':
      return { ...like, factor: figure };
    case 'markup':
    case 'margin':
      return { ...like, percent: figure };
    case 'percent':
    case 'percentAndAmount':
    case 'byRequest':
      return { kind: 'percent', percent: off };
  }
}
