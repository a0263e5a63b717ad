import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BreakAnswer, BreakContent } from '@honest-ledger/contracts';
import { compare, decimal, print, type DearZone, type Decimal } from '@honest-ledger/engine';
import { Plot, type Drawing } from '../../shared/charts/plot';
import { zoneWords } from './break-quantities';

/** Total over quantity, as the break is and the other way, with the zones where more costs less. */
@Component({
  selector: 'hl-break-curve',
  imports: [Plot],
  template: `
    @if (drawing(); as drawing) {
      <hl-plot [label]="label()" [drawing]="drawing" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakCurve {
  readonly content = input.required<BreakContent>();
  readonly answer = input.required<BreakAnswer>();
  readonly zones = input.required<readonly DearZone[]>();

  protected readonly label = computed(() => {
    const zones = this.zones().map(zoneWords).join('; ');
    return `Total over quantity${zones === '' ? '' : `: ${zones}`}`;
  });
  protected readonly drawing = computed((): Drawing | null => {
    const { rows, item, currency } = this.answer();
    if (!item || rows.length < 2 || this.content().measure.kind === 'amount') return null;
    return draw(this.content(), this.answer(), this.zones(), item.unit, currency);
  });
}

/** A chart is the one place where a price may become a binary float. */
const figure = (text: string | null): number | null => (text === null ? null : Number(text));
const place = (value: Decimal): number => Number(print(value));

function draw(
  { mode, tiers, measure }: BreakContent,
  { rows: unsorted }: BreakAnswer,
  zones: readonly DearZone[],
  unit: string,
  currency: string,
): Drawing {
  const rows = unsorted.toSorted((a, b) => compare(decimal(a.quantity), decimal(b.quantity)));
  const starts = new Set(tiers.map(({ from }) => Number(from)));
  const x: (number | null)[] = [0];
  const y: (number | null)[] = [0];
  for (const { quantity, edited } of rows) {
    const at = Number(quantity);
    // a tier that prices every unit begins anew, so the line is broken there
    if (mode === 'allUnits' && starts.has(at)) {
      x.push(null);
      y.push(null);
    }
    x.push(at);
    y.push(figure(edited.total));
  }
  const asItIs = mode === 'allUnits' ? 'all units' : 'incremental';
  const other = mode === 'allUnits' ? 'incremental' : 'all units';
  return (colours) => ({
    data: [
      {
        name: `as it is: ${asItIs}`,
        x,
        y,
        mode: 'lines',
        line: { color: colours.ink, width: 2 },
      },
      ...(measure.kind === 'quantity'
        ? [
            {
              name: `the other way: ${other}`,
              x: [0, ...rows.map(({ quantity }) => Number(quantity))],
              y: [0, ...rows.map(({ otherMode }) => figure(otherMode.total))],
              mode: 'lines' as const,
              line: { color: colours.soft, width: 1.5, dash: 'dash' as const },
            },
          ]
        : []),
    ],
    layout: {
      margin: { l: 48, r: 18, t: 12, b: 40 },
      xaxis: { title: { text: unit }, gridcolor: colours.line, rangemode: 'tozero' },
      yaxis: {
        title: { text: `Total, ${currency}` },
        gridcolor: colours.line,
        rangemode: 'tozero',
      },
      shapes: zones.map(({ from, until, cheaper }) => ({
        type: 'rect',
        xref: 'x',
        yref: 'paper',
        x0: place(from) - (place(cheaper) - place(until)) / 2,
        x1: place(until) + (place(cheaper) - place(until)) / 2,
        y0: 0,
        y1: 1,
        fillcolor: colours.attention,
        opacity: 0.2,
        line: { width: 0 },
      })),
    },
  });
}
