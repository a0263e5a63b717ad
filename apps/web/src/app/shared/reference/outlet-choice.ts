import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { ChoicesField } from '../fields/choices-field';
import { referenceFeature } from './reference.feature';

/** The outlets at which something may be used; none chosen is no limit. */
@Component({
  selector: 'hl-outlet-choice',
  imports: [ChoicesField],
  template: `
    <hl-choices
      label="Outlets"
      all="All outlets"
      [options]="outlets()"
      [codes]="chosen()"
      (changed)="changed.emit($event)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutletChoice {
  /** Null for all. */
  readonly chosen = input.required<readonly string[] | null>();
  readonly changed = output<readonly string[] | null>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly outlets = computed(() => this.reference().customers.outlets);
}
