import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  check,
  costTableContentSchema,
  costTableFromForm,
  type CostBandForm,
  type CostTableContent,
  roundingFromForm,
} from '@honest-ledger/contracts';
import {
  applyRoundingRule,
  costCurve,
  inversions,
  minorDigits,
  print,
  printExact,
  serialized,
  roundedTo,
  withoutInversions,
  type CostTable,
  type Exact,
  type Inversion,
  type RoundingRule,
} from '@honest-ledger/engine';
import { writeNumber } from '../../shared/numbers/numbers';
import { Plot, type Drawing } from '../../shared/charts/plot';

/** Costs are often finer than prices. */
const COST_DIGITS = 2;

/**
 * The shape of a cost table for one kind of cost: price and margin over the cost, every edge at which
 * a dearer item gets a lower price, and the smallest repair.
 */
@Component({
  selector: 'hl-table-curve',
  imports: [MatButton, Plot],
  template: `
    @if (drawing(); as drawing) {
      <hl-plot [label]="label()" [drawing]="drawing" />
    } @else {
      <p class="soft">The curve is drawn once all figures above are right.</p>
    }
    @for (one of found(); track one.at) {
      <p class="attention">
        △ At a cost of {{ one.at }} the price falls from {{ one.below }} to {{ one.above }}: goods
        that cost {{ one.at }} to {{ one.until }} sell for less than some that cost
        {{ one.from }} to {{ one.at }}.
      </p>
    }
    @if (found().length > 0 && mayEdit()) {
      <button type="button" matButton (click)="repair()">Repair these edges</button>
      <p class="soft">Each then holds its price until the next band has caught up.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 4px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TableCurve {
  readonly content = input.required<CostTableContent>();
  readonly cost = input.required<string>();
  readonly name = input.required<string>();
  readonly mayEdit = input.required<boolean>();
  readonly repaired = output<readonly CostBandForm[]>();

  /** Null while something in the table is wrong, which is told beside its field. */
  private readonly table = computed((): CostTable | null => {
    const content = { ...this.content(), name: this.content().name || 'x' };
    const reading = check<CostTableContent>(costTableContentSchema, content);
    return reading.ok ? costTableFromForm({ id: '', ...reading.value }) : null;
  });
  private readonly bands = computed(
    () => this.table()?.costs.find(({ cost }) => cost === this.cost())?.bands ?? [],
  );
  private readonly falls = computed(() => inversions(this.bands()));
  protected readonly found = computed(() => {
    const { currency, rounding } = this.content();
    const rule = rounding && roundingFromForm(rounding);
    const own = rule?.currency === currency ? rule : null;
    return this.falls().map((one) => inWords(one, minorDigits(currency), own));
  });
  protected readonly label = computed(
    () =>
      `Price and margin over the ${this.name()} cost, with ${String(this.falls().length)} edges at which the price falls`,
  );
  protected readonly drawing = computed((): Drawing | null => {
    const table = this.table();
    return table && this.bands().length > 0
      ? draw(table, this.cost(), this.falls(), this.content().currency)
      : null;
  });

  protected repair(): void {
    const priceDigits = minorDigits(this.content().currency);
    const repaired = withoutInversions(this.bands(), { priceDigits, costDigits: COST_DIGITS });
    this.repaired.emit(serialized(repaired));
  }
}

/** Prices as they are sold, made round by the table's rule; costs as they are. */
function inWords(
  { at, below, above, from, until }: Inversion,
  digits: number,
  rule: RoundingRule | null,
) {
  const say = (value: Exact): string =>
    writeNumber(print(roundedTo(value, digits, 'halfAwayFromZero')));
  const sold = (price: Exact): string => say(rule ? applyRoundingRule(price, rule) : price);
  return {
    at: say(at),
    below: sold(below),
    above: sold(above),
    from: say(from),
    until: say(until),
  };
}

/** A chart is the one place where a price may become a binary float. */
function figure(value: Exact): number {
  return Number(printExact(value).replace('...', ''));
}

function draw(
  table: CostTable,
  cost: string,
  falls: readonly Inversion[],
  currency: string,
): Drawing {
  const curve = costCurve(table, cost);
  const x = curve.map((point) => figure(point.cost));
  return (colours) => ({
    data: [
      {
        name: `Price, ${currency}`,
        x,
        y: curve.map(({ price }) => price && figure(price)),
        mode: 'lines',
        line: { color: colours.ink, width: 2 },
      },
      {
        name: 'Margin, %',
        x,
        y: curve.map(({ margin }) => margin && figure(margin)),
        yaxis: 'y2',
        mode: 'lines',
        line: { color: colours.higher, width: 1.5, dash: 'dot' },
      },
    ],
    layout: {
      margin: { l: 40, r: 36, t: 12, b: 40 },
      xaxis: {
        title: { text: `Unit cost, ${currency}` },
        gridcolor: colours.line,
        rangemode: 'tozero',
      },
      yaxis: { gridcolor: colours.line, rangemode: 'tozero' },
      yaxis2: {
        overlaying: 'y',
        side: 'right',
        range: [0, 100],
        tickmode: 'auto',
        showgrid: false,
      },
      shapes: falls.map(({ from, until }) => ({
        type: 'rect',
        xref: 'x',
        yref: 'paper',
        x0: figure(from),
        x1: figure(until),
        y0: 0,
        y1: 1,
        fillcolor: colours.attention,
        opacity: 0.16,
        line: { width: 0 },
      })),
    },
  });
}
