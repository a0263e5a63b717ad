import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { referenceFeature } from './reference.feature';

/** The outlets at which something may be used: all of them is no limit, and none cannot be. */
@Component({
  selector: 'hl-outlet-choice',
  template: `
    <details>
      <summary class="quiet small">
        {{ chosen() ? 'At ' + chosen()?.length + ' outlets' : 'At all outlets' }}
      </summary>
      @for (outlet of all(); track outlet.code) {
        <label>
          <input
            type="checkbox"
            [checked]="chosen()?.includes(outlet.code) ?? true"
            (change)="choose(outlet.code, $event)"
          />
          {{ outlet.name }}
        </label>
      }
    </details>
  `,
  styles: `
    label {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutletChoice {
  /** Null for all. */
  readonly chosen = input.required<readonly string[] | null>();
  readonly changed = output<readonly string[] | null>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly all = computed(() => this.reference().customers.outlets);

  protected choose(code: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const all = this.all().map((outlet) => outlet.code);
    const own = this.chosen() ?? all;
    const chosen = all.filter((one) => (one === code ? target.checked : own.includes(one)));
    if (chosen.length === 0) {
      target.checked = true; // for no outlet it would never be used
      return;
    }
    this.changed.emit(chosen.length === all.length ? null : chosen);
  }
}
