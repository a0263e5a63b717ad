import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DatedCost } from '@honest-ledger/contracts';
import { Plot, type Drawing } from '../../shared/charts/plot';

/** What an item has cost, kind by kind: each cost holds until the next. */
@Component({
  selector: 'hl-cost-history',
  imports: [Plot],
  template: `<hl-plot [label]="label()" [drawing]="drawing()" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CostHistory {
  readonly costs = input.required<readonly DatedCost[]>();
  /** Up to when the last cost of each kind is drawn. */
  readonly day = input.required<string>();
  readonly nameOf = input.required<(kind: string) => string>();

  private readonly kinds = computed(() => [...new Set(this.costs().map(({ kind }) => kind))]);
  protected readonly label = computed(
    () => `Costs over time: ${this.kinds().map(this.nameOf()).join(', ')}`,
  );
  protected readonly drawing = computed((): Drawing => {
    const kinds = this.kinds();
    const [all, nameOf, today] = [this.costs(), this.nameOf(), this.day()];
    return (colours) => {
      const inks = [colours.ink, colours.higher, colours.lower, colours.attention, colours.soft];
      return {
        data: kinds.map((kind, place) => {
          const own = all.filter((one) => one.kind === kind);
          const last = own.at(-1);
          const ends = last && last.from < today ? [{ ...last, from: today }] : [];
          const points = [...own, ...ends];
          return {
            name: `${nameOf(kind)}, ${last?.currency ?? ''}`,
            x: points.map(({ from }) => from),
            // a cost of 0 says that none is known: the line ends there
            y: points.map(({ amount }) => Number(amount) || null),
            mode: 'lines+markers',
            line: { shape: 'hv', color: inks[place % inks.length] ?? colours.ink, width: 2 },
            marker: { size: 5 },
          };
        }),
        layout: {
          xaxis: { type: 'date', gridcolor: colours.line },
          yaxis: { gridcolor: colours.line, rangemode: 'tozero' },
          margin: { l: 48, r: 16, t: 12, b: 32 },
        },
      };
    };
  });
}
