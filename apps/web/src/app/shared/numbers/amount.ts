import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { writeChange, writeNumber } from './numbers';

/**
 * A figure that aligns on the decimal point with the others of its column: what it lacks in
 * decimals against the column's finest is filled with figures nobody sees.
 */
@Component({
  selector: 'hl-amount',
  template: `{{ written() }}<span class="fill" aria-hidden="true">{{ fill() }}</span>`,
  styles: `
    :host {
      white-space: nowrap;
    }
    .fill {
      visibility: hidden;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Amount {
  /** A plain decimal. */
  readonly value = input.required<string>();
  /** The most decimals any figure of the column has. */
  readonly digits = input(0);
  /** Shown with its sign, always. */
  readonly signed = input(false);

  protected readonly written = computed(() =>
    this.signed() ? writeChange(this.value()) : writeNumber(this.value()),
  );
  protected readonly fill = computed(() => columnFill(this.value(), this.digits()));
}

/** The most decimals among plain decimals. */
export function mostDigits(values: readonly string[]): number {
  return Math.max(0, ...values.map(digitsOf));
}

/** What has to follow a figure, unseen, so that its point stands under the column's. */
export function columnFill(value: string, digits: number): string {
  const own = digitsOf(value);
  const missing = Math.max(0, digits - own);
  return missing === 0 ? '' : `${own === 0 ? '.' : ''}${'0'.repeat(missing)}`;
}

function digitsOf(value: string): number {
  return value.split('.')[1]?.length ?? 0;
}
