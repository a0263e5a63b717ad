import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { CostAdjustmentForm, CostBandForm } from '@honest-ledger/contracts';
import { FigureField } from '../../shared/fields/figure-field';
import { readPastedBands } from './band-paste';
import { bothWays } from '../../shared/numbers/markup-words';
import { figureOf, startCostAdjustment, withBand, withFigure, withNewBand } from './table-edits';
import { ChoiceField } from '../../shared/fields/choice-field';

const WAYS: readonly (readonly [CostAdjustmentForm['kind'], string])[] = [
  ['multiplier', 'times the cost'],
  ['markup', '% markup'],
  ['margin', '% margin'],
  ['amount', 'over the cost'],
  ['set', 'as the price'],
  ['byRequest', 'price on request'],
];

/** The bands of one kind of cost: typed, or pasted from a spreadsheet onto any of its fields. */
@Component({
  selector: 'hl-band-editor',
  imports: [ChoiceField, FigureField, MatButton],
  template: `
    <table class="ledger" [attr.aria-label]="'Bands of the ' + kind() + ' cost'">
      <thead>
        <tr>
          <th class="figure">Cost from</th>
          <th class="figure">up to</th>
          <th>Effect</th>
          <th class="figure">Markup</th>
          <th class="figure">Margin</th>
          <th><span class="unseen">Remove</span></th>
        </tr>
      </thead>
      <tbody (paste)="paste($event)">
        @for (band of bands(); track $index) {
          <tr>
            <td class="figure">
              <hl-figure-field
                [bare]="true"
                label="Cost from"
                [value]="band.from"
                [problem]="wrong($index, 'from')"
                (changed)="set($index, { from: $event })"
              />
            </td>
            <td class="figure soft">{{ upTo($index) }}</td>
            <td>
              <div class="does">
                @let shown = figure(band.adjustment);
                @if (shown !== null) {
                  <hl-figure-field
                    [bare]="true"
                    [label]="'Figure of the band from ' + band.from"
                    [value]="shown"
                    [problem]="wrongFigure($index)"
                    (changed)="setFigure($index, band.adjustment, $event)"
                  />
                }
                <hl-choice
                  class="comparison"
                  [bare]="true"
                  [label]="'Effect of the band from ' + band.from"
                  [code]="band.adjustment.kind"
                  [options]="ways"
                  (chosen)="choose($index, band.adjustment, $event)"
                />
              </div>
            </td>
            @for (percent of bothWays(band.adjustment); track $index) {
              <td class="figure soft">{{ percent }}</td>
            }
            <td>
              @if (bands().length > 1) {
                <button
                  type="button"
                  matButton
                  [attr.aria-label]="'Remove the band from ' + band.from"
                  (click)="remove($index)"
                >
                  Remove
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    <button type="button" matButton (click)="add()">Add band</button>
    <span class="soft hint">Or paste rows from a spreadsheet onto a field: cost and figure.</span>
    @if (pasteProblem() ?? problems().get(path()); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .does {
      display: flex;
      align-items: baseline;
      gap: 8px;
    }
    .hint {
      margin-left: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BandEditor {
  readonly kind = input.required<string>();
  readonly bands = input.required<readonly CostBandForm[]>();
  /** What is wrong with the table, by path, and the path of these bands in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly changed = output<readonly CostBandForm[]>();

  protected readonly ways = WAYS;
  protected readonly figure = figureOf;
  protected readonly bothWays = bothWays;
  protected readonly pasteProblem = signal<string | null>(null);
  private readonly starts = computed(() => this.bands().map(({ from }) => from));

  /** What people read as the end of a band: just below the next. */
  protected upTo(place: number): string {
    const next = this.starts()[place + 1];
    return next === undefined ? 'any' : `below ${next}`;
  }

  protected wrong(place: number, field: string): string | null {
    return this.problems().get(`${this.path()}[${String(place)}].${field}`) ?? null;
  }

  protected wrongFigure(place: number): string | null {
    const fields = ['factor', 'percent', 'amount', 'price'];
    const found = fields.map((field) => this.wrong(place, `adjustment.${field}`));
    return found.find((one) => one !== null) ?? null;
  }

  protected set(place: number, band: Partial<CostBandForm>): void {
    this.changed.emit(withBand(this.bands(), place, band));
  }

  protected setFigure(place: number, adjustment: CostAdjustmentForm, figure: string): void {
    this.set(place, { adjustment: withFigure(adjustment, figure) });
  }

  protected choose(place: number, old: CostAdjustmentForm, value: string): void {
    const kind = WAYS.find(([way]) => way === value)?.[0];
    if (kind) this.set(place, { adjustment: startCostAdjustment(kind, old) });
  }

  protected add(): void {
    this.changed.emit(withNewBand(this.bands()));
  }

  protected remove(place: number): void {
    this.changed.emit(this.bands().filter((_, at) => at !== place));
  }

  /** A block of rows takes the place of all bands; a single figure goes into its field as it is. */
  protected paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/[\t\n;]/.test(text.trim())) return;
    event.preventDefault();
    const [first] = this.bands();
    const like = first?.adjustment ?? { kind: 'markup', percent: '0' };
    const { bands, problem } = readPastedBands(text, like);
    this.pasteProblem.set(problem);
    if (bands) this.changed.emit(bands);
  }
}
