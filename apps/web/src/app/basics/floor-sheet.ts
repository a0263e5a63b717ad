import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { SettingsForm } from '@honest-ledger/contracts';
import { FLOOR_ACTIONS, type FloorAction, type Reach } from '@honest-ledger/engine';
import { CodeChoice } from '../reference/code-choice';
import { ReachChoice } from '../reference/reach-choice';
import { FigureField } from '../shared/figure-field';

type Floors = SettingsForm['floors'];

const THEN: Readonly<Record<FloorAction, string>> = {
  warn: 'say so',
  hold: 'wait for approval',
  lift: 'lift the line to it',
};

/** The least that goods are sold for: which goods, what margin they keep, and what is done below it. */
@Component({
  selector: 'hl-floor-sheet',
  imports: [CodeChoice, FigureField, ReachChoice],
  template: `
    <table class="ledger" aria-label="Floors">
      <thead>
        <tr>
          <th>Goods</th>
          <th class="figure">Keep a margin of, %</th>
          <th>Below it</th>
          <th><span class="unseen">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        @for (floor of floors(); track floor.id; let index = $index) {
          <tr>
            <td class="goods">
              <hl-reach-choice [reach]="floor.reach" (changed)="set(index, { reach: $event })" />
            </td>
            <td class="figure">
              <hl-figure-field
                [label]="'Margin of floor ' + (index + 1) + ', in percent'"
                [value]="floor.margin"
                (changed)="set(index, { margin: $event })"
              />
            </td>
            <td>
              <hl-code-choice
                [label]="'What is done below floor ' + (index + 1)"
                [code]="floor.then"
                [all]="actions"
                (chosen)="setThen(index, $event)"
              />
            </td>
            <td>
              <button
                type="button"
                class="quiet small"
                [attr.aria-label]="'Take out floor ' + (index + 1)"
                (click)="takeOut(index)"
              >
                Take out
              </button>
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="4" class="soft">None: goods are sold for whatever comes out.</td>
          </tr>
        }
      </tbody>
    </table>
    <button type="button" class="quiet small" (click)="add()">Add a floor</button>
  `,
  styleUrl: './basics.scss',
  styles: `
    .goods {
      white-space: normal;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FloorSheet {
  readonly floors = input.required<Floors>();
  readonly changed = output<Floors>();

  protected readonly actions = FLOOR_ACTIONS.map((code) => ({ code, name: THEN[code] }));

  protected set(index: number, part: { readonly reach?: Reach; readonly margin?: string }): void {
    this.replace(index, part);
  }

  protected setThen(index: number, code: string): void {
    const then = FLOOR_ACTIONS.find((one) => one === code);
    if (then) this.replace(index, { then });
  }

  protected takeOut(index: number): void {
    this.changed.emit(this.floors().filter((_, place) => place !== index));
  }

  /** A new one says that nothing is sold below its cost. */
  protected add(): void {
    const fresh = { id: crypto.randomUUID(), reach: { kind: 'all' }, margin: '0' } as const;
    this.changed.emit([...this.floors(), { ...fresh, then: 'warn' }]);
  }

  private replace(index: number, part: Partial<Floors[number]>): void {
    this.changed.emit(
      this.floors().map((floor, place) => (place === index ? { ...floor, ...part } : floor)),
    );
  }
}
