import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CodeAndName } from '@honest-ledger/contracts';

/** The levels that may be used somewhere; none chosen stands for all. */
@Component({
  selector: 'hl-levels-allowed',
  template: `
    <details>
      <summary>{{ words() }}</summary>
      @for (level of levels(); track level.code) {
        <label class="allowed">
          <input
            type="checkbox"
            [checked]="isAllowed(level.code)"
            (change)="allow(level.code, box.checked)"
            #box
          />
          {{ level.name }}
        </label>
      }
    </details>
  `,
  styleUrl: './sheets.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelsAllowed {
  readonly levels = input.required<readonly CodeAndName[]>();
  /** By their codes; null for all. */
  readonly allowed = input.required<readonly string[] | null>();
  readonly changed = output<readonly string[] | null>();

  protected readonly words = computed(() => {
    const names = this.levels().flatMap(({ code, name }) => (this.isAllowed(code) ? [name] : []));
    return names.length === 0 ? 'all' : names.join(', ');
  });

  protected isAllowed(level: string): boolean {
    return this.allowed()?.includes(level) ?? false;
  }

  protected allow(level: string, isAllowed: boolean): void {
    const others = (this.allowed() ?? []).filter((one) => one !== level);
    const chosen = isAllowed ? [...others, level].sort() : others;
    this.changed.emit(chosen.length === 0 ? null : chosen);
  }
}
