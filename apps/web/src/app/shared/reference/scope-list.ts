import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Scope } from '@honest-ledger/engine';
import { UNSAID_GOODS } from './scope-edits';
import { ScopeChoice } from './scope-choice';

/** Goods of several kinds, each chosen by itself. */
@Component({
  selector: 'hl-scope-list',
  imports: [MatButton, ScopeChoice],
  template: `
    @for (scope of scopes(); track $index) {
      <div class="line">
        <hl-scope-choice [scope]="scope" (changed)="set($index, $event)" />
        @if (wrong($index); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
        <button type="button" matButton (click)="remove($index)">Remove</button>
      </div>
    } @empty {
      <p class="soft">{{ none() }}</p>
    }
    <button type="button" matButton (click)="add()">Add items</button>
    @if (problems().get('scopes'); as problem) {
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
export class ScopeList {
  readonly scopes = input.required<readonly Scope[]>();
  /** What is wrong, by path: that of these goods is "scopes". */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  /** What is said where there are none. */
  readonly none = input.required<string>();
  readonly changed = output<readonly Scope[]>();

  /** What is wrong with goods, in a word that says what to do. */
  protected wrong(place: number): string | null {
    const at = `scopes[${String(place)}]`;
    const named = ['item', 'brand', 'supplier', 'family', 'category'].some((part) =>
      this.problems().has(`${at}.${part}`),
    );
    return this.problems().get(at) ?? (named ? 'Choose which' : null);
  }

  protected add(): void {
    this.changed.emit([...this.scopes(), UNSAID_GOODS]);
  }

  protected set(place: number, scope: Scope): void {
    this.changed.emit(this.scopes().with(place, scope));
  }

  protected remove(place: number): void {
    this.changed.emit(this.scopes().filter((_, at) => at !== place));
  }
}
