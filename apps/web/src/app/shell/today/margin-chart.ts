import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TodayMargins } from '@honest-ledger/contracts';
import { writeCalendarDay } from '../../shared/numbers/dates';
import { writeNumber } from '../../shared/numbers/numbers';
import { Plot, type Drawing } from '../../shared/charts/plot';

/** The margin of posted sales week by week, and the target beside it. */
@Component({
  selector: 'hl-margin-chart',
  imports: [Plot],
  template: `<hl-plot [label]="label()" [drawing]="drawing()" />`,
  styles: `
    hl-plot {
      --plot-height: 180px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarginChart {
  readonly margins = input.required<TodayMargins>();

  private readonly sold = computed(() =>
    this.margins().weeks.flatMap(({ monday, margin }) =>
      margin === null ? [] : [{ monday, margin }],
    ),
  );
  protected readonly label = computed(() => {
    const { target } = this.margins();
    const told = this.sold().map(
      ({ monday, margin }) =>
        `${writeNumber(margin)} % in the week from ${writeCalendarDay(monday)}`,
    );
    const aim = target === null ? '' : `, target ${writeNumber(target)} %`;
    return `Margin of posted sales by week: ${told.join(', ')}${aim}`;
  });
  protected readonly drawing = computed((): Drawing => {
    const { weeks, target } = this.margins();
    // pixels need no exact decimals
    const drawn = this.sold().map(({ margin }) => Number(margin));
    return (colours) => ({
      data: [
        {
          type: 'scatter',
          mode: 'lines+markers',
          x: this.sold().map(({ monday }) => monday),
          y: drawn,
          hovertemplate: '%{y:.1f} %<extra></extra>',
          line: { color: colours.ink, width: 2 },
          marker: { color: colours.ink, size: 5 },
        },
        ...(target === null
          ? []
          : [
              {
                type: 'scatter' as const,
                mode: 'lines' as const,
                x: [weeks[0]?.monday ?? '', weeks.at(-1)?.monday ?? ''],
                y: [Number(target), Number(target)],
                hoverinfo: 'skip' as const,
                line: { color: colours.attention, width: 1.5, dash: 'dash' as const },
              },
            ]),
      ],
      layout: {
        margin: { l: 44, r: 8, t: 8, b: 28 },
        showlegend: false,
        xaxis: { type: 'date', showgrid: false, tickformat: '%e %b', nticks: 5 },
        yaxis: { gridcolor: colours.line, ticksuffix: ' %', nticks: 5 },
      },
    });
  });
}
