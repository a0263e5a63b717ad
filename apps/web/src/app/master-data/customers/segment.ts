import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { Agreements } from './agreements';

/** A segment: the prices that are agreed with all of its customers. */
@Component({
  selector: 'hl-segment',
  imports: [Agreements, MatButton, RouterLink],
  template: `
    <header class="sheet-head">
      <h1>{{ name() }}</h1>
      <span class="soft">{{ code() }}, segment: applies to all its customers</span>
      <a matButton="outlined" routerLink="/settings/segments">Segments</a>
    </header>
    <hl-agreements [party]="party()" />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Segment {
  readonly code = input.required<string>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly party = computed(() => ({
    kind: 'segment' as const,
    segment: this.code(),
  }));
  protected readonly name = computed(
    () =>
      this.reference().customers.segments.find(({ code }) => code === this.code())?.name ??
      this.code(),
  );

  constructor() {
    namesOfThings(); // its name and the currencies come with them
  }
}
