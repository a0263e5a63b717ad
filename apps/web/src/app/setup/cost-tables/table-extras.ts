import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { CostTableContent } from '@honest-ledger/contracts';
import { add, decimal, fromInteger, isDecimalText, print, type Scope } from '@honest-ledger/engine';
import { GoodsField } from '../../shared/reference/goods-field';
import { UNSAID, UNSAID_GOODS, wrongGoods } from '../../shared/reference/scope-edits';
import { FigureField } from '../../shared/fields/figure-field';

type PointBands = NonNullable<CostTableContent['points']>['bands'];

/** What comes on top of a table's bands: points by units sold, fees, and charges by the piece. */
@Component({
  selector: 'hl-table-extras',
  imports: [FigureField, MatButton, GoodsField],
  template: `
    <section>
      <h2>Adjustment by units sold</h2>
      @if (content().points; as points) {
        <div class="line">
          <span>Units sold in the last</span>
          <hl-figure-field
            label="Days back"
            [mayBeEmpty]="true"
            [value]="points.days === null ? '' : '' + points.days"
            [problem]="wrong('points.days')"
            (changed)="setDays($event)"
          />
          <span class="soft">{{ points.days === null ? 'empty: since ever' : 'days' }}</span>
          <button type="button" matButton (click)="changed.emit({ points: null })">Remove</button>
        </div>
        @for (band of points.bands; track $index) {
          <div class="line">
            <span class="soft">from</span>
            <hl-figure-field
              label="Units sold from"
              [value]="band.from"
              [problem]="wrong('points.bands[' + $index + '].from')"
              (changed)="setPoint($index, { from: $event })"
            />
            <span class="soft">sold</span>
            <hl-figure-field
              label="Adjustment in points"
              [value]="band.points"
              [problem]="wrong('points.bands[' + $index + '].points')"
              (changed)="setPoint($index, { points: $event })"
            />
            <span>points on markup or margin</span>
            @if (points.bands.length > 1) {
              <button type="button" matButton (click)="removePoint($index)">Remove</button>
            }
          </div>
        }
        <button type="button" matButton (click)="addPoint()">Add step</button>
        @if (wrong('points.bands') ?? wrong(''); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      } @else {
        <button type="button" matButton (click)="beginPoints()">
          Adjust markups by units sold
        </button>
      }
    </section>
    <section>
      <h2>Fees to cover</h2>
      <div class="line">
        @if (content().fees; as fees) {
          <hl-figure-field
            label="Fee in percent of the price"
            [value]="fees.percent"
            [problem]="wrong('fees.percent')"
            (changed)="changed.emit({ fees: { percent: $event, fixed: fees.fixed } })"
          />
          <span>% of the price and</span>
          <hl-figure-field
            label="Fixed fee"
            [value]="fees.fixed"
            [problem]="wrong('fees.fixed')"
            (changed)="changed.emit({ fees: { percent: fees.percent, fixed: $event } })"
          />
          <span>{{ content().currency }} a piece</span>
          <button type="button" matButton (click)="changed.emit({ fees: null })">Remove</button>
        } @else {
          <button
            type="button"
            matButton
            (click)="changed.emit({ fees: { percent: '0', fixed: '0' } })"
          >
            Add fees
          </button>
        }
      </div>
    </section>
    <section>
      <h2>Charge per unit: the first that fits</h2>
      @for (charge of content().pieceCharges; track $index) {
        <div class="line">
          <hl-figure-field
            label="Charge per unit"
            [value]="charge.amount"
            [problem]="wrong('pieceCharges[' + $index + '].amount')"
            (changed)="setCharge($index, { amount: $event })"
          />
          <span>{{ content().currency }} for</span>
          <hl-goods-field
            [scopes]="[charge.scope]"
            [problem]="wrongScope($index)"
            (chosen)="setCharge($index, { scope: $event })"
          />
          <button type="button" matButton (click)="removeCharge($index)">Remove</button>
        </div>
      }
      <button type="button" matButton (click)="addCharge()">Add charge per unit</button>
    </section>
  `,
  styles: `
    section {
      padding: 8px 18px;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TableExtras {
  readonly content = input.required<CostTableContent>();
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<Partial<CostTableContent>>();

  protected wrong(path: string): string | null {
    return this.problems().get(path) ?? null;
  }

  protected wrongScope(place: number): string | null {
    return wrongGoods(this.problems(), `pieceCharges[${String(place)}].scope`);
  }

  protected beginPoints(): void {
    this.changed.emit({ points: { days: 90, bands: [{ from: '0', points: '0' }] } });
  }

  protected setDays(typed: string): void {
    const { points } = this.content();
    if (points)
      this.changed.emit({ points: { ...points, days: typed === '' ? null : Number(typed) } });
  }

  protected setPoint(place: number, part: Partial<PointBands[number]>): void {
    this.withPoints((bands) => bands.map((one, at) => (at === place ? { ...one, ...part } : one)));
  }

  protected addPoint(): void {
    this.withPoints((bands) => {
      const last = bands.at(-1)?.from ?? '0';
      const from = isDecimalText(last) ? print(add(decimal(last), fromInteger(10))) : '10';
      return [...bands, { from, points: '0' }];
    });
  }

  protected removePoint(place: number): void {
    this.withPoints((bands) => bands.filter((_, at) => at !== place));
  }

  private withPoints(how: (bands: PointBands) => PointBands): void {
    const { points } = this.content();
    if (points) this.changed.emit({ points: { ...points, bands: how(points.bands) } });
  }

  protected addCharge(): void {
    const { pieceCharges } = this.content();
    const charge = { scope: UNSAID_GOODS, amount: UNSAID };
    this.changed.emit({ pieceCharges: [...pieceCharges, charge] });
  }

  protected setCharge(place: number, part: { scope?: Scope; amount?: string }): void {
    this.changed.emit({
      pieceCharges: this.content().pieceCharges.map((one, at) =>
        at === place ? { ...one, ...part } : one,
      ),
    });
  }

  protected removeCharge(place: number): void {
    this.changed.emit({
      pieceCharges: this.content().pieceCharges.filter((_, at) => at !== place),
    });
  }
}
