import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Reach } from '@honest-ledger/engine';
import { UNSAID_GOODS } from './reach-edits';
import { ReachChoice } from './reach-choice';

/** Goods of several kinds, each chosen by itself. */
@Component({
  selector: 'hl-reach-list',
  imports: [ReachChoice],
  template: `
    @for (reach of reaches(); track $index) {
      <div class="line">
        <hl-reach-choice [reach]="reach" (changed)="set($index, $event)" />
        @if (wrong($index); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
        <button type="button" class="quiet small" (click)="remove($index)">Take out</button>
      </div>
    } @empty {
      <p class="soft">{{ none() }}</p>
    }
    <button type="button" class="quiet small" (click)="add()">Add goods</button>
    @if (problems().get('reaches'); as problem) {
      <span class="wrong" role="alert">{{ problem }}</span>
    }
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReachList {
  readonly reaches = input.required<readonly Reach[]>();
  /** What is wrong, by path: that of these goods is "reaches". */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  /** What is said where there are none. */
  readonly none = input.required<string>();
  readonly changed = output<readonly Reach[]>();

  /** What is wrong with goods, in a word that says what to do. */
  protected wrong(place: number): string | null {
    const at = `reaches[${String(place)}]`;
    const named = ['item', 'brand', 'supplier', 'family', 'category'].some((part) =>
      this.problems().has(`${at}.${part}`),
    );
    return this.problems().get(at) ?? (named ? 'Choose which' : null);
  }

  protected add(): void {
    this.changed.emit([...this.reaches(), UNSAID_GOODS]);
  }

  protected set(place: number, reach: Reach): void {
    this.changed.emit(this.reaches().with(place, reach));
  }

  protected remove(place: number): void {
    this.changed.emit(this.reaches().filter((_, at) => at !== place));
  }
}
