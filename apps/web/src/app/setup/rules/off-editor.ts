import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Serialized, UnitOffer } from '@honest-ledger/engine';
import { shownFigure, storedFigure } from '../levels/level-edits';
import { UNSAID } from '../../shared/reference/scope-edits';
import { FigureField } from '../../shared/fields/figure-field';
import { ChoiceField } from '../../shared/fields/choice-field';

type Offer = Serialized<UnitOffer>;

const KINDS: readonly (readonly [Offer['kind'], string])[] = [
  ['percent', 'a percent off'],
  ['amount', 'an amount off'],
  ['set', 'at a price of'],
];

/** What is taken off: a percent or an amount, or, where it may be, what a unit costs instead. */
@Component({
  selector: 'hl-off-editor',
  imports: [ChoiceField, FigureField],
  template: `
    <hl-choice label="Offer" [code]="off().kind" [options]="kinds()" (chosen)="choose($event)" />
    <hl-figure-field
      [label]="off().kind === 'percent' ? 'Percent off' : 'Amount'"
      [value]="shown()"
      [problem]="problem()"
      [unsigned]="off().kind === 'set' ? null : 'Type how much is taken off, without a sign'"
      (changed)="resize($event)"
    />
    <span>{{ off().kind === 'percent' ? '%' : currency() }}</span>
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
export class OffEditor {
  readonly off = input.required<Offer>();
  readonly currency = input.required<string>();
  /** Whether a price may be set instead. */
  readonly maySet = input(false);
  /** What is wrong with the rule, by path, and the path of this in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly changed = output<Offer>();

  protected readonly kinds = computed(() => (this.maySet() ? KINDS : KINDS.slice(0, 2)));
  protected readonly shown = computed(() => shownFigure(figureOf(this.off())).size);
  protected readonly problem = computed(() => {
    const { kind } = this.off();
    return this.problems().get(`${this.path()}.${kind === 'set' ? 'price' : kind}`) ?? null;
  });

  protected choose(value: string): void {
    const kind = KINDS.find(([one]) => one === value)?.[0];
    if (kind) this.emit(kind, UNSAID);
  }

  protected resize(size: string): void {
    this.emit(this.off().kind, size);
  }

  private emit(kind: Offer['kind'], size: string): void {
    const off = storedFigure({ size, off: true });
    if (kind === 'percent') this.changed.emit({ kind, percent: off });
    else if (kind === 'amount') this.changed.emit({ kind, amount: off });
    else this.changed.emit({ kind, price: size });
  }
}

function figureOf(off: Offer): string {
  if (off.kind === 'percent') return off.percent;
  return off.kind === 'amount' ? off.amount : off.price;
}
