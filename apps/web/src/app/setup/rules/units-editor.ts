import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { UnitsOf } from '@honest-ledger/engine';
import { GoodsField } from '../../shared/reference/goods-field';
import { wrongGoods } from '../../shared/reference/scope-edits';
import { FigureField } from '../../shared/fields/figure-field';

/** So many base units of some goods. */
@Component({
  selector: 'hl-units-editor',
  imports: [FigureField, GoodsField],
  template: `
    <hl-figure-field
      [label]="label()"
      [value]="'' + units().quantity"
      [problem]="own().get('quantity') ?? null"
      (changed)="changed.emit({ quantity: +$event, scopes: units().scopes })"
    />
    <span>of</span>
    <hl-goods-field
      [many]="true"
      [scopes]="units().scopes"
      [problem]="wrongScopes()"
      (changed)="changed.emit({ quantity: units().quantity, scopes: $event })"
    />
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UnitsEditor {
  readonly units = input.required<UnitsOf>();
  readonly label = input.required<string>();
  /** What is wrong with the rule, by path, and the path of this in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly changed = output<UnitsOf>();

  protected readonly own = computed((): ReadonlyMap<string, string> => {
    const at = `${this.path()}.`;
    const own = [...this.problems()].filter(([path]) => path.startsWith(at));
    return new Map(own.map(([path, sentence]) => [path.slice(at.length), sentence]));
  });
  protected readonly wrongScopes = computed(() => wrongGoods(this.own(), 'scopes'));
}
