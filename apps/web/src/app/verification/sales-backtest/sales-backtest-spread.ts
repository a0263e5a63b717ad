import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SalesBacktestPage } from '@honest-ledger/contracts';
import { Plot, type Drawing } from '../../shared/charts/plot';

/** How many lines moved by how many percent. */
@Component({
  selector: 'hl-sales-backtest-spread',
  imports: [Plot],
  template: `
    @if (spread().length > 0) {
      <hl-plot [label]="label()" [drawing]="drawing()" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SalesBacktestSpread {
  readonly spread = input.required<SalesBacktestPage['spread']>();

  protected readonly label = computed(() => {
    const told = this.spread().map(
      ({ from, lines }) => `${String(lines)} from ${String(from)} % on`,
    );
    return `Lines by size of change: ${told.join(', ')}`;
  });
  protected readonly drawing = computed((): Drawing => {
    const spread = this.spread();
    return (colours) => ({
      data: [
        {
          type: 'bar',
          x: spread.map(({ from }) => from + 0.5),
          y: spread.map(({ lines }) => lines),
          width: 0.9,
          marker: {
            color: spread.map(({ from }) => (from < 0 ? colours.lower : colours.higher)),
          },
        },
      ],
      layout: {
        margin: { l: 48, r: 18, t: 12, b: 40 },
        showlegend: false,
        xaxis: { title: { text: 'change in percent' }, gridcolor: colours.line, ticksuffix: ' %' },
        yaxis: { title: { text: 'lines' }, gridcolor: colours.line, rangemode: 'tozero' },
      },
    });
  });
}
